"""What a mistake has come to by the time it is seen: most stay what they were, a row that doubles doubles them."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import replace
from itertools import pairwise
from typing import NamedTuple

from knitting.diagnosis.mistakes import Change, Mistake, MistakeKind
from knitting.diagnosis.replay import Replay
from knitting.needle.needle import Needle

_NEWEST = 4
"""Rows from the newest back in which it is looked whether a mistake could have gone unnoticed at all."""


class LastingMistake(NamedTuple):
    """A mistake, and what is seen of it on the needle."""

    mistake: Mistake
    seen: Change


def lasting_mistakes(replay: Replay, every: Iterable[Mistake], row: int) -> Iterator[LastingMistake]:
    """Mistakes up to a row (from 1) with what is seen of them after it.

    Where rows between make several stitches of each, there is one for the rows from each of them to the next.
    """
    doublings = [at for at, each in enumerate(replay.worked.rows[:row], start=1) if each.end >= 2 * each.start > 0]
    if not doublings:
        yield from (LastingMistake(mistake, mistake.change) for mistake in every)
        return
    for mistake in every:
        for begins, following in pairwise((0, *doublings, row + 2)):
            first, last = max(mistake.first, begins), min(mistake.last, following - 1)
            seen = _seen(replay, mistake, last, row) if first <= last else None
            if seen is not None:
                yield LastingMistake(replace(mistake, first=first, last=last), seen)


def _seen(replay: Replay, mistake: Mistake, at: int, row: int) -> Change | None:
    """What the rows after one leave of a mistake that was made in it; ``None`` where it would have been noticed."""
    rows = replay.worked.rows
    if at >= row:
        return mistake.change
    begin = rows[at - 1].after if at else rows[0].before
    needle = changed(begin, mistake.change) if len(begin.parts) == len(mistake.change) else None
    after = replay.after(needle, at, row - 1) if needle is not None else None
    return None if after is None else tuple(a - b for a, b in zip(after.parts, rows[row - 1].after.parts, strict=True))


def unnoticed_in(replay: Replay, lasting: LastingMistake, row: int) -> Mistake | None:
    """The mistake in as many of its rows as it could have gone unnoticed in; ``None`` if in none of them."""
    mistake = lasting.mistake
    if mistake.kind is MistakeKind.HALF_ROW:
        return mistake
    newest = range(mistake.last, max(mistake.first, mistake.last - _NEWEST) - 1, -1)
    last = next((at for at in newest if _unnoticed(replay, lasting, at, row)), None)
    if last is None:
        return None
    mistake = replace(mistake, last=last)
    first = mistake.first
    if _unnoticed(replay, lasting, first, row):
        return mistake
    while first + 1 < last:  # the earlier it was, the more rows it had to pass
        middle = (first + last) // 2
        if _unnoticed(replay, lasting, middle, row):
            last = middle
        else:
            first = middle
    return replace(mistake, first=last)


def _unnoticed(replay: Replay, lasting: LastingMistake, at: int, row: int) -> bool:
    """Whether the rows after a mistake come out, and leave on the needle what is seen of it."""
    rows = replay.worked.rows
    begin = rows[at - 1].after if at else rows[0].before
    if len(begin.parts) != len(lasting.mistake.change):
        return False
    needle = changed(begin, lasting.mistake.change)
    after = replay.after(needle, at, row - 1) if needle is not None else None
    return after is not None and after == changed(rows[row - 1].after, lasting.seen)


def changed(needle: Needle, change: Change) -> Needle | None:
    """A needle with other counts; ``None`` where one would be below nothing."""
    counts = [count + change[place] for count, place in zip(needle.counts, between(needle), strict=True)]
    return needle._replace(counts=tuple(counts)) if min(counts) >= 0 else None


def between(needle: Needle) -> list[int]:
    """The places of the parts that are no marked stitch."""
    found, at = [0], 0
    for mark in needle.marks:
        at += 2 if mark.in_stitch else 1
        found.append(at)
    return found
