"""The vocabulary of stitches."""

from knitting.stitches.kinds import Face, Family, Lean, Look, Needs, StitchKind
from knitting.stitches.table import IN_PATTERN, KNIT, PURL, STITCHES

__all__ = ["IN_PATTERN", "KNIT", "PURL", "STITCHES", "Face", "Family", "Lean", "Look", "Needs", "StitchKind"]
