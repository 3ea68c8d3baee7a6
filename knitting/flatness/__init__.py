"""Whether a cloth lies as it is meant to: where it cups, ruffles, bends or pulls. What finds it is in ``finder``."""

from knitting.flatness.findings import Bend, Finding
from knitting.flatness.verdicts import FLAT_DEG, Verdict, verdict_of

__all__ = ["FLAT_DEG", "Bend", "Finding", "Verdict", "verdict_of"]
