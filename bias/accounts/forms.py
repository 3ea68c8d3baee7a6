"""What a knitter chooses of her own ways."""

from __future__ import annotations

from django import forms

from bias.accounts.models import Ways
from bias.results import dialects


class WaysForm(forms.ModelForm):
    """Her own ways at the needles."""

    dialect = forms.ChoiceField(label="Words", required=False)
    rest_minutes = forms.IntegerField(
        label="Rest your hands after so many minutes (0: say nothing)", min_value=0, max_value=240
    )

    class Meta:
        model = Ways
        fields = ("dialect", "marking", "first_stitch", "left_handed", "size", "rest_minutes")

    def __init__(self, *args: object, **kwargs: object) -> None:
        super().__init__(*args, label_suffix="", **kwargs)  # type: ignore[arg-type]
        self.fields["dialect"].choices = [("", "as the piece is written"), *dialects()]  # type: ignore[attr-defined]
