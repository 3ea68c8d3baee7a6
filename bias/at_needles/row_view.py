"""What the knitter sees at the needles: the row that comes next, and the ones about it."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cached_property
from uuid import UUID, uuid4

from django.utils.translation import gettext as _
from django.utils.translation import ngettext

from bias.results import (
    PieceOnNeedles,
    Results,
    ShortTechnique,
    StripPart,
    WorkedRow,
    cluster_in_short,
    every_run,
    shaped_in,
    technique_for,
    technique_in_short,
)
from drawing.strip import part_names
from knitting.figures import figure
from knitting.log import Progress
from knitting.needle.worked import ClusterWork
from knitting.pace import Pace
from knitting.reminders import Needles, ReminderKind, reminders, tail, yarn_reminders
from knitting.saying.pieces import said_label, said_new_stitch, said_side, said_time
from knitting.saying.reminders import said_reminder, said_tail
from knitting.stitches import StitchKind
from knitting.yarn.report import YarnReport

_LONGEST_SAID = 70


@dataclass(frozen=True)
class RowView:
    """A piece at the row where work goes on. ``rows`` of its rows are done.

    ``on`` is the piece as it is on the needles, where that differs from how it is written; ``pace`` the knitter's own,
    once it can be told; ``words`` the dialect in which she reads; ``mirrored`` says that she works left-handed.
    """

    results: Results
    progress: Progress
    on: PieceOnNeedles | None = None
    pace: Pace | None = None
    words: str = ""
    mirrored: bool = False
    copy: int = 1
    revision: int = 0
    noted: Callable[[int], tuple[str, ...]] | None = None
    yarn_report: YarnReport | None = None
    for_learning: bool = False
    """Whether all that a row takes is shown, opened, plain stitches too."""

    def after(self, rows: int) -> RowView:
        """The same piece after another number of rows."""
        return replace(self, progress=replace(self.progress, rows=rows, part=0))

    @property
    def spare_id(self) -> UUID:
        """An id for a press from a page whose scripts did not run; the page makes its own otherwise."""
        return uuid4()

    @property
    def all_rows(self) -> tuple[WorkedRow, ...]:
        """Every row of the piece."""
        return self.results.worked.rows

    @property
    def rows(self) -> int:
        """Rows done, at most as many as the words have now."""
        return min(self.progress.rows, len(self.all_rows))

    @property
    def number(self) -> int:
        """The row that comes next, counted from 1."""
        return self.rows + 1

    @property
    def row(self) -> WorkedRow | None:
        """The row that comes next; ``None`` when all are done."""
        return self.all_rows[self.rows] if self.rows < len(self.all_rows) else None

    @cached_property
    def strip(self) -> tuple[StripPart, ...]:
        """Its parts in working order."""
        return self._strip_of(self.row, self.number) if self.row else ()

    def _strip_of(self, row: WorkedRow, number: int) -> tuple[StripPart, ...]:
        found = self.results.strip(row, self._names(number), self.words)
        return tuple(replace(part, name=self.sided(part.name)) for part in found)

    def _names(self, number: int) -> tuple[str, ...]:
        return self.on.part_names(number) if self.on else ()

    def sided(self, said: str) -> str:
        """Words with right and left as they are for the hands that work."""
        return _mirror(said) if self.mirrored else said

    @property
    def misreading(self) -> str:
        """What is easily misread in this row, or nothing."""
        return self.sided(self.results.misreadings_by_line.get(self.row.span.line, "")) if self.row else ""

    @property
    def new_stitches(self) -> list[tuple[str, str]]:
        """What the new stitches of this row become in the next one: the part's name (none where there is only one), and
        the sentence."""
        if self.row is None:
            return []
        names = part_names(self.row, self._names(self.number))
        names = names if self.row.side.value == "RS" else names[::-1]
        found = self.results.new_stitches(self.number)
        return [
            (self.sided(names[each.part]) if len(names) > 1 else "", self.sided(said_new_stitch(each)))
            for each in found
        ]

    @property
    def colours(self) -> tuple[str, ...]:
        """The colours of its rows, in the order in which they come."""
        return tuple(dict.fromkeys(row.colour for row in self.all_rows if row.colour))

    @property
    def tail(self) -> str:
        """Where the cast-on tail hangs now."""
        return self.sided(said_tail(tail(self.results.worked, self.number))) if self.row else ""

    @property
    def reminders(self) -> tuple[tuple[str, str], ...]:
        """What is due at this row beside its stitches, each with the technique that helps."""
        if self.row is None:
            return ()
        needles = Needles(self.progress.needle_cm) if self.progress.needle_cm else None
        gauge = self.results.worked.piece.headers.gauge
        weighed = self.progress.weighed or None if self.yarn_report is None else None
        due = reminders(self.results.worked, self.number, gauge, needles, weighed)
        if self.yarn_report is not None:
            due += yarn_reminders(self.yarn_report, self.number)
        told = (each for each in due if each.kind is not ReminderKind.NEW_COLOUR)
        return tuple((self.sided(said_reminder(each)), technique_for(each.kind)) for each in told)

    @property
    def notes(self) -> tuple[str, ...]:
        """What was noted on this row."""
        return self.noted(self.number) if self.noted else ()

    @property
    def following(self) -> WorkedRow | None:
        """The row after it."""
        return self.all_rows[self.rows + 1] if self.rows + 1 < len(self.all_rows) else None

    @property
    def following_said(self) -> str:
        """The row after it in words, kept short."""
        if self.following is None:
            return ""
        parts = [part.said for part in self._strip_of(self.following, self.number + 1) if part.said]
        said = ", ".join(parts)
        return said if len(said) <= _LONGEST_SAID else said[: _LONGEST_SAID - 1].rstrip(", ") + "…"

    @property
    def of_times(self) -> int:
        """How often this row is worked in all."""
        return self.results.worked.times[self.row.label, self.row.section] if self.row else 0

    @property
    def percent(self) -> int:
        """The share of the stitches that is done, in whole percent."""
        whole = self.results.worked.stitches
        return round(100 * self.results.worked.stitches_after[self.rows] / whole) if whole else 0

    @property
    def stitches_left(self) -> int:
        """Stitches still to be worked."""
        worked = self.results.worked
        return worked.stitches - worked.stitches_after[self.rows]

    @property
    def said_left(self) -> str:
        """The same as it is said."""
        return figure(self.stitches_left, ",")

    @property
    def time_left(self) -> str:
        """How long the rest takes at the knitter's own pace; nothing before that is known."""
        return said_time(self.pace, self.stitches_left) if self.pace and self.row else ""

    @property
    def yarn(self) -> str:
        """The yarn of this row."""
        return self.results.yarn(self.row.colour) if self.row else ""

    @property
    def next_yarn(self) -> str:
        """The yarn that comes after this one, and in how many rows; nothing where it does not change within sight."""
        if self.row is None or not self.row.colour:
            return ""
        for away, row in enumerate(self.all_rows[self.rows + 1 : self.rows + 41], start=1):
            if row.colour and row.colour != self.row.colour:
                sentence = ngettext("then {yarn}, in {away} row", "then {yarn}, in {away} rows", away)
                return sentence.format(yarn=self.results.yarn(row.colour), away=away)
        return ""

    @property
    def new_colour(self) -> bool:
        """Whether this row begins with another yarn than the one before it."""
        before = self.all_rows[self.rows - 1] if 0 < self.rows <= len(self.all_rows) else None
        return bool(self.row and before and self.row.colour and before.colour != self.row.colour)

    @property
    def counts(self) -> tuple[int, ...]:
        """The counts of the parts at the end of this row, as the right side is seen."""
        return self.row.parts if self.row else ()

    @property
    def edge(self) -> str:
        """The edge at which a right-side row begins."""
        return _("left") if self.mirrored else _("right")

    @cached_property
    def techniques(self) -> tuple[ShortTechnique, ...]:
        """How the stitches of this row are made; plain ones where there are no others."""
        if self.row is None:
            return ()
        shaped = list(shaped_in(self.row))
        if self.for_learning:
            kinds = (run.work.key for run in every_run(self.row) if isinstance(run.work, StitchKind))
            shaped = [*self._ends(), *dict.fromkeys(kinds)]
        found = (technique_in_short(key, self.mirrored) for key in shaped)
        return (*(each for each in found if each is not None), *self._own())

    def _own(self) -> list[ShortTechnique]:
        """The stitches of this row that the pattern made up."""
        runs = every_run(self.row) if self.row else ()
        clusters = dict.fromkeys(run.work.cluster for run in runs if isinstance(run.work, ClusterWork))
        return [cluster_in_short(each, at, self.mirrored) for at, each in enumerate(clusters)]

    def _ends(self) -> list[str]:
        """How the piece is begun, in its first row, and what ends it, in its last."""
        tab = self.results.worked.tab_rows
        begun = ["long_tail"] if self.number == 1 else []
        tabbed = ["tab"] if self.number <= tab else []
        return begun + tabbed + (["bo"] if self.number == len(self.all_rows) else [])

    @property
    def spoken(self) -> str:
        """The row as it is read aloud."""
        if self.row is None:
            return _("All rows are worked.")
        side = said_side(self.row)
        parts = ". ".join(
            _("{part}: {work}, {count} after").format(part=part.name, work=part.said, count=part.count)
            for part in self.strip
            if part.said
        )
        return _("{label}, {side}. {parts}. {end} stitches in all.").format(
            label=said_label(self.row), side=side, parts=parts, end=self.row.end
        )


def _mirror(said: str) -> str:
    """Right and left exchanged, but for the sides of the cloth ("right side")."""
    swapped = {"right": "left", "left": "right", "Right": "Left", "Left": "Right"}
    return re.sub(r"\b([Rr]ight|[Ll]eft)\b(?! side)", lambda found: swapped[found[1]], said)
