"""The knitter, and her own ways."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.contrib.auth.models import AbstractUser
from django.db import models
from django.utils.translation import gettext as _
from django.utils.translation import gettext_lazy as _lazy


class Knitter(AbstractUser):
    """Somebody who owns pieces."""

    closed_at = models.DateTimeField(null=True, blank=True, help_text="since when the account is closed")


class Ways(models.Model):
    """How a knitter works and reads: what holds for all her pieces at the needles. Empty stays as it is written."""

    class Marking(models.TextChoices):
        """Where a centre is marked."""

        WRITTEN = "", _lazy("as the piece says")
        STITCH = "stitch", _lazy("a locking mark in the stitch")
        BEFORE = "needle-before", _lazy("a marker on the needle before it")
        BOTH = "needle-both", _lazy("markers on both sides of it")

    class FirstStitch(models.TextChoices):
        """How a flat row begins."""

        WRITTEN = "", _lazy("as the piece says")
        KNIT = "k", _lazy("knit it")
        SLIP = "sl", _lazy("slip it, and knit the last through the back")

    class Size(models.TextChoices):
        """How large the letters are at the needles."""

        USUAL = "", _lazy("usual")
        LARGE = "large", _lazy("large")
        LARGEST = "largest", _lazy("largest")

    class Pedal(models.TextChoices):
        """Which keys of a page-turner or a foot pedal work a row and take it back."""

        NONE = "", _lazy("none")
        PAGES = "pages", _lazy("Page Down and Page Up")
        ARROWS = "arrows", _lazy("the arrows down and up")
        SIDEWAYS = "sideways", _lazy("the arrows right and left")

    knitter = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="ways")
    dialect = models.CharField("words", max_length=8, blank=True, default="")
    marking = models.CharField(
        _lazy("the centre is marked by"), max_length=40, blank=True, default="", choices=Marking.choices
    )
    first_stitch = models.CharField(
        _lazy("the first stitch of a row"), max_length=8, blank=True, default="", choices=FirstStitch.choices
    )
    left_handed = models.BooleanField(_lazy("left-handed: rows begin at the left"), default=False)
    size = models.CharField(_lazy("letters at the needles"), max_length=8, blank=True, default="", choices=Size.choices)
    rest_minutes = models.PositiveSmallIntegerField(
        _lazy("rest your hands after so many minutes (0: say nothing)"), default=0
    )

    pedal = models.CharField(
        _lazy("a foot pedal's keys: row done, and a row back"),
        max_length=8,
        blank=True,
        default="",
        choices=Pedal.choices,
    )
    volume = models.PositiveSmallIntegerField(_lazy("how loud rows are read aloud, in percent"), default=100)

    class Meta:
        verbose_name_plural = "ways"

    def __str__(self) -> str:
        return _("Ways of {knitter}").format(knitter=self.knitter)


def ways_of(knitter: Any) -> Ways:
    """The ways of a knitter, read once for each request; the usual ones where she has chosen none."""
    try:
        ways: Ways = knitter.ways
    except Ways.DoesNotExist:
        ways = Ways(knitter=knitter)
    return ways
