"""What went wrong: the mistakes that give exactly the counts on the needle, likeliest first, each with its mend."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

from knitting.diagnosis.lasting import LastingMistake, between, lasting_mistakes, unnoticed_in
from knitting.diagnosis.mistakes import Change, Mistake, MistakeKind, mistakes
from knitting.diagnosis.observation import Observation
from knitting.diagnosis.replay import Replay
from knitting.diagnosis.uncounted_mistakes import mismatched, unseen, what_differs
from knitting.diagnosis.verdicts import Matters, NoSuch, Verdict, WrongCounts
from knitting.needle.needle import Needle
from knitting.needle.worked import WorkedPiece

WINDOW = 60
"""Rows that are looked back over."""
_MOST = 12
_LIKELY: Mapping[MistakeKind, float] = {
    MistakeKind.MISSED_INCREASE: 1.0,
    MistakeKind.MISSED_DECREASE: 1.1,
    MistakeKind.MARK_SHIFTED: 1.2,
    MistakeKind.HALF_ROW: 1.3,
    MistakeKind.EXTRA_INCREASE: 1.4,
    MistakeKind.DROPPED_STITCH: 1.5,
    MistakeKind.EXTRA_STITCH: 1.6,
    MistakeKind.SKIPPED_ROW: 1.7,
    MistakeKind.EXTRA_DECREASE: 1.8,
    MistakeKind.ROW_TWICE: 1.9,
    MistakeKind.WRONG_CAST_ON: 2.0,
    MistakeKind.WRONG_COLOUR: 1.0,
    MistakeKind.WRONG_STITCH: 1.0,
}
"""How far down each kind stands beside others that explain as much: a judgement, no source."""
_RECENT = 0.2
_EACH_STITCH = 0.3
_ANOTHER = 2.0
_WRONG_SIDE = 3.0
_FEW = 3
"""Stitches that are hidden one at a time."""


@dataclass(frozen=True, slots=True)
class Explanation:
    """One or two mistakes that give the counts; ``rows`` hold the first one, counted from 1, and 0 for the cast-on.

    ``rip_rows`` are the rows to rip back if it was made in the last of them, with their ``rip_stitches``.
    """

    mistakes: tuple[Mistake, ...]
    rip_rows: int
    rip_stitches: int

    @property
    def rows(self) -> tuple[int, int]:
        """The rows that hold the first mistake."""
        return self.mistakes[0].first, self.mistakes[0].last


@dataclass(frozen=True, slots=True)
class Diagnosis:
    """Whether it matters, and what may have happened, likeliest first; nothing if the counts are right."""

    verdict: Verdict
    expected: tuple[int, ...]
    explanations: tuple[Explanation, ...]


def diagnose(
    worked: WorkedPiece, row: int, counts: Sequence[int], window: int = WINDOW, seen: Observation | None = None
) -> Diagnosis:
    """What would explain the counts after a row (from 1): of all parts, of those without marked stitches, or the sum.

    ``seen`` is what else is known of the row on the needle: its counts are not asked. :class:`WrongCounts` if there
    is no such row, or the counts are not as many as its parts.
    """
    if not 1 <= row <= len(worked.rows):
        raise WrongCounts(NoSuch.ROW, row, len(worked.rows))
    needle = worked.rows[row - 1].after
    wanted = wrong_by(needle, counts)
    seen = seen or Observation()
    if not any(any(change) for change in wanted):
        silent = sorted(([each] for each in unseen(worked, row, seen, window)), key=lambda e: _rank(e, row, window))
        differs = what_differs(worked, row, seen)
        verdict = Verdict(Matters.OTHERWISE_SEEN if differs else Matters.RIGHT, differs=differs)
        return Diagnosis(verdict, needle.parts, tuple(_explanation(worked, row, tuple(each)) for each in silent))
    replay = Replay(worked)
    every = list(lasting_mistakes(replay, mistakes(worked, row, window), row))
    found = _together(_singles(replay, every, wanted, row))
    if all(each.kind is MistakeKind.WRONG_CAST_ON for (each, *_) in found):
        found += _pairs(replay, every, wanted, row)
    other_side = mismatched(worked, row, Observation(facing=seen.facing))[0]
    found.sort(key=lambda each: _rank(each, row, window) + _against(each, seen, other_side))
    shown = tuple(_explanation(worked, row, each) for each in found[:_MOST])
    return Diagnosis(_verdict(needle, wanted), needle.parts, shown)


def _verdict(needle: Needle, wanted: Sequence[Change]) -> Verdict:
    """What may be left, what is easily absorbed, what wants a mend."""
    total = sum(wanted[0])
    if len(wanted) == 1 and not total and needle.marks:
        return Verdict(Matters.MARK_MOVED)
    if abs(total) == 1:
        return Verdict(Matters.ONE_STITCH, total)
    return Verdict(Matters.FEW_STITCHES if 0 < abs(total) <= _FEW else Matters.MANY_STITCHES, total)


def wrong_by(needle: Needle, counts: Sequence[int]) -> list[Change]:
    """By how much counts differ from a needle, part by part; of a sum alone every part that may hold the difference."""
    parts = needle.parts
    if any(count < 0 for count in counts) or sum(counts) > 20_000:
        raise WrongCounts(NoSuch.COUNT)
    if len(counts) == len(parts):
        return [tuple(count - part for count, part in zip(counts, parts, strict=True))]
    if len(counts) == len(needle.counts):
        change = iter(count - part for count, part in zip(counts, needle.counts, strict=True))
        places = between(needle)
        return [tuple(next(change) if at in places else 0 for at in range(len(parts)))]
    if len(counts) == 1:
        by = counts[0] - needle.total
        return [tuple(by if place == at else 0 for place in range(len(parts))) for at in between(needle)]
    raise WrongCounts(NoSuch.PARTS, given=len(counts), parts=parts)


# -- one mistake, and two ----------------------------------------------------------------------------------------


def _singles(
    replay: Replay, every: Sequence[LastingMistake], wanted: Sequence[Change], row: int
) -> Iterator[tuple[Mistake]]:
    for lasting in every:
        if lasting.seen in wanted:
            held = unnoticed_in(replay, lasting, row)
            if held is not None:
                yield (held,)


def _together(found: Iterable[tuple[Mistake]]) -> list[tuple[Mistake, ...]]:
    """Mistakes of one kind with one effect as one, with all the spots where they may have been made."""
    by_effect: dict[tuple[MistakeKind, Change], Mistake] = {}
    for (each,) in found:
        known = by_effect.get((each.kind, each.change))
        if known is None:
            by_effect[each.kind, each.change] = each
            continue
        spots = dict.fromkeys((*known.spots, *each.spots) if known.last >= each.last else (*each.spots, *known.spots))
        spot, *others = spots
        first, last = min(known.first, each.first), max(known.last, each.last)
        by_effect[each.kind, each.change] = replace(known, spot=spot, others=tuple(others), first=first, last=last)
    return [(each,) for each in by_effect.values()]


def _pairs(
    replay: Replay, every: Sequence[LastingMistake], wanted: Sequence[Change], row: int
) -> Iterator[tuple[Mistake, ...]]:
    """Two mistakes whose changes add up, each of which the rows after it let pass."""
    held: dict[Change, list[LastingMistake]] = {}
    for lasting in every:
        held.setdefault(lasting.seen, []).append(lasting)
    known: dict[LastingMistake, Mistake | None] = {}

    def passed(lasting: LastingMistake) -> Mistake | None:
        if lasting not in known:
            known[lasting] = unnoticed_in(replay, lasting, row)
        return known[lasting]

    for target in wanted:
        for change, ones in held.items():
            rest = tuple(whole - part for whole, part in zip(target, change, strict=True))
            if rest not in held or rest < change:
                continue
            for one in _likeliest(ones):
                for other in _likeliest(held[rest]):
                    first, second = passed(one), passed(other)
                    if first is not None and second is not None and first.kind is not MistakeKind.WRONG_CAST_ON:
                        yield first, second


def _likeliest(found: Sequence[LastingMistake]) -> list[LastingMistake]:
    return sorted(found, key=lambda each: _LIKELY[each.mistake.kind])[:3]


# -- order ---------------------------------------------------------------------------------------------


def _rank(found: Sequence[Mistake], row: int, window: int) -> float:
    rank = _ANOTHER * (len(found) - 1)
    for each in found:
        rank += _LIKELY[each.kind] + _RECENT * (row - each.last) / window
        moved = max(map(abs, each.change)) - 1
        rank += _EACH_STITCH * moved if each.kind is not MistakeKind.HALF_ROW else 0.0
    return rank


def _against(found: Sequence[Mistake], seen: Observation, other_side: bool) -> float:
    """How much speaks against mistakes if one knows which side faces: rows left out or worked twice turn it."""
    turns = sum(each.kind in (MistakeKind.SKIPPED_ROW, MistakeKind.ROW_TWICE) for each in found) % 2 == 1
    return _WRONG_SIDE if seen.facing is not None and turns is not other_side else 0.0


def _explanation(worked: WorkedPiece, row: int, found: tuple[Mistake, ...]) -> Explanation:
    back = max(row - min(each.last for each in found) + 1, 1)
    ripped = sum(each.end for each in worked.rows[row - back : row])
    return Explanation(found, min(back, row), ripped)
