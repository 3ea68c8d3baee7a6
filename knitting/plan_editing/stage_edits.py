"""A stage of a plan changed in one place: its rhythm, its end, its shapings."""

from __future__ import annotations

from dataclasses import replace
from typing import TypeVar

from knitting.forecast.forecast import forecast_of
from knitting.plan.checks import MOST_LINES
from knitting.plan.plan import (
    Beside,
    Count,
    End,
    Length,
    LineKind,
    PartCount,
    Plan,
    Repeats,
    Rows,
    Shaping,
    Stage,
    YarnShare,
)
from knitting.plan.stage_checks import MOST_RHYTHM
from knitting.plan.works import WORKS
from knitting.plan_editing.refusals import CannotEdit
from knitting.plan_editing.typed import place_in, typed_choice, typed_decimal, typed_name, typed_number
from knitting.statements import sentence
from knitting.stitches import Leaning

_Value = TypeVar("_Value")


ENDS = ("count", "rows", "repeats", "length", "part", "yarn")
"""The kinds of ends, by the keys that they are chosen by."""


def put(values: tuple[_Value, ...], at: int, value: _Value) -> tuple[_Value, ...]:
    """Some values with one of them other."""
    return (*values[:at], value, *values[at + 1 :])


def stage_edited(plan: Plan, place: int, path: list[str], text: str) -> Stage:
    """The stage of a place with one word other, by the path of the word within it."""
    stage, what = plan.stages[place], path[0]
    if what == "shapings" and len(path) == 3:
        at = place_in(path[1], stage.shapings)
        shaping = _shaping(stage.shapings[at], path[2], text, stage)
        return replace(stage, shapings=put(stage.shapings, at, shaping))
    if what == "add_lines" and len(path) == 3 and path[2] == "kind":
        at = place_in(path[1], stage.add_lines)
        added = stage.add_lines[at]
        kind = LineKind(typed_choice(text, tuple(kind.value for kind in LineKind), sentence("A line")))
        own = 0 if kind is LineKind.BETWEEN else max(added.line.stitches, 1)
        line = replace(added.line, kind=kind, stitches=own)
        return replace(stage, add_lines=put(stage.add_lines, at, replace(added, line=line)))
    if what == "name":
        return replace(stage, name=typed_name(text, sentence("A stage")))
    if what == "rhythm":
        rhythm = typed_number(text, sentence("A rhythm"), 1, MOST_RHYTHM)
        return replace(stage, rhythm=rhythm, ending=stage.ending if stage.ending < rhythm else 0)
    if what == "ending":
        return replace(stage, ending=typed_number(text, sentence("The last row"), 0, stage.rhythm) % stage.rhythm)
    if what == "until_kind":
        return replace(stage, until=_other_end(plan, place, typed_choice(text, ENDS, sentence("An end"))))
    if what in ("until", "until_part"):
        return replace(stage, until=_end(plan, stage.until, what, text))
    raise CannotEdit(sentence("A stage has no '{what}'.", what=what[:20]))


def end_kind(until: End) -> str:
    """The key of an end's kind."""
    return {Count: "count", Rows: "rows", Repeats: "repeats", Length: "length", PartCount: "part", YarnShare: "yarn"}[
        type(until)
    ]


def _other_end(plan: Plan, place: int, kind: str) -> End:
    """An end of another kind that stops the stage where it stops now."""
    if kind == end_kind(plan.stages[place].until):
        return plan.stages[place].until
    courses = forecast_of(plan).stages
    if place >= len(courses):
        raise CannotEdit(sentence("Mend what stands before it first: where this stage ends cannot be told yet."))
    forecast = courses[place]
    if kind == "count":
        return Count(forecast.ends)
    if kind == "rows":
        return Rows(forecast.rows)
    if kind == "repeats":
        return Repeats(max(forecast.times, 1))
    if kind == "length":
        return Length(round(max(forecast.rows, 1) * plan.gauge_at(forecast.first_row).row_cm, 1))
    if kind == "part":
        part = forecast.closing.parts[0]
        return PartCount(part.name, part.count)
    return YarnShare(0.5)


def _end(plan: Plan, until: End, what: str, text: str) -> End:
    if isinstance(until, PartCount) and what == "until_part":
        return replace(until, part=typed_name(text, sentence("A part")))
    match until:
        case Count():
            return Count(typed_number(text, sentence("The count")))
        case PartCount(part):
            return PartCount(part, typed_number(text, sentence("'{part}'", part=part)))
        case Rows():
            return Rows(typed_number(text, sentence("The rows"), 0, 99_999))
        case Repeats():
            return Repeats(typed_number(text, sentence("The times"), 0, 99_999))
        case Length():
            return Length(typed_decimal(text, sentence("The length in cm"), 9_999))
    return YarnShare(
        min(typed_decimal(text.rstrip("% "), sentence("The share of the yarn in per cent"), 100) / 100, 1.0)
    )


def _shaping(shaping: Shaping, what: str, text: str, stage: Stage) -> Shaping:
    if what == "rows":
        words = text.replace(",", " ").split()
        rows = sorted({typed_number(word, sentence("A row"), 1, stage.rhythm) for word in words})
        if not rows:
            raise CannotEdit(sentence("A shaping needs at least one row of 1 to {rhythm}.", rhythm=stage.rhythm))
        return replace(shaping, rows=tuple(rows))
    if what == "away":
        return replace(shaping, away=typed_number(text, sentence("The plain stitches between"), 0, 200))
    if what == "side":
        side = Beside(typed_choice(text, tuple(side.value for side in Beside), sentence("A side")))
        work = WORKS.get(shaping.work)
        if work is not None and work.across != (side is Beside.ON):
            return replace(shaping, side=side, work="cdd" if side is Beside.ON else "yo", steps=())
        return replace(shaping, side=side)
    if what == "work":
        work = WORKS[typed_choice(text, tuple(WORKS), sentence("A way of shaping"))]
        was_on = shaping.side is Beside.ON
        side = Beside.ON if work.across else Beside.BOTH if was_on else shaping.side
        return replace(shaping, work=text, steps=(), side=side)
    if what == "leaning":
        return replace(
            shaping, leaning=Leaning(typed_choice(text, tuple(each.value for each in Leaning), sentence("The lean")))
        )
    if what == "at":
        return replace(shaping, at=_places(text))
    raise CannotEdit(sentence("A shaping has no '{what}'.", what=what[:20]))


def _places(text: str) -> tuple[str, ...]:
    """The names of lines and edges, with a plus between them."""
    names = tuple(typed_name(name, sentence("A line or an edge")) for name in text.split(" + ") if name.strip())
    if not names:
        raise CannotEdit(sentence("A shaping stands at one line or edge at least."))
    if len(names) > MOST_LINES:
        raise CannotEdit(sentence("A shaping stands at {most} lines and edges at most.", most=MOST_LINES))
    return names
