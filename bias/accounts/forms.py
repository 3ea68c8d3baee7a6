"""What a knitter chooses of her own ways."""

from __future__ import annotations

import re
from typing import TYPE_CHECKING, Any

from django import forms
from django.utils.translation import gettext as _
from django.utils.translation import gettext_lazy as _lazy

from bias.accounts.models import Ways
from bias.parsing import decimal
from bias.results import dialects
from knitting.measures import said_number

if TYPE_CHECKING:
    _ModelForm = forms.ModelForm[Ways]
else:  # a form class takes no type argument while it runs
    _ModelForm = forms.ModelForm


_THINNEST_MM, _THICKEST_MM = 1.0, 30.0


def _dialects() -> list[tuple[str, str]]:
    return [("", _("as the piece is written")), *dialects()]


class WaysForm(_ModelForm):
    """Her own ways at the needles."""

    dialect = forms.ChoiceField(label=_lazy("Written rows in the words of"), required=False, choices=_dialects)
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
            "language",
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
