"""What would mend a problem, before it has words: steps, orders, counts and headers to be written in a place."""

from __future__ import annotations

from dataclasses import dataclass

from knitting.measures import Gauge
from knitting.problems import Mend
from knitting.rows.piece import Order, Side
from knitting.rows.repeat_ends import UntilCount
from knitting.rows.steps import Step


@dataclass(frozen=True, slots=True)
class StepsInstead(Mend):
    """Other steps of a row; none leaves the place out."""

    steps: tuple[Step, ...]


@dataclass(frozen=True, slots=True)
class OrderInstead(Mend):
    """Another order, without its full stop; on a line of its own, put in before what stands there."""

    order: Order
    own_line: bool = False


@dataclass(frozen=True, slots=True)
class CountInstead(Mend):
    """Another stated count, with its parts where they were given."""

    total: int
    parts: tuple[int, ...] = ()


@dataclass(frozen=True, slots=True)
class UntilInstead(Mend):
    """Another count at which a repeat ends."""

    until: UntilCount


@dataclass(frozen=True, slots=True)
class SideInstead(Mend):
    """The other side of the cloth."""

    side: Side


@dataclass(frozen=True, slots=True)
class NumberInstead(Mend):
    """Another number of a row."""

    number: int


@dataclass(frozen=True, slots=True)
class GaugeHeader(Mend):
    """A gauge, put in at the top."""

    gauge: Gauge


@dataclass(frozen=True, slots=True)
class ShapingHeader(Mend):
    """A header that says once which increase or decrease is meant: a pair or a stitch, by its key."""

    increase: bool
    key: str
