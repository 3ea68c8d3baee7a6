"""Pieces and their revisions: what people gave, never what can be computed from it."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime, timedelta
from functools import lru_cache
from typing import Any
from uuid import uuid4

from django.conf import settings
from django.db import models
from django.db.models import Q
from django.http import Http404
from django.utils import timezone

from bias.prepared import Prepared
from bias.results import (
    Advice,
    Results,
    WordsAdvice,
    advice_of_words,
    made_as,
    results_of_plan,
    results_of_words,
    row_count,
    trials_of_words,
    why_unreadable,
    within,
)

KEPT_AWAY = timedelta(days=30)
"""How long a piece that is put away can be brought back."""
_NO_PIECE = "There is no such piece in your basket."


class PieceQuerySet(models.QuerySet["Piece"]):
    """Pieces, never without their owner."""

    def of(self, owner: Any) -> PieceQuerySet:
        """The pieces of one knitter."""
        return self.filter(owner=owner)

    def in_basket(self) -> PieceQuerySet:
        """Those that are not put away."""
        return self.filter(put_away_at=None)

    def unfinished(self) -> PieceQuerySet:
        """Those that their knitter has not called finished."""
        return self.filter(finished_at=None)

    def finished(self) -> PieceQuerySet:
        """Those that their knitter called finished."""
        return self.exclude(finished_at=None)

    def chapters(self) -> list[str]:
        """The chapters that these pieces stand in, by name."""
        named = self.exclude(chapter="").order_by("chapter")
        return list(named.values_list("chapter", flat=True).distinct())

    def with_words(self, words: Iterable[str]) -> PieceQuerySet:
        """Those that have each of the words in their title, their chapter, a yarn's name or that of their shape."""
        newest = Revision.objects.filter(piece=models.OuterRef("pk")).order_by("-number")
        found = self.annotate(newest_plan=models.Subquery(newest.values("plan")[:1]))
        for word in words:
            asked = Q(title__icontains=word) | Q(chapter__icontains=word)
            asked |= Q(models.Exists(self.model.objects.filter(pk=models.OuterRef("pk"), yarns__name__icontains=word)))
            for made in made_as(word):
                asked |= Q(newest_plan__contains=made)
            found = found.filter(asked)
        return found

    def put_away(self) -> PieceQuerySet:
        """Those that are put away and can be brought back, the last one first."""
        return self.filter(put_away_at__gt=timezone.now() - KEPT_AWAY).order_by("-put_away_at", "-pk")

    def away_for_too_long(self) -> PieceQuerySet:
        """Those that were put away so long ago that they go for good."""
        return self.filter(put_away_at__lte=timezone.now() - KEPT_AWAY)

    def one_of(self, owner: Any, piece_id: int) -> Piece:
        """One piece of a knitter; anybody else's is not found."""
        piece = self.of(owner).filter(pk=piece_id).first()
        if piece is None:
            raise Http404(_NO_PIECE)
        return piece


class Piece(models.Model):
    """One thing to knit."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="pieces")
    uid = models.UUIDField(
        default=uuid4, editable=False, help_text="what it is known by on every server: it comes in again as itself"
    )
    title = models.CharField(max_length=200)
    begun_at = models.DateTimeField(auto_now_add=True)
    touched_at = models.DateTimeField(auto_now=True)
    finished_at = models.DateTimeField(null=True, blank=True, help_text="when its knitter called it finished")
    chapter = models.CharField(max_length=60, blank=True, default="", help_text="the group of pieces it stands in")
    joined = models.BooleanField(
        default=False, help_text="whether a thing was made with it: then its pages ask which, and what comes next of it"
    )
    form_id = models.UUIDField(
        null=True, blank=True, help_text="the form that asked for it: sent twice, it makes one piece"
    )
    put_away_at = models.DateTimeField(
        null=True, blank=True, help_text="since when it is put away; empty in the basket"
    )
    for_learning = models.BooleanField(
        default=False, help_text="made to learn by: its rows show how every stitch of them is made"
    )

    objects = PieceQuerySet.as_manager()

    class Meta:
        ordering = ["-touched_at", "-id"]
        constraints = [
            models.UniqueConstraint(fields=["owner", "form_id"], name="one_piece_a_form"),
            models.UniqueConstraint(fields=["owner", "uid"], name="one_piece_a_uid"),
        ]

    def __str__(self) -> str:
        return self.title

    @property
    def goes_at(self) -> datetime | None:
        """When a piece that is put away goes for good; ``None`` in the basket."""
        return self.put_away_at + KEPT_AWAY if self.put_away_at is not None else None

    @property
    def current(self) -> Revision:
        """The revision that counts."""
        revision = self.revisions.order_by("-number").first()
        assert revision is not None, "a piece is made together with its first revision"
        return revision

    @property
    def words(self) -> str:
        """The written rows as they stand."""
        return self.current.words

    @property
    def results(self) -> Results:
        """All that comes of it as it stands."""
        return self.current.results

    @property
    def advice(self) -> tuple[Advice, ...] | tuple[WordsAdvice, ...]:
        """How its cloth lies as it stands, with what would mend it."""
        return results_of_plan(self.current.plan).advice if self.is_planned else advice_of_words(self.words)

    def advice_within(self, seconds: float) -> tuple[Advice, ...] | tuple[WordsAdvice, ...] | None:
        """The advice if it can be had so soon; asked again, the trials go on where they were left."""
        if self.is_planned:
            return results_of_plan(self.current.plan).advice_within(seconds)
        return within(trials_of_words(self.words), seconds)

    @property
    def is_planned(self) -> bool:
        """Whether its rows come from a plan."""
        return bool(self.current.plan)


class RevisionQuerySet(models.QuerySet["Revision"]):
    """Revisions, never without the owner of their piece."""

    def newest_of(self, owner: Any, piece_id: int, bare: bool = False) -> Revision:
        """The revision of a knitter's piece that counts, with the piece; anybody else's is not found.

        ``bare``: without its text, which is fetched where it is needed after all.
        """
        if bare:
            revision = _newest_bare(owner.pk, piece_id)
        else:
            own = self.filter(piece=piece_id, piece__owner=owner).select_related("piece")
            revision = own.order_by("-number").first()
        if revision is None:
            raise Http404(_NO_PIECE)
        revision.piece.owner = owner  # known already, with her ways: a press asks for neither again
        return revision

    def newest_words(self) -> str:
        """The written rows that a plan was read from; nothing of a piece that began as a plan."""
        last = self.filter(plan="").order_by("-number").first()
        return last.written if last is not None else ""


class Revision(models.Model):
    """A piece as it was once saved: its written rows, or the plan that they come from; never changed afterwards."""

    piece = models.ForeignKey(Piece, on_delete=models.CASCADE, related_name="revisions")
    number = models.PositiveIntegerField()
    written = models.TextField(blank=True, help_text="the rows as the knitter wrote them; empty for a plan")
    plan = models.TextField(blank=True, default="", help_text="a plan as JSON; empty for written rows")
    made_at = models.DateTimeField(auto_now_add=True)

    objects = RevisionQuerySet.as_manager()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["piece", "number"], name="one_revision_a_number")]

    def __str__(self) -> str:
        return f"{self.piece} {self.number}"

    @property
    def readable(self) -> bool:
        """Whether what was kept can still be read; written rows always can."""
        return not (self.plan and why_unreadable(self.plan))

    @property
    def words(self) -> str:
        """The written rows: as they were written, or as the plan gives them."""
        return results_of_plan(self.plan).text if self.plan else self.written

    @property
    def row_count(self) -> int:
        """How many rows there are."""
        return _rows_of(self.pk, self.made_at)

    @property
    def results(self) -> Results:
        """All that comes of it."""
        return results_of_plan(self.plan).results if self.plan else results_of_words(self.written)


_OF_PIECE = tuple(field.attname for field in Piece._meta.concrete_fields)
_OF_REVISION = tuple(
    field.attname for field in Revision._meta.concrete_fields if field.attname not in ("written", "plan")
)
_NEWEST = Prepared(
    lambda owner, piece: (
        Revision.objects.filter(piece=piece, piece__owner=owner)
        .order_by("-number")
        .values_list(*_OF_REVISION, *(f"piece__{name}" for name in _OF_PIECE))[:1]
    ),
    numbers=2,
)


def _newest_bare(owner: int, piece: int) -> Revision | None:
    """The newest revision of a knitter's piece without its text, with the piece."""
    for row in _NEWEST.rows(owner, piece):
        revision = Revision.from_db(None, _OF_REVISION, row[: len(_OF_REVISION)])
        revision.piece = Piece.from_db(None, _OF_PIECE, row[len(_OF_REVISION) :])
        return revision
    return None


@lru_cache(maxsize=50_000)
def _rows_of(pk: int, made_at: datetime) -> int:
    """How many rows a revision has. It never changes; its moment tells it from one of another database."""
    revision = Revision.objects.get(pk=pk)
    return row_count(revision.written, revision.plan)
