"""Why a row stops: what is raised inside the engine and becomes a problem of the row."""

from __future__ import annotations

from dataclasses import dataclass

from knitting.needle.facts import Limit, NotHeld, OverLimit
from knitting.problems import Facts, Mend, Problem, Span
from knitting.rows import Return
from knitting.rows.replacements import StepsInstead

_MOST_OFFERED = 3


@dataclass(eq=False)
class Stop(Exception):
    """Working cannot go on in this row. It never leaves the engine; without facts the reader has said why."""

    where: Span
    facts: Facts | None = None
    mends: tuple[Mend, ...] = ()


def not_held(name: str, where: Span, held: tuple[str, ...]) -> Problem:
    """No stitches are held under that name."""
    mends = tuple(StepsInstead(where, (Return(other, where),)) for other in held[:_MOST_OFFERED])
    return Problem(where, NotHeld(name, held), mends)


def over_limit(where: Span, limit: Limit, most: int) -> Stop:
    """One of the limits is reached."""
    return Stop(where, OverLimit(limit, most))
