"""Yarns and their lots as they are typed, and the yarn that a piece keeps."""

from __future__ import annotations

from typing import TYPE_CHECKING, Any

from django import forms
from django.forms import BaseInlineFormSet, inlineformset_factory
from django.utils.translation import gettext_lazy as _

from bias.yarns.models import Lot, PieceYarn, Yarn

if TYPE_CHECKING:
    _YarnForm = forms.ModelForm[Yarn]
    _LotForm = forms.ModelForm[Lot]
    _PieceYarnForm = forms.ModelForm[PieceYarn]
else:  # a form class takes no type argument while it runs
    _YarnForm = _LotForm = _PieceYarnForm = forms.ModelForm

_MOST_LOTS = 60


class DecimalInput(forms.FloatField):
    """A number with a point or a comma, in a field that takes either."""

    widget = forms.TextInput(attrs={"inputmode": "decimal", "size": "6"})

    def prepare_value(self, value: Any) -> Any:
        """A number without needless decimals; what was typed as it was."""
        return f"{value:g}" if isinstance(value, float) else value

    def to_python(self, value: Any) -> Any:
        """The number; a comma is a point."""
        return super().to_python(value.replace(",", ".") if isinstance(value, str) else value)


class YarnForm(_YarnForm):
    """A yarn as its label tells it."""

    ball_grams = DecimalInput(label=_("Grams a ball"), min_value=0.5, max_value=10_000)
    ball_metres = DecimalInput(label=_("Metres a ball"), min_value=0.5, max_value=100_000)

    class Meta:
        model = Yarn
        fields = ("name", "ball_grams", "ball_metres", "colour", "fibre", "weight", "price", "note")
        widgets = {"colour": forms.TextInput(attrs={"type": "color"})}


class LotForm(_LotForm):
    """Balls of one lot."""

    opened_grams = DecimalInput(label=_("grams in begun balls"), min_value=0, max_value=10_000, required=False)

    class Meta:
        model = Lot
        fields = ("name", "whole", "opened_grams")

    def __init__(self, *args: Any, **more: Any) -> None:
        super().__init__(*args, **more)
        for field in self.fields.values():  # the table's heads say it to the eye alone
            field.widget.attrs["aria-label"] = field.label

    def clean_opened_grams(self) -> float:
        """Nothing typed is nothing begun."""
        return self.cleaned_data["opened_grams"] or 0.0


LotForms: type[BaseInlineFormSet[Lot, Yarn, LotForm]] = inlineformset_factory(
    Yarn, Lot, form=LotForm, extra=2, max_num=_MOST_LOTS, absolute_max=_MOST_LOTS, can_delete=True
)


class PieceYarnForm(_PieceYarnForm):
    """What a piece keeps of a yarn for a colour: one of the shelf, or one that is typed."""

    yarn = forms.ModelChoiceField(label=_("from the shelf"), queryset=Yarn.objects.none(), required=False)
    ball_grams = DecimalInput(label=_("Grams a ball"), min_value=0.5, max_value=10_000, required=False)
    ball_metres = DecimalInput(label=_("Metres a ball"), min_value=0.5, max_value=100_000, required=False)
    balls = DecimalInput(label=_("balls"), min_value=0, max_value=999, required=False)
    start_grams = DecimalInput(label=_("weighed at the beginning"), min_value=0, max_value=100_000, required=False)
    reserve_metres = DecimalInput(label=_("keep"), min_value=0, max_value=100_000, required=False)

    class Meta:
        model = PieceYarn
        fields = ("yarn", "name", "ball_grams", "ball_metres", "balls", "start_grams", "reserve_metres", "reserve_for")

    def __init__(self, *args: Any, shelf: Any, **more: Any) -> None:
        super().__init__(*args, **{"label_suffix": "", **more})
        field = self.fields["yarn"]
        assert isinstance(field, forms.ModelChoiceField)
        field.queryset = shelf

    def clean(self) -> dict[str, Any]:
        """A yarn of the shelf tells its ball; one that is typed has to."""
        typed: dict[str, Any] = super().clean() or {}
        chosen = typed.get("yarn")
        if chosen is not None:
            typed |= {"ball_grams": chosen.ball_grams, "ball_metres": chosen.ball_metres, "name": chosen.name}
        elif not self.errors and not (typed.get("ball_grams") and typed.get("ball_metres")):
            raise forms.ValidationError(_("Choose a yarn of the shelf, or give grams and metres of a ball."))
        for name in ("balls", "start_grams", "reserve_metres"):
            typed[name] = typed.get(name) or 0.0
        return typed
