"""What a stitch leaves in the cloth, in one letter as the right side is seen: of fabrics and cells."""

from __future__ import annotations

from dataclasses import dataclass
from types import MappingProxyType

from knitting.statements import N_
from knitting.stitches.kinds import Face, Family, StitchKind
from knitting.stitches.table import KNIT, PURL, STITCHES


@dataclass(frozen=True, slots=True)
class CellLetter:
    """A letter: what it stands for in a word and in a sentence, and a stitch that leaves it."""

    letter: str
    name: str
    said: str
    example: StitchKind


_ROWS = (
    CellLetter("k", N_("knit"), N_("a knit"), KNIT),
    CellLetter("p", N_("purl"), N_("a purl"), PURL),
    CellLetter("o", N_("yarn over"), N_("a yarn over"), STITCHES["yo"]),
    CellLetter("+", N_("increase"), N_("a knit"), STITCHES["m1"]),
    CellLetter("d", N_("decrease"), N_("part of a decrease"), STITCHES["k2tog"]),
    CellLetter("c", N_("part of a cable"), N_("part of a cable"), STITCHES["c4l"]),
)
LETTERS = MappingProxyType({each.letter: each for each in _ROWS})
"""Every letter that a cell may hold."""

_BY_FAMILY = {Family.YARN_OVER: "o", Family.DECREASE: "d", Family.CABLE: "c"}


def letter_of(stitch: StitchKind, behind: bool = False) -> str:
    """The letter of what a stitch leaves; ``behind`` says that the wrong side was worked.

    >>> letter_of(KNIT), letter_of(KNIT, behind=True), letter_of(STITCHES["kfb"])
    ('k', 'p', '+')
    """
    if stitch.family in _BY_FAMILY:
        return _BY_FAMILY[stitch.family]
    if stitch.change > 0:
        return "+"
    face = stitch.face_on_ws if behind else stitch.face_on_rs
    return "k" if face is Face.KNIT else "p"
