"""What the basket keeps of what it has worked out and drawn: every line of it can be made again."""

from __future__ import annotations

from django.conf import settings
from django.db import models


class KeptCard(models.Model):
    """What a card shows of a piece at a row, under a name of all that it depends on; safe to delete."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    key = models.CharField(max_length=32, help_text="a digest of the words or the plan, the row and the code")
    facts = models.JSONField(help_text="what is said of the piece: see bias.home.card_facts")
    drawing = models.TextField(blank=True, help_text="its shape as SVG, filled up to the row")
    kept_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["owner", "key"], name="one_card_a_key")]
        indexes = [models.Index(fields=["owner", "kept_at"], name="cards_by_age")]

    def __str__(self) -> str:
        return self.key
