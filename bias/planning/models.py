"""Sketches: a plan that is being changed and not yet saved, with the way back."""

from __future__ import annotations

from django.db import models

from bias.pieces.models import Piece
from bias.results import why_unreadable


class Sketch(models.Model):
    """The changes of a plan since it was saved, each as the whole plan that it gave."""

    piece = models.OneToOneField(Piece, on_delete=models.CASCADE, related_name="sketch")
    started_from = models.PositiveIntegerField(help_text="the revision that the first change was made to")
    plans = models.JSONField(help_text="plans as JSON texts, the saved one first")
    at = models.PositiveIntegerField(default=0)
    changes = models.PositiveIntegerField(default=0, help_text="how often anything was changed: what a page has seen")
    page = models.CharField(max_length=40, blank=True, help_text="the page that changed it last")
    changed_at = models.DateTimeField(auto_now=True)

    def __str__(self) -> str:
        return f"sketch of {self.piece}"

    @property
    def plan(self) -> str:
        """The plan as it stands."""
        plan: str = self.plans[self.at]
        return plan

    @property
    def last_readable(self) -> int | None:
        """The place of the newest plan up to where it stands that can still be read; ``None`` where none can."""
        for at in reversed(range(min(self.at + 1, len(self.plans)))):
            if not why_unreadable(self.plans[at]):
                return at
        return None
