"""The vocabulary of stitches."""

from knitting.stitches.kinds import Face, Family, Lean, Look, Needs, SignShape, StitchKind
from knitting.stitches.letters import LETTERS, CellLetter, letter_of
from knitting.stitches.pairs import (
    DECREASE_WORDS,
    DECREASES,
    DOUBLE_WORDS,
    DOUBLES,
    INCREASE_WORDS,
    INCREASES,
    Leaning,
    Pair,
    kin_of,
    knitted,
    mirrored,
    purled,
)
from knitting.stitches.table import IN_PATTERN, KNIT, PURL, STITCHES

__all__ = [
    "DECREASES",
    "DECREASE_WORDS",
    "DOUBLES",
    "DOUBLE_WORDS",
    "INCREASES",
    "INCREASE_WORDS",
    "IN_PATTERN",
    "KNIT",
    "LETTERS",
    "PURL",
    "STITCHES",
    "CellLetter",
    "Face",
    "Family",
    "Lean",
    "Leaning",
    "Look",
    "Needs",
    "Pair",
    "SignShape",
    "StitchKind",
    "kin_of",
    "knitted",
    "letter_of",
    "mirrored",
    "purled",
]
