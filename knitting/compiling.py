"""A plan as a piece: cast-on, marks, and for every stage its rows once and how often they come."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

from knitting.forecast.forecast import Forecast, forecast_of
from knitting.forecast.stages import PlannedRow, StageForecast
from knitting.plan.plan import CENTRE, Count, Finishing, Line, LineKind, Plan
from knitting.plan.split import RowSplit
from knitting.problems import NOWHERE
from knitting.rows import (
    BindOff,
    CastOn,
    Claim,
    FastenOff,
    Headers,
    JoinRound,
    Marking,
    MarkStitches,
    Order,
    Piece,
    RemoveMarks,
    Repeat,
    RepeatEnd,
    ReturnHeld,
    Row,
    SameAs,
    Section,
    Side,
    Step,
    Times,
    UntilCount,
)

_PLAIN_ROW = 2
"""Rows of at most so many steps are written again instead of pointed to."""


def compile_plan(plan: Plan) -> Piece:
    """The rows of a plan as a piece with row numbers, goals and counts; what cannot be worked is left out."""
    return compiled(forecast_of(plan))


def compiled(forecast: Forecast) -> Piece:
    """The piece of a plan whose course is known."""
    plan = forecast.plan
    sections = [Section("", tuple(_start(plan)))]
    for at, stage in enumerate(forecast.stages):
        orders = tuple(_stage(stage))
        name = plan.stages[at].name if len(forecast.stages) > 1 else ""
        if orders and name:
            sections.append(Section(name, orders))
        elif orders:
            sections[-1] = Section("", (*sections[-1].orders, *orders))
    sections[-1] = replace(sections[-1], orders=(*sections[-1].orders, *_finish(forecast)))
    headers = Headers(plan.name, plan.gauge, plan.yarns, plan.stripes, fabrics=plan.fabrics)
    return Piece(headers, tuple(sections))


def _start(plan: Plan) -> Iterator[Order]:
    start = plan.start
    if isinstance(start, CastOn):
        stitch_lines = plan.lines and all(line.kind is LineKind.STITCH for line in plan.lines)
        claim = None
        if stitch_lines and plan.counted == start.count:
            claim = Claim(plan.counted, NOWHERE, _parts(RowSplit(plan.parts, plan.lines)))
        yield replace(start, count=plan.counted, claim=claim)
    else:
        yield replace(start, claim=Claim(start.total, NOWHERE))
    if plan.in_round:
        yield JoinRound(NOWHERE)
    yield from marks(RowSplit(plan.parts, plan.lines), plan.lines)


def _parts(split: RowSplit) -> tuple[int, ...]:
    found: list[int] = []
    for at, part in enumerate(split.parts):
        found.append(part.count)
        if at < len(split.lines):
            found.append(1)
    return tuple(found)


def marks(split: RowSplit, lines: Sequence[Line]) -> Iterator[Order]:
    """The marks of some lines, set between two rows; those of one way together."""
    positions: dict[Marking, list[int]] = {}
    for line, start in zip(split.lines, split.starts(), strict=True):
        if line not in lines or line.kind is LineKind.UNMARKED:
            continue
        if line.kind is LineKind.STITCH:
            positions.setdefault(Marking.STITCH, []).append(start + 1)
        elif line.kind is LineKind.BOTH and line.stitches == 1:
            positions.setdefault(Marking.BOTH, []).append(start + 1)
        else:
            places = [start + line.stitches + 1] if line.kind is not LineKind.BEFORE else []
            places += [start + 1] if line.kind in (LineKind.BEFORE, LineKind.BOTH) else []
            positions.setdefault(Marking.BEFORE, []).extend(sorted(places))
    centre = next((line for line in lines if line.name == CENTRE and line.stitches == 1), None)
    for way, places in positions.items():
        middle = centre is not None and centre.kind is not LineKind.AFTER
        alone = middle and places == [(split.total + 1) // 2] and split.total % 2 == 1
        yield MarkStitches(() if alone else tuple(places), NOWHERE, way)


def _stage(forecast: StageForecast) -> Iterator[Order]:
    stage = forecast.stage
    if stage.drop_lines:
        yield RemoveMarks(NOWHERE)
        yield from marks(forecast.opening, forecast.opening.lines)
    elif forecast.added:
        yield from marks(forecast.opening, [added.line for added in forecast.added])
    for number, row in enumerate(forecast.setup):
        yield from _setup_row(row, forecast, number)
    yield from _rhythm(forecast)


def _setup_row(row: PlannedRow, forecast: StageForecast, number: int) -> Iterator[Order]:
    if row.back:
        yield ReturnHeld(row.back, NOWHERE)
    side = None if forecast.in_round else row.side
    claim = Claim(row.after.total, NOWHERE) if row.after.total != row.before.total else None
    numbers: tuple[int, ...] = ()
    if forecast.stage.as_written:
        name, head = ("Rnd", "round") if forecast.in_round else ("Row", "row")
        numbers = (number + 1,)
    else:
        name, head = ("Set-up rnd", "set_up") if forecast.in_round else ("Set-up row", "set_up")
    yield Row(name, numbers, row.steps, NOWHERE, side, forecast.in_round, claim=claim, head=head)


def _rhythm(forecast: StageForecast) -> Iterator[Order]:
    written = forecast.written_rows()
    name, head = ("Rnd", "round") if forecast.in_round else ("Row", "row")
    # An odd number of rows meets both sides in turn: their words hold for either.
    alone = forecast.rows == 1 and forecast.side is Side.WS
    either_side = forecast.in_round or (len(forecast.cycle.rows) % 2 == 1 and not alone)
    first_with: dict[tuple[tuple[Step, ...], Side | None], int] = {}
    for number, steps in enumerate(written, start=1):
        side = None if either_side else _side(forecast, number)
        changes = forecast.totals[number] != forecast.totals[number - 1]
        claim = Claim(forecast.totals[number], NOWHERE) if changes else None
        model = first_with.setdefault((steps, side), number)
        if model < number and len(steps) > _PLAIN_ROW:
            yield SameAs(name, (number,), (model,), NOWHERE, side, claim=claim, head=head)
        else:
            yield Row(name, (number,), steps, NOWHERE, side, forecast.in_round, claim=claim, head=head)
    more = forecast.rows - len(written)
    if more <= 0:
        return
    times, rest = -(-more // len(written)), more % len(written)
    until = _until(forecast, times, rest)
    claim = None if isinstance(until, UntilCount) else Claim(forecast.ends, NOWHERE)
    yield Repeat(tuple(range(1, len(written) + 1)), until, NOWHERE, ending=rest or None, claim=claim)


def _side(forecast: StageForecast, number: int) -> Side:
    return forecast.side if number % 2 else forecast.side.other


def _until(forecast: StageForecast, times: int, rest: int) -> RepeatEnd:
    """A count where that is what was wished and every time brings it nearer; else a number of times."""
    if isinstance(forecast.stage.until, Count) and not rest:
        many = len(forecast.cycle.rows)
        met = [total for total in forecast.totals[many:-1:many] if total == forecast.ends]
        if not met and forecast.ends != forecast.begins:
            return UntilCount(forecast.ends, NOWHERE, remain=forecast.ends < forecast.begins)
    return Times(times, NOWHERE)


def _finish(forecast: Forecast) -> Iterator[Order]:
    finish = forecast.plan.finish
    if finish.way is Finishing.FASTEN_OFF:
        yield FastenOff(NOWHERE)
    elif finish.way is Finishing.BIND_OFF:
        spared = min(finish.dropped, forecast.ends if finish.one_side else forecast.ends // 2)
        yield BindOff(finish.manner, NOWHERE, 0 if finish.one_side else spared, spared, drops=spared > 0)
