"""A knitter sat down with a piece: its log, its rows as they are on the needles, her own ways and pace."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import Any

from django.utils.translation import gettext as _

from bias.accounts.models import Ways, ways_of
from bias.at_needles.actions import changed_at
from bias.at_needles.conflicts import Question, questions
from bias.at_needles.copies import CopyInfo, copies_of, last_worked
from bias.at_needles.models import events_in
from bias.at_needles.row_view import RowView
from bias.pieces.models import Piece, Revision
from bias.results import PieceOnNeedles, digest, piece_on_needles
from bias.results.yarn import PieceYarn, yarn_of_piece
from bias.yarns.models import yarn_in_hand
from knitting.log import Event, Noted, Paused, Progress, RowWorked, Weighed, WentOn, progress
from knitting.pace import Pace, Sitting, TimedRow, pace, sittings

_LIVE_TOLD = 400
"""How many of the last rows a device is told by their events: those that it may take back alone."""


@dataclass(frozen=True)
class WorkedCopy:
    """All that is known of one copy of a piece while it is worked on."""

    piece: Piece
    copy: int
    revision: Revision
    ways: Ways
    events: tuple[Event, ...]
    progress: Progress
    on: PieceOnNeedles
    copies: tuple[CopyInfo, ...]
    """All copies of the piece."""

    @cached_property
    def live(self) -> tuple[Event, ...]:
        """The rows that were worked and not taken back, in the order in which they were worked."""
        ids = {known for known, _ in self.progress.live}
        rows = [event for event in self.events if event.id in ids and isinstance(event, RowWorked)]
        return tuple(sorted(rows, key=lambda event: (event.happened_at, event.id)))

    def _timed(self) -> list[TimedRow]:
        rows = self.on.results.worked.rows
        return [
            TimedRow(rows[event.row - 1].end, event.happened_at.timestamp())
            for event in self.live
            if event.row <= len(rows)
        ]

    @cached_property
    def pace(self) -> Pace | None:
        """Her own pace on this piece."""
        return pace(self._timed())

    @cached_property
    def sittings(self) -> tuple[Sitting, ...]:
        """When she sat with it, the last first."""
        pauses = [event.happened_at.timestamp() for event in self.events if isinstance(event, Paused)]
        return sittings(self._timed(), pauses)[::-1]

    @cached_property
    def row_view(self) -> RowView:
        """The row that comes next."""
        return RowView(
            self.on.results,
            self.progress,
            self.on,
            self.pace,
            self.ways.dialect,
            self.ways.left_handed,
            self.copy,
            self.revision.number,
            self.notes_of,
            self.yarn.report if self.yarn is not None else None,
            self.piece.for_learning,
        )

    @cached_property
    def yarn(self) -> PieceYarn | None:
        """What is told of its yarn; ``None`` where it is not known how much there is of any."""
        yarns, reserves = yarn_in_hand(self.piece.yarns.all())
        if not yarns and not any(isinstance(event, Weighed) for event in self.events):
            return None
        return yarn_of_piece(self.on.results, yarns, reserves, self.events, self.progress.rows)

    @property
    def _weighed(self) -> tuple[str, ...]:
        """What the reminders of yarn depend on."""
        report = self.yarn.report if self.yarn is not None else None
        return (str(report.weighings), str(report.yarns), str(report.last_safe)) if report is not None else ()

    @property
    def asked(self) -> str:
        """What an address needs to lead to this copy; nothing where there is no other."""
        return f"?copy={self.copy}" if len(self.copies) > 1 else ""

    def notes_of(self, row: int) -> tuple[str, ...]:
        """The notes on a row (from 1), and what was mended before it."""
        noted = [event.text for event in self.events if isinstance(event, Noted) and event.row == row]
        mended = [event.says for event in self.events if isinstance(event, WentOn) and event.row == row - 1]
        return tuple(said for said in (*mended, *noted) if said)

    @property
    def stamp(self) -> str:
        """A short name of what the rows come to and how they are said: other rows have another."""
        ways, progress = self.ways, self.progress
        said = (
            ways.dialect,
            ways.marking,
            ways.first_stitch,
            ways.left_handed,
            progress.differences,
            progress.measured,
            self.asked,
            self._weighed,
        )
        return digest(f"{self.on.results.text} {said} {progress.needle_cm}")

    @property
    def said_size(self) -> str:
        """What the cloth should measure when it is done, as it is known now; nothing where it cannot be drawn."""
        found = self.on.results
        if not found.laid:
            return ""
        return _("It should become {size}").format(size=found.said_size) + (
            _(", by what was measured.") if self.progress.measured else "."
        )

    @property
    def questions(self) -> tuple[Question, ...]:
        """What only she can say now."""
        return questions(self.progress)

    @property
    def state(self) -> dict[str, Any]:
        """What a device has to know to go on alone."""
        progress = self.progress
        return {
            "rows": self.row_view.rows,
            "part": progress.part,
            "epoch": progress.epoch,
            "count": len(self.events),
            "copy": self.copy,
            "asked": self.asked,
            "revision": self.revision.number,
            "stamp": self.stamp,
            "live": self.recent,
            "floor": max(self.progress.rows - _LIVE_TOLD, 0),
            "rest": self.ways.rest_minutes,
        }

    @property
    def recent(self) -> list[tuple[str, int]]:
        """The events of the last rows: what a device has to name when it takes one back or rips."""
        return [(str(known), row) for known, row in self.progress.live if row > self.progress.rows - _LIVE_TOLD]


def worked_copy_of(owner: Any, piece_id: int, copy: int | None = None) -> WorkedCopy:
    """A copy of a knitter's piece as it stands, or the one worked last; anybody else's is not found."""
    revision = Revision.objects.newest_of(owner, piece_id)
    piece, ways = revision.piece, ways_of(revision.piece.owner)
    copies = copies_of(piece)
    copy = last_worked(piece, copies) if copy is None else copy
    events = tuple(events_in(piece.events.filter(copy=copy).order_by("happened_at", "id")))
    now = progress(events, changed_at(piece, {event.revision for event in events}, revision))
    on = piece_on_needles(
        "" if revision.plan else revision.written,
        revision.plan,
        now.measured,
        now.differences,
        ways.marking,
        ways.first_stitch,
    )
    return WorkedCopy(piece, copy, revision, ways, events, now, on, copies)
