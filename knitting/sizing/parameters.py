"""What decides the size of a plan: a construction's questions, or its ends and its cast-on."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

from knitting.constructions.answers import Answered, answers_of
from knitting.constructions.construction import Sort, rows_cm
from knitting.forecast.forecast import Course
from knitting.needle.walk import MOST_ON_NEEDLE
from knitting.plan.checks import recounted
from knitting.plan.plan import Count, Plan, Repeats, Rows
from knitting.plan_editing.fabric_use import dressed
from knitting.rows import CastOn
from knitting.working.piece_state import MOST_ROWS


@dataclass(frozen=True)
class Knob:
    """A number that decides the size. ``turned`` gives the plan at another value, or nothing where there is none."""

    key: str
    words: str
    value: int
    least: int
    most: int
    odd: bool
    turned: Callable[[int], Plan | None]


@dataclass(frozen=True)
class Yardstick:
    """A measure in centimetres and the knob that it follows."""

    key: str
    words: str
    knob: str
    of: Callable[[Course], float]


def knobs(plan: Plan) -> tuple[Knob, ...]:
    """Every number that decides the size of a plan."""
    answers = answers_of(plan)
    return tuple(_asked(plan, answers)) if answers else tuple(_ends(plan))


def yardsticks(plan: Plan) -> tuple[Yardstick, ...]:
    """The measures that may be wished for a plan."""
    answers = answers_of(plan)
    if answers:
        return tuple(Yardstick(m.key, m.words, m.follows, m.of) for m in answers.construction.measures)
    turning = [knob.key for knob in _ends(plan)]
    last = next((key for key in reversed(turning) if key.startswith("stage")), "")
    found = [Yardstick("length_cm", "length along the rows", last, rows_cm)] if last else []
    if last:
        found.append(Yardstick("last_cm", "along the last row", last, _last_cm))
    if "cast_on" in turning:
        found.append(Yardstick("cast_on_cm", "cast-on edge", "cast_on", _first_cm))
    return tuple(found)


def _asked(plan: Plan, answers: Answered) -> Iterator[Knob]:
    for asked in answers.construction.asks:
        if asked.sort is Sort.NUMBER:
            value = answers.values[asked.key]
            assert isinstance(value, int)

            def turned(value: int, key: str = asked.key) -> Plan:
                return _kept(plan, answers.with_value(key, value).plan())

            yield Knob(asked.key, asked.words, value, asked.least, asked.most, asked.odd, turned)


def _kept(plan: Plan, made: Plan) -> Plan:
    """A plan made anew, with what is the knitter's own: name, gauge, yarn and colours."""
    return replace(
        dressed(made, plan),
        name=plan.name,
        gauge=plan.gauge,
        gauges=plan.gauges,
        known_from=plan.known_from,
        yarn_m=plan.yarn_m,
        yarns=plan.yarns,
        stripes=plan.stripes,
        finish=plan.finish,
    )


def _ends(plan: Plan) -> Iterator[Knob]:
    """The ends of a plan's stages, and its cast-on shared out among equal parts."""
    for at, stage in enumerate(plan.stages):
        until = stage.until
        if isinstance(until, Count | Rows | Repeats):
            kind = type(until)
            value = (
                until.stitches if isinstance(until, Count) else until.rows if isinstance(until, Rows) else until.times
            )
            said = {Count: "until stitches", Rows: "for rows", Repeats: "times"}[kind]
            most = MOST_ON_NEEDLE if kind is Count else MOST_ROWS

            def turned(value: int, at: int = at, kind: type[Count | Rows | Repeats] = kind) -> Plan:
                return plan.with_stage(at, replace(plan.stages[at], until=kind(value)))

            yield Knob(f"stage{at + 1}", f"'{stage.name}' {said}", value, 1, most, False, turned)
    if isinstance(plan.start, CastOn) and plan.parts:
        yield Knob("cast_on", "cast on", plan.counted, 1, MOST_ON_NEEDLE, False, lambda value: recounted(plan, value))


def _last_cm(course: Course) -> float:
    return course.ends * course.plan.gauge_at(max(course.rows, 1)).stitch_cm


def _first_cm(course: Course) -> float:
    return course.plan.counted * course.plan.gauge_at(1).stitch_cm
