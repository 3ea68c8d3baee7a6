"""The chart: every row and stitch of a worked piece as cells, each with the column of its wale."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import groupby, pairwise

import numpy as np
from numpy.typing import NDArray

from drawing.closed_up import closed_up, letters_of, share_empty, usual
from drawing.columns import ChartUnit, ColumnPlaces, place_columns, units_of
from drawing.marks import letters
from drawing.signs import Sign, face_of, sign_of
from knitting.needle.worked import ClusterWork, GroupWork, PartWork, WorkedPiece, WorkedRow
from knitting.rows import Side
from knitting.saying.language import _
from knitting.saying.pieces import said_label
from knitting.stitches import StitchKind
from knitting.working.row_groups import row_groups

BY_WALE = "wale"
"""A chart that is not closed up: every stitch keeps its column as long as its wale lives."""
MOST_EMPTY = 1 / 3
"""A chart by wale of which more is empty is closed up unless something else is asked for."""

Runs = tuple[tuple[int, int], ...]
"""Columns as runs: the first of each and how many."""


@dataclass(frozen=True, slots=True)
class KeyEntry:
    """A stitch in the key. ``on_rs`` and ``on_ws`` are its signs as the right side is seen, worked on either."""

    said: str
    spoken: str
    uses: int
    makes: int
    on_rs: Sign
    on_ws: Sign


@dataclass(frozen=True, slots=True)
class ChartRow:
    """A row from the right-side start: ``cells`` are runs of (entry, times), ``columns`` runs of (first, how many)
    for the stitches after it, ``marks`` where marks stand then: a letter, a hue, the stitches to its right, and the
    edge of a column (or its middle, for a marked stitch) at which its thread runs."""

    number: int
    label: str
    side: Side
    colour: str
    in_round: bool
    start: int
    end: int
    cells: tuple[tuple[int, int], ...]
    columns: tuple[tuple[int, int], ...]
    marks: tuple[tuple[str, int, float, float], ...]
    said: str | None = None
    """What stands beside it instead of its number."""


@dataclass(frozen=True, slots=True)
class Frame:
    """A repeat: rows ``first`` to ``last`` (numbers), worked ``times`` times; over all columns, or over some."""

    first: int
    last: int
    times: int
    columns: tuple[int, int] | None = None


@dataclass(frozen=True, slots=True)
class Counted:
    """Columns of a row, cut short, that stand for ``times`` of their stitch."""

    row: int
    first: int
    wide: int
    times: int


@dataclass(frozen=True)
class ChartPage:
    """The whole chart in columns and rows; column 0 lies at the right-side start, at the right of the page.

    ``below`` are the columns of the stitches that each row is worked on, as in its ``columns``. Where it is closed up,
    ``around`` says around what, and ``wales`` are the columns by wale of the stitches after each row and of those
    below it, which tell what goes on in what. ``letters`` are those of the marks that it may be closed up around.
    ``once``: what is framed is shown once only, and ``counted`` are the runs that are cut short.
    """

    title: str
    columns: int
    entries: tuple[KeyEntry, ...]
    rows: tuple[ChartRow, ...]
    below: tuple[tuple[tuple[int, int], ...], ...]
    frames: tuple[Frame, ...]
    colours: tuple[str, ...]
    letters: tuple[str, ...] = ()
    around: str = BY_WALE
    wales: tuple[tuple[Runs, Runs], ...] = ()
    once: bool = False
    counted: tuple[Counted, ...] = ()

    def key(self, as_worked: bool = False) -> tuple[tuple[str, Sign], ...]:
        """The signs in use, each with what it stands for."""
        found: dict[tuple[str, Sign], None] = {}
        for row in self.rows:
            on_wrong = row.side is Side.WS and not as_worked
            for number, _times in row.cells:
                entry = self.entries[number]
                differs = on_wrong and entry.on_ws != entry.on_rs
                words = _("{stitch} on a wrong-side row").format(stitch=entry.spoken) if differs else entry.spoken
                found[(words, entry.on_ws if on_wrong else entry.on_rs)] = None
        return tuple(found)

    @property
    def stitches(self) -> int:
        """Stitches after every row, added up."""
        return sum(row.end for row in self.rows)


def lay_out_chart(worked: WorkedPiece, around: str | None = None) -> ChartPage:
    """The chart of a piece; rows that do not add up are shown as far as they were worked.

    ``around`` is :data:`BY_WALE`, :data:`~drawing.closed_up.MIDDLE` or the letter of a mark that it is closed up
    around; left out, it is closed up where more than a third of its grid by wale would be empty.
    """
    units = _each_once(worked)
    by_wale = places = place_columns(worked, units)
    if around is None:
        around = usual(worked) if share_empty(by_wale) > MOST_EMPTY else BY_WALE
    if around != BY_WALE:
        places = closed_up(worked, by_wale, around)
    entries = ChartKey()
    known: dict[int, tuple[tuple[int, int], ...]] = {}
    rows: list[ChartRow] = []
    threads = _threads(worked.rows, places)
    for at, row in enumerate(worked.rows):
        if id(units[at]) not in known:
            known[id(units[at])] = tuple(entries.runs(units[at]))
        rows.append(
            ChartRow(
                at + 1,
                said_label(row),
                row.side,
                row.colour,
                row.in_round,
                row.start,
                row.end,
                known[id(units[at])],
                runs(places.columns[at]),
                threads[at],
            )
        )
    return ChartPage(
        worked.piece.title or _("The chart"),
        places.total,
        tuple(entries.found),
        tuple(rows),
        tuple(runs(each) for each in places.below),
        (*_row_frames(worked), *_stitch_frames(worked, places)),
        tuple(dict.fromkeys(row.colour for row in worked.rows)),
        letters_of(worked),
        around,
        tuple(zip(map(runs, by_wale.columns), map(runs, by_wale.below), strict=True)) if around != BY_WALE else (),
    )


def _each_once(worked: WorkedPiece) -> list[tuple[ChartUnit, ...]]:
    """The units of every row; rows of equal work share them."""
    known: dict[tuple[tuple[PartWork, ...], Side, int], tuple[ChartUnit, ...]] = {}
    found: list[tuple[ChartUnit, ...]] = []
    for row in worked.rows:
        key = (row.work, row.side, row.start)
        if key not in known:
            known[key] = units_of(row)
        found.append(known[key])
    return found


class ChartKey:
    """The key of a chart, grown as stitches are met."""

    def __init__(self) -> None:
        self.found: list[KeyEntry] = []
        self.numbers: dict[object, int] = {}

    def runs(self, units: Sequence[ChartUnit]) -> Iterator[tuple[int, int]]:
        """The units of a row by their numbers in the key, equal neighbours together."""
        for number, group in groupby(units, key=lambda unit: self._number(unit.work)):
            yield number, sum(unit.times for unit in group)

    def _number(self, work: StitchKind | ClusterWork) -> int:
        if work not in self.numbers:
            self.numbers[work] = len(self.found)
            said, spoken = _named(work)
            signs = [sign_of(work, face_of(work, right)) for right in (True, False)]
            self.found.append(KeyEntry(said, spoken, work.uses, work.makes, *signs))
        return self.numbers[work]


def _named(work: StitchKind | ClusterWork) -> tuple[str, str]:
    if isinstance(work, ClusterWork):
        short = _("{uses} into {makes}").format(uses=work.uses, makes=work.makes)
        long = _("a cluster of {makes} stitches worked into {uses}").format(uses=work.uses, makes=work.makes)
        return short, long
    return work.said, _(work.spoken)


def runs(columns: NDArray[np.int64]) -> tuple[tuple[int, int], ...]:
    """Columns as runs of neighbours: the first of each and how many.

    >>> runs(np.array([0, 1, 2, 5, 6]))
    ((0, 3), (5, 2))
    """
    if not len(columns):
        return ()
    breaks = 1 + np.flatnonzero(np.diff(columns) != 1)
    starts = [0, *breaks.tolist()]
    ends = [*breaks.tolist(), len(columns)]
    return tuple((int(columns[start]), end - start) for start, end in zip(starts, ends, strict=True))


def _threads(rows: Sequence[WorkedRow], places: ColumnPlaces) -> list[tuple[tuple[str, int, float, float], ...]]:
    """The marks after each row with the column edges at which their threads run.

    Between two stitches that grow apart a marker stays with the one beside which it moves least.
    """
    found: list[tuple[tuple[str, int, float, float], ...]] = []
    begin = 0
    for at in range(1, len(rows) + 1):
        if at == len(rows) or len(rows[at].after.marks) != len(rows[begin].after.marks):
            found += _stretch_of_marks(rows[begin:at], places.columns[begin:at])
            begin = at
    return found


def _stretch_of_marks(
    rows: Sequence[WorkedRow], columns: Sequence[NDArray[np.int64]]
) -> list[tuple[tuple[str, int, float, float], ...]]:
    found: list[list[tuple[str, int, float, float]]] = [[] for _ in rows]
    flags = [letters([mark.name for mark in row.after.marks]) for row in rows]
    for number in range(len(rows[0].after.marks)):
        places = [row.after.mark_positions[number] for row in rows]
        sides = [[_edge(place, each, left) for place, each in zip(places, columns, strict=True)] for left in (1, 0)]
        edges = min(sides, key=lambda edges: sum(abs(b - a) for a, b in pairwise(edges)))
        for at in range(len(rows)):
            letter, hue = flags[at][number]
            found[at].append((letter, hue, places[at], edges[at]))
    return [tuple(each) for each in found]


def _edge(place: float, columns: NDArray[np.int64], left: int) -> float:
    """The edge of the stitch to the left or to the right of a mark; the middle of a marked one."""
    if not len(columns):
        return 0.0
    at = int(place)
    if place != at:
        return float(columns[min(at, len(columns) - 1)]) + 0.5
    beside_left = at < len(columns) and (left or at == 0)
    return float(columns[at]) if beside_left else float(columns[min(at, len(columns)) - 1]) + 1


def _row_frames(worked: WorkedPiece) -> Iterator[Frame]:
    """Rows that come again and again: the first time of each repeat."""
    for fold in row_groups(worked):
        once = len(fold.labels)
        if fold.times > 1:
            yield Frame(fold.first + 1, fold.first + once, fold.times)


def _stitch_frames(worked: WorkedPiece, places: ColumnPlaces) -> Iterator[Frame]:
    """Repeats along a row, where they come again in the same columns row after row: their first time."""
    found: list[Frame] = []
    for at, row in enumerate(worked.rows):
        for first, wide, times in _repeats(row):
            columns = places.columns[at][first : first + wide]
            if times < 2 or len(columns) < 2 or columns[-1] - columns[0] != len(columns) - 1:
                continue
            place = (int(columns[0]), int(columns[-1]) + 1)
            last = found[-1] if found else None
            if last is not None and last.last == at and last.columns == place and last.times == times:
                found[-1] = Frame(last.first, at + 1, times, place)
            else:
                found.append(Frame(at + 1, at + 1, times, place))
    yield from found


def _repeats(row: WorkedRow) -> Iterator[tuple[int, int, int]]:
    """The groups of a row that are worked several times: where their first time ends up, how wide, how often."""
    at = 0
    parts = [run for part in row.work for run in part.runs]
    for run in parts if row.side is Side.RS else reversed(parts):
        if isinstance(run.work, GroupWork):
            yield at, run.work.makes, run.times
        at += run.work.makes * run.times
