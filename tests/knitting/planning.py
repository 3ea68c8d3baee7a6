"""Plans for the tests: short ways to write them, and any plan at all."""

from __future__ import annotations

from hypothesis import strategies as st

from knitting.compiling import compile_plan
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered
from knitting.needle.worked import WorkedPiece
from knitting.plan.checks import FABRICS
from knitting.plan.plan import (
    LEFT_EDGE,
    RIGHT_EDGE,
    ROW_END,
    ROW_START,
    AddedLine,
    Beside,
    Count,
    Length,
    Line,
    LineKind,
    Plan,
    PlannedPart,
    Repeats,
    Rows,
    SetupRow,
    Shaping,
    Stage,
)
from knitting.plan.works import WORKS
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.stitches import Leaning
from knitting.working.piece_worker import work_piece


def made(name: str, **answers: object) -> Plan:
    """The plan of a construction, answered as on the command line."""
    found = answered(CONSTRUCTIONS[name], {key: str(value) for key, value in answers.items()})
    assert not found.refusals, found.refusals
    return found.plan()


def knitted(plan: Plan) -> WorkedPiece:
    """A plan compiled and worked; its rows must add up."""
    worked = work_piece(compile_plan(plan))
    assert not worked.problems, [str(problem) for problem in worked.problems]
    return worked


def bare(*counts: int, kind: LineKind = LineKind.STITCH, fabric: str = "garter") -> Plan:
    """Parts with lines of one kind between them, and no stage yet."""
    own = 0 if kind in (LineKind.BETWEEN, LineKind.UNMARKED) else 1
    parts = tuple(PlannedPart(f"part {at}", count, fabric) for at, count in enumerate(counts, start=1))
    lines = tuple(Line(f"line {at}", kind, own) for at in range(1, len(counts)))
    return Plan("Bare parts", CastOn(sum(counts) + own * len(lines), NOWHERE), parts, lines, ())


def staged(plan: Plan, *shapings: Shaping, rhythm: int = 2, until: object = None) -> Plan:
    """A plan with one stage more."""
    from dataclasses import replace

    stage = Stage(f"Stage {len(plan.stages) + 1}", rhythm, shapings, until or Repeats(3))  # type: ignore[arg-type]
    return replace(plan, stages=(*plan.stages, stage))


@st.composite
def plans(draw: st.DrawFn) -> Plan:
    """Any plan: parts, lines of every kind, stages of every end; some of them cannot be worked."""
    counts = draw(st.lists(st.integers(0, 14), min_size=1, max_size=5))
    kinds = draw(st.lists(st.sampled_from(LineKind), min_size=len(counts) - 1, max_size=len(counts) - 1))
    lines = tuple(
        Line(f"line {at}", kind, 0 if kind is LineKind.BETWEEN else draw(_own(kind)))
        for at, kind in enumerate(kinds, start=1)
    )
    fabrics = draw(st.lists(st.sampled_from(FABRICS), min_size=len(counts), max_size=len(counts)))
    parts = tuple(PlannedPart(f"part {at}", n, f) for at, (n, f) in enumerate(zip(counts, fabrics), start=1))
    stages = draw(
        st.lists(_stages([line.name for line in lines], [part.name for part in parts]), min_size=1, max_size=3)
    )
    plan = Plan("Any plan", CastOn(1, NOWHERE), parts, lines, tuple(stages), in_round=draw(st.booleans()))
    return plan.recast()


def _own(kind: LineKind) -> st.SearchStrategy[int]:
    if kind is LineKind.UNMARKED:
        return st.integers(0, 2)
    return st.just(1) if kind is LineKind.STITCH else st.integers(1, 3)


@st.composite
def _stages(draw: st.DrawFn, lines: list[str], parts: list[str]) -> Stage:
    rhythm = draw(st.integers(1, 6))
    return Stage(
        draw(st.sampled_from(["Grow", "Turn", "Shrink"])),
        rhythm,
        tuple(draw(st.lists(_shapings(lines, rhythm), max_size=4))),
        draw(
            st.one_of(
                st.builds(Repeats, st.integers(0, 8)),
                st.builds(Rows, st.integers(0, 30)),
                st.builds(Count, st.integers(0, 90)),
                st.builds(Length, st.floats(0, 12)),
            )
        ),
        ending=draw(st.integers(0, rhythm - 1)),
        setup=tuple(draw(st.lists(_setup_rows(lines, parts), max_size=2))),
        add_lines=tuple(draw(st.lists(_added_lines(parts), max_size=1))),
        drop_lines=tuple(draw(st.lists(st.sampled_from(lines), max_size=1))) if lines else (),
    )


@st.composite
def _setup_rows(draw: st.DrawFn, lines: list[str], parts: list[str]) -> SetupRow:
    born = draw(st.none() | st.builds(PlannedPart, st.sampled_from(["border", "edge band"]), st.integers(1, 6)))
    hold, back = (draw(st.sampled_from(["", "", *parts])) for _ in range(2))
    return SetupRow(tuple(draw(st.lists(_shapings(lines, 1), max_size=2))), born, hold, back)


@st.composite
def _added_lines(draw: st.DrawFn, parts: list[str]) -> AddedLine:
    kind = draw(st.sampled_from(LineKind))
    line = Line(draw(st.sampled_from(["centre", "new line"])), kind, 0 if kind is LineKind.BETWEEN else 1)
    left = draw(st.sampled_from(["new part", "other new part"]))
    return AddedLine(line, draw(st.sampled_from(parts)), left, draw(st.none() | st.integers(0, 9)))


@st.composite
def _shapings(draw: st.DrawFn, lines: list[str], rhythm: int) -> Shaping:
    at = draw(st.sampled_from([*lines, RIGHT_EDGE, LEFT_EDGE, ROW_START, ROW_END]))
    return Shaping(
        (at,),
        draw(st.sampled_from(Beside)),
        draw(st.sampled_from(sorted(WORKS))),
        tuple(draw(st.sets(st.integers(1, rhythm), min_size=1, max_size=3))),
        draw(st.integers(0, 2)),
        draw(st.sampled_from([Leaning.AWAY, Leaning.TOWARDS])),
    )
