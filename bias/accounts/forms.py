"""What a knitter chooses of her own ways; signing in and up; a new password."""

from __future__ import annotations

import re
from typing import TYPE_CHECKING, Any

from allauth.account.forms import ChangePasswordForm as ChangeForm
from allauth.account.forms import (
    LoginForm,
    ReauthenticateForm,
    ResetPasswordForm,
    ResetPasswordKeyForm,
    SetPasswordForm,
    SignupForm,
)
from django import forms
from django.contrib.auth.password_validation import validate_password
from django.utils.translation import gettext as _
from django.utils.translation import gettext_lazy as _lazy

from bias.accounts import recovery
from bias.accounts.models import Knitter, Ways
from bias.parsing import decimal
from bias.results import dialects
from knitting.measures import said_number

if TYPE_CHECKING:
    _ModelForm = forms.ModelForm[Ways]
    _NameForm = forms.ModelForm[Knitter]
else:  # a form class takes no type argument while it runs
    _ModelForm = _NameForm = forms.ModelForm


_THINNEST_MM, _THICKEST_MM = 1.0, 30.0


def _dialects() -> list[tuple[str, str]]:
    return [("", _("as the piece is written")), *dialects()]


class WaysForm(_ModelForm):
    """Her own ways at the needles."""

    dialect = forms.ChoiceField(label=_lazy("Words"), required=False, choices=_dialects)
    rest_minutes = forms.IntegerField(
        label=_lazy("Rest your hands after so many minutes (0: say nothing)"), min_value=0, max_value=240
    )

    volume = forms.IntegerField(label=_lazy("How loud rows are read aloud, in percent"), min_value=0, max_value=100)

    needles = forms.CharField(label=_lazy("Needles that I own, in mm, such as 3.5 4 5"), required=False, max_length=200)

    class Meta:
        model = Ways
        fields = (
            "dialect",
            "marking",
            "first_stitch",
            "left_handed",
            "size",
            "rest_minutes",
            "pedal",
            "volume",
            "units",
            "needles",
        )

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        kwargs.setdefault("label_suffix", "")
        super().__init__(*args, **kwargs)

    def clean_needles(self) -> str:
        """Sizes, each once and the thinnest first."""
        sizes = set()
        for word in re.findall(r"\d+(?:[.,]\d+)?|\S", self.cleaned_data["needles"]):
            size = decimal(word, _THICKEST_MM)
            if size is None or size < _THINNEST_MM:
                if word in ",;":
                    continue
                raise forms.ValidationError(_("A needle has 1 to 30 mm, not '{word}'.").format(word=word[:20]))
            sizes.add(size)
        return ", ".join(said_number(size) if size * 10 % 1 == 0 else f"{size:g}" for size in sorted(sizes))


_LABELS = {
    "login": _lazy("Name"),
    "username": _lazy("Name"),
    "email": _lazy("E-mail, if you wish to find back by it"),
    "password": _lazy("Password"),
    "password1": _lazy("Password, of 12 letters or more"),
    "password2": _lazy("The same password again"),
    "oldpassword": _lazy("The password that you have now"),
}


class _InOurWords:
    """Labels of our own; nothing greyed out inside a field that is gone once somebody types."""

    fields: dict[str, forms.Field]

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.label_suffix = ""
        for name, field in self.fields.items():
            field.label = _LABELS.get(name, field.label)
            field.help_text = ""
            field.widget.attrs.pop("placeholder", None)


class SignInForm(_InOurWords, LoginForm):
    """A name and a password."""


class SignUpForm(_InOurWords, SignupForm):
    """A name, a password, and an e-mail address where mail can be sent and she gives one."""


class ChangePasswordForm(_InOurWords, ChangeForm):
    """Another password, with the one that there is."""


class NewPasswordForm(_InOurWords, ResetPasswordKeyForm):
    """Another password, by a link."""


class AgainForm(_InOurWords, ReauthenticateForm):
    """The password once more."""


class FirstPasswordForm(_InOurWords, SetPasswordForm):
    """A password for an account that has none."""


class MailForm(_InOurWords, ResetPasswordForm):
    """The address that a link is sent to."""


class RecoveryForm(forms.Form):
    """Another password, by one of the codes that were given with the account."""

    username = forms.CharField(label=_lazy("Name"), max_length=150)
    code = forms.CharField(
        label=_lazy("One of your eight codes"), max_length=60, widget=forms.TextInput({"autocomplete": "off"})
    )
    password1 = forms.CharField(
        label=_lazy("A new password, of 12 letters or more"),
        max_length=200,
        widget=forms.PasswordInput({"autocomplete": "new-password"}),
    )

    def clean_password1(self) -> str:
        """A password that an account here may have."""
        password = str(self.cleaned_data["password1"])
        validate_password(password, Knitter(username=self.data.get("username", "")))
        return password

    def recovered(self) -> bool:
        """Whether the password was exchanged; what does not fit is said with the form."""
        given = self.cleaned_data
        if recovery.recover(given["username"], given["code"], given["password1"]):
            return True
        self.add_error(None, _("No code of that name reads so. Each is good once; the password stayed as it was."))
        return False


class NewNameForm(_NameForm):
    """The name of one more knitter of a household."""

    class Meta:
        model = Knitter
        fields = ("username",)
        labels = {"username": _lazy("Name")}
        help_texts = {"username": ""}
