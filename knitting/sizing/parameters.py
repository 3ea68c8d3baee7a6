"""What decides the size of a plan: a construction's questions, or its ends and its cast-on."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

from knitting.constructions.answers import Answers, answers_of
from knitting.constructions.construction import AnswerKind, rows_cm
from knitting.forecast.forecast import Forecast, forecast_of
from knitting.needle.walk import MOST_ON_NEEDLE
from knitting.plan.checks import recounted
from knitting.plan.plan import Count, Plan, Repeats, Rows
from knitting.plan_editing.fabric_use import in_other_fabrics
from knitting.rows import CastOn
from knitting.sizing.rescaled import Scale, more_often, rescaled
from knitting.statements import N_, Sentence, sentence
from knitting.working.piece_state import MOST_ROWS

WHOLE = "whole"
"""The key of the parameter that changes everything in proportion."""
AS_IT_IS = 100
_LEAST_PER_CENT, _MOST_PER_CENT = 10, 1_000


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
    counted: bool = True
    """Whether the value may be a count of stitches, so that a count which is stepped past stands for the one met."""
    proportional: bool = False
    """Whether measures grow in proportion to the value."""


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
    if answers:
        return tuple(_asked(plan, answers))
    return (_whole(plan), *_ends(plan), *_times(plan))


def following_measures(plan: Plan) -> tuple[FollowingMeasure, ...]:
    """The measures that may be wished for a plan."""
    answers = answers_of(plan)
    if answers:
        return tuple(FollowingMeasure(m.key, m.words, m.follows, m.of) for m in answers.construction.measures)
    return (
        FollowingMeasure("width_cm", N_("along the widest row"), WHOLE, _widest_cm),
        FollowingMeasure("length_cm", N_("length along the rows"), WHOLE, rows_cm),
        FollowingMeasure("last_cm", N_("along the last row"), WHOLE, _last_cm),
        FollowingMeasure("cast_on_cm", N_("cast-on edge"), WHOLE, _first_cm),
    )


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


def _whole(plan: Plan) -> Parameter:
    """The size of everything in proportion, in per cent of what it is."""
    forecast = forecast_of(plan)

    def turned(value: int) -> Plan | None:
        by = value / AS_IT_IS
        return rescaled(forecast, Scale(by, by, by)) if value != AS_IT_IS else plan

    words = sentence("everything, in per cent of this size")
    return Parameter(WHOLE, words, AS_IT_IS, _LEAST_PER_CENT, _MOST_PER_CENT, False, turned, False, proportional=True)


def _times(plan: Plan) -> Iterator[Parameter]:
    """How often the rhythm of a stage comes that ends at a count or after rows."""
    forecast = forecast_of(plan)
    for at, stage in enumerate(forecast.stages):
        if stage.times > 1 and isinstance(stage.stage.until, Count | Rows) and stage.stage.rhythm > 1:

            def turned(value: int, at: int = at) -> Plan | None:
                return more_often(forecast, at, value)

            words = sentence("'{stage}' times", stage=stage.stage.name)
            yield Parameter(f"times{at + 1}", words, stage.times, 1, MOST_ROWS, False, turned, counted=False)


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


def _widest_cm(forecast: Forecast) -> float:
    return forecast.most * forecast.plan.gauge_at(max(forecast.rows, 1)).stitch_cm


def _last_cm(forecast: Forecast) -> float:
    return forecast.ends * forecast.plan.gauge_at(max(forecast.rows, 1)).stitch_cm


def _first_cm(forecast: Forecast) -> float:
    return forecast.plan.counted * forecast.plan.gauge_at(1).stitch_cm
