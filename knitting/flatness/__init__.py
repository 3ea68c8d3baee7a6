"""Whether a cloth lies as it is meant to: where it cups, ruffles, bends or pulls."""

from knitting.flatness.finder import flat_increases, flatness, meant_to, top_angle_deg
from knitting.flatness.findings import Bend, Finding
from knitting.flatness.verdicts import FLAT_DEG, Verdict, verdict_of

__all__ = [
    "FLAT_DEG",
    "Bend",
    "Finding",
    "Verdict",
    "flat_increases",
    "flatness",
    "meant_to",
    "top_angle_deg",
    "verdict_of",
]
