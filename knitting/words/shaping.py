"""Shaping told in a sentence: "Dec 1 st at each end of next and every foll alt row until 31 sts rem"."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from knitting.dialects.dialect import Dialect
from knitting.dialects.templates import Found
from knitting.dialects.tokens import Token, span_of
from knitting.problems import NOWHERE, Span
from knitting.rows import (
    InFabric,
    Order,
    Place,
    RepeatEnd,
    Row,
    Shape,
    Side,
    Step,
    Stretch,
    Times,
    ToEnd,
    Work,
)
from knitting.stitches import STITCHES, StitchKind
from knitting.words.slots import slots_of

_CHANGES = (
    "bind_off_change",
    "cast_on_change",
    "increase_many",
    "decrease_many",
    "increase_change",
    "decrease_change",
)
_INCREASES = frozenset({"increase_change", "increase_many"})
_PLACES = {"at_evenly": Place.EVENLY, "at_edges": Place.EDGE, "at_beginning": Place.BEGINNING, "at_end": Place.END}
_WHENS = (
    "when_next_and_n_nth",
    "when_next_and_n_other",
    "when_next_and_nth",
    "when_next_and_other",
    "when_next_and_every",
    "when_next_n",
    "when_next",
    "when_every_nth",
    "when_every_other",
    "when_every_side",
    "when_every",
)


@dataclass(frozen=True, slots=True)
class _When:
    """Which rows are shaped: every so many, the first after so many plain ones, so often if that is said."""

    every: int = 1
    plain_first: int = 0
    times: int = 0
    side: Side | None = None


@dataclass
class _Told:
    """The parts of a sentence as they are found, in whatever order they stand."""

    change: tuple[str, int] | StitchKind | None = None
    place: Place | None = None
    when: _When | None = None
    until: RepeatEnd | None = None
    fabric: str = "pattern"


def read_shaping(tokens: Sequence[Token], at: int, words: Dialect) -> tuple[list[Order], int] | None:
    """The rows that a sentence of shaping at ``at`` tells, and the place after it; ``None`` where none stands there."""
    told, start, after = _Told(), at, at
    joints = {",", *words.classes["joining"]}
    fabric = slots_of(words).form("shape_fabric", tokens, at)
    if fabric is not None:
        told.fabric, at = str(fabric[0]["fabric"]), fabric[1]
    while at < len(tokens):
        found = _part(tokens, at, told, words)
        if found is not None:
            at = after = found
        elif tokens[at].text in joints:
            at += 1
        else:
            break
    orders = _orders(told, span_of(tuple(tokens[start:after]))) if after > start else None
    return (orders, after) if orders else None


def _part(tokens: Sequence[Token], at: int, told: _Told, words: Dialect) -> int | None:
    """The place after one part of the sentence, which is kept; ``None`` where nothing that is still missing stands."""
    slots = slots_of(words)
    if told.change is None:
        found = slots.first_of(_CHANGES, tokens, at)
        if found is not None:
            told.change = found[0], _int(found[1])
            return found[2]
        stitch = words.stitch_at(tokens, at)
        if stitch is not None and stitch[0].change:
            told.change = stitch[0]
            return stitch[1]
    if told.place is None:
        found = slots.first_of(tuple(_PLACES), tokens, at)
        if found is not None:
            told.place = _PLACES[found[0]]
            return found[2]
    if told.when is None:
        longest = max(
            (each for form in _WHENS if (each := slots.first_of((form,), tokens, at)) is not None),
            key=lambda each: each[2],
            default=None,
        )
        if longest is not None:
            told.when = _when(longest[0], longest[1])
            return longest[2]
    if told.until is None and told.change is not None:
        until = slots.until(tokens, at, counting_first=True)
        if until is not None:
            told.until = until[0]
            return until[1]
    return None


def _when(form: str, found: Found) -> _When:
    number = _int(found)
    side = found.get("facing")
    match form:
        case "when_next_and_n_nth":
            nth = found["nth"]
            assert isinstance(nth, int)
            return _When(nth, times=number + 1)
        case "when_next_and_n_other":
            return _When(2, times=number + 1)
        case "when_next_and_nth":
            return _When(_ordinal(found))
        case "when_next_and_other" | "when_every_other":
            return _When(2)
        case "when_next_n":
            every = 2 if isinstance(side, Side) else 1
            return _When(every, times=number, side=side if isinstance(side, Side) else None)
        case "when_next":
            return _When(times=1)
        case "when_every_nth":
            return _When(_ordinal(found), plain_first=_ordinal(found) - 1)
        case "when_every_side":
            return _When(2, side=side if isinstance(side, Side) else None)
    return _When()


def _orders(told: _Told, span: Span) -> list[Order] | None:
    """What is worked; ``None`` where the sentence leaves open what, where, or until when."""
    if told.change is None or told.place is None:
        return None
    evenly = told.place is Place.EVENLY
    counted = isinstance(told.change, tuple) and told.change[0].endswith("_many")
    if evenly and not counted:
        return None
    if isinstance(told.change, tuple) and counted and told.change[1] > 1 and not evenly:
        return None
    if told.when is None and told.until is None and not evenly:
        return None
    when = told.when or _When(times=1 if evenly else 0)
    steps = tuple(_steps(told, span))
    if not steps or when.every < 1:
        return None
    shaped = Row("Next row", (), steps, span, side=when.side, head="next")
    if told.until is None and when.times == 1:
        return [shaped]
    until = told.until or (Times(when.times - 1, span) if when.times else None)
    if until is None:
        return None
    rest = when.every - 1
    plain = Row("Next row", (), (InFabric(told.fabric, NOWHERE, goal=ToEnd(), whole=True),), span, head="next")
    before = when.plain_first
    rows = (*[plain] * before, shaped, *[plain] * (rest - before))
    return [Stretch(rows, until, span, rest=rest - before)]


def _steps(told: _Told, span: Span) -> Iterator[Step]:
    assert told.place is not None
    if isinstance(told.change, StitchKind):
        yield from _around(Work(told.change, 1, span), told.change.uses, told)
        return
    assert told.change is not None
    form, number = told.change
    if form in ("bind_off_change", "cast_on_change"):
        stitch = STITCHES["bo" if form == "bind_off_change" else "co"]
        yield from _around(Work(stitch, number, span), stitch.uses * number, told)
    else:
        yield Shape(form in _INCREASES, told.place, span, number)
        yield InFabric(told.fabric, NOWHERE, goal=ToEnd(), whole=True)


def _around(step: Work, uses: int, told: _Told) -> Iterator[Step]:
    """A step at the edges that are said, the fabric between them."""
    if told.place is not Place.END:
        yield step
    short = 0 if told.place is Place.BEGINNING else uses
    yield InFabric(told.fabric, NOWHERE, goal=ToEnd(short))
    if told.place is not Place.BEGINNING:
        yield step


def _int(found: Found) -> int:
    value = found.get("n", 1)
    assert isinstance(value, int)
    return value


def _ordinal(found: Found) -> int:
    value = found.get("ordinal", found.get("n"))
    assert isinstance(value, int)
    return value
