"""Things and which pieces they are made of: how these meet, and what of it is done."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from django.conf import settings
from django.db import models
from django.http import Http404

from bias.pieces.models import Piece
from bias.printing.models import MadeInParts, MadePart
from knitting.assembly.thing import Thing as JoinedPieces
from knitting.files.thing_json import thing_from_text

LONGEST_TITLE, LONGEST_NAME, LONGEST_STEP = 200, 60, 80


class ThingQuerySet(models.QuerySet["Thing"]):
    """Things, never without their owner."""

    def of(self, owner: Any) -> ThingQuerySet:
        """The things of one knitter."""
        return self.filter(owner=owner)

    def in_basket(self) -> ThingQuerySet:
        """Those that are not put away."""
        return self.filter(put_away_at=None)

    def one_of(self, owner: Any, thing_id: int) -> Thing:
        """One thing of a knitter; anybody else's is not found."""
        thing = self.of(owner).filter(pk=thing_id).first()
        if thing is None:
            raise Http404("There is no such thing in your basket.")
        return thing


class Thing(models.Model):
    """Several pieces that become one. How they meet is kept as its text; each piece has its own log and place."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="things")
    uid = models.UUIDField(
        default=uuid4, editable=False, help_text="what it is known by on every server: it comes in again as itself"
    )
    title = models.CharField(max_length=LONGEST_TITLE)
    joined = models.TextField(help_text="its pieces by name and how they meet, as JSON")
    board = models.TextField(blank=True, default="", help_text="a board of squares as JSON; empty for other things")
    number = models.PositiveIntegerField(default=1, help_text="how often it was changed; a form names what it saw")
    begun_at = models.DateTimeField(auto_now_add=True)
    touched_at = models.DateTimeField(auto_now=True)
    put_away_at = models.DateTimeField(null=True, blank=True, help_text="since when it is put away")
    form_id = models.UUIDField(
        null=True, blank=True, editable=False, help_text="the form that made it, sent once or twice"
    )

    objects = ThingQuerySet.as_manager()

    class Meta:
        ordering = ["-touched_at", "-id"]
        constraints = [
            models.UniqueConstraint(fields=["owner", "form_id"], name="one_thing_a_form"),
            models.UniqueConstraint(fields=["owner", "uid"], name="one_thing_a_uid"),
        ]

    def __str__(self) -> str:
        return self.title

    @property
    def done_steps(self) -> frozenset[str]:
        """What is ticked off."""
        return frozenset(self.steps_done.values_list("step", flat=True))

    @property
    def pieces_joined(self) -> JoinedPieces:
        """How its pieces meet."""
        return thing_from_text(self.joined)


class Member(models.Model):
    """A piece of a thing, or one copy of a piece, under the name that the thing gives it."""

    thing = models.ForeignKey(Thing, on_delete=models.CASCADE, related_name="members")
    piece = models.ForeignKey(Piece, on_delete=models.SET_NULL, null=True, related_name="memberships")
    copy = models.PositiveSmallIntegerField(default=1, help_text="which copy of the piece, counted from 1")
    name = models.CharField(max_length=LONGEST_NAME)

    class Meta:
        ordering = ["pk"]
        constraints = [models.UniqueConstraint(fields=["thing", "name"], name="one_member_a_name")]

    def __str__(self) -> str:
        return f"{self.thing}: {self.name}"


class ThingPrinting(MadeInParts):
    """One print of a thing as it was; ``made_of`` tells that from what it has become since."""

    thing = models.ForeignKey(Thing, on_delete=models.CASCADE, related_name="printings")
    made_of = models.CharField(max_length=64)

    def __str__(self) -> str:
        return f"{self.thing}, {self.parts_in_all} parts"


class ThingPrintedPart(MadePart):
    """One part of a print of a thing."""

    printing = models.ForeignKey(ThingPrinting, on_delete=models.CASCADE, related_name="parts")

    class Meta:
        ordering = ["number"]
        constraints = [models.UniqueConstraint(fields=["printing", "number"], name="one_part_of_a_thing_a_number")]

    def __str__(self) -> str:
        return f"{self.printing}: {self.number}"


class StepDone(models.Model):
    """Something about a thing that is done: a seam sewn, a step of the finishing. Taken back, it goes."""

    thing = models.ForeignKey(Thing, on_delete=models.CASCADE, related_name="steps_done")
    step = models.CharField(max_length=LONGEST_STEP)
    done_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["thing", "step"], name="a_step_once")]

    def __str__(self) -> str:
        return f"{self.thing}: {self.step}"
