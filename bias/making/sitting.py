"""What the knitter sees at the needles: the row that comes next, and the ones about it."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID, uuid4

from bias.making.standing import Standing
from bias.workbench import StripPart, WorkedRow, Workout


@dataclass(frozen=True, slots=True)
class Sitting:
    """A piece at the row where work goes on. ``rows`` of its rows are done."""

    workout: Workout
    standing: Standing

    @property
    def spare_id(self) -> UUID:
        """An id for a press from a page whose scripts did not run; the page makes its own otherwise."""
        return uuid4()

    @property
    def all_rows(self) -> tuple[WorkedRow, ...]:
        """Every row of the piece."""
        return self.workout.worked.rows

    @property
    def rows(self) -> int:
        """Rows done, at most as many as the words have now."""
        return min(self.standing.rows, len(self.all_rows))

    @property
    def number(self) -> int:
        """The row that comes next, counted from 1."""
        return self.rows + 1

    @property
    def row(self) -> WorkedRow | None:
        """The row that comes next; ``None`` when all are done."""
        return self.all_rows[self.rows] if self.rows < len(self.all_rows) else None

    @property
    def strip(self) -> tuple[StripPart, ...]:
        """Its parts in working order."""
        return self.workout.strip(self.row) if self.row else ()

    @property
    def doubt(self) -> str:
        """What is easily misread in this row, or nothing."""
        return self.workout.doubts_by_line.get(self.row.span.line, "") if self.row else ""

    @property
    def following(self) -> WorkedRow | None:
        """The row after it."""
        return self.all_rows[self.rows + 1] if self.rows + 1 < len(self.all_rows) else None

    @property
    def following_said(self) -> str:
        """The row after it in words, kept short."""
        if self.following is None:
            return ""
        parts = [part.said for part in self.workout.strip(self.following) if part.said]
        said = ", ".join(parts)
        return said if len(said) <= 70 else said[:69].rstrip(", ") + "…"

    @property
    def of_times(self) -> int:
        """How often this row is worked in all."""
        if self.row is None:
            return 0
        same = (self.row.label, self.row.section)
        return max(row.time for row in self.all_rows if (row.label, row.section) == same)

    @property
    def percent(self) -> int:
        """The share of the stitches that is done, in whole percent."""
        whole = self.workout.worked.stitches
        return round(100 * sum(row.end for row in self.all_rows[: self.rows]) / whole) if whole else 0

    @property
    def stitches_left(self) -> int:
        """Stitches still to be worked."""
        return sum(row.end for row in self.all_rows[self.rows :])

    @property
    def yarn(self) -> str:
        """The yarn of this row."""
        return self.workout.yarn(self.row.colour) if self.row else ""

    @property
    def new_colour(self) -> bool:
        """Whether this row begins with another yarn than the one before it."""
        before = self.all_rows[self.rows - 1] if 0 < self.rows <= len(self.all_rows) else None
        return bool(self.row and before and self.row.colour and before.colour != self.row.colour)
