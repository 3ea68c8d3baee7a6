"""Links by which a piece is read, and where a taken piece came from."""

from __future__ import annotations

import re
from typing import Any

from django.conf import settings
from django.db import models
from django.db.models import Q
from django.utils import timezone

from bias.accounts.secrets import digest, new_secret
from bias.pieces.models import Piece
from bias.things.models import Thing


class SharedLinkQuerySet(models.QuerySet["SharedLink"]):
    """Links, found by their secret alone."""

    def open(self) -> SharedLinkQuerySet:
        """Those that were not taken back and have not ended, to pieces that are not put away."""
        still = Q(ends_at=None) | Q(ends_at__gt=timezone.now())
        return self.filter(still, taken_back_at=None, piece__put_away_at=None)

    def of_secret(self, secret: str) -> SharedLink | None:
        """The open link of a secret; nothing where there is none."""
        found = self.open().filter(digest=digest(secret)).select_related("piece__owner")
        return found.first()


class SharedGroup(models.Model):
    """A link to a chapter of the basket or to a thing: to each piece in it leads one derived from its secret."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    thing = models.ForeignKey(Thing, on_delete=models.CASCADE, null=True, blank=True, related_name="shared_groups")
    chapter = models.CharField(max_length=60, blank=True, default="", help_text="empty where it is of a thing")
    digest = models.CharField(max_length=64, unique=True)
    made_at = models.DateTimeField(auto_now_add=True)
    ends_at = models.DateTimeField(null=True, blank=True, help_text="when it ends by itself")
    taken_back_at = models.DateTimeField(null=True, blank=True)
    says_who = models.BooleanField(default=False, help_text="whether readers see the name of its knitter")

    class Meta:
        ordering = ["-made_at", "-pk"]

    def __str__(self) -> str:
        return self.title

    @property
    def title(self) -> str:
        """What it is called: as the thing, or as the chapter."""
        return self.thing.title if self.thing is not None else self.chapter

    @property
    def who(self) -> str:
        """Who shares it, if she wishes that to be seen."""
        return str(self.owner.get_username()) if self.says_who else ""

    @property
    def pieces(self) -> list[Piece]:
        """The pieces that stand in it now."""
        own = Piece.objects.of(self.owner).in_basket()
        if self.thing is not None:
            return list(own.filter(pk__in=self.thing.members.values("piece")).order_by("pk"))
        return list(own.filter(chapter=self.chapter).order_by("title", "pk"))


class SharedLink(models.Model):
    """A link to a piece. Its secret is shown once, when it is made; only a digest of it is kept."""

    piece = models.ForeignKey(Piece, on_delete=models.CASCADE, related_name="shared_links")
    digest = models.CharField(max_length=64, unique=True)
    made_at = models.DateTimeField(auto_now_add=True)
    ends_at = models.DateTimeField(null=True, blank=True, help_text="when it ends by itself")
    taken_back_at = models.DateTimeField(null=True, blank=True)
    says_who = models.BooleanField(default=False, help_text="whether readers see the name of its knitter")
    group = models.ForeignKey(SharedGroup, on_delete=models.CASCADE, null=True, blank=True, related_name="links")

    objects = SharedLinkQuerySet.as_manager()

    class Meta:
        ordering = ["-made_at", "-pk"]

    def __str__(self) -> str:
        return f"{self.piece}: {self.made_at:%Y-%m-%d}"

    @classmethod
    def make(cls, piece: Piece, ends_at: Any, says_who: bool) -> tuple[SharedLink, str]:
        """A new link, with its secret."""
        secret = new_secret()
        link = cls.objects.create(piece=piece, digest=digest(secret), ends_at=ends_at, says_who=says_who)
        return link, secret

    @property
    def who(self) -> str:
        """Who shares it, if she wishes that to be seen."""
        return str(self.piece.owner.get_username()) if self.says_who else ""


class InstalmentQuerySet(models.QuerySet["Instalment"]):
    """Instalments in their order."""

    def open(self) -> InstalmentQuerySet:
        """Those that readers see."""
        return self.filter(opens_at__lte=timezone.now())


class Instalment(models.Model):
    """A part of a pattern that comes clue by clue: up to which row it goes, and since when it is open."""

    piece = models.ForeignKey(Piece, on_delete=models.CASCADE, related_name="instalments")
    until_row = models.PositiveIntegerField(help_text="the last row of it, counted from 1")
    opens_at = models.DateTimeField(null=True, blank=True, help_text="empty until its writer opens it")

    objects = InstalmentQuerySet.as_manager()

    class Meta:
        ordering = ["until_row"]
        constraints = [models.UniqueConstraint(fields=["piece", "until_row"], name="one_instalment_a_row")]

    def __str__(self) -> str:
        return f"{self.piece}, until row {self.until_row}"

    @property
    def is_open(self) -> bool:
        """Whether readers see it."""
        return self.opens_at is not None and self.opens_at <= timezone.now()


class TakenPiece(models.Model):
    """Where a piece was taken from. The link may be gone; what it said stays."""

    piece = models.OneToOneField(Piece, on_delete=models.CASCADE, related_name="taken_from")
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    link = models.ForeignKey(SharedLink, on_delete=models.SET_NULL, null=True, related_name="taken")
    title = models.CharField(max_length=200)
    who = models.CharField(max_length=150, blank=True, default="")
    revision = models.PositiveIntegerField(help_text="which revision of it was taken, or taken over last")
    until_row = models.PositiveIntegerField(default=0, help_text="up to which row it was open then; 0: all of it")
    base = models.TextField(blank=True, default="", help_text="its words as they were taken, or taken over last")
    taken_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"{self.piece}: {self.title}"


LONGEST_REMARK, LONGEST_NAME, LONGEST_COUNTS = 600, 60, 200


class Remark(models.Model):
    """What a reader says of a row of a shared piece, with her counts if she gives them; and the answer."""

    piece = models.ForeignKey(Piece, on_delete=models.CASCADE, related_name="remarks")
    link = models.ForeignKey(SharedLink, on_delete=models.SET_NULL, null=True, related_name="remarks")
    row = models.PositiveIntegerField(default=0, help_text="after which row, counted from 1; 0 of the whole")
    text = models.CharField(max_length=LONGEST_REMARK)
    counts = models.CharField(max_length=LONGEST_COUNTS, blank=True, default="", help_text="between marks, as typed")
    name = models.CharField(max_length=LONGEST_NAME, blank=True, default="")
    revision = models.PositiveIntegerField(help_text="the revision that was read")
    made_at = models.DateTimeField(auto_now_add=True)
    answer = models.CharField(max_length=LONGEST_REMARK, blank=True, default="")
    resolved_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["row", "made_at", "pk"]

    def __str__(self) -> str:
        return f"{self.piece}, row {self.row}: {self.text[:40]}"

    @property
    def counted(self) -> tuple[int, ...]:
        """The counts as numbers."""
        return tuple(int(each) for each in re.findall(r"[0-9]{1,6}", self.counts))
