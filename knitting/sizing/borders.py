"""The borders of a plan: parts at its edges that keep their stitches."""

from __future__ import annotations

from knitting.forecast.forecast import Forecast
from knitting.plan.plan import LineKind


def borders(forecast: Forecast) -> frozenset[int]:
    """The places of the parts that lie at an edge, that no mark divides off, and whose count never changes."""
    parts, lines = forecast.plan.parts, forecast.plan.lines
    if len(parts) == 1:
        return frozenset()
    growing = {name for stage in forecast.stages for name in stage.grows}
    ends = ((0, lines[0]), (len(parts) - 1, lines[-1]))
    return frozenset(at for at, line in ends if line.kind is LineKind.UNMARKED and parts[at].name not in growing)
