"""The sheet: every row over the whole breadth of a piece, with the stitches that rest while it is worked.

Where stitches are held, turned away from, bound off or cast on in mid-row, a row covers only a part of the breadth.
On the sheet they keep their places; a row has no height where it passes them by.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import NamedTuple

from knitting.cloth.studies import RowStudy, study_of, study_rows
from knitting.needle.lineage import Link, follow, lineage, trace_back
from knitting.needle.worked import GroupWork, PartWork, Run, WorkedPiece, WorkedRow
from knitting.rows import Side
from knitting.stitches import Family, StitchKind

_LEAST_WIDE = 3
"""Fewer stitches bound off or cast on side by side shape an edge as decreases and increases do."""
_MOST_STAYS = 24
_BESIDE = frozenset({Family.CAST_ON, Family.BIND_OFF, Family.DROP, Family.REST})


class RestingRun(NamedTuple):
    """Stitches that are on the sheet and not on the needle, at ``place`` of one boundary's live stitches."""

    place: float
    stitches: int


class Interval(NamedTuple):
    """Stitches ``first`` to ``last`` of a boundary, from the right-side start."""

    first: float
    last: float


FEW_STITCHES = 24
"""A piece that begins with no more than these begins at a point."""
_ALL_OVER = 1.5
"""Times as many stitches as before: nothing but shaping all along a row makes so many."""


@dataclass(frozen=True)
class Sheet:
    """All rows of a piece over its whole breadth.

    ``counts[b]`` are the stitches at boundary ``b`` (0: the beginning), ``maps[r]`` and ``studies[r]`` what row
    ``r`` does to them, ``resting[r]`` the stitches before it that it passes by; ``stays[b]`` those that are
    not on the needle after ``b`` rows.
    """

    rows: tuple[WorkedRow, ...]
    counts: tuple[int, ...]
    studies: tuple[RowStudy, ...]
    resting: tuple[tuple[Interval, ...], ...]
    stays: tuple[tuple[RestingRun, ...], ...]

    @property
    def maps(self) -> list[tuple[Link, ...]]:
        """The map of each row."""
        return [study.links for study in self.studies]

    @property
    def whole(self) -> bool:
        """Whether every row covers the whole breadth."""
        return not any(self.resting)

    def gains_all_over(self, row: int) -> bool:
        """Whether a row (from 1) makes far more stitches than it uses: it is shaped all over, and makes no lines."""
        return self.counts[row] >= _ALL_OVER * self.counts[row - 1] > 0

    def place(self, boundary: int, live: float) -> float:
        """Where a place of the needle's stitches lies on the sheet."""
        return live + sum(stay.stitches for stay in self.stays[boundary] if stay.place <= live)


def spread(worked: WorkedPiece, first: int) -> Sheet:
    """The sheet of a piece's sound rows from ``first`` on."""
    rows = worked.rows[first : worked.sound_rows]
    studies = study_rows(rows)
    gaps = _gaps(worked, rows, first) if rows else []
    if not gaps and not any(row.rests for row in rows):
        counts = (rows[0].start, *(row.end for row in rows)) if rows else ()
        nothing = ((),) * len(rows)
        return Sheet(rows, counts, tuple(studies), nothing, ((),) * (len(rows) + 1))
    return _spread(rows, studies, gaps)


@dataclass
class _Gap:
    """Stitches off the needle at the boundaries from ``first`` on, with the place of each among the live ones."""

    stitches: int
    first: int
    places: list[float]

    def at(self, boundary: int) -> float | None:
        """Its place at a boundary; ``None`` while its stitches are on the needle."""
        at = boundary - self.first
        return self.places[at] if 0 <= at < len(self.places) else None


def _gaps(worked: WorkedPiece, rows: Sequence[WorkedRow], first: int) -> list[_Gap]:
    """All that is off the needle at some boundaries, in the order of the sheet; nothing where it is very much."""
    found: list[_Gap] = []
    known: dict[tuple[tuple[PartWork, ...], Side, int], list[_SheetRun]] = {}
    for at, row in enumerate(rows):
        old = new = 0
        key = (row.work, row.side, row.start)
        if key not in known:
            flat = _flat(row)
            known[key] = flat if any(piece.stays for piece in flat) else []
        for piece in known[key]:
            if piece.stays and piece.uses > piece.makes and not piece.held:
                _put(found, _Gap(piece.times, at + 1, _forwards(rows[at + 1 :], new)), at + 1)
            elif piece.stays and piece.makes > piece.uses:
                _put(found, _Gap(piece.times, 0, _backwards(rows[:at], old)), at)
            old, new = old + piece.uses * piece.times, new + piece.makes * piece.times
        if len(found) > _MOST_STAYS:
            return []
    for rest in worked.rests:
        begins = rest.row - first
        if 0 <= begins <= len(rows):
            until = len(rows) if rest.back is None else min(rest.back - first, len(rows))
            _put(found, _Gap(rest.stitches, begins, _forwards(rows[begins:until], rest.place)), begins)
    return found


def _put(found: list[_Gap], gap: _Gap, boundary: int) -> None:
    """Put a gap in its place: beside the live stitches that it lay with, older ones further out."""
    place = gap.at(boundary)
    index = 0
    for number, other in enumerate(found, start=1):
        there = other.at(boundary)
        if there is not None and place is not None and (there < place or there == place == 0):
            index = number
    found.insert(index, gap)


def _forwards(rows: Sequence[WorkedRow], place: float) -> list[float]:
    places = [float(place)]
    for row in rows:
        at = places[-1]
        end = at >= row.start
        places.append(0.0 if at == 0 else float(row.end) if end else float(round(follow(lineage(row), at))))
    return places


def _backwards(rows: Sequence[WorkedRow], place: float) -> list[float]:
    places = [float(place)]
    for row in reversed(rows):
        at = places[-1]
        end = at >= row.end
        places.append(0.0 if at == 0 else float(row.start) if end else float(round(trace_back(lineage(row), at))))
    return places[::-1]


class _SheetRun(NamedTuple):
    """A run within a row: ``stays`` says that its stitches have a place on the sheet without being worked."""

    uses: int
    makes: int
    times: int
    stays: bool = False
    held: bool = False


def _flat(row: WorkedRow) -> list[_SheetRun]:
    """The runs of a row from the right-side start."""
    found = [piece for part in row.work for run in part.runs for piece in _pieces(run)]
    used = sum(piece.uses * piece.times for piece in found)
    if used < row.start:
        found.append(_SheetRun(1, 1, row.start - used, stays=row.turned))
    return found if row.side is Side.RS else found[::-1]


def _pieces(run: Run) -> Iterator[_SheetRun]:
    work = run.work
    if isinstance(work, GroupWork):
        for _ in range(run.times):
            for inner in work.runs:
                yield from _pieces(inner)
        return
    family = work.family if isinstance(work, StitchKind) else Family.CLUSTER
    wide = family in _BESIDE and run.times >= _LEAST_WIDE
    held = family is Family.REST and work.makes == 0
    yield _SheetRun(work.uses, work.makes, run.times, wide or family is Family.REST, held)


def _spread(rows: tuple[WorkedRow, ...], studies: Sequence[RowStudy], gaps: Sequence[_Gap]) -> Sheet:
    counts: list[int] = []
    found: list[RowStudy] = []
    resting: list[tuple[Interval, ...]] = []
    for at, row in enumerate(rows):
        links, passed, total = _row_on_sheet(row, at, gaps)
        below, above = _stays(gaps, at, row.start), _stays(gaps, at + 1, row.end)
        changes = [
            replace(event, old=event.old + _before(below, event.old), new=event.new + _before(above, event.new))
            for event in studies[at].count_changes
            if not any(each.first <= event.old + _before(below, event.old) <= each.last for each in passed)
        ]
        found.append(study_of(links, tuple(changes)))
        resting.append(passed)
        counts.append(total)
    last = rows[-1].end + sum(stay.stitches for stay in _stays(gaps, len(rows), rows[-1].end))
    stays = tuple(_stays(gaps, at, row.start) for at, row in enumerate(rows))
    return Sheet(rows, (*counts, last), tuple(found), tuple(resting), (*stays, _stays(gaps, len(rows), rows[-1].end)))


def _stays(gaps: Sequence[_Gap], boundary: int, live: int) -> tuple[RestingRun, ...]:
    """What is off the needle at a boundary, in order."""
    found: list[RestingRun] = []
    for gap in gaps:
        place = gap.at(boundary)
        if place is not None:
            least = found[-1].place if found else 0.0
            found.append(RestingRun(min(max(place, least), float(live)), gap.stitches))
    return tuple(found)


def _before(stays: Sequence[RestingRun], place: float) -> int:
    return sum(stay.stitches for stay in stays if stay.place <= place)


def _row_on_sheet(row: WorkedRow, at: int, gaps: Sequence[_Gap]) -> tuple[tuple[Link, ...], tuple[Interval, ...], int]:
    """A row's map over the whole breadth, what it passes by, and the stitches before it."""
    both = [gap for gap in gaps if gap.at(at) is not None and gap.at(at + 1) is not None]
    waiting = [(min(gap.at(at) or 0.0, float(row.start)), gap.stitches) for gap in both]
    links: list[Link] = []
    passed: list[Interval] = []
    old = new = live = 0

    def lay(uses: int, makes: int, times: int, rests: bool) -> None:
        nonlocal old, new
        if times <= 0:
            return
        links.append(Link(old, new, uses, makes, times))
        if rests:
            passed.append(Interval(old, old + uses * times))
        old, new = old + uses * times, new + makes * times

    for piece in _flat(row):
        times = piece.times
        while waiting and (waiting[0][0] < live + piece.uses * times) and (piece.uses or live == 0):
            ahead = max(int((waiting[0][0] - live) // piece.uses), 0) if piece.uses else 0
            lay(piece.uses, 1 if piece.stays else piece.makes, ahead, piece.stays)
            live, times = live + ahead * piece.uses, times - ahead
            lay(1, 1, waiting.pop(0)[1], True)
        lay(max(piece.uses, piece.stays), 1 if piece.stays else piece.makes, times, piece.stays)
        live += piece.uses * times
    for _, stitches in waiting:
        lay(1, 1, stitches, True)
    return tuple(links), _joined(passed), old


def _joined(passed: Sequence[Interval]) -> tuple[Interval, ...]:
    """Intervals that touch as one."""
    found: list[Interval] = []
    for each in passed:
        if found and found[-1].last == each.first:
            found[-1] = Interval(found[-1].first, each.last)
        else:
            found.append(each)
    return tuple(found)
