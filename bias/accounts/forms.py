"""What a knitter chooses of her own ways."""

from __future__ import annotations

from typing import TYPE_CHECKING, Any

from django import forms
from django.utils.translation import gettext as _
from django.utils.translation import gettext_lazy as _lazy

from bias.accounts.models import Ways
from bias.results import dialects

if TYPE_CHECKING:
    _ModelForm = forms.ModelForm[Ways]
else:  # a form class takes no type argument while it runs
    _ModelForm = forms.ModelForm


def _dialects() -> list[tuple[str, str]]:
    return [("", _("as the piece is written")), *dialects()]


class WaysForm(_ModelForm):
    """Her own ways at the needles."""

    dialect = forms.ChoiceField(label=_lazy("Words"), required=False, choices=_dialects)
    rest_minutes = forms.IntegerField(
        label=_lazy("Rest your hands after so many minutes (0: say nothing)"), min_value=0, max_value=240
    )

    volume = forms.IntegerField(label=_lazy("How loud rows are read aloud, in percent"), min_value=0, max_value=100)

    class Meta:
        model = Ways
        fields = ("dialect", "marking", "first_stitch", "left_handed", "size", "rest_minutes", "pedal", "volume")

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        kwargs.setdefault("label_suffix", "")
        super().__init__(*args, **kwargs)
