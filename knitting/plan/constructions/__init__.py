"""The constructions that Bias knows, in the order in which they are offered."""

from __future__ import annotations

from types import MappingProxyType

from knitting.curvature import Curvature
from knitting.measures import said_cm
from knitting.plan.constructions.asymmetric import ASYMMETRIC
from knitting.plan.constructions.capelet import CAPELET
from knitting.plan.constructions.construction import Asked, Construction, Measured, Sort, Value, Values
from knitting.plan.constructions.corner_cloth import CORNER_CLOTH
from knitting.plan.constructions.disc import DISC
from knitting.plan.constructions.framed_chart import FRAMED_CHART
from knitting.plan.constructions.fringe_triangle import FRINGE_TRIANGLE
from knitting.plan.constructions.held_wing import HELD_WING
from knitting.plan.constructions.mitre import MITRE
from knitting.plan.constructions.poncho_panel import PONCHO_PANEL
from knitting.plan.constructions.triangle import TRIANGLE
from knitting.plan.constructions.yoke import YOKE
from knitting.plan.constructions.zigzag import ZIGZAG
from knitting.plan.foresight import Course

_ALL = (
    TRIANGLE,
    CORNER_CLOTH,
    ASYMMETRIC,
    FRINGE_TRIANGLE,
    MITRE,
    ZIGZAG,
    PONCHO_PANEL,
    YOKE,
    CAPELET,
    DISC,
    FRAMED_CHART,
    HELD_WING,
)
CONSTRUCTIONS = MappingProxyType({each.key: each for each in _ALL})
"""Every construction by its key."""


def said_over_head(course: Course) -> str:
    """Where a piece must pass over a head, and how wide it is there; nothing where it need not."""
    construction = CONSTRUCTIONS.get(course.plan.construction)
    if construction is None or construction.over_head is None:
        return ""
    words, of = construction.over_head
    return f"{words}: {said_cm(of(course))} before stretch. It must pass over a head."


__all__ = [
    "CONSTRUCTIONS",
    "Asked",
    "Construction",
    "Curvature",
    "Measured",
    "Sort",
    "Value",
    "Values",
    "said_over_head",
]
