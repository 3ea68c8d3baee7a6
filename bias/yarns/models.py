"""Yarns on a knitter's shelf with their lots, and the yarn that a piece keeps for each of its colours."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any
from uuid import uuid4

from django.conf import settings
from django.core.validators import MaxValueValidator, MinValueValidator, RegexValidator
from django.db import models
from django.http import Http404
from django.utils.translation import gettext_lazy as _

from bias.pieces.models import Piece
from knitting.gauges import YARN_WEIGHTS
from knitting.yarn.outlook import Reserve
from knitting.yarn.weighing import Yarn as YarnInHand

MOST_BALLS = 999
_MOST_GRAMS, _MOST_METRES = 10_000.0, 100_000.0
USUAL_COLOUR = "#8aa3b8"


def _between(least: float, most: float) -> list[Any]:
    return [MinValueValidator(least), MaxValueValidator(most)]


class YarnQuerySet(models.QuerySet["Yarn"]):
    """Yarns, never without their owner."""

    def of(self, owner: Any) -> YarnQuerySet:
        """The yarns of one knitter, with their lots."""
        return self.filter(owner=owner).prefetch_related("lots")

    def on_shelf(self) -> YarnQuerySet:
        """Those that are not put away."""
        return self.filter(put_away_at=None)

    def one_of(self, owner: Any, yarn_id: int) -> Yarn:
        """A yarn of one knitter; anybody else's is not found."""
        found = self.of(owner).filter(pk=yarn_id).first()
        if found is None:
            raise Http404("There is no such yarn on your shelf.")
        return found


class Yarn(models.Model):
    """A yarn on the shelf, as its label tells it."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="yarns")
    uid = models.UUIDField(
        default=uuid4, editable=False, help_text="what it is known by on every server: it comes in again as itself"
    )
    name = models.CharField(_("name"), max_length=80)
    fibre = models.CharField(_("fibre"), max_length=80, blank=True, default="")
    weight = models.PositiveSmallIntegerField(
        _("weight"), null=True, blank=True, choices=[(number, str(number)) for number in YARN_WEIGHTS]
    )
    ball_grams = models.FloatField(_("grams a ball"), validators=_between(0.5, _MOST_GRAMS))
    ball_metres = models.FloatField(_("metres a ball"), validators=_between(0.5, _MOST_METRES))
    price = models.DecimalField(
        _("price a ball"), max_digits=8, decimal_places=2, null=True, blank=True, validators=_between(0, 100_000)
    )
    colour = models.CharField(
        _("colour"), max_length=7, default=USUAL_COLOUR, validators=[RegexValidator(r"\A#[0-9a-f]{6}\Z")]
    )
    note = models.CharField(_("note"), max_length=500, blank=True, default="")
    put_away_at = models.DateTimeField(null=True, blank=True, help_text="not shown since; pieces keep what they have")
    touched_at = models.DateTimeField(auto_now=True)
    form_id = models.UUIDField(
        null=True, blank=True, editable=False, help_text="the form that made it, sent once or twice"
    )

    objects = YarnQuerySet.as_manager()

    class Meta:
        ordering = ["name", "pk"]
        constraints = [models.UniqueConstraint(fields=["owner", "uid"], name="one_yarn_a_uid")]

    def __str__(self) -> str:
        return self.name

    @property
    def metres_of_lots(self) -> dict[str, float]:
        """The metres of every lot, by the label."""
        metres_a_gram = self.ball_metres / self.ball_grams
        found: dict[str, float] = {}
        for lot in self.lots.all():
            grams = lot.whole * self.ball_grams + lot.opened_grams
            found[lot.name] = found.get(lot.name, 0.0) + grams * metres_a_gram
        return found

    @property
    def whole_balls(self) -> int:
        """Balls that were not begun."""
        return sum(lot.whole for lot in self.lots.all())

    @property
    def grams(self) -> float:
        """Grams on the shelf, begun balls included."""
        return self.whole_balls * self.ball_grams + sum(lot.opened_grams for lot in self.lots.all())

    @property
    def metres(self) -> float:
        """Metres on the shelf by the label."""
        return self.grams * self.ball_metres / self.ball_grams


class Lot(models.Model):
    """Balls of one dye lot: whole ones, and what the begun ones weigh together."""

    yarn = models.ForeignKey(Yarn, on_delete=models.CASCADE, related_name="lots")
    name = models.CharField(_("lot"), max_length=40, blank=True, default="")
    whole = models.PositiveSmallIntegerField(_("whole balls"), default=0, validators=_between(0, MOST_BALLS))
    opened_grams = models.FloatField(_("grams in begun balls"), default=0.0, validators=_between(0, _MOST_GRAMS))

    class Meta:
        ordering = ["name", "pk"]

    def __str__(self) -> str:
        return f"{self.yarn} {self.name}".strip()


class PieceYarn(models.Model):
    """What a piece keeps of a yarn for one of its colours.

    Name, grams and metres of a ball are those that the piece was reckoned with: they stay where the yarn is changed or
    leaves the shelf. ``start_grams`` is what there was by the scale, 0 where it was not weighed.
    """

    piece = models.ForeignKey(Piece, on_delete=models.CASCADE, related_name="yarns")
    colour = models.CharField(max_length=40, blank=True, default="", help_text="empty where a piece has one alone")
    yarn = models.ForeignKey(Yarn, on_delete=models.SET_NULL, null=True, blank=True, related_name="in_pieces")
    name = models.CharField(max_length=80, blank=True, default="")
    ball_grams = models.FloatField(validators=_between(0.5, _MOST_GRAMS))
    ball_metres = models.FloatField(validators=_between(0.5, _MOST_METRES))
    balls = models.FloatField(validators=_between(0, MOST_BALLS))
    start_grams = models.FloatField(default=0.0, validators=_between(0, _MOST_GRAMS * 10))
    reserve_metres = models.FloatField(default=0.0, validators=_between(0, _MOST_METRES))
    reserve_for = models.CharField(max_length=60, blank=True, default="")

    class Meta:
        ordering = ["colour", "pk"]
        constraints = [models.UniqueConstraint(fields=["piece", "colour"], name="one_yarn_a_colour")]

    def __str__(self) -> str:
        return f"{self.piece} {self.colour}".strip()

    @property
    def grams(self) -> float:
        """What is kept for the piece, by the scale where it was weighed."""
        return self.start_grams or self.balls * self.ball_grams

    @property
    def in_hand(self) -> YarnInHand:
        """The same as the core takes it."""
        return YarnInHand(
            self.colour,
            self.grams,
            self.grams * self.ball_metres / self.ball_grams,
            weighed=self.start_grams > 0,
            opened=self.balls % 1 > 0,
            ball_grams=self.ball_grams,
        )

    @property
    def reserve(self) -> Reserve | None:
        """What is kept for the end, if anything is."""
        return Reserve(self.reserve_for, self.colour, self.reserve_metres) if self.reserve_metres else None


def inks_of(piece: Piece) -> dict[str, str]:
    """The colours of a piece's yarns as they are on the shelf, by their names in the piece."""
    return {kept.colour: kept.yarn.colour for kept in piece.yarns.select_related("yarn") if kept.yarn is not None}


def yarn_in_hand(kept: Iterable[PieceYarn]) -> tuple[tuple[YarnInHand, ...], tuple[Reserve, ...]]:
    """The yarn of a piece and what is kept of it for the end, as the core takes them."""
    every = list(kept)
    reserves = tuple(reserve for each in every if (reserve := each.reserve) is not None)
    return tuple(each.in_hand for each in every if each.grams > 0), reserves
