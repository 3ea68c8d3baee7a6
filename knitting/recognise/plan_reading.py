"""A plan read out of worked rows: its parts, lines, rhythms and ends, wherever they are regular."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import groupby

from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.plan.checks import MOST_STAGES
from knitting.plan.plan import (
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
from knitting.recognise.fabrics import fabrics_told, line_fabric
from knitting.recognise.figures import Figures
from knitting.recognise.holders import HeldPart, held_parts, one_part_again, resting_stage, without_rest
from knitting.recognise.in_part import as_written
from knitting.recognise.lines import line_names, line_of, lines_born, part_names
from knitting.recognise.rhythms import RecognisedRow, stages_told
from knitting.recognise.stripes import stripes_told
from knitting.rows import BindOff, CastOn, FastenOff, Order, RemoveMarks, Tab
from knitting.statements import sentence


def plan_read(worked: WorkedPiece, irregular: frozenset[int] = frozenset(), literally: bool = False) -> Plan:
    """The plan that some rows may be; :class:`NotRecognised` says why they are none.

    ``irregular`` rows (from 0, a tab's left out) stay as they are written, ``literally`` as the stitches that they
    came to.
    """
    return _Reader(worked, irregular, literally).plan()


class _Reader:
    """Reads one piece; :class:`NotRecognised` says where it stops."""

    def __init__(self, worked: WorkedPiece, irregular: frozenset[int], literally: bool) -> None:
        self.worked, self.irregular, self.literally = worked, irregular, literally
        self.rows = worked.rows[worked.tab_rows :]
        self.in_round = bool(self.rows) and self.rows[0].in_round
        self.holds: dict[int, HeldPart] = {}
        self.backs: dict[int, HeldPart] = {}

    def plan(self) -> Plan:
        start = self._start()
        for held in held_parts(self.worked):
            self.holds[held.held_in] = held
            self.backs |= {held.back_before: held} if held.back_before is not None else {}
        told = self._told()
        right, left = self._border(list(told.values()), "right"), self._border(list(told.values()), "left")
        stages: list[Stage] = []
        fabrics: list[dict[str, str]] = []
        irregular: WorkedRow | None = None
        figures = Figures(self.worked.piece.headers.fabrics)
        for places in self._stretches():
            begin = len(stages)
            if places[0] in self.irregular:
                stages.append(as_written(self.worked, places, self.literally))
                fabrics.append({})
            else:
                rows = [told[at] for at in places]
                hold, back = self.holds.get(places[0]), self.backs.get(places[0])
                for stage, its_rows in stages_told(rows, right, left, self.in_round):
                    stages.append(resting_stage(stage, hold, back) if hold or back else stage)
                    fabrics.append(fabrics_told(its_rows, rows, right, left, self.in_round, figures))
                    irregular = irregular or (its_rows[0].row if len(its_rows) <= stage.rhythm else None)
                    if len(stages) > MOST_STAGES:
                        raise self._no_rhythm(irregular or its_rows[0].row)
            if begin:
                opened = self._opened(stages[begin], self.rows[places[0] - 1], self.rows[places[0]], right)
                stages[begin] = one_part_again(opened, self.backs.get(places[0] - 1))
        parts, lines = self._split(list(told.values()), right, left)
        begun: dict[str, str] = next((each for each in fabrics if each), {})
        headers = self.worked.piece.headers
        return Plan(
            headers.title or "Recognised plan",
            start,
            tuple(replace(part, fabric=begun.get(part.name, part.fabric)) for part in parts),
            lines,
            tuple(_named(stages, [each or begun for each in fabrics])),
            headers.gauge,
            self.in_round,
            headers.yarns,
            headers.stripes or stripes_told(self.worked.rows),
            self._finish(),
            fabrics=figures.own,
            begins=self.rows[0].side,
        )

    def _stretches(self) -> list[list[int]]:
        """The places of rows with the same marks, those that stay as they are written apart from the others."""
        places = range(len(self.rows))
        # A row that holds a part, or before which one returns, is a stretch of its own.
        apart = {at: at for at in (*self.holds, *self.backs)}
        alike = groupby(places, key=lambda at: (self.rows[at].before.marks, at in self.irregular, apart.get(at)))
        return [list(stretch) for _, stretch in alike]

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
        if len(starts) != 1:
            raise NotRecognised(sentence("More than one cast-on: that is not told as a plan yet."))
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

    def _told(self) -> dict[int, RecognisedRow]:
        """Every regular row by its place with what it does, told by the widest row of the same words."""
        widest: dict[object, WorkedRow] = {}
        regular = [(at, row) for at, row in enumerate(self.rows) if at not in self.irregular]
        keys = {at: (row.span, row.side, len(row.before.marks), self._resting(at)) for at, row in regular}
        for at, row in regular:
            key = keys[at]
            if key not in widest or row.before.total > widest[key].before.total:
                widest[key] = without_rest(row) if at in self.holds else row
        known: dict[object, RowAnatomy] = {}
        for words, row in widest.items():
            try:
                known[words] = row_anatomy(row)
            except NotRecognised as refused:
                at = next(at for at, key in keys.items() if key == words) + self.worked.tab_rows + 1
                raise NotRecognised(
                    sentence(
                        "Row {at} ({label}) is not told as a plan: {reason}.",
                        at=at,
                        label=row.label,
                        reason=refused.why,
                    )
                ) from None
        return {at: RecognisedRow(row, known[keys[at]]) for at, row in regular}

    def _resting(self, at: int) -> tuple[str, ...]:
        """The parts that rest when a row is worked."""
        held = (each for each in self.holds.values() if each.held_in < at)
        return tuple(each.part for each in held if each.back_before is None or at < each.back_before)

    def _border(self, told: Sequence[RecognisedRow], end: str) -> int:
        """The stitches of an edge that is worked otherwise than what lies beside it; 0 where there is none."""
        widths: set[int] = set()
        for each in told:
            part = each.anatomy.parts[0 if end == "right" else -1]
            kind, width = (part.first, part.first_width) if end == "right" else (part.last, part.last_width)
            work = part.right if end == "right" else part.left
            edge = part.right_edge if end == "right" else part.left_edge
            other = kind is not None and kind is not part.plain
            if (other or len(set(edge)) > 1) and (work is None or work.in_border or work.away >= width):
                widths.add(width)
        return max(widths, default=0)

    def _split(
        self, rows: Sequence[RecognisedRow], right: int, left: int
    ) -> tuple[tuple[PlannedPart, ...], tuple[Line, ...]]:
        needle = self.rows[0].before
        names = line_names(needle.marks)
        rows = [each for each in rows if each.row.before.marks == needle.marks]
        inner = list(needle.counts)
        inner[0] -= right
        inner[-1] -= left
        parts = [PlannedPart(name, count) for name, count in zip(part_names(len(inner)), inner, strict=True)]
        lines = [
            replace(line_of(mark, name), fabric=line_fabric(rows, at, self.in_round))
            for at, (mark, name) in enumerate(zip(needle.marks, names, strict=True))
        ]
        if right:
            parts.insert(0, PlannedPart("right border", right))
            lines.insert(0, Line("A", LineKind.UNMARKED))
        if left:
            parts.append(PlannedPart("left border", left))
            lines.append(Line("B", LineKind.UNMARKED))
        return tuple(parts), tuple(lines)

    def _opened(self, stage: Stage, before: WorkedRow, first: WorkedRow, right: int) -> Stage:
        """A stage that begins with one mark more, or with none of those before it."""
        old, new = before.after, first.before
        if old.marks == new.marks:
            return stage
        removed = any(isinstance(order, RemoveMarks) for order in self._orders())
        if old.marks and not new.marks and removed:
            return replace(stage, drop_lines=tuple(line_names(old.marks)))
        if not old.marks:
            return replace(stage, add_lines=tuple(lines_born(new, right)))
        raise NotRecognised(sentence("Marks come or go in a way that is not told as a plan yet."))


def _named(stages: Sequence[Stage], fabrics: Sequence[dict[str, str]]) -> Iterator[Stage]:
    """The stages with names, and with the fabrics that change in them."""
    known = dict(fabrics[0])
    first = next(iter(known))
    for at, (stage, told) in enumerate(zip(stages, fabrics, strict=True)):
        for added in stage.add_lines:  # a new part begins in the fabric of the one that it was part of
            known[added.left] = known.get(added.part, "")
        begun = next(iter(told), first)
        wanted = {first if name == begun and name not in known else name: fabric for name, fabric in told.items()}
        changed = tuple((name, fabric) for name, fabric in wanted.items() if known.get(name, fabric) != fabric)
        known |= wanted
        name = stage.name or ("Rows" if len(stages) == 1 else f"Stage {at + 1}")
        yield replace(stage, name=name, fabrics=changed)
