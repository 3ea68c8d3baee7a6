"""Values that are one of several kinds say in ``kind`` which: orders, steps, goals, ends, sources of a gauge."""

from __future__ import annotations

from functools import cache

from knitting.coding.shapes import options
from knitting.gauges import GaugeSource
from knitting.plan.plan import End
from knitting.rows import Goal, Order, RepeatEnd, Step


@cache
def is_tagged(class_: type) -> bool:
    """Whether a value says in ``kind`` what it is: wherever it may be one of several."""
    return any(class_ in options(union).values() for union in (Goal, Order, RepeatEnd, Step, End, GaugeSource))
