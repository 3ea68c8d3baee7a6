"""The mistakes to expect at the needles: what each does to the counts of the parts, wherever it may have been made."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from enum import Enum

from knitting.needle.lineage import count_changes
from knitting.needle.needle import Needle
from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.plan.plan import LEFT_EDGE, RIGHT_EDGE
from knitting.rows import Side

Change = tuple[int, ...]
"""Stitches more (or fewer, below zero) in each part, marked stitches as parts of their own, in right-side order."""
_NEAR_END = 6
"""Stitches from a mark or edge within which a change stands beside it."""
_MOST_CAST_ON = 6


class MistakeKind(Enum):
    """What sort of mistake it is."""

    MISSED_INCREASE = "missed-increase"
    EXTRA_INCREASE = "extra-increase"
    MISSED_DECREASE = "missed-decrease"
    EXTRA_DECREASE = "extra-decrease"
    DROPPED_STITCH = "dropped-stitch"
    EXTRA_STITCH = "extra-stitch"
    SKIPPED_ROW = "skipped-row"
    ROW_TWICE = "row-twice"
    MARK_SHIFTED = "mark-shifted"
    WRONG_CAST_ON = "wrong-cast-on"
    HALF_ROW = "half-row"
    WRONG_COLOUR = "wrong-colour"
    WRONG_STITCH = "wrong-stitch"


@dataclass(frozen=True, slots=True)
class MistakePlace:
    """Beside which mark or edge, and on which side of it in right-side order: before, after, on, or nowhere near."""

    mark: str = ""
    side: str = ""


@dataclass(frozen=True, slots=True)
class Mistake:
    """A class of mistakes that the counts cannot tell apart: anywhere in rows ``first`` to ``last`` (from 1).

    ``others`` are further spots of its part that would have done the same.
    """

    kind: MistakeKind
    spot: MistakePlace
    change: Change
    first: int
    last: int
    part: int = -1
    others: tuple[MistakePlace, ...] = ()

    @property
    def spots(self) -> tuple[MistakePlace, ...]:
        """Every spot where it may have been made."""
        return (self.spot, *self.others)

    @property
    def stitches(self) -> int:
        """Stitches too many, or too few below zero."""
        return sum(self.change)


def mark_names(needle: Needle) -> list[str]:
    """A name for every mark, in right-side order: its own, or its number."""
    alone = len(needle.marks) == 1
    return [mark.name or ("mark" if alone else f"mark {at}") for at, mark in enumerate(needle.marks, start=1)]


def mistakes(worked: WorkedPiece, row: int, window: int) -> Iterator[Mistake]:
    """Every class of mistakes in the last ``window`` rows up to a row (from 1), the last one included."""
    parts = len(worked.rows[row - 1].parts)
    first = row - 1
    while first > max(row - window, 0) and len(worked.rows[first - 1].parts) == parts:
        first -= 1
    seen: dict[tuple[MistakeKind, MistakePlace, Change, int], Mistake] = {}
    for at in range(first, row):
        for found in _of_row(worked.rows[at], at + 1):
            key = (found.kind, found.spot, found.change, found.part)
            known = seen.get(key)
            seen[key] = replace(known, last=at + 1) if known is not None else found
    yield from seen.values()
    yield from _anywhere(worked, first + 1, row)
    yield from _half_rows(worked, row)


# -- what one row may have gone through --------------------------------------------------------------------------


def _of_row(row: WorkedRow, number: int) -> Iterator[Mistake]:
    parts = row.parts
    if len(row.before.parts) != len(parts):
        return
    for event in count_changes(row):
        spot = _spot(row, event.part, event.new)
        for wrong in {1, abs(event.change)}:
            kind = MistakeKind.MISSED_INCREASE if event.change > 0 else MistakeKind.MISSED_DECREASE
            by = -wrong if event.change > 0 else wrong
            yield Mistake(kind, spot, _change(row.after, event.part, by), number, number, event.part)
    change = tuple(after - before for before, after in zip(row.before.parts, parts, strict=True))
    if any(change):
        yield Mistake(MistakeKind.SKIPPED_ROW, MistakePlace(), tuple(-each for each in change), number, number)
        yield Mistake(MistakeKind.ROW_TWICE, MistakePlace(), change, number, number)


def _spot(row: WorkedRow, part: int, place: float) -> MistakePlace:
    """Beside which mark or edge a change of a row stands."""
    needle = row.after
    names, places = mark_names(needle), _mark_parts(needle)
    if part in places:
        return MistakePlace(names[places.index(part)], "on")
    begin = sum(needle.parts[:part])
    end = begin + needle.parts[part]
    beside = sum(at < part for at in places) if places else _markers_before(needle, part)
    to_right, to_left = place - begin, end - place
    if min(to_right, to_left) > _NEAR_END:
        return MistakePlace()
    if to_right <= to_left:
        return MistakePlace(names[beside - 1], "after") if beside else MistakePlace(RIGHT_EDGE, "after")
    return MistakePlace(names[beside], "before") if beside < len(names) else MistakePlace(LEFT_EDGE, "before")


def _markers_before(needle: Needle, part: int) -> int:
    return min(part, len(needle.marks))


def _mark_parts(needle: Needle) -> list[int]:
    """The places of marked stitches among the parts."""
    found, at = [], 0
    for mark in needle.marks:
        at += 1
        if mark.in_stitch:
            found.append(at)
            at += 1
    return found


def _change(needle: Needle, part: int, by: int) -> Change:
    """A change of one part; on a marked stitch both neighbours share it."""
    change = [0] * len(needle.parts)
    if part in _mark_parts(needle):
        change[part - 1] += by - by // 2
        change[part + 1] += by // 2
    else:
        change[part] += by
    return tuple(change)


# -- what may have happened in any row ---------------------------------------------------------------------------


def _anywhere(worked: WorkedPiece, first: int, last: int) -> Iterator[Mistake]:
    needle = worked.rows[last - 1].after
    marked = _mark_parts(needle)
    shaped = _shaped(worked, first, last)
    for part in range(len(needle.parts)):
        if part in marked:
            continue
        more, fewer = _change(needle, part, 1), _change(needle, part, -1)
        yield Mistake(MistakeKind.DROPPED_STITCH, MistakePlace(), fewer, first, last, part)
        yield Mistake(MistakeKind.EXTRA_STITCH, MistakePlace(), more, first, last, part)
        for spot in sorted(shaped.get((part, True), ()), key=str):
            yield Mistake(MistakeKind.EXTRA_INCREASE, spot, more, first, last, part)
        for spot in sorted(shaped.get((part, False), ()), key=str):
            yield Mistake(MistakeKind.EXTRA_DECREASE, spot, fewer, first, last, part)
        for many in range(1, _MOST_CAST_ON + 1):
            for by in (many, -many):
                yield Mistake(MistakeKind.WRONG_CAST_ON, MistakePlace(), _change(needle, part, by), 0, 0, part)
    yield from _shifted(needle, first, last)


def _shaped(worked: WorkedPiece, first: int, last: int) -> dict[tuple[int, bool], set[MistakePlace]]:
    """Where a piece increases and decreases, by part."""
    found: dict[tuple[int, bool], set[MistakePlace]] = {}
    for row in worked.rows[first - 1 : last]:
        if len(row.before.parts) == len(row.parts):
            for event in count_changes(row):
                found.setdefault((event.part, event.change > 0), set()).add(_spot(row, event.part, event.new))
    return found


def _shifted(needle: Needle, first: int, last: int) -> Iterator[Mistake]:
    """A mark that slid by a stitch or two."""
    part = 0
    for mark, name in zip(needle.marks, mark_names(needle), strict=True):
        following = part + (2 if mark.in_stitch else 1)
        for by in (1, -1, 2, -2):
            change = [0] * len(needle.parts)
            change[part], change[following] = by, -by
            yield Mistake(MistakeKind.MARK_SHIFTED, MistakePlace(name, ""), tuple(change), first, last)
        part = following


def _half_rows(worked: WorkedPiece, row: int) -> Iterator[Mistake]:
    """Only some parts of the last row worked, or of the next one worked already."""
    here = worked.rows[row - 1]
    if len(here.before.parts) == len(here.parts):
        yield from _partly(here, row, begun=False)
    following = worked.rows[row] if row < len(worked.rows) else None
    if following is not None and len(following.before.parts) == len(following.parts) == len(here.parts):
        yield from _partly(following, row + 1, begun=True)


def _partly(row: WorkedRow, number: int, begun: bool) -> Iterator[Mistake]:
    change = [after - before for before, after in zip(row.before.parts, row.parts, strict=True)]
    order = list(range(len(change))) if row.side is Side.RS else list(reversed(range(len(change))))
    for done in range(1, len(order)):
        worked, left = order[:done], order[done:]
        counted = worked if begun else left
        wrong = tuple((change[at] if begun else -change[at]) if at in counted else 0 for at in range(len(change)))
        if any(wrong):
            yield Mistake(MistakeKind.HALF_ROW, MistakePlace(), wrong, number, number, done)
