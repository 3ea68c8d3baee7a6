"""A plan read out of worked rows: its parts, lines, rhythms and ends, wherever they are regular.

What is found is worked again, and offered only if it comes to every row of the piece, stitch by stitch.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import chain, groupby

from knitting.compiling import compiled
from knitting.forecast.forecast import forecast_of
from knitting.in_pattern.piece_in_pattern import is_patterned
from knitting.needle.needle import Mark, Needle
from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.plan.checks import MOST_STAGES
from knitting.plan.plan import (
    AddedLine,
    Finish,
    Finishing,
    Line,
    LineKind,
    Plan,
    PlannedPart,
    Stage,
)
from knitting.problems import NOWHERE
from knitting.recognise.anatomy import NotRecognised, RowAnatomy, row_anatomy
from knitting.recognise.course import course_of
from knitting.recognise.fabrics import fabrics_told, line_fabric
from knitting.recognise.figures import Figures
from knitting.recognise.rhythms import RecognisedRow, line_names, part_names, stages_told
from knitting.recognise.traced_marks import marked_from_the_start, marked_in_the_middle, without_end_marks
from knitting.rows import BindOff, CastOn, FastenOff, Order, RemoveMarks, Tab
from knitting.statements import Statement, sentence
from knitting.working.comparison import stitches_of
from knitting.working.piece_worker import counted, work_piece


@dataclass(frozen=True)
class Recognition:
    """A plan that comes to the same rows, or why there is none; ``said`` tells what was found, line by line."""

    plan: Plan | None
    said: tuple[Statement, ...]


def recognise(worked: WorkedPiece) -> Recognition:
    """Read the shaping out of a worked piece."""
    told = worked
    if is_patterned(worked.piece) and not worked.problems:
        told = counted(worked.piece, gauge=worked.piece.headers.gauge)
    found = _in_any_way(worked, told)
    if found.plan is None and told is not worked:  # "in pattern" has no name: the stitches that it came to may have
        again = _in_any_way(worked, worked)
        found = again if again.plan is not None else found
    return found


def _in_any_way(worked: WorkedPiece, told: WorkedPiece) -> Recognition:
    """The plan with the marks as they stand, or as they could have stood from earlier on."""
    told = without_end_marks(told) or told
    found = _recognised(worked, told)
    if found.plan is not None or worked.problems:
        return found
    begun = marked_from_the_start(told)
    ways: list[tuple[Plan, Recognition]] = []
    for traced in (begun, marked_from_the_start(told, only_where_born=True), marked_in_the_middle(told)):
        if traced is not None:
            again = _recognised(worked, without_end_marks(traced) or traced)
            if again.plan is not None:
                ways.append((again.plan, again))
            found = again if traced is begun else found  # what stands in the way of all the rows, not of their marks
    return min(ways, key=lambda way: (len(way[0].fabrics), len(way[0].stages), len(way[0].parts)))[1] if ways else found


def _recognised(worked: WorkedPiece, told: WorkedPiece) -> Recognition:
    """The plan of rows as they are told, if it comes to those that are worked."""
    try:
        plan = _Reader(told).plan()
    except NotRecognised as refused:
        return Recognition(None, (refused.why, *_seen(worked)))
    forecast = forecast_of(plan)
    if forecast.troubles:
        trouble = forecast.troubles[0].facts
        said = sentence("What was found does not come out as a plan: {trouble}", trouble=trouble)
        return Recognition(None, (said, *course_of(forecast)))
    again = work_piece(compiled(forecast))
    other = first_other(worked, again)
    if other is not None:
        said = sentence(
            "A plan of these rows would come to other stitches in row {row} ({label}).",
            row=other + 1,
            label=worked.rows[other].label if other < len(worked.rows) else sentence("the end"),
        )
        return Recognition(None, (said, *course_of(forecast)))
    return Recognition(plan, tuple(course_of(forecast)))


def _seen(worked: WorkedPiece) -> tuple[Statement, ...]:
    """What can be told of rows that make no plan: their parts and marks, and how many of them are told."""
    rows = worked.rows[worked.tab_rows :]
    if not rows:
        return ()
    told = 0
    for row in rows:
        try:
            row_anatomy(row)
            told += 1
        except NotRecognised:
            pass
    begun = rows[0].before
    return (
        sentence(
            "Recognised: {parts:parts} and {marks:marks} at the beginning; {told} of {rows:rows}.",
            parts=len(begun.counts),
            marks=len(begun.marks),
            told=told,
            rows=len(rows),
        ),
    )


def first_other(one: WorkedPiece, other: WorkedPiece) -> int | None:
    """The first row that is not the same knitting, whatever it is called."""
    for at, (a, b) in enumerate(zip(one.rows, other.rows)):
        same = (a.side, a.colour, a.start, a.end) == (b.side, b.colour, b.start, b.end)
        if not same or (a.work != b.work and _in_one(a) != _in_one(b)):
            return at
    if len(one.rows) != len(other.rows) or one.bound_off != other.bound_off or one.dropped != other.dropped:
        return min(len(one.rows), len(other.rows))
    return None


def _in_one(row: WorkedRow) -> list[tuple[object, int]]:
    """What a row works, stitch by stitch in runs, wherever its marks are."""
    found: list[tuple[object, int]] = []
    for kind, times in chain.from_iterable(stitches_of(row.work)):
        if found and found[-1][0] == kind:
            found[-1] = kind, found[-1][1] + times
        else:
            found.append((kind, times))
    return found


class _Reader:
    """Reads one piece; :class:`NotRecognised` says where it stops."""

    def __init__(self, worked: WorkedPiece) -> None:
        self.worked = worked
        self.rows = worked.rows[worked.tab_rows :]
        self.in_round = bool(self.rows) and self.rows[0].in_round

    def plan(self) -> Plan:
        start = self._start()
        told = self._told()
        right, left = self._border(told, "right"), self._border(told, "left")
        stretches = [list(rows) for _, rows in groupby(told, key=lambda each: each.row.before.marks)]
        parts, lines = self._split(stretches[0], right, left)
        stages: list[Stage] = []
        fabrics: list[dict[str, str]] = []
        irregular: WorkedRow | None = None
        figures = Figures(self.worked.piece.headers.fabrics)
        for number, rows in enumerate(stretches):
            for at, (stage, its_rows) in enumerate(stages_told(rows, right, left, self.in_round)):
                opened = self._opened(stage, stretches[number - 1], rows, right) if number and not at else stage
                stages.append(opened)
                fabrics.append(fabrics_told(its_rows, rows, right, left, self.in_round, figures))
                irregular = irregular or (its_rows[0].row if len(its_rows) <= stage.rhythm else None)
                if len(stages) > MOST_STAGES:
                    raise self._no_rhythm(irregular or its_rows[0].row)
        headers = self.worked.piece.headers
        return Plan(
            headers.title or "Recognised plan",
            start,
            tuple(replace(part, fabric=fabrics[0].get(part.name, part.fabric)) for part in parts),
            lines,
            tuple(_named(stages, fabrics)),
            headers.gauge,
            self.in_round,
            headers.yarns,
            headers.stripes,
            self._finish(),
            fabrics=figures.own,
            begins=self.rows[0].side,
        )

    def _no_rhythm(self, first: WorkedRow) -> NotRecognised:
        """More stages than a plan may have: from a row on they follow no rhythm."""
        at = next(at for at, row in enumerate(self.worked.rows, start=1) if row is first)
        return NotRecognised(sentence("Rows {first} to {last} follow no rhythm.", first=at, last=len(self.worked.rows)))

    # -- beginning and end ---------------------------------------------------------------------------------

    def _orders(self) -> list[Order]:
        return [order for section in self.worked.piece.sections for order in section.orders]

    def _start(self) -> CastOn | Tab:
        if self.worked.problems:
            raise NotRecognised(sentence("The rows do not all add up yet: mend them first."))
        if len(self.rows) < 2 or self.worked.sound_rows < len(self.worked.rows):
            raise NotRecognised(
                sentence("Stitches are cast on anew or come back from a holder: that is not told as a plan yet.")
            )
        starts = [order for order in self._orders() if isinstance(order, CastOn | Tab)]
        if len(starts) != 1 or self.worked.held:
            raise NotRecognised(sentence("More than one cast-on, or held stitches: that is not told as a plan yet."))
        return replace(starts[0], claim=None, span=NOWHERE)

    def _finish(self) -> Finish:
        last = self._orders()[-1]
        if isinstance(last, BindOff):
            one_side = last.left > 0 and not last.slipped
            if (last.slipped != last.left and not one_side) or (last.left and not last.drops):
                raise NotRecognised(sentence("The bind-off leaves stitches in a way that a plan does not know."))
            return Finish(Finishing.BIND_OFF, last.manner, last.left, one_side)
        if isinstance(last, FastenOff):
            return Finish(Finishing.FASTEN_OFF)
        return Finish(Finishing.LIVE)

    # -- rows ----------------------------------------------------------------------------------------------

    def _told(self) -> list[RecognisedRow]:
        """Every row with what it does, told by the widest row of the same words."""
        widest: dict[object, WorkedRow] = {}
        for row in self.rows:
            key = (row.span, row.side, len(row.before.marks))
            if key not in widest or row.before.total > widest[key].before.total:
                widest[key] = row
        known: dict[object, RowAnatomy] = {}
        for words, row in widest.items():
            try:
                known[words] = row_anatomy(row)
            except NotRecognised as refused:
                at = self.worked.rows.index(row) + 1
                raise NotRecognised(
                    sentence(
                        "Row {at} ({label}) is not told as a plan: {reason}.",
                        at=at,
                        label=row.label,
                        reason=refused.why,
                    )
                ) from None
        return [RecognisedRow(row, known[row.span, row.side, len(row.before.marks)]) for row in self.rows]

    def _border(self, told: Sequence[RecognisedRow], end: str) -> int:
        """The stitches of an edge that is worked otherwise than what lies beside it; 0 where there is none."""
        widths: set[int] = set()
        for each in told:
            part = each.anatomy.parts[0 if end == "right" else -1]
            kind, width = (part.first, part.first_width) if end == "right" else (part.last, part.last_width)
            work = part.right if end == "right" else part.left
            edge = part.right_edge if end == "right" else part.left_edge
            other = kind is not None and kind is not part.plain
            if (other or len(set(edge)) > 1) and (work is None or work.away >= width):
                widths.add(width)
        return max(widths, default=0)

    def _split(
        self, rows: Sequence[RecognisedRow], right: int, left: int
    ) -> tuple[tuple[PlannedPart, ...], tuple[Line, ...]]:
        needle = rows[0].row.before
        names = line_names(needle.marks)
        inner = list(needle.counts)
        inner[0] -= right
        inner[-1] -= left
        parts = [PlannedPart(name, count) for name, count in zip(part_names(len(inner)), inner, strict=True)]
        lines = [
            replace(_line(mark, name), fabric=line_fabric(rows, at))
            for at, (mark, name) in enumerate(zip(needle.marks, names, strict=True))
        ]
        if right:
            parts.insert(0, PlannedPart("right border", right))
            lines.insert(0, Line("A", LineKind.UNMARKED))
        if left:
            parts.append(PlannedPart("left border", left))
            lines.append(Line("B", LineKind.UNMARKED))
        return tuple(parts), tuple(lines)

    def _opened(
        self, stage: Stage, before: Sequence[RecognisedRow], rows: Sequence[RecognisedRow], right: int
    ) -> Stage:
        """A stage that begins with one mark more, or with none of those before it."""
        old, new = before[-1].row.after, rows[0].row.before
        removed = any(isinstance(order, RemoveMarks) for order in self._orders())
        if old.marks and not new.marks and removed:
            return replace(stage, drop_lines=tuple(line_names(old.marks)))
        if not old.marks:
            return replace(stage, add_lines=tuple(_born(new, right)))
        raise NotRecognised(sentence("Marks come or go in a way that is not told as a plan yet."))


def _born(needle: Needle, right: int) -> Iterator[AddedLine]:
    """The lines of marks that are set in one part; each parts what lies to its left once more."""
    names = part_names(len(needle.counts))
    part = part_names(1)[0]
    if len(needle.marks) == 1:
        middle = needle.counts[0] == needle.counts[1] and not right
        line = _line(needle.marks[0], line_names(needle.marks)[0])
        yield AddedLine(line, part, names[1], None if middle else needle.counts[0] - right)
        return
    for at, (mark, name) in enumerate(zip(needle.marks, line_names(needle.marks), strict=True)):
        yield AddedLine(_line(mark, name), part, names[at + 1], needle.counts[at] - (right if at == 0 else 0))
        part = names[at + 1]


def _named(stages: Sequence[Stage], fabrics: Sequence[dict[str, str]]) -> Iterator[Stage]:
    """The stages with names, and with the fabrics that change in them."""
    known = dict(fabrics[0])
    first = next(iter(known))
    for at, (stage, told) in enumerate(zip(stages, fabrics, strict=True)):
        for added in stage.add_lines:  # a new part begins in the fabric of the one that it was part of
            known[added.left] = known.get(added.part, "")
        begun = next(iter(told))
        wanted = {first if name == begun and name not in known else name: fabric for name, fabric in told.items()}
        changed = tuple((name, fabric) for name, fabric in wanted.items() if known.get(name, fabric) != fabric)
        known |= wanted
        yield replace(stage, name="Rows" if len(stages) == 1 else f"Stage {at + 1}", fabrics=changed)


def _line(mark: Mark, name: str) -> Line:
    return Line(name, LineKind.STITCH, 1) if mark.in_stitch else Line(name, LineKind.BETWEEN)
