"""The log: events as the devices saw them, never changed in place. And the copies of a piece that are knitted."""

from __future__ import annotations

from collections.abc import Iterable

from django.db import models

from bias.pieces.models import Piece
from knitting import log
from knitting.saying.events import TITLES

LONGEST_NAME = 40


class Event(models.Model):
    """An event as it is kept: what happened at the needles, as a device saw it.

    The columns are those by which events are looked for; ``data`` is what belongs to the kind, as
    :func:`knitting.log.details` gives it.
    """

    id = models.UUIDField(primary_key=True)
    piece = models.ForeignKey(Piece, on_delete=models.CASCADE, related_name="events")
    copy = models.PositiveSmallIntegerField(default=1, help_text="which copy of the piece, counted from 1")
    kind = models.CharField(max_length=12)
    row = models.PositiveIntegerField(help_text="which of the worked rows, counted from 1")
    revision = models.PositiveIntegerField(default=0, help_text="the revision that was shown; 0 where it is not known")
    takes_back = models.UUIDField(null=True, blank=True, help_text="the event that a 'back' takes back")
    data = models.JSONField(default=dict, blank=True, help_text="what belongs to the kind")
    happened_at = models.DateTimeField()
    received_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        indexes = [models.Index(fields=["piece", "copy", "kind", "row"], name="of_a_copy_by_kind")]

    def __str__(self) -> str:
        return f"{TITLES.get(self.kind, self.kind)}: row {self.row}"

    @classmethod
    def of(cls, piece: Piece, event: log.Event) -> Event:
        """An event of a piece as it is to be kept."""
        return cls(
            id=event.id,
            piece=piece,
            copy=event.copy,
            kind=event.kind,
            row=event.row,
            revision=event.revision,
            data=log.details(event),
            happened_at=event.happened_at,
        )

    @property
    def event(self) -> log.Event | None:
        """What happened; ``None`` where it was kept in a way that is no longer read."""
        bare = {"id": self.id, "row": self.row, "copy": self.copy, "revision": self.revision}
        data = self.data
        if self.takes_back is not None:
            data = {**data, "takes_back": [str(self.takes_back), *data.get("takes_back", ())]}
        return log.event_from_parts(self.kind, bare, self.happened_at, data)


def events_in(kept: Iterable[Event]) -> list[log.Event]:
    """What happened, of kept events; those that are no longer read are left out."""
    return [event for each in kept if (event := each.event) is not None]


class Copy(models.Model):
    """A further copy of a piece, such as the second panel, with a place of its own. The first one needs no entry while
    it has no name and is not put away."""

    piece = models.ForeignKey(Piece, on_delete=models.CASCADE, related_name="copies")
    number = models.PositiveSmallIntegerField(help_text="counted from 1")
    name = models.CharField(max_length=LONGEST_NAME, blank=True, default="", help_text="empty: by its number")
    put_away = models.BooleanField(default=False, help_text="not shown; its log is kept")
    begun_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["number"]
        constraints = [models.UniqueConstraint(fields=["piece", "number"], name="one_copy_a_number")]

    def __str__(self) -> str:
        return f"{self.piece} {self.number}"
