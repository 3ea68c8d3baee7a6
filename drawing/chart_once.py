"""The chart of a printed pattern: by sections, each repeat once in its frame, and of two like halves only one.

Rows that come again are left out; a group of stitches that is worked several times stands once; a long run of one
stitch is a cell of three columns with its number. What is left stands closed up around the middle.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import accumulate, groupby

import numpy as np

from drawing.chart import BY_WALE, ChartKey, ChartPage, ChartRow, Counted, Frame, Runs, lay_out_chart, runs
from drawing.closed_up import anchors, letters_of, usual
from drawing.columns import place_columns, units_of
from drawing.marks import letters
from drawing.mirrored import half_of
from drawing.shown_row import ShownRow, shown_row
from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.rows import Row
from knitting.saying.language import _
from knitting.working.row_groups import RowGroup, row_groups

_LONGEST_LABEL = 7
"""Letters of a row's name that have room beside it where it has no number."""


@dataclass(frozen=True, slots=True)
class SectionChart:
    """The chart of a section; ``mirrored`` where it is the half from the right edge to the middle.

    Then the last column is the middle: where ``middle`` is true a stitch that is worked once. ``grows``: a repeat of
    rows has other counts each time, and its first time is drawn.
    """

    section: str
    page: ChartPage
    mirrored: bool = False
    middle: bool = False
    grows: bool = False


@dataclass(frozen=True, slots=True)
class _Kept:
    """A row that is shown, by its place among all rows, and the repeats (place of the last row, times) that begin."""

    at: int
    repeats: tuple[tuple[int, int], ...] = ()


def charts_once(worked: WorkedPiece, by_wale: bool = False) -> tuple[SectionChart, ...]:
    """The charts of all sections; ``by_wale`` they keep the shape of the cloth, with every stitch of the rows shown."""
    if not worked.rows:
        return ()
    kept = list(_kept_rows(worked))
    sections = [(name, list(rows)) for name, rows in groupby(kept, key=lambda each: worked.rows[each.at].section)]
    if by_wale:
        whole = lay_out_chart(worked, BY_WALE)
        return tuple(
            SectionChart(name, _of_rows(whole, worked, rows), grows=_grows(worked, rows)) for name, rows in sections
        )
    places = place_columns(worked, [units_of(row) for row in worked.rows])
    stands = anchors(worked, places, usual(worked))
    return tuple(_closed_up(worked, name, rows, stands) for name, rows in sections)


# -- which rows ---------------------------------------------------------------------------------------------


def _kept_rows(worked: WorkedPiece) -> Iterator[_Kept]:
    """The rows without those that a repeat brings again."""
    kept: list[_Kept] = []
    for group in row_groups(worked):
        once = _once(group)
        times = len(group.rows) // once
        rest = range(group.first + once * times, group.last + 1)
        if _comes_again(worked, kept, group, once):
            first = len(kept) - once
            more = (kept[-1].at, times + 1)
            kept[first] = replace(kept[first], repeats=(*kept[first].repeats, more))
        else:
            repeats = ((group.first + once - 1, times),) if times > 1 else ()
            kept += [_Kept(group.first + at, () if at else repeats) for at in range(once)]
        kept += [_Kept(at) for at in rest]
    yield from kept


def _once(group: RowGroup) -> int:
    """How many rows of a group make one time of it: its sides must come again too. All of them where it has none."""
    for once in (len(group.labels), 2 * len(group.labels)):
        same = [(a.label, a.side) == (b.label, b.side) for a, b in zip(group.rows, group.rows[once:], strict=False)]
        if all(same):
            return min(once, len(group.rows))
    return len(group.rows)


def _comes_again(worked: WorkedPiece, kept: Sequence[_Kept], group: RowGroup, once: int) -> bool:
    """Whether a group repeats the very rows that were kept last, which no other repeat has bound yet."""
    before = kept[-once:]
    if len(before) < once or before[-1].at != group.first - 1 or any(each.repeats for each in before):
        return False
    was = [worked.rows[each.at] for each in before]
    now = group.rows[:once]
    return [_name(row) for row in was] == [_name(row) for row in now]


def _name(row: WorkedRow) -> tuple[object, ...]:
    return row.section, row.label, row.side, row.span.line


def _grows(worked: WorkedPiece, kept: Sequence[_Kept]) -> bool:
    rows = worked.rows
    return any(rows[each.at].start != rows[last].end for each in kept for last, _times in each.repeats)


# -- by wale ------------------------------------------------------------------------------------------------


def _of_rows(whole: ChartPage, worked: WorkedPiece, kept: Sequence[_Kept]) -> ChartPage:
    """Some rows of a whole chart, without the columns that none of them needs."""
    rows = [whole.rows[each.at] for each in kept]
    below = [whole.below[each.at] for each in kept]
    places = _UsedColumns([*(row.columns for row in rows), *below])
    said = _said_numbers(worked)
    shown = tuple(
        replace(
            row,
            number=at + 1,
            said=_beside(worked.rows[kept[at].at], said),
            columns=places.moved(row.columns),
            marks=tuple((*mark[:3], places.edge(mark[3])) for mark in row.marks),
        )
        for at, row in enumerate(rows)
    )
    frames = tuple(_row_frames(kept))
    under = tuple(places.moved(each) for each in below)
    return replace(whole, columns=places.total, rows=shown, below=under, frames=frames, once=True)


class _UsedColumns:
    """The columns that some rows use, numbered anew from the right."""

    def __init__(self, every: Sequence[Runs]) -> None:
        used = np.unique([column for each in every for first, many in each for column in range(first, first + many)])
        self.used, self.total = used.astype(np.int64), len(used)

    def moved(self, columns: Runs) -> Runs:
        """Some columns by their new numbers."""
        return runs(np.searchsorted(self.used, [at for first, many in columns for at in range(first, first + many)]))

    def edge(self, edge: float) -> float:
        """The edge or middle of a column."""
        whole = int(edge)
        return float(np.searchsorted(self.used, whole)) + (edge - whole)


def _row_frames(kept: Sequence[_Kept]) -> Iterator[Frame]:
    places = {each.at: number for number, each in enumerate(kept, start=1)}
    for each in kept:
        for last, times in each.repeats:
            yield Frame(places[each.at], places[last], times)


# -- closed up ----------------------------------------------------------------------------------------------


def _closed_up(
    worked: WorkedPiece, section: str, kept: Sequence[_Kept], stands: tuple[Sequence[int], Sequence[int]]
) -> SectionChart:
    rows = [worked.rows[each.at] for each in kept]
    shown = [shown_row(row) for row in rows]
    half = half_of(shown) if all(row.complete for row in rows) else None
    if half is not None:
        shown, after, before = list(half.rows), list(half.after), list(half.before)
    else:
        after = [row.after.of(stands[0][each.at]) for row, each in zip(shown, kept, strict=True)]
        before = [row.before.of(stands[1][each.at]) for row, each in zip(shown, kept, strict=True)]
    page = _page(worked, kept, shown, after, before)
    return SectionChart(section, page, half is not None, half is not None and half.stitch, _grows(worked, kept))


def _page(
    worked: WorkedPiece, kept: Sequence[_Kept], shown: Sequence[ShownRow], after: Sequence[int], before: Sequence[int]
) -> ChartPage:
    base = max([*after, *before], default=0)
    key, said = ChartKey(), _said_numbers(worked)
    rows: list[ChartRow] = []
    below: list[tuple[tuple[int, int], ...]] = []
    frames = list(_row_frames(kept))
    counted: list[Counted] = []
    for number, (each, row) in enumerate(zip(kept, shown, strict=True), start=1):
        origin, under = base - after[number - 1], base - before[number - 1]
        was = worked.rows[each.at]
        cells = tuple(key.runs(row.units))
        live = ((origin, row.makes),) if row.makes else ()
        marks = tuple(_threads(was, row, origin))
        rows.append(
            ChartRow(
                number,
                was.label,
                was.side,
                was.colour,
                was.in_round,
                was.start,
                was.end,
                cells,
                live,
                marks,
                _beside(was, said),
            )
        )
        below.append(((under, row.uses),) if row.uses else ())
        counted += [
            Counted(number, (origin if stretch.left else under) + stretch.first, stretch.wide, stretch.times)
            for stretch in row.counted
        ]
        for stretch in row.framed:
            place = (origin + stretch.first, origin + stretch.first + stretch.wide)
            _put(frames, Frame(number, number, stretch.times, place))
    total = max((first + many for each in (*below, *(row.columns for row in rows)) for first, many in each), default=0)
    return ChartPage(
        worked.piece.title or _("The chart"),
        total,
        tuple(key.found),
        tuple(rows),
        tuple(below),
        tuple(frames),
        tuple(dict.fromkeys(row.colour for row in worked.rows)),
        letters_of(worked),
        usual(worked),
        once=True,
        counted=tuple(counted),
    )


def _put(frames: list[Frame], new: Frame) -> None:
    """One more frame along a row, or an earlier one that grows by it."""
    for at, frame in enumerate(frames):
        if (frame.last, frame.columns, frame.times) == (new.first - 1, new.columns, new.times):
            frames[at] = replace(frame, last=new.last)
            return
    frames.append(new)


def _threads(was: WorkedRow, row: ShownRow, origin: int) -> Iterator[tuple[str, int, float, float]]:
    """The marks of a row at the columns that they have here; those of a half that is left out are left out."""
    named = letters([mark.name for mark in was.after.marks])
    for (letter, hue), place in zip(named, was.after.mark_positions, strict=True):
        at = row.after.of(int(place)) + (place - int(place))
        if at <= row.makes:
            yield letter, hue, int(place), origin + at


def _said_numbers(worked: WorkedPiece) -> Mapping[tuple[str, str], str]:
    """The numbers of rows in their sections, by the section and the row's name."""
    return {
        (section.name, order.label(number)): str(number)
        for section in worked.piece.sections
        for order in section.orders
        if isinstance(order, Row)
        for number in order.numbers
    }


def _beside(row: WorkedRow, numbers: Mapping[tuple[str, str], str]) -> str:
    """What stands beside a row: its number in its section, or its name as far as there is room for whole words."""
    known = numbers.get((row.section, row.label))
    if known:
        return known
    words = accumulate(row.label.split(), lambda said, word: f"{said} {word}")
    return max((said for said in words if len(said) <= _LONGEST_LABEL), key=len, default="")
