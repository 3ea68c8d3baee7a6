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
    StitchUnit,
    adapted,
    fabric_trouble,
    seen_from_behind,
)
from knitting.fabric.library import FABRICS, GARTER, with_own
from knitting.fabric.written import fabric_run

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
    "StitchUnit",
    "adapted",
    "fabric_run",
    "fabric_trouble",
    "seen_from_behind",
    "with_own",
]
