"""What the words leave open: the likeliest answer is taken meanwhile, and the question is put beside the line."""

from __future__ import annotations

from dataclasses import dataclass, replace

from knitting.measures import GUESS_IN_GARTER, Gauge
from knitting.needle.facts import NoCentreMarked, ShapingNotSaid
from knitting.needle.needle import Needle
from knitting.problems import NOWHERE, Problem, Question, Span
from knitting.rows import Group, Headers, MarkStitches, Place, Step
from knitting.rows.replacements import GaugeHeader, OrderInstead, ShapingHeader, StepsInstead
from knitting.statements import Statement, dataclass_when_made
from knitting.stitches import DECREASES, INCREASES

_TOP = Span(1, 1)
_ANSWERS = {True: ("m1_pair", "lifted_pair", "kfb", "yo"), False: ("k2tog_pair", "k2tog", "ssk")}
_PAIRS = {**INCREASES, **DECREASES}


@dataclass_when_made
class WhichCentre(Statement):
    """Words speak of a centre and none is marked; the middle one of an odd count is taken."""

    middle: int
    total: int


@dataclass_when_made
class WhichChange(Statement):
    """An increase or a decrease is told without its stitch; a mirrored pair is taken, or one stitch if ``evenly``."""

    increase: bool
    evenly: bool = False


@dataclass_when_made
class WhichGauge(Statement):
    """A length is asked for and nothing tells how many rows it has; a usual gauge is taken."""

    gauge: Gauge


@dataclass_when_made
class WhichRows(Statement):
    """Rows go on "in this way" and the last shaped rows are not alike; so many of the last rows are taken."""

    rows: int


@dataclass_when_made
class WhichTimes(Statement):
    """Rows just worked are to be worked so many times: whether that time is one of them; it is taken as one."""

    times: int


@dataclass_when_made
class WhichRepeats(Statement):
    """Steps are to be repeated so many times, and only so many times in all fit the row; that is taken."""

    times: int


def fewer_times(steps: tuple[Step, ...], body: Span) -> tuple[tuple[Step, ...], Question] | None:
    """The steps with "repeat from * 4 times" taken as four in all, and the question; ``None`` where nothing is open."""
    at = next((at for at, step in enumerate(steps) if isinstance(step, Group) and step.unsaid), None)
    if at is None:
        return None
    group = steps[at]
    assert isinstance(group, Group)
    fewer = replace(group, times=group.times - 1, unsaid=False)
    where = group.span.within(body)
    asked = Question(where, WhichRepeats(fewer.times), (StepsInstead(where, (fewer,)),))
    return (*steps[:at], fewer, *steps[at + 1 :]), asked


def gauge_taken(where: Span) -> tuple[Gauge, Question]:
    """The gauge that is taken where none is told, and the question that it answers."""
    return GUESS_IN_GARTER, Question(where, WhichGauge(GUESS_IN_GARTER), (GaugeHeader(_TOP, GUESS_IN_GARTER),))


@dataclass(frozen=True, slots=True)
class Taken:
    """The needle and the headers with the likeliest answer, and the question that it answers."""

    needle: Needle
    headers: Headers
    question: Question


def taken_for(problem: Problem, needle: Needle, headers: Headers, line: int) -> Taken | None:
    """What is taken so that a row can be worked that leaves something open; ``None`` where nothing is likely.

    ``problem`` is why the row could not be worked, its place in the text; ``line`` is that of the row.
    """
    match problem.facts:
        case NoCentreMarked() if needle.total % 2:
            middle = (needle.total + 1) // 2
            marked = needle.marked((middle,), "centre")
            if marked is None:
                return None
            answers = (OrderInstead(Span(line, 1), MarkStitches((), NOWHERE), own_line=True),)
            asked = Question(problem.where, WhichCentre(middle, needle.total), answers)
            return Taken(marked, headers, asked)
        case ShapingNotSaid(shape):
            keys = _ANSWERS[shape.increase]
            pair = _PAIRS[keys[0]]
            mends = tuple(ShapingHeader(_TOP, shape.increase, key) for key in keys)
            asked = Question(problem.where, WhichChange(shape.increase, shape.place is Place.EVENLY), mends)
            said = replace(headers, increase=pair) if shape.increase else replace(headers, decrease=pair)
            return Taken(needle, said, asked)
    return None
