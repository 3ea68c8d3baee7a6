"""Signing in and up, a new password, ways back in, a second step: the forms of the library in words of our own."""

from __future__ import annotations

from typing import TYPE_CHECKING, Any

from allauth.account.forms import (
    AddEmailForm,
    LoginForm,
    ReauthenticateForm,
    ResetPasswordForm,
    ResetPasswordKeyForm,
    SetPasswordForm,
    SignupForm,
)
from allauth.account.forms import ChangePasswordForm as ChangeForm
from allauth.mfa.base.forms import AuthenticateForm
from allauth.mfa.base.forms import ReauthenticateForm as ReauthenticateCodeForm
from allauth.mfa.totp.forms import ActivateTOTPForm
from allauth.mfa.webauthn.forms import AddWebAuthnForm, EditWebAuthnForm
from django import forms
from django.contrib.auth.password_validation import validate_password
from django.utils.translation import gettext as _
from django.utils.translation import gettext_lazy as _lazy

from bias.accounts import recovery
from bias.accounts.models import Knitter

if TYPE_CHECKING:
    _NameForm = forms.ModelForm[Knitter]
else:  # a form class takes no type argument while it runs
    _NameForm = forms.ModelForm

_LABELS = {
    "login": _lazy("Name"),
    "username": _lazy("Name"),
    "email": _lazy("E-mail, if you wish to find back by it"),
    "code": _lazy("Code"),
    "name": _lazy("What it is called, such as: my phone"),
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


class AddressForm(_InOurWords, AddEmailForm):
    """An address of hers."""


class AppForm(_InOurWords, ActivateTOTPForm):
    """The first code of an app."""


class CodeForm(_InOurWords, AuthenticateForm):
    """A code of the app, or a spare one."""


class CodeAgainForm(_InOurWords, ReauthenticateCodeForm):
    """The same once more."""


class PasskeyForm(_InOurWords, AddWebAuthnForm):
    """A passkey and what it is called."""


class PasskeyNameForm(_InOurWords, EditWebAuthnForm):
    """What a passkey is called."""


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
