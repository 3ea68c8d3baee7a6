"""Drafts: what was typed and not yet kept."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from bias.pieces.models import Piece


class Draft(models.Model):
    """The typed text of a knitter, for one piece or (without one) for the next to be brought in."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="drafts")
    piece = models.ForeignKey(Piece, on_delete=models.CASCADE, null=True, blank=True, related_name="drafts")
    words = models.TextField(blank=True)
    started_from = models.PositiveIntegerField(default=0)
    changes = models.PositiveIntegerField(default=0, help_text="how often it was changed: what a page has seen")
    page = models.CharField(max_length=40, blank=True, default="", help_text="the page that changed it last")
    typed_at = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["owner", "piece"], name="one_draft_a_piece"),
            models.UniqueConstraint(
                fields=["owner"], condition=models.Q(piece__isnull=True), name="one_draft_to_bring_in"
            ),
        ]

    @property
    def stamp(self) -> str:
        """A name of what is kept now: another change, and another draft, has another."""
        return f"{self.pk}-{self.changes}"

    def __str__(self) -> str:
        return f"draft of {self.piece or 'a new piece'}"
