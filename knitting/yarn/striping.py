"""The rows that stripes are planned for, and the stripes of a whole piece."""

from __future__ import annotations

from dataclasses import replace
from itertools import groupby
from typing import NamedTuple

from knitting.measures import GUESS_IN_GARTER, Gauge, GaugesFrom
from knitting.needle.worked import WorkedPiece
from knitting.rows import Stripe
from knitting.yarn.metres import spent
from knitting.yarn.stripes import StripePlan
from knitting.yarn.tails import bind_off_m
from knitting.yarn.weighing import Numbers


class RowsAhead(NamedTuple):
    """Metres of every row from ``first`` (from 1) on, the rows that go together, and what the bind-off takes."""

    first: int
    row_m: Numbers
    pair: int
    bind_off_m: float


def rows_ahead(
    worked: WorkedPiece, gauge: Gauge | None = None, done: int = 0, later: GaugesFrom = (), hand: float = 1.0
) -> RowsAhead:
    """The rows after the first ``done``, whatever their colours are now; ``hand`` is the factor that weighings told."""
    known = gauge or worked.piece.headers.gauge or GUESS_IN_GARTER
    plain = replace(worked, rows=tuple(row._replace(colour="") for row in worked.rows))
    sums = spent(plain, known, later).metres.sum(axis=(1, 2)) * hand
    row_m = sums[1:] - sums[:-1]
    row_m[:1] += sums[0]
    rows = worked.rows
    pair = 1 if rows and rows[-1].in_round else 2
    closing = bind_off_m(rows[-1].end, known) * hand if rows else 0.0
    return RowsAhead(done + 1, row_m[done:], pair, closing)


def whole_stripes(worked: WorkedPiece, done: int, plan: StripePlan) -> tuple[Stripe, ...]:
    """The stripes of a whole piece: rows that are done keep their colours, the last planned one goes on to the end."""
    colours = [row.colour for row in worked.rows[:done]]
    for band in plan.bands:
        colours += [band.colour] * (band.last - band.first + 1)
    colours += [colours[-1]] * (len(worked.rows) - len(colours)) if colours else []
    return tuple(Stripe(len(list(rows)), colour) for colour, rows in groupby(colours))
