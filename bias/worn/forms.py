"""Her own measures as they are typed."""

from __future__ import annotations

from typing import Any

from django import forms
from django.utils.translation import gettext as _
from django.utils.translation import gettext_lazy

from bias.parsing import decimal
from knitting.worn.body import BUST_LIMITS, NECK_LIMITS, SHOULDERS_LIMITS, Body


class _Centimetres(forms.CharField):
    """A length between two limits, with a point or a comma."""

    def __init__(self, label: Any, limits: tuple[float, float]) -> None:
        super().__init__(label=label, max_length=20)
        self.limits = limits
        self.widget.attrs.update({"inputmode": "decimal", "size": 5})

    def clean(self, value: Any) -> float:
        """The length, or why it is none."""
        found = decimal(super().clean(value), 1_000)
        least, most = self.limits
        if found is None or not least <= found <= most:
            raise forms.ValidationError(
                _("{least} to {most} cm, not '{typed}'.").format(least=f"{least:.0f}", most=f"{most:.0f}", typed=value)
            )
        return found


class BodyForm(forms.Form):
    """Three measures of a body."""

    bust = _Centimetres(gettext_lazy("round the bust"), BUST_LIMITS)
    neck = _Centimetres(gettext_lazy("round the neck"), NECK_LIMITS)
    shoulders = _Centimetres(gettext_lazy("across the shoulders"), SHOULDERS_LIMITS)

    @classmethod
    def of(cls, body: Body) -> BodyForm:
        """The form with a body's measures."""
        figures = {"bust": body.bust_cm, "neck": body.neck_cm, "shoulders": body.shoulders_cm}
        return cls(initial={name: f"{figure:g}" for name, figure in figures.items()}, label_suffix="")

    def why_not(self) -> str:
        """What is wrong with it, or nothing."""
        return " ".join(f"{self.fields[name].label}: {why}" for name, each in self.errors.items() for why in each)
