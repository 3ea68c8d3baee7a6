"""What decides the size of a plan: a construction's questions, or its ends and its cast-on."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

from knitting.constructions.answers import Answers, answers_of
from knitting.constructions.construction import AnswerKind, rows_cm
from knitting.forecast.forecast import Forecast
from knitting.needle.walk import MOST_ON_NEEDLE
from knitting.plan.checks import recounted
from knitting.plan.plan import Count, Plan, Repeats, Rows
from knitting.plan_editing.fabric_use import in_other_fabrics
from knitting.rows import CastOn
from knitting.statements import N_, Sentence, sentence
from knitting.working.piece_state import MOST_ROWS


@dataclass(frozen=True)
class Parameter:
    """A number that decides the size. ``turned`` gives the plan at another value, or nothing where there is none."""

    key: str
    words: Sentence
    value: int
    least: int
    most: int
    odd: bool
    turned: Callable[[int], Plan | None]


@dataclass(frozen=True)
class FollowingMeasure:
    """A measure in centimetres and the knob that it follows."""

    key: str
    words: str
    knob: str
    of: Callable[[Forecast], float]


def parameters(plan: Plan) -> tuple[Parameter, ...]:
    """Every number that decides the size of a plan."""
    answers = answers_of(plan)
    return tuple(_asked(plan, answers)) if answers else tuple(_ends(plan))


def following_measures(plan: Plan) -> tuple[FollowingMeasure, ...]:
    """The measures that may be wished for a plan."""
    answers = answers_of(plan)
    if answers:
        return tuple(FollowingMeasure(m.key, m.words, m.follows, m.of) for m in answers.construction.measures)
    turning = [knob.key for knob in _ends(plan)]
    last = next((key for key in reversed(turning) if key.startswith("stage")), "")
    found = [FollowingMeasure("length_cm", N_("length along the rows"), last, rows_cm)] if last else []
    if last:
        found.append(FollowingMeasure("last_cm", N_("along the last row"), last, _last_cm))
    if "cast_on" in turning:
        found.append(FollowingMeasure("cast_on_cm", N_("cast-on edge"), "cast_on", _first_cm))
    return tuple(found)


def _asked(plan: Plan, answers: Answers) -> Iterator[Parameter]:
    for asked in answers.construction.asks:
        if asked.sort is AnswerKind.NUMBER:
            value = answers.values[asked.key]
            assert isinstance(value, int)

            def turned(value: int, key: str = asked.key) -> Plan:
                return _kept(plan, answers.with_value(key, value).plan())

            yield Parameter(asked.key, sentence(asked.words), value, asked.least, asked.most, asked.odd, turned)


def _kept(plan: Plan, made: Plan) -> Plan:
    """A plan made anew, with what is the knitter's own: name, gauge, yarn and colours."""
    return replace(
        in_other_fabrics(made, plan),
        name=plan.name,
        gauge=plan.gauge,
        gauges=plan.gauges,
        known_from=plan.known_from,
        yarn_m=plan.yarn_m,
        yarns=plan.yarns,
        stripes=plan.stripes,
        finish=plan.finish,
    )


def _ends(plan: Plan) -> Iterator[Parameter]:
    """The ends of a plan's stages, and its cast-on shared out among equal parts."""
    for at, stage in enumerate(plan.stages):
        until = stage.until
        if isinstance(until, Count | Rows | Repeats):
            kind = type(until)
            value = (
                until.stitches if isinstance(until, Count) else until.rows if isinstance(until, Rows) else until.times
            )
            said = {
                Count: sentence("'{stage}' until stitches", stage=stage.name),
                Rows: sentence("'{stage}' for rows", stage=stage.name),
                Repeats: sentence("'{stage}' times", stage=stage.name),
            }[kind]
            most = MOST_ON_NEEDLE if kind is Count else MOST_ROWS

            def turned(value: int, at: int = at, kind: type[Count | Rows | Repeats] = kind) -> Plan:
                return plan.with_stage(at, replace(plan.stages[at], until=kind(value)))

            yield Parameter(f"stage{at + 1}", said, value, 1, most, False, turned)
    if isinstance(plan.start, CastOn) and plan.parts:
        yield Parameter(
            "cast_on",
            sentence("cast on"),
            plan.counted,
            1,
            MOST_ON_NEEDLE,
            False,
            lambda value: recounted(plan, value),
        )


def _last_cm(forecast: Forecast) -> float:
    return forecast.ends * forecast.plan.gauge_at(max(forecast.rows, 1)).stitch_cm


def _first_cm(forecast: Forecast) -> float:
    return forecast.plan.counted * forecast.plan.gauge_at(1).stitch_cm
