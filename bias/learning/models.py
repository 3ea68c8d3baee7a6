"""What was answered: an event each, from which all else is told."""

from __future__ import annotations

from django.conf import settings
from django.db import models


class DrillAnswer(models.Model):
    """One answer of a knitter's to one question, given once however often it is sent."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="drill_answers")
    asked = models.CharField(max_length=80, help_text="which question of which ten, of which piece")
    topic = models.CharField(max_length=60, help_text="what is learned by it")
    right = models.BooleanField()
    answered_at = models.DateTimeField()

    class Meta:
        ordering = ["answered_at", "pk"]
        constraints = [models.UniqueConstraint(fields=["owner", "asked"], name="one_answer_a_question")]

    def __str__(self) -> str:
        return f"{self.topic}: {self.right}"
