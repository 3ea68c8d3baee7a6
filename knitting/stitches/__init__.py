"""The vocabulary of stitches."""

from knitting.stitches.kinds import Face, Family, Lean, Look, Needs, StitchKind
from knitting.stitches.pairs import DECREASES, DOUBLES, INCREASES, Leaning, Pair, knitted, mirrored, purled
from knitting.stitches.table import IN_PATTERN, KNIT, PURL, STITCHES

__all__ = [
    "DECREASES",
    "DOUBLES",
    "INCREASES",
    "IN_PATTERN",
    "KNIT",
    "PURL",
    "STITCHES",
    "Face",
    "Family",
    "Lean",
    "Leaning",
    "Look",
    "Needs",
    "Pair",
    "StitchKind",
    "knitted",
    "mirrored",
    "purled",
]
