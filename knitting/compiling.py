"""A plan as a piece: cast-on, marks, and for every stage its rows once and how often they come."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

from knitting.forecast.course import PlannedRow, StageCourse
from knitting.forecast.forecast import Course, foresee
from knitting.plan.plan import CENTRE, Count, Finishing, Line, LineKind, Plan
from knitting.plan.split import Split
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
    return compiled(foresee(plan))


def compiled(course: Course) -> Piece:
    """The piece of a plan whose course is known."""
    plan = course.plan
    sections = [Section("", tuple(_start(plan)))]
    for at, stage in enumerate(course.stages):
        orders = tuple(_stage(stage))
        name = plan.stages[at].name if len(course.stages) > 1 else ""
        if orders and name:
            sections.append(Section(name, orders))
        elif orders:
            sections[-1] = Section("", (*sections[-1].orders, *orders))
    sections[-1] = replace(sections[-1], orders=(*sections[-1].orders, *_finish(course)))
    headers = Headers(plan.name, plan.gauge, plan.yarns, plan.stripes, fabrics=plan.fabrics)
    return Piece(headers, tuple(sections))


def _start(plan: Plan) -> Iterator[Order]:
    start = plan.start
    if isinstance(start, CastOn):
        stitch_lines = plan.lines and all(line.kind is LineKind.STITCH for line in plan.lines)
        claim = None
        if stitch_lines and plan.counted == start.count:
            claim = Claim(plan.counted, NOWHERE, _parts(Split(plan.parts, plan.lines)))
        yield replace(start, count=plan.counted, claim=claim)
    else:
        yield replace(start, claim=Claim(start.total, NOWHERE))
    if plan.in_round:
        yield JoinRound(NOWHERE)
    yield from marks(Split(plan.parts, plan.lines), plan.lines)


def _parts(split: Split) -> tuple[int, ...]:
    found: list[int] = []
    for at, part in enumerate(split.parts):
        found.append(part.count)
        if at < len(split.lines):
            found.append(1)
    return tuple(found)


def marks(split: Split, lines: Sequence[Line]) -> Iterator[Order]:
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


def _stage(course: StageCourse) -> Iterator[Order]:
    stage = course.stage
    if stage.drop_lines:
        yield RemoveMarks(NOWHERE)
        yield from marks(course.opening, course.opening.lines)
    elif course.added:
        yield from marks(course.opening, [added.line for added in course.added])
    for number, row in enumerate(course.setup):
        yield from _setup_row(row, course, number)
    yield from _rhythm(course)


def _setup_row(row: PlannedRow, course: StageCourse, number: int) -> Iterator[Order]:
    if row.back:
        yield ReturnHeld(row.back, NOWHERE)
    name, head = ("Set-up rnd", "set_up") if course.in_round else ("Set-up row", "set_up")
    side = None if course.in_round else row.side
    claim = Claim(row.after.total, NOWHERE) if row.after.total != row.before.total else None
    yield Row(name, (), row.steps, NOWHERE, side, course.in_round, claim=claim, head=head)


def _rhythm(course: StageCourse) -> Iterator[Order]:
    written = course.written_rows()
    name, head = ("Rnd", "round") if course.in_round else ("Row", "row")
    # An odd number of rows meets both sides in turn: their words hold for either.
    either_side = course.in_round or len(course.cycle.rows) % 2 == 1
    first_with: dict[tuple[tuple[Step, ...], Side | None], int] = {}
    for number, steps in enumerate(written, start=1):
        side = None if either_side else _side(course, number)
        changes = course.totals[number] != course.totals[number - 1]
        claim = Claim(course.totals[number], NOWHERE) if changes else None
        model = first_with.setdefault((steps, side), number)
        if model < number and len(steps) > _PLAIN_ROW:
            yield SameAs(name, (number,), (model,), NOWHERE, side, claim=claim, head=head)
        else:
            yield Row(name, (number,), steps, NOWHERE, side, course.in_round, claim=claim, head=head)
    more = course.rows - len(written)
    if more <= 0:
        return
    times, rest = -(-more // len(written)), more % len(written)
    until = _until(course, times, rest)
    claim = None if isinstance(until, UntilCount) else Claim(course.ends, NOWHERE)
    yield Repeat(tuple(range(1, len(written) + 1)), until, NOWHERE, ending=rest or None, claim=claim)


def _side(course: StageCourse, number: int) -> Side:
    return course.side if number % 2 else course.side.other


def _until(course: StageCourse, times: int, rest: int) -> RepeatEnd:
    """A count where that is what was wished and every time brings it nearer; else a number of times."""
    if isinstance(course.stage.until, Count) and not rest:
        many = len(course.cycle.rows)
        met = [total for total in course.totals[many:-1:many] if total == course.ends]
        if not met and course.ends != course.begins:
            return UntilCount(course.ends, NOWHERE, remain=course.ends < course.begins)
    return Times(times, NOWHERE)


def _finish(course: Course) -> Iterator[Order]:
    finish = course.plan.finish
    if finish.way is Finishing.FASTEN_OFF:
        yield FastenOff(NOWHERE)
    elif finish.way is Finishing.BIND_OFF:
        spared = min(finish.dropped, course.ends // 2)
        yield BindOff(finish.manner, NOWHERE, spared, spared, drops=spared > 0)
