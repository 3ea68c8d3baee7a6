"""What a writer adds to her piece so that it becomes a pattern."""

from __future__ import annotations

from django.db import models
from django.utils.translation import gettext_lazy as _

from bias.pieces.models import Piece

LONGEST_TEXT = 4_000


class Publication(models.Model):
    """The published page of a piece: a writer's own words, and how the page is made. All else comes from the rows."""

    class Shows(models.TextChoices):
        """How the rows are told."""

        WORDS = "words", _("in words")
        CHARTS = "charts", _("as charts")
        BOTH = "both", _("in words and as charts")

    class Paper(models.TextChoices):
        """The paper."""

        A4 = "A4", "A4"
        LETTER = "letter", _("Letter")
        A5 = "A5", _("A5, a booklet")

    class Terms(models.TextChoices):
        """Ready terms for others."""

        WRITTEN = "written", _("as you write them")
        OWN_COPY = "own", _("a copy of one's own, not passed on")
        SHARE_ALIKE = "share", _("shared alike")

    piece = models.OneToOneField(Piece, on_delete=models.CASCADE, related_name="publication")
    by = models.CharField(max_length=80, blank=True, default="")
    about = models.TextField(max_length=LONGEST_TEXT, blank=True, default="")
    needles = models.CharField(max_length=200, blank=True, default="")
    care = models.TextField(max_length=LONGEST_TEXT, blank=True, default="")
    ready_terms = models.CharField(max_length=8, choices=Terms.choices, default=Terms.WRITTEN)
    terms = models.TextField(max_length=LONGEST_TEXT, blank=True, default="")
    picture = models.TextField(blank=True, default="", help_text="a JPEG made anew by Bias, in base64")
    picture_says = models.CharField(max_length=200, blank=True, default="")
    dialect = models.CharField(max_length=8, default="us")
    shows = models.CharField(max_length=8, choices=Shows.choices, default=Shows.WORDS)
    paper = models.CharField(max_length=8, choices=Paper.choices, default=Paper.A4)
    large = models.BooleanField(default=False)
    every_count = models.BooleanField(default=False)
    by_wale = models.BooleanField(default=False)
    size_key = models.CharField(max_length=40, blank=True, default="")
    sizes = models.CharField(max_length=80, blank=True, default="", help_text="values that decide the size, by commas")
    bold = models.PositiveSmallIntegerField(default=0, help_text="which size stands out, from 1; 0: none")
    changed_at = models.DateTimeField(auto_now=True)

    def __str__(self) -> str:
        return str(self.piece)


class MadePattern(models.Model):
    """The PDF of a publication, being made or whole.

    ``key`` is a short name of all that it is made of: where that changes, another is made. ``pages`` are laid so far;
    ``beat_at`` is when its maker was last heard of.
    """

    publication = models.ForeignKey(Publication, on_delete=models.CASCADE, related_name="made")
    key = models.CharField(max_length=64)
    pages = models.PositiveIntegerField(default=0)
    beat_at = models.DateTimeField(null=True)
    whole = models.BinaryField(null=True)
    refusal = models.TextField(blank=True, default="")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["publication", "key"], name="one_pattern_made_a_key")]

    def __str__(self) -> str:
        return f"{self.publication}, {self.pages} pages"
