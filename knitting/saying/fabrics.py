"""Why a fabric cannot be worked, in words."""

from __future__ import annotations

from knitting.fabric.facts import (
    CountChangesInFabric,
    EmptyFabric,
    NotFromBehind,
    OtherWidthInFabric,
    TooLargeFabric,
)
from knitting.saying.language import N_
from knitting.saying.templates import Templates

TEMPLATES: Templates = {
    EmptyFabric: N_("'{fabric}' has no stitches."),
    CountChangesInFabric: N_(
        "Row {row} of '{fabric}' uses {uses:stitches} and makes {makes}: it would change the count."
    ),
    OtherWidthInFabric: N_("Row {row} of '{fabric}' has {columns} columns, and row 1 has {width}."),
    NotFromBehind: N_(
        "Row {row} of '{fabric}' is a wrong-side row when worked flat, and '{stitch}' cannot be worked there."
    ),
    TooLargeFabric: N_(
        "'{fabric}' has {width} columns and {height} rows: at most {most_columns} columns and "
        "{most_rows} rows are worked."
    ),
}
