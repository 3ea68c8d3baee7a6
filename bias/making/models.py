"""The log: events as the devices saw them, never changed in place."""

from __future__ import annotations

from django.db import models

from bias.keeping.models import Piece


class Event(models.Model):
    """Something that happened at the needles. Its id is made by the device that saw it."""

    class Kind(models.TextChoices):
        """What happened."""

        ROW = "row", "row worked"
        BACK = "back", "taken back"

    id = models.UUIDField(primary_key=True)
    piece = models.ForeignKey(Piece, on_delete=models.CASCADE, related_name="events")
    kind = models.CharField(max_length=12, choices=Kind.choices)
    row = models.PositiveIntegerField(help_text="which of the worked rows, counted from 1")
    takes_back = models.UUIDField(null=True, blank=True, help_text="the event that a 'back' takes back")
    happened_at = models.DateTimeField()
    received_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        indexes = [models.Index(fields=["piece", "row"])]

    def __str__(self) -> str:
        return f"{self.get_kind_display()}: row {self.row}"
