"""Sizes: the count that gives a wished measure or uses a given yarn, what it really becomes, and its neighbours."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from knitting.measures import Gauge, yarn_of_stitch_cm
from knitting.plan.answers import Answered
from knitting.plan.constructions.construction import Asked, Measured
from knitting.plan.foresight import Course, foresee
from knitting.plan.plan import Count, Plan

_MOST_STEPS = 40
_WITHIN_LIMIT = 2_000_000
"""Stitches in all above which no size is tried."""


@dataclass(frozen=True)
class Size:
    """One size: the answer that gives it, the plan, its course, and what it measures (cm) or uses (m of yarn)."""

    answers: Answered
    value: int
    course: Course
    comes_to: float


@dataclass(frozen=True)
class Sized:
    """The size nearest to a wish, with its neighbours; ``exact`` where no other lies nearer to the wish by rule."""

    wished: float
    nearest: Size
    smaller: Size | None
    larger: Size | None


def sized(answers: Answered, measured: Measured, wished_cm: float, gauge: Gauge | None = None) -> Sized:
    """The size whose measure comes nearest to a wish in centimetres, by the gauge."""
    return _search(answers, measured.follows, wished_cm, lambda course: measured.of(course), gauge)


def fitting_yarn(answers: Answered, follows: str, metres: float, gauge: Gauge | None = None) -> Sized:
    """The largest size that a length of yarn allows, by the answer that decides the size.

    The nearest size never needs more than there is, unless even the smallest does.
    """
    found = _search(answers, follows, metres, yarn_m, gauge)
    while found.nearest.comes_to > metres and found.smaller is not None:
        found = _around(answers, follows, found.smaller.value, metres, yarn_m, gauge)
    if found.larger is not None and found.larger.comes_to <= metres:
        found = _around(answers, follows, found.larger.value, metres, yarn_m, gauge)
    return found


def yarn_m(course: Course) -> float:
    """Yarn of all stitches, in metres: plain knit at the gauge, a guess until it is weighed."""
    return course.stitches * yarn_of_stitch_cm(course.plan.gauge_at(1)) / 100


def _search(
    answers: Answered, follows: str, wished: float, of: Callable[[Course], float], gauge: Gauge | None
) -> Sized:
    """Halving between the least and the most answer: measures grow with the answer that they follow."""
    asked = _asked(answers, follows)
    low, high = asked.least, asked.most
    known: list[tuple[int, float]] = []
    for _ in range(_MOST_STEPS):
        if high - low <= 1:
            break
        middle = _between(low, high, known[-2:], wished)
        tried = _size(answers, follows, _ruled(asked, middle), of, gauge)
        if tried is not None:
            known.append((middle, tried.comes_to))
        if tried is None or tried.comes_to >= wished:
            high = middle
        else:
            low = middle
    near = {_ruled(asked, value) for value in (low - 1, low, high, high + 1)}
    sizes = [size for value in sorted(near) if (size := _size(answers, follows, value, of, gauge))]
    best = min(sizes, key=lambda size: (abs(size.comes_to - wished), size.value), default=None)
    if best is None:
        raise ValueError(f"No size of {answers.construction.title} can be worked.")
    return _around(answers, follows, best.value, wished, of, gauge)


def _between(low: int, high: int, known: list[tuple[int, float]], wished: float) -> int:
    """The next answer to try: where the line through the last two measures meets the wish, else the middle."""
    middle = (low + high) // 2
    if len(known) < 2 or known[0][1] == known[1][1]:
        return middle if known or high - low < 64 else low + (high - low) // 16
    (one, at_one), (other, at_other) = known
    guess = round(one + (wished - at_one) * (other - one) / (at_other - at_one))
    return guess if low < guess < high else middle


def _around(
    answers: Answered, follows: str, value: int, wished: float, of: Callable[[Course], float], gauge: Gauge | None
) -> Sized:
    """A size with its next neighbours: those that really become another size."""
    nearest = _size(answers, follows, value, of, gauge)
    assert nearest is not None
    smaller, larger = (_next(answers, follows, nearest, of, gauge, way) for way in (-1, 1))
    return Sized(wished, nearest, smaller, larger)


def _next(
    answers: Answered, follows: str, size: Size, of: Callable[[Course], float], gauge: Gauge | None, way: int
) -> Size | None:
    asked = _asked(answers, follows)
    for step in range(1, 2 * _MOST_STEPS):
        value = size.value + way * step
        if not asked.least <= value <= asked.most:
            return None
        if value != _ruled(asked, value):
            continue
        other = _size(answers, follows, value, of, gauge)
        if other is not None and (other.comes_to - size.comes_to) * way > 1e-6:
            return other
    return None


def _asked(answers: Answered, key: str) -> Asked:
    asked = answers.construction.asked(key)
    assert asked is not None, "a measure follows a question of its construction"
    return asked


def _ruled(asked: Asked, value: int) -> int:
    """The nearest answer that keeps the question's rules."""
    value = min(max(value, asked.least), asked.most)
    if asked.odd and value % 2 == 0:
        value += 1 if value < asked.most else -1
    return value


def _size(
    answers: Answered, follows: str, value: int, of: Callable[[Course], float], gauge: Gauge | None
) -> Size | None:
    """A size, or nothing where it cannot be worked or is beyond all limits."""
    there = answers.with_value(follows, value)
    course = foresee(with_gauge(there.plan(), gauge))
    if not course.sound or not course.stages or course.stitches > _WITHIN_LIMIT:
        return None
    met = next((stage.ends for stage in course.stages if stage.stage.until == Count(value)), value)
    return Size(there if met == value else answers.with_value(follows, met), met, course, of(course))


def with_gauge(plan: Plan, gauge: Gauge | None) -> Plan:
    """The plan at another gauge; at its own where none is given."""
    return replace(plan, gauge=gauge) if gauge is not None else plan
