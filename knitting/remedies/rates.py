"""Other rates of shaping: the same increases and decreases on more or fewer of the rows."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from math import gcd, log

from knitting.plan.plan import Beside, Shaping, Stage
from knitting.plan.spacing import evenly
from knitting.plan.works import work_of
from knitting.problems import ordinal
from knitting.statements import Sentence, sentence

_LONGEST_RHYTHM = 12
_MOST_TIMES = 4
_MOST_PLAIN = 4
_EACH_ROW = 0.006
"""How much a rhythm's length weighs beside its rate: of two that are as near, the shorter is easier to keep."""


@dataclass(frozen=True, slots=True)
class OtherRate:
    """A stage at another rate: ``off`` tells how far from the rate that was asked for, and how long its rhythm is."""

    says: Sentence
    stage: Stage
    off: float


def at_rate(stage: Stage, factor: float, in_round: bool) -> Iterator[OtherRate]:
    """The stage with its changes ``factor`` times as often a row, the nearest rates first."""
    if factor <= 0 or not stage.shapings:
        return
    rows = {shaping.rows for shaping in stage.shapings}
    found = _rhythms(stage, factor, in_round) if len(rows) == 1 else _plain_rows(stage, factor, in_round)
    yield from sorted(found, key=lambda each: each.off)


def _rhythms(stage: Stage, factor: float, in_round: bool) -> Iterator[OtherRate]:
    """Changes in so many of so many rounds, evenly; in rows on right-side rows first."""
    wanted = factor * len(stage.shapings[0].rows) / stage.rhythm
    for rhythm in range(1, _LONGEST_RHYTHM + 1):
        for times in range(1, rhythm + 1):
            if (rhythm % 2 and not in_round) or _same(times, rhythm, stage):
                continue
            if gcd(times, rhythm) > 1 and (in_round or gcd(times, rhythm // 2) > 1):
                continue
            on = _rows_on(times, rhythm, in_round)
            if in_round and stage.shapings[0].rows[0] > 1:
                on = tuple(rhythm + 1 - row for row in reversed(on))  # the first round stays plain
            shapings = tuple(replace(shaping, rows=on) for shaping in stage.shapings)
            other = replace(stage, rhythm=rhythm, shapings=shapings, ending=0)
            says = _said_rate(stage.shapings, times, rhythm, in_round)
            yield OtherRate(says, other, abs(log(times / rhythm / wanted)) + _EACH_ROW * rhythm)


def _same(times: int, rhythm: int, stage: Stage) -> bool:
    return times * stage.rhythm == len(stage.shapings[0].rows) * rhythm


def _rows_on(times: int, rhythm: int, in_round: bool) -> tuple[int, ...]:
    if in_round:
        return tuple(row for row, works in enumerate(evenly(times, rhythm), start=1) if works)
    half = rhythm // 2
    right = evenly(min(times, half), half)
    wrong = evenly(max(times - half, 0), half)
    in_order = [works for pair in zip(right, wrong, strict=True) for works in pair]
    return tuple(row for row, works in enumerate(in_order, start=1) if works)


def _plain_rows(stage: Stage, factor: float, in_round: bool) -> Iterator[OtherRate]:
    """Plain rows more after every so manyth time of the rhythm, or fewer."""
    last = max(row for shaping in stage.shapings for row in shaping.rows)
    step = 1 if in_round else 2
    for times in range(1, _MOST_TIMES + 1):
        for more in range(-((stage.rhythm - last) // step) * step, _MOST_PLAIN + 1, step):
            rhythm = times * stage.rhythm + more
            if more == 0 or rhythm > 2 * _LONGEST_RHYTHM or gcd(times, abs(more)) > 1:
                continue
            shapings = tuple(replace(shaping, rows=_again(shaping, times, stage.rhythm)) for shaping in stage.shapings)
            other = replace(stage, rhythm=rhythm, shapings=shapings, ending=0)
            says = _plain_rows_said(more, times, in_round)
            off = abs(log(times * stage.rhythm / rhythm / factor))
            yield OtherRate(says, other, off + _EACH_ROW * rhythm)


def _again(shaping: Shaping, times: int, rhythm: int) -> tuple[int, ...]:
    return tuple(row + time * rhythm for time in range(times) for row in shaping.rows)


def _plain_rows_said(more: int, times: int, in_round: bool) -> Sentence:
    """So many plain rows more or less, each time or every so manyth."""
    often = sentence("each time") if times == 1 else sentence("every {times} times", times=times)
    if abs(more) == 1:
        plain = sentence("a plain round") if in_round else sentence("a plain row")
    else:
        unit = "{count:plain rounds}" if in_round else "{count:plain rows}"
        plain = sentence(unit, count=abs(more))
    if more > 0:
        return sentence("{plain} more {often}", plain=plain, often=often)
    return sentence("{plain} less {often}", plain=plain, often=often)


def _said_rate(shapings: tuple[Shaping, ...], times: int, rhythm: int, in_round: bool) -> Sentence:
    """That they increase, decrease or shape, and in how many of the rows."""
    works = [work_of(shaping.work, shaping.steps, shaping.side is Beside.ON) for shaping in shapings]
    grows = {work.change > 0 for work in works if work is not None and work.change}
    every = _every(times, rhythm, in_round)
    if grows == {True}:
        return sentence("increase {every}", every=every)
    if grows == {False}:
        return sentence("decrease {every}", every=every)
    return sentence("shape {every}", every=every)


def _every(times: int, rhythm: int, in_round: bool) -> Sentence:
    if times > 1:
        if in_round:
            return sentence("in {times} of {rhythm:rounds}", times=times, rhythm=rhythm)
        return sentence("in {times} of {rhythm:rows}", times=times, rhythm=rhythm)
    if rhythm == 1:
        return sentence("in every round") if in_round else sentence("in every row")
    place = ordinal(rhythm)
    return (
        sentence("in every {place} round", place=place) if in_round else sentence("in every {place} row", place=place)
    )
