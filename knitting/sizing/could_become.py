"""What a yarn could become: every construction in the largest size that the yarn allows."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from knitting.constructions import CONSTRUCTIONS, Construction
from knitting.constructions.answers import answered
from knitting.forecast.forecast import Forecast
from knitting.forecast.metres import metres_of
from knitting.gauges import GaugeSource
from knitting.measures import Gauge
from knitting.sizing.parameters import FollowingMeasure, Parameter, following_measures, parameters
from knitting.sizing.sizes import fitting_yarn

SPARE = 1.19
"""Yarn to spare, as a factor: so that nine hands in ten have enough before anything is weighed (doubt of hand 12 %,
fabric 8 %, yarn 3 %, and 1.28 standard deviations of it)."""


@dataclass(frozen=True, slots=True)
class Becoming:
    """A construction in the size that a yarn allows: its course, its measures in centimetres, its metres."""

    construction: Construction
    forecast: Forecast
    measures: tuple[tuple[FollowingMeasure, float], ...]
    metres: float


def could_become(
    metres: float, gauge: Gauge | None = None, known_from: GaugeSource | None = None, spare: float = SPARE
) -> Iterator[Becoming]:
    """Every construction that some metres allow, each as soon as it is found; those that need more are left out."""
    for construction in CONSTRUCTIONS.values():
        found = becoming(construction, metres, gauge, known_from, spare)
        if found is not None:
            yield found


def becoming(
    construction: Construction,
    metres: float,
    gauge: Gauge | None = None,
    known_from: GaugeSource | None = None,
    spare: float = SPARE,
) -> Becoming | None:
    """One construction in the largest size that some metres allow; ``None`` where its smallest needs more."""
    plan = answered(construction, {}).plan()
    if gauge is not None:
        plan = replace(plan, gauge=gauge, known_from=known_from)
    measures = following_measures(plan)
    knob = _knob(construction, parameters(plan), measures)
    found = fitting_yarn(knob, metres / spare) if knob is not None else None
    if found is None or found.nearest.comes_to > metres / spare:
        return None
    forecast = found.nearest.forecast
    shown = tuple((measure, measure.of(forecast)) for measure in following_measures(forecast.plan))
    return Becoming(construction, forecast, shown, metres_of(forecast))


def _knob(
    construction: Construction, turning: tuple[Parameter, ...], measures: tuple[FollowingMeasure, ...]
) -> Parameter | None:
    """The knob that makes the whole larger: its own, or that of the first measure."""
    wanted = construction.grows or (measures[0].knob if measures else "")
    return next((knob for knob in turning if knob.key == wanted), turning[0] if turning else None)
