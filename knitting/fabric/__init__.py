"""Stitch patterns: what stands in every column and row of a fabric, as its right side is seen."""

from knitting.fabric.fabric import (
    FABRIC_NAME,
    MOST_COLUMNS,
    MOST_FABRICS,
    MOST_ROWS,
    Fabric,
    Joins,
    Pin,
    Rest,
    Unit,
    seen_from_behind,
    trouble_of,
    worn,
)
from knitting.fabric.library import FABRICS, GARTER, with_own
from knitting.fabric.written import stretch

__all__ = [
    "FABRICS",
    "FABRIC_NAME",
    "GARTER",
    "MOST_COLUMNS",
    "MOST_FABRICS",
    "MOST_ROWS",
    "Fabric",
    "Joins",
    "Pin",
    "Rest",
    "Unit",
    "seen_from_behind",
    "stretch",
    "trouble_of",
    "with_own",
    "worn",
]
