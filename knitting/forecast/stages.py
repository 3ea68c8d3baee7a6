"""The course of a plan: what every stage comes to in rows and counts, before a stitch is knitted."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from operator import add

from knitting.forecast.written_rows import split_after
from knitting.plan.plan import AddedLine, Line, LineKind, Plan, PlannedPart, SetupRow, Shaping, Stage
from knitting.plan.row_composition import RowShaping, row_shaping, row_steps
from knitting.plan.split import RowSplit
from knitting.rows import Side, Step, Tab

Counts = tuple[int, ...]


@dataclass(frozen=True, slots=True)
class PlannedRow:
    """A row of a plan: its steps, what it shapes, the split after it. ``back`` is a part that returned before it.

    ``as_written`` rows are worked in the steps of their writer.
    """

    steps: tuple[Step, ...]
    shape: RowShaping
    after: RowSplit
    back: str = ""
    as_written: bool = False

    @property
    def side(self) -> Side:
        """The side of the row."""
        return self.shape.side

    @property
    def before(self) -> RowSplit:
        """The split before it."""
        return self.shape.split


@dataclass(frozen=True)
class Cycle:
    """The rows of a stage that come again and again, with what they need and give in each part.

    A rhythm of an odd number of rows meets both sides in turn, so that its cycle has twice its rows unless
    both halves say the same.
    """

    rows: tuple[RowShaping, ...]
    rhythm: int

    @cached_property
    def gains(self) -> tuple[Counts, ...]:
        """Stitches gained in each part, row by row."""
        return tuple(row.gains for row in self.rows)

    @property
    def change(self) -> int:
        """Stitches gained in one time of the rhythm; for odd rhythms on average, rounded down."""
        return sum(row.change for row in self.rows) * self.rhythm // len(self.rows)


@dataclass(frozen=True)
class StageForecast:
    """A stage as it comes to be. ``counts[r]`` are the counts of the parts after ``r`` rows of its rhythm.

    ``first_row`` is the number, from 1, of its first row in the piece, the set-up rows counted too.
    """

    stage: Stage
    opening: RowSplit
    setup: tuple[PlannedRow, ...]
    split: RowSplit
    side: Side
    cycle: Cycle
    counts: tuple[Counts, ...]
    first_row: int
    added: tuple[AddedLine, ...] = ()
    in_round: bool = False

    @property
    def rows(self) -> int:
        """Rows of the rhythm that are worked, without the set-up rows."""
        return len(self.counts) - 1

    @property
    def times(self) -> int:
        """Whole times of the rhythm."""
        return self.rows // self.stage.rhythm

    @property
    def begins(self) -> int:
        """Stitches on the needle before its rhythm."""
        return self.split.total

    @property
    def closing(self) -> RowSplit:
        """The split at its end."""
        return self.split.with_counts(self.counts[-1])

    @property
    def ends(self) -> int:
        """Stitches on the needle at its end."""
        return self.closing.total

    @cached_property
    def balanced(self) -> tuple[tuple[int, int], ...]:
        """Rows of the rhythm (from 1) whose increases and decreases cancel, with what each of them amounts to."""
        found = []
        for row, shape in enumerate(self.cycle.rows[: self.stage.rhythm], start=1):
            gained = sum(max(each.gains, 0) for each in shape.placed)
            if gained and shape.change == 0:
                found.append((row, gained))
        return tuple(found)

    @property
    def closing_side(self) -> Side:
        """The side of the row after its last one."""
        return self.side if self.in_round or self.rows % 2 == 0 else self.side.other

    @property
    def ends_on_wrong_side(self) -> bool:
        """Whether its last row is a wrong-side one."""
        return not self.in_round and self.closing_side is Side.RS and self.rows + len(self.setup) > 0

    @cached_property
    def totals(self) -> tuple[int, ...]:
        """Stitches on the needle after each row of the rhythm (0: before the first)."""
        live = self.split.live
        own = sum(line.stitches for line in self.split.lines)
        return tuple(own + sum(counts[at] for at in live) for counts in self.counts)

    @cached_property
    def stitches(self) -> int:
        """Stitches worked in it, counted after each row, set-up rows too."""
        return sum(self.totals[1:]) + sum(row.after.total for row in self.setup)

    @cached_property
    def grows(self) -> frozenset[str]:
        """The parts whose counts change while its rhythm is worked."""
        return growing(self.split, self.cycle.gains)

    def written_rows(self) -> tuple[tuple[Step, ...], ...]:
        """The steps of the rows that are written: one cycle of them, or fewer where it is not worked through."""
        many = min(len(self.cycle.rows), self.rows)
        return tuple(
            row_steps(row, self.grows, second_round=self.in_round and at % 2 == 1)
            for at, row in enumerate(self.cycle.rows[:many])
        )


def tab_rows(plan: Plan) -> int:
    """Rows of the plan's tab."""
    return plan.start.rows if isinstance(plan.start, Tab) else 0


def with_lines(split: RowSplit, added: AddedLine) -> RowSplit | None:
    """The split with one part divided by a new line; ``None`` where it has not the stitches for that."""
    at = split.part(added.part)
    if at is None:
        return None
    part, own = split.parts[at], added.line.stitches
    right = added.after
    if right is None:
        if (part.count - own) % 2:
            return None
        right = (part.count - own) // 2
    left = part.count - own - right
    if right < 0 or left < 0:
        return None
    halves = (replace(part, count=right), PlannedPart(added.left, left, part.fabric))
    lines = (*split.lines[:at], added.line, *split.lines[at:])
    return replace(split, parts=(*split.parts[:at], *halves, *split.parts[at + 1 :]), lines=lines)


def without_line(split: RowSplit, name: str) -> RowSplit | None:
    """The split with the parts on both sides of a line as one; ``None`` where there is no such line."""
    at = split.line(name)
    if at is None:
        return None
    right, left = split.parts[at], split.parts[at + 1]
    whole = replace(right, count=right.count + split.lines[at].stitches + left.count)
    parts = (*split.parts[:at], whole, *split.parts[at + 2 :])
    return replace(split, parts=parts, lines=(*split.lines[:at], *split.lines[at + 1 :]))


def set_up(split: RowSplit, row: SetupRow, side: Side) -> PlannedRow:
    """One set-up row: what returns before it, what it shapes, what is born or held at its end."""
    before = replace(split, held=split.held - {row.back}) if row.back else split
    found = row_shaping(before, row.shapings, side)
    counts = tuple(count + gain for count, gain in zip(before.counts, found.gains, strict=True))
    born = row.cast_on.count if row.cast_on else 0
    steps = row_steps(found, frozenset(), born, row.hold)
    after = before.with_counts(counts)
    if row.hold:
        after = replace(after, held=after.held | {row.hold})
    if row.cast_on:
        after = _with_part(after, row.cast_on, side)
    return PlannedRow(steps, found, after, row.back)


def set_up_as_written(split: RowSplit, steps: tuple[Step, ...], side: Side, in_round: bool) -> PlannedRow | None:
    """A set-up row that stays as it is written; ``None`` where it does not come out on these stitches."""
    after = split_after(split, steps, side, in_round)
    if after is None:
        return None
    gains = tuple(now - before for before, now in zip(split.counts, after.counts, strict=True))
    shape = RowShaping(split, side, (), tuple(0 for _ in gains), gains)
    return PlannedRow(steps, shape, after, as_written=True)


def _with_part(split: RowSplit, part: PlannedPart, side: Side) -> RowSplit:
    """The split with a part at the end that the row was worked to, behind an unmarked line."""
    line = Line(f"edge of {part.name}", LineKind.UNMARKED)
    if side is Side.RS:
        return replace(split, parts=(*split.parts, part), lines=(*split.lines, line))
    return replace(split, parts=(part, *split.parts), lines=(line, *split.lines))


def growing(split: RowSplit, gains: Sequence[Counts]) -> frozenset[str]:
    """The parts whose counts change in some rows."""
    return frozenset(split.parts[at].name for row in gains for at, gain in enumerate(row) if gain)


def cycle_of(stage: Stage, split: RowSplit, side: Side, in_round: bool) -> Cycle:
    """The rows that a stage repeats, beginning on a side."""
    rows = [_rhythm_row(stage, split, position, _side(side, position, in_round)) for position in range(stage.rhythm)]
    if stage.rhythm % 2 and not in_round:
        again = [
            _rhythm_row(stage, split, position, _side(side, position + stage.rhythm, in_round))
            for position in range(stage.rhythm)
        ]
        grows = growing(split, [row.gains for row in (*rows, *again)])
        if [row_steps(row, grows) for row in rows] != [row_steps(row, grows) for row in again]:
            return Cycle((*rows, *again), stage.rhythm)
        if [row.gains for row in rows] != [row.gains for row in again]:
            return Cycle((*rows, *again), stage.rhythm)
    return Cycle(tuple(rows), stage.rhythm)


def _rhythm_row(stage: Stage, split: RowSplit, position: int, side: Side) -> RowShaping:
    return row_shaping(split, on_row(stage, position + 1), side)


def on_row(stage: Stage, row: int) -> tuple[Shaping, ...]:
    """The shapings of a row of the rhythm, counted from 1."""
    return tuple(shaping for shaping in stage.shapings if row in shaping.rows)


def _side(first: Side, rows_on: int, in_round: bool) -> Side:
    return first if in_round or rows_on % 2 == 0 else first.other


def walk(cycle: Cycle, counts: Counts) -> Iterator[Counts | int]:
    """The counts after each row of a cycle worked over and over; ends with the place of a part that has too few."""
    needs = [[(part, need) for part, need in enumerate(row.needs) if need] for row in cycle.rows]
    gains = [gains if any(gains) else None for gains in cycle.gains]
    row = 0
    while True:
        at = row % len(needs)
        for part, need in needs[at]:
            if counts[part] < need:
                yield part
                return
        gained = gains[at]
        if gained is not None:
            counts = tuple(map(add, counts, gained))
        yield counts
        row += 1
