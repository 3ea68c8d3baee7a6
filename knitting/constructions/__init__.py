"""The constructions that Bias knows, in the order in which they are offered."""

from __future__ import annotations

from types import MappingProxyType

from knitting.constructions.asymmetric import ASYMMETRIC
from knitting.constructions.capelet import CAPELET
from knitting.constructions.construction import AnswerKind, Construction, Question, Value, Values, WishedMeasure
from knitting.constructions.corner_cloth import CORNER_CLOTH
from knitting.constructions.disc import DISC
from knitting.constructions.framed_chart import FRAMED_CHART
from knitting.constructions.fringe_triangle import FRINGE_TRIANGLE
from knitting.constructions.held_wing import HELD_WING
from knitting.constructions.mitre import MITRE
from knitting.constructions.poncho_panel import PONCHO_PANEL
from knitting.constructions.triangle import TRIANGLE
from knitting.constructions.yoke import YOKE
from knitting.constructions.zigzag import ZIGZAG
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.measures import said_cm

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


def said_over_head(forecast: Forecast) -> str:
    """Where a piece must pass over a head, and how wide it is there; nothing where it need not."""
    construction = CONSTRUCTIONS.get(forecast.plan.construction)
    if construction is None or construction.over_head is None:
        return ""
    words, of = construction.over_head
    return f"{words}: {said_cm(of(forecast))} before stretch. It must pass over a head."


__all__ = [
    "CONSTRUCTIONS",
    "AnswerKind",
    "Construction",
    "Curvature",
    "Question",
    "Value",
    "Values",
    "WishedMeasure",
    "said_over_head",
]
