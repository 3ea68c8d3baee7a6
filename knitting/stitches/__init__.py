"""The vocabulary of stitches."""

from knitting.stitches.kinds import Face, Family, Lean, Look, Needs, StitchKind
from knitting.stitches.table import BIND_OFF, KNIT, PURL, STITCHES

__all__ = ["BIND_OFF", "KNIT", "PURL", "STITCHES", "Face", "Family", "Lean", "Look", "Needs", "StitchKind"]
