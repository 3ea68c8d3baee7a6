"""Prints in the making: what was asked for, and the parts that are done."""

from __future__ import annotations

from typing import TYPE_CHECKING, Any

from django.db import models
from django.utils.translation import gettext as _

from bias.pieces.models import Revision


class MadeInParts(models.Model):
    """A print in the making. ``choices`` say what is in it; ``whole`` is the file once all its ``parts`` are there."""

    choices = models.JSONField()
    parts_in_all = models.PositiveIntegerField()
    whole = models.BinaryField(null=True)
    asked_at = models.DateTimeField(auto_now_add=True)
    if TYPE_CHECKING:
        parts: models.QuerySet[Any]

    class Meta:
        abstract = True

    @property
    def done(self) -> int:
        """How many parts are done."""
        return self.parts_in_all if self.ready else self.parts.count()

    @property
    def ready(self) -> bool:
        """Whether the file is there."""
        return self.whole is not None


class MadePart(models.Model):
    """One part of a print, a file of its own until the whole is bound."""

    number = models.PositiveIntegerField()
    pdf = models.BinaryField()

    class Meta:
        abstract = True


class Printing(MadeInParts):
    """One print of a revision."""

    revision = models.ForeignKey(Revision, on_delete=models.CASCADE, related_name="printings")

    def __str__(self) -> str:
        return f"{self.revision}, {self.parts_in_all} parts"


class PrintedPart(MadePart):
    """One part of a print of a piece."""

    printing = models.ForeignKey(Printing, on_delete=models.CASCADE, related_name="parts")

    class Meta:
        ordering = ["number"]
        constraints = [models.UniqueConstraint(fields=["printing", "number"], name="one_part_a_number")]

    def __str__(self) -> str:
        return _("{printing}, part {number}").format(printing=self.printing, number=self.number)
