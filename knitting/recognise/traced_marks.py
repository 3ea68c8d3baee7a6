"""Marks that are born within the rows of a piece, traced back to its first row along the stitches under them."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from enum import Enum
from itertools import accumulate

from knitting.needle.needle import Mark, Needle, from_positions
from knitting.needle.worked import GroupWork, PartWork, Run, Workable, WorkedPiece, WorkedRow
from knitting.rows import Side

_MOST_STITCHES = 300_000
"""Stitches of the rows that are traced; more are not looked at."""
_Placed = list[tuple[int, Mark]]
"""Marks with the stitches before each, in right-side order."""


def marked_from_the_start(worked: WorkedPiece, only_where_born: bool = False) -> WorkedPiece | None:
    """The piece with every mark there from the first row on, or from the row that sets it; the knitting the same.

    ``None`` where a mark stands on stitches that were made within a row, where marks were taken off before others
    came, or where none is born in a row.
    """
    last = max((at for at, row in enumerate(worked.rows) if len(row.before.marks) < len(row.after.marks)), default=None)
    if last is None:
        return None
    return _traced_from(worked, last, worked.rows[last].after, last if only_where_born else worked.tab_rows)


def marked_in_the_middle(worked: WorkedPiece) -> WorkedPiece | None:
    """A piece without marks, with one in the stitch that the middle of its last row came from all along."""
    last = worked.rows[-1] if worked.rows else None
    if last is None or last.end % 2 == 0 or any(row.before.marks or row.after.marks for row in worked.rows):
        return None
    middle = Needle((last.end // 2, last.end // 2), (Mark(True, "centre"),))
    return _traced_from(worked, len(worked.rows) - 1, middle, worked.tab_rows)


def _traced_from(worked: WorkedPiece, last: int, wanted: Needle, first: int) -> WorkedPiece | None:
    """The rows from one place back to another with the marks that are wanted after the later one."""
    rows = list(worked.rows)
    if sum(row.end for row in rows[first : last + 1]) > _MOST_STITCHES:
        return None
    for at in range(last, first - 1, -1):
        row = rows[at]
        if not set(row.after.marks) <= set(wanted.marks) or row.after.total != wanted.total:
            return None
        traced = _traced(row, wanted)
        if traced is None:
            return None
        rows[at], wanted = traced, traced.before
    return replace(worked, rows=tuple(rows))


class StitchOfMarker(Enum):
    """Where the marked stitch lies that a marker on the needle stands for."""

    BETWEEN = "between two markers"
    AFTER = "after its marker"
    BEFORE = "before its marker"


def marked_in_stitches(worked: WorkedPiece, of_marker: StitchOfMarker) -> WorkedPiece | None:
    """The piece with a mark in the stitch that markers on the needle stand beside; the knitting the same.

    ``None`` where a marker has no such stitch, or where that stitch comes from others than the one that was marked.
    """
    rows = list(worked.rows)
    if sum(row.end for row in rows) > _MOST_STITCHES:
        return None
    needle: Needle | None = None
    for at, row in enumerate(rows):
        begun = _begun(worked, at, row, needle, of_marker)
        if begun is None:
            needle = None
            continue
        after = _followed(row, begun)
        traced = _traced(row, after) if after is not None else None
        if after is None or traced is None or traced.before != begun:
            return None
        rows[at], needle = traced, after
    return replace(worked, rows=tuple(rows)) if any(row.before.marks for row in rows) else None


def _begun(
    worked: WorkedPiece, at: int, row: WorkedRow, needle: Needle | None, of_marker: StitchOfMarker
) -> Needle | None:
    """The needle before a row with marks in its stitches; ``None`` where it has none.

    ``needle`` is the one after the row before. A marker may rest on a holder with the stitches beside it, and returns
    with them.
    """
    rests = any(rest.row <= at and (rest.back is None or at < rest.back) for rest in worked.rests)
    if needle is None or not (rests or row.before.marks):
        return _in_stitches(row.before, of_marker) if row.before.marks else None
    for rest in worked.rests:
        if rest.back == at:
            needle = needle.inserted(rest.back_place, Needle((rest.stitches,)))
    return needle if needle.total == row.before.total else None


def _followed(row: WorkedRow, before: Needle) -> Needle | None:
    """The needle after a row, with the marks in the stitches that the marked ones became."""
    atoms = list(_atoms(row.work))
    if row.side is Side.WS:
        atoms.reverse()
    used = [0, *accumulate(each.uses for each in atoms)]
    made = [0, *accumulate(each.makes for each in atoms)]
    marks: _Placed = []
    for start, mark in _placed(before):
        at = next((at for at, each in enumerate(atoms) if used[at] + each.uses // 2 == start and each.uses % 2), None)
        if at is None or atoms[at].makes != 1:
            return None
        marks.append((made[at], mark))
    return from_positions(made[-1], marks)


def _in_stitches(needle: Needle, of_marker: StitchOfMarker) -> Needle | None:
    placed = [(at, mark) for at, mark in _placed(needle) if not mark.in_stitch]
    if len(placed) < len(needle.marks):
        return None
    starts = [at for at, _ in placed]
    if of_marker is StitchOfMarker.BETWEEN:
        if len(starts) % 2 or any(other - one != 1 for one, other in zip(starts[::2], starts[1::2], strict=True)):
            return None
        starts = starts[::2]
    elif of_marker is StitchOfMarker.BEFORE:
        starts = [at - 1 for at in starts]
    if any(not 0 <= at < needle.total for at in starts) or len(set(starts)) < len(starts):
        return None
    return from_positions(needle.total, [(at, Mark(True)) for at in starts])


def without_end_marks(worked: WorkedPiece) -> WorkedPiece | None:
    """The piece without a marker that stands at the very end of the needle in every row, as that of a round does.

    ``None`` where there is none.
    """
    rows = worked.rows[worked.tab_rows :]
    marked = [row for row in rows if row.before.marks]
    if any(row.before.marks != row.after.marks for row in rows):
        return None
    ends = [at for at in (0, -1) if marked and all(_stands_at_end(row, at) for row in marked)]
    if not ends:
        return None
    changed = list(rows)
    for at in ends:
        changed = [_without_end(row, at) if row.before.marks else row for row in changed]
    return replace(worked, rows=(*worked.rows[: worked.tab_rows], *changed))


def _stands_at_end(row: WorkedRow, at: int) -> bool:
    needles = (row.before, row.after)
    return all(needle.marks and needle.counts[at] == 0 and not needle.marks[at].in_stitch for needle in needles)


def _without_end(row: WorkedRow, at: int) -> WorkedRow:
    """A row without the first (0) or last (-1) marker in right-side order, and the empty part behind it."""
    first = (at == 0) is (row.side is Side.RS)
    work = row.work[1:] if first else (*row.work[:-2], row.work[-2]._replace(after=None))
    return row._replace(before=_shorter(row.before, at), after=_shorter(row.after, at), work=work)


def _shorter(needle: Needle, at: int) -> Needle:
    if at == 0:
        return Needle(needle.counts[1:], needle.marks[1:])
    return Needle(needle.counts[:-1], needle.marks[:-1])


def _traced(row: WorkedRow, after: Needle) -> WorkedRow | None:
    """A row with the marks that stand on the needle after it, told from the stitches that they came from."""
    atoms = list(_atoms(row.work))
    if row.side is Side.WS:
        atoms.reverse()
    made = [0, *accumulate(each.makes for each in atoms)]
    used = [0, *accumulate(each.uses for each in atoms)]
    cuts: list[int] = []
    before: _Placed = []
    for start, mark in _placed(after):
        at = _place(made, start, before_what_makes_it=mark.in_stitch)
        if at is None:
            return None
        if mark.in_stitch:
            if at >= len(atoms) or atoms[at].makes != 1 or atoms[at].uses % 2 == 0:
                return None
            before.append((used[at] + atoms[at].uses // 2, mark))
        else:
            before.append((used[at], mark))
        cuts.append(at)
    work = tuple(_parts(atoms, cuts, after.marks, row.side))
    return row._replace(before=from_positions(used[-1], before), after=after, work=work)


def _placed(needle: Needle) -> Iterator[tuple[int, Mark]]:
    at = 0
    for count, mark in zip(needle.counts, needle.marks, strict=False):
        at += count
        yield at, mark
        at += mark.width


def _place(made: Sequence[int], stitches: int, before_what_makes_it: bool) -> int | None:
    """How many things are worked before so many stitches; ``None`` where the place lies within one of them.

    Where some of them make no stitch, as few as there can be, or as many: those ``before_what_makes_it``.
    """
    places = [at for at, count in enumerate(made) if count == stitches]
    return (places[-1] if before_what_makes_it else places[0]) if places else None


def _atoms(work: Sequence[PartWork]) -> Iterator[Workable]:
    for part in work:
        yield from _single(part.runs)


def _single(runs: Sequence[Run]) -> Iterator[Workable]:
    for run in runs:
        for _ in range(run.times):
            if isinstance(run.work, GroupWork):
                yield from _single(run.work.runs)
            else:
                yield run.work


def _parts(atoms: Sequence[Workable], cuts: Sequence[int], marks: Sequence[Mark], side: Side) -> Iterator[PartWork]:
    """The parts between the marks, in working order."""
    pieces: list[tuple[Sequence[Workable], Mark | None]] = []
    start = 0
    for cut, mark in zip(cuts, marks, strict=True):
        pieces.append((atoms[start:cut], None))
        pieces.append((atoms[cut : cut + mark.width], mark))
        start = cut + mark.width
    pieces.append((atoms[start:], None))
    if side is Side.WS:
        pieces = [(inner[::-1], mark) for inner, mark in reversed(pieces)]
    for at, (inner, own) in enumerate(pieces):
        if own is not None and not own.in_stitch:
            continue
        following = pieces[at + 1][1] if own is None and at + 1 < len(pieces) else None
        passed = following if following is not None and not following.in_stitch else None
        yield PartWork(tuple(Run(each, 1) for each in inner), sum(each.makes for each in inner), own, passed)
