"""The measures of a cloth and how it lies, as JSON."""

from __future__ import annotations

from typing import Any

from knitting.cloth import Layout, NoLayout, measure
from knitting.flatness.finder import flatness
from knitting.saying.findings import said_place
from knitting.saying.statements import said


def shape_json(layout: Layout | NoLayout) -> dict[str, Any]:
    """The published form of a cloth's measures and of how it lies."""
    return {
        **measure(layout).as_json(),
        "flatness": [
            {
                "where": said_place(each),
                "rows": list(each.rows),
                "defect_deg": round(each.defect_deg, 2),
                "says": said(each.about),
            }
            for each in flatness(layout)
        ],
    }
