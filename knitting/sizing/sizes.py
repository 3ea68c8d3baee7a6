"""Sizes: the count that gives a wished measure or uses a given yarn, what it really becomes, and its neighbours."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from knitting.forecast.forecast import Forecast, forecast_of
from knitting.forecast.metres import metres_of
from knitting.plan.plan import Count
from knitting.sizing.parameters import Parameter

_MOST_STEPS = 40
_MOST_ASIDE = 8
"""Values beside a guess that are tried, where everything changes in proportion."""

Measure = Callable[[Forecast], float]


@dataclass(frozen=True)
class Size:
    """One size: the value of the knob, its course, and what it measures (cm) or uses (m of yarn)."""

    value: int
    forecast: Forecast
    comes_to: float


@dataclass(frozen=True)
class NearestSizes:
    """The size nearest to a wish, with the next smaller and larger ones that the rules allow."""

    wished: float
    nearest: Size
    smaller: Size | None
    larger: Size | None

    @property
    def offered(self) -> tuple[Size, ...]:
        """The neighbours and the nearest, from small to large."""
        return tuple(size for size in (self.smaller, self.nearest, self.larger) if size is not None)


def nearest_sizes(knob: Parameter, of: Measure, wished: float) -> NearestSizes | None:
    """The size whose measure comes nearest to a wish; ``None`` where no size can be worked.

    Halving between the least and the most value, or where the line through the last two measures meets the
    wish: measures grow with the value that they follow.
    """
    if knob.proportional:
        return _in_proportion(knob, of, wished)
    low, high = knob.least, knob.most
    known: list[tuple[int, float]] = []
    for _ in range(_MOST_STEPS):
        if high - low <= 1:
            break
        middle = _between(low, high, known[-2:], wished)
        tried = _size(knob, _ruled(knob, middle), of)
        if tried is not None:
            known.append((middle, tried.comes_to))
        if tried is None or tried.comes_to >= wished:
            high = middle
        else:
            low = middle
    near = {_ruled(knob, value) for value in (low - 1, low, high, high + 1)}
    sizes = [size for value in sorted(near) if (size := _size(knob, value, of))]
    best = min(sizes, key=lambda size: (abs(size.comes_to - wished), size.value), default=None)
    return _around(knob, best, of, wished) if best is not None else None


def _in_proportion(knob: Parameter, of: Measure, wished: float) -> NearestSizes | None:
    """The same where the measure grows with the value, or with its square, and some values between have no size."""
    known: dict[int, Size | None] = {}

    def size(value: int) -> Size | None:
        if value not in known:
            known[value] = _size(knob, value, of) if knob.least <= value <= knob.most else None
        return known[value]

    best = size(knob.value)
    for power in (1.0, 0.5, 1.0, 0.5):
        if best is None or not best.comes_to:
            return None
        guess = round(best.value * (wished / best.comes_to) ** power)
        near = (guess + by * way for by in range(_MOST_ASIDE) for way in (1, -1))
        found = next((each for value in near if (each := size(value)) is not None), None)
        best = min((each for each in (best, found) if each is not None), key=lambda each: abs(each.comes_to - wished))
    middle = best.value if best is not None else knob.value
    for value in range(middle - _MOST_ASIDE, middle + _MOST_ASIDE + 1):
        size(value)
    sizes = sorted((each for each in known.values() if each is not None), key=lambda each: each.comes_to)
    nearest = min(sizes, key=lambda each: (abs(each.comes_to - wished), each.value), default=None)
    if nearest is None:
        return None
    smaller = [each for each in sizes if each.comes_to < nearest.comes_to - 1e-6]
    larger = [each for each in sizes if each.comes_to > nearest.comes_to + 1e-6]
    return NearestSizes(wished, nearest, smaller[-1] if smaller else None, larger[0] if larger else None)


def fitting_yarn(knob: Parameter, metres: float) -> NearestSizes | None:
    """The largest size that a length of yarn allows; the smallest of all where it allows none."""
    found = nearest_sizes(knob, metres_of, metres)
    if knob.proportional:
        below = found.smaller if found is not None and found.nearest.comes_to > metres else None
        return nearest_sizes(knob, metres_of, below.comes_to) if below is not None else found
    while found and found.nearest.comes_to > metres and found.smaller is not None:
        found = _around(knob, found.smaller, metres_of, metres)
    while found and found.larger is not None and found.larger.comes_to <= metres:
        found = _around(knob, found.larger, metres_of, metres)
    return found


def _between(low: int, high: int, known: list[tuple[int, float]], wished: float) -> int:
    """The next value to try: where the line through the last two measures meets the wish, else the middle."""
    middle = (low + high) // 2
    if len(known) < 2 or known[0][1] == known[1][1]:
        return middle if known or high - low < 64 else low + (high - low) // 16
    (one, at_one), (other, at_other) = known
    guess = round(one + (wished - at_one) * (other - one) / (at_other - at_one))
    return guess if low < guess < high else middle


def _around(knob: Parameter, nearest: Size, of: Measure, wished: float) -> NearestSizes:
    """A size with its next neighbours: those that really become another size."""
    smaller, larger = (_next(knob, nearest, of, way) for way in (-1, 1))
    return NearestSizes(wished, nearest, smaller, larger)


def _next(knob: Parameter, size: Size, of: Measure, way: int) -> Size | None:
    for step in range(1, 2 * _MOST_STEPS):
        value = size.value + way * step
        if not knob.least <= value <= knob.most:
            return None
        if value != _ruled(knob, value):
            continue
        other = _size(knob, value, of)
        if other is not None and (other.comes_to - size.comes_to) * way > 1e-6:
            return other
    return None


def _ruled(knob: Parameter, value: int) -> int:
    """The nearest value that keeps the knob's rules."""
    value = min(max(value, knob.least), knob.most)
    if knob.odd and value % 2 == 0:
        value += 1 if value < knob.most else -1
    return value


def _size(knob: Parameter, value: int, of: Measure) -> Size | None:
    """A size, or nothing where it cannot be worked or is beyond all limits.

    Where a count is stepped past, the value is the count that is really met.
    """
    plan = knob.turned(value)
    forecast = forecast_of(plan) if plan is not None else None
    if forecast is None or not forecast.sound or not forecast.stitches:
        return None
    ends = forecast.stages if knob.counted else ()
    met = next((stage.ends for stage in ends if stage.stage.until == Count(value)), value)
    exact = knob.turned(met) if met != value else None
    forecast = forecast_of(exact) if exact is not None else forecast
    # A stage that does not come to its end in this size is no size of the plan.
    if any(trouble.where[-1] == "until" for trouble in forecast.troubles):
        return None
    return Size(met, forecast, of(forecast))
