"""The constructions that Bias knows, in the order in which they are offered."""

from __future__ import annotations

from types import MappingProxyType

from knitting.constructions.asymmetric import ASYMMETRIC
from knitting.constructions.bias_rectangle import BIAS_RECTANGLE
from knitting.constructions.bias_scarf import BIAS_SCARF
from knitting.constructions.capelet import CAPELET
from knitting.constructions.construction import AnswerKind, Construction, Question, Use, Value, Values, WishedMeasure
from knitting.constructions.corner_cloth import CORNER_CLOTH
from knitting.constructions.cowl import COWL
from knitting.constructions.crescent import CRESCENT
from knitting.constructions.crown import CROWN
from knitting.constructions.disc import DISC
from knitting.constructions.doubling_circle import DOUBLING_CIRCLE
from knitting.constructions.framed_chart import FRAMED_CHART
from knitting.constructions.fringe_triangle import FRINGE_TRIANGLE
from knitting.constructions.held_wing import HELD_WING
from knitting.constructions.long_edge_triangle import LONG_EDGE_TRIANGLE
from knitting.constructions.mitre import MITRE
from knitting.constructions.polygon import POLYGON
from knitting.constructions.poncho_panel import PONCHO_PANEL
from knitting.constructions.round_poncho import ROUND_PONCHO
from knitting.constructions.sideways_triangle import SIDEWAYS_TRIANGLE
from knitting.constructions.square_from_centre import SQUARE_FROM_CENTRE
from knitting.constructions.triangle import TRIANGLE
from knitting.constructions.wedge_shawl import WEDGE_SHAWL
from knitting.constructions.yoke import YOKE
from knitting.constructions.zigzag import ZIGZAG
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.measures import said_length
from knitting.statements import Sentence, sentence

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
    SIDEWAYS_TRIANGLE,
    BIAS_RECTANGLE,
    BIAS_SCARF,
    SQUARE_FROM_CENTRE,
    WEDGE_SHAWL,
    LONG_EDGE_TRIANGLE,
    ROUND_PONCHO,
    CRESCENT,
    POLYGON,
    COWL,
    DOUBLING_CIRCLE,
    CROWN,
)
_HEAD_CM = 48.0
CONSTRUCTIONS = MappingProxyType({each.key: each for each in _ALL})
"""Every construction by its key."""


def over_head(forecast: Forecast) -> Sentence | None:
    """Where a piece must pass over a head, and how wide it is there; ``None`` where it need not."""
    construction = CONSTRUCTIONS.get(forecast.plan.construction)
    if construction is None or construction.over_head is None:
        return None
    words, of = construction.over_head
    return sentence(
        "{where}: {width} before stretch. It must pass over a head.",
        where=sentence(words),
        width=said_length(of(forecast)),
    )


def too_small_for_head(forecast: Forecast) -> Sentence | None:
    """Why nobody's head goes through, where a piece must pass over one; ``None`` where it does, or need not.

    A head is some 56 cm round, and an edge gives about a sixth: common practice, no source.
    """
    construction = CONSTRUCTIONS.get(forecast.plan.construction)
    if construction is None or construction.over_head is None:
        return None
    words, of = construction.over_head
    if of(forecast) >= _HEAD_CM:
        return None
    return sentence("{where}: {width} is too small for a head.", where=sentence(words), width=said_length(of(forecast)))


__all__ = [
    "CONSTRUCTIONS",
    "AnswerKind",
    "Construction",
    "Curvature",
    "Question",
    "Use",
    "Value",
    "Values",
    "WishedMeasure",
    "over_head",
    "too_small_for_head",
]
