"""Prints in the making: what was asked for, and the parts that are done."""

from __future__ import annotations

from django.db import models
from django.utils.translation import gettext as _

from bias.pieces.models import Revision


class Printing(models.Model):
    """One print of a revision. ``choices`` say what is in it; ``whole`` is the file once all parts are there."""

    revision = models.ForeignKey(Revision, on_delete=models.CASCADE, related_name="printings")
    choices = models.JSONField()
    parts_in_all = models.PositiveIntegerField()
    whole = models.BinaryField(null=True)
    asked_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"{self.revision}, {self.parts_in_all} parts"


class PrintedPart(models.Model):
    """One part of a print, a file of its own until the whole is bound."""

    printing = models.ForeignKey(Printing, on_delete=models.CASCADE, related_name="parts")
    number = models.PositiveIntegerField()
    pdf = models.BinaryField()

    class Meta:
        ordering = ["number"]
        constraints = [models.UniqueConstraint(fields=["printing", "number"], name="one_part_a_number")]

    def __str__(self) -> str:
        return _("{printing}, part {number}").format(printing=self.printing, number=self.number)
