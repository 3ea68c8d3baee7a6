"""What a knitter may choose for her own hand."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Any, TypeAlias

from django import forms
from django.utils.translation import gettext_lazy as _

from bias.results import OwnHand
from knitting.rows import Marking
from knitting.saying.statements import said_words
from knitting.stitches import DECREASE_WORDS, DOUBLE_WORDS, INCREASE_WORDS, Leaning
from knitting.substitution import FirstStitch

_Choices: TypeAlias = Iterable[tuple[str, Any]]

_LEANINGS = (
    (Leaning.AWAY.value, _("mirrored, away from the line")),
    (Leaning.TOWARDS.value, _("mirrored, towards the line")),
    (Leaning.LEFT.value, _("all to the left")),
    (Leaning.RIGHT.value, _("all to the right")),
)
_MARKINGS = (
    (Marking.STITCH.value, _("a locking marker in the stitch")),
    (Marking.BEFORE.value, _("one on the needle before it")),
    (Marking.BOTH.value, _("one on both sides of it")),
)
_FIRST_STITCHES = (
    (FirstStitch.KNIT.value, _("worked")),
    (FirstStitch.SLIP.value, _("slipped, yarn behind")),
    (FirstStitch.SLIP_IN_FRONT.value, _("slipped, yarn in front")),
)
_BIND_OFFS = (
    ("loosely", _("loosely")),
    ("knitwise", _("knitwise")),
    ("purlwise", _("purlwise")),
    ("in_pattern", _("in pattern")),
    ("stretchy", _("stretchy: two together through the back")),
)


def _habit(label: Any, choices: Any) -> forms.ChoiceField:
    """A choice that may be left as the piece is written."""
    return forms.ChoiceField(label=label, required=False, choices=choices)


def _of_table(words: Mapping[str, str]) -> Any:
    return lambda: [("", _("as written")), *((key, said_words(word)) for key, word in words.items())]


def _of(choices: _Choices) -> Any:
    return lambda: [("", _("as written")), *choices]


class OwnHandForm(forms.Form):
    """The knitter's own ways; what is no choice counts as nothing chosen."""

    increase = _habit(_("Increases"), _of_table(INCREASE_WORDS))
    decrease = _habit(_("Decreases"), _of_table(DECREASE_WORDS))
    double = _habit(_("Three into one"), _of_table(DOUBLE_WORDS))
    leaning = _habit(_("Lean"), _of(_LEANINGS))
    marking = _habit(_("Marks"), _of(_MARKINGS))
    first_stitch = _habit(_("First stitch"), _of(_FIRST_STITCHES))
    bind_off = _habit(_("Bind-off"), _of(_BIND_OFFS))

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        kwargs.setdefault("label_suffix", "")
        super().__init__(*args, **kwargs)

    @property
    def chosen(self) -> dict[str, str]:
        """What was chosen, by habit."""
        self.full_clean()
        return {name: value for name, value in self.cleaned_data.items() if value}

    @property
    def own_hand(self) -> OwnHand:
        """The same as the core knows it."""
        found = self.chosen
        return OwnHand(
            increase=found.get("increase", ""),
            decrease=found.get("decrease", ""),
            double=found.get("double", ""),
            leaning=Leaning(found["leaning"]) if "leaning" in found else None,
            marking=Marking(found["marking"]) if "marking" in found else None,
            first_stitch=FirstStitch(found["first_stitch"]) if "first_stitch" in found else None,
            bind_off=found.get("bind_off", ""),
        )
