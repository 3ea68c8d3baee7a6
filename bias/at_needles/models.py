"""The log: events as the devices saw them, never changed in place. And the copies of a piece that are knitted."""

from __future__ import annotations

from django.db import models

from bias.pieces.models import Piece

MOST_COPIES = 12
LONGEST_NAME = 40


class Event(models.Model):
    """Something that happened at the needles. Its id is made by the device that saw it.

    ``row`` is the row that it speaks of, counted from 1; 0 before the first. ``revision`` is the one that the page
    showed: what was worked was worked as that says. ``data`` is what belongs to the kind: see ``intake``.
    """

    class Kind(models.TextChoices):
        """What happened."""

        ROW = "row", "row worked"
        PART = "part", "part of a row worked"
        BACK = "back", "taken back"
        RIPPED = "ripped", "ripped back"
        JUMP = "jump", "went on from another row"
        COUNT = "count", "counted"
        MENDED = "mended", "goes on with other counts"
        MEASURED = "measured", "measured"
        NEEDLE = "needle", "needle changed"
        WEIGHED = "weighed", "weighed"
        NOTE = "note", "note"
        PAUSE = "pause", "pause"

    id = models.UUIDField(primary_key=True)
    piece = models.ForeignKey(Piece, on_delete=models.CASCADE, related_name="events")
    copy = models.PositiveSmallIntegerField(default=1, help_text="which copy of the piece, counted from 1")
    kind = models.CharField(max_length=12, choices=Kind.choices)
    row = models.PositiveIntegerField(help_text="which of the worked rows, counted from 1")
    revision = models.PositiveIntegerField(default=0, help_text="the revision that was shown; 0 where it is not known")
    takes_back = models.UUIDField(null=True, blank=True, help_text="the event that a 'back' takes back")
    data = models.JSONField(default=dict, blank=True, help_text="what belongs to the kind")
    happened_at = models.DateTimeField()
    received_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        indexes = [models.Index(fields=["piece", "copy", "kind", "row"], name="of_a_copy_by_kind")]

    def __str__(self) -> str:
        return f"{self.get_kind_display()}: row {self.row}"


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
