"""The vocabulary of stitches."""

from knitting.stitches.kinds import Face, Family, Lean, Look, Needs, StitchKind
from knitting.stitches.table import KNIT, PURL, STITCHES

__all__ = ["KNIT", "PURL", "STITCHES", "Face", "Family", "Lean", "Look", "Needs", "StitchKind"]
