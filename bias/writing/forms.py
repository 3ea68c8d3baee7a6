"""What a knitter may choose for her own hand, and in which words a piece is written out."""

from __future__ import annotations

from collections.abc import Mapping

from bias.results import OwnHand
from knitting.rows import Marking
from knitting.stitches import DECREASE_WORDS, DOUBLE_WORDS, INCREASE_WORDS, Leaning
from knitting.substitution import FirstStitch

Choices = tuple[tuple[str, str], ...]

AS_WRITTEN = ("", "as written")
CHOICES: Mapping[str, tuple[str, Choices]] = {
    "increase": (
        "Increases",
        (AS_WRITTEN, *INCREASE_WORDS.items()),
    ),
    "decrease": (
        "Decreases",
        (AS_WRITTEN, *DECREASE_WORDS.items()),
    ),
    "double": (
        "Three into one",
        (AS_WRITTEN, *DOUBLE_WORDS.items()),
    ),
    "leaning": (
        "Lean",
        (
            AS_WRITTEN,
            ("away", "mirrored, away from the line"),
            ("towards", "mirrored, towards the line"),
            ("left", "all to the left"),
            ("right", "all to the right"),
        ),
    ),
    "marking": (
        "Marks",
        (
            AS_WRITTEN,
            ("stitch", "a locking marker in the stitch"),
            ("needle-before", "one on the needle before it"),
            ("needle-both", "one on both sides of it"),
        ),
    ),
    "first_stitch": (
        "First stitch",
        (
            AS_WRITTEN,
            ("k", "worked"),
            ("sl", "slipped, yarn behind"),
            ("sl_wyif", "slipped, yarn in front"),
        ),
    ),
    "bind_off": (
        "Bind-off",
        (
            AS_WRITTEN,
            ("loosely", "loosely"),
            ("knitwise", "knitwise"),
            ("purlwise", "purlwise"),
            ("in_pattern", "in pattern"),
            ("stretchy", "stretchy: two together through the back"),
        ),
    ),
}
"""For each habit its name on the page, and what may be chosen."""


def chosen(sent: Mapping[str, str]) -> dict[str, str]:
    """What was chosen, by habit; what is no choice counts as nothing."""
    return {
        name: value
        for name, (_, choices) in CHOICES.items()
        if (value := sent.get(name, "")) and value in dict(choices)
    }


def habits(sent: Mapping[str, str]) -> OwnHand:
    """The knitter's own ways as chosen."""
    found = chosen(sent)
    return OwnHand(
        increase=found.get("increase", ""),
        decrease=found.get("decrease", ""),
        double=found.get("double", ""),
        leaning=Leaning(found["leaning"]) if "leaning" in found else None,
        marking=Marking(found["marking"]) if "marking" in found else None,
        first_stitch=FirstStitch(found["first_stitch"]) if "first_stitch" in found else None,
        bind_off=found.get("bind_off", ""),
    )
