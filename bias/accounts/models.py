"""The knitter, what lets her in, and her own ways."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import timedelta
from typing import Any, ClassVar

from django.conf import settings
from django.contrib.auth.models import AbstractUser, UserManager
from django.contrib.auth.validators import UnicodeUsernameValidator
from django.db import DEFAULT_DB_ALIAS, models
from django.utils import timezone
from django.utils.crypto import salted_hmac
from django.utils.translation import gettext as _
from django.utils.translation import gettext_lazy as _lazy

from bias.prepared import Prepared

HOUSEHOLD_NAME = "household"


class KnitterManager(UserManager["Knitter"]):
    """Knitters, each read with her ways: nearly every page says a length, and in her units."""

    def get_queryset(self) -> models.QuerySet[Knitter]:
        """Knitters with their ways."""
        return super().get_queryset().select_related("ways")

    def get(self, *args: Any, **kwargs: Any) -> Knitter:
        """The one knitter that is asked for; by her key alone, as every request asks for hers, without making SQL."""
        if args or list(kwargs) != ["pk"] or type(kwargs["pk"]) is not int:
            return super().get(*args, **kwargs)
        return _knitter_of(kwargs["pk"])


class NameValidator(UnicodeUsernameValidator):
    """What a knitter may be called."""

    message = _lazy("A name has letters, figures and @ . + - _ only, and no spaces.")


class Knitter(AbstractUser):
    """Somebody who owns pieces."""

    objects: ClassVar[KnitterManager] = KnitterManager()

    username = models.CharField(
        _lazy("name"),
        max_length=150,
        unique=True,
        validators=[NameValidator()],
        error_messages={"unique": _lazy("Somebody has that name already: choose another.")},
    )
    closed_at = models.DateTimeField(null=True, blank=True, help_text="since when the account is closed")
    signed_out_at = models.DateTimeField(null=True, blank=True, help_text="when she last signed out everywhere")

    def get_session_auth_hash(self) -> str:
        """What a session must know to go on: the password that it began with, and no signing out everywhere since."""
        return self._since_signed_out(super().get_session_auth_hash())

    def get_session_auth_fallback_hash(self) -> Iterator[str]:
        """The same by earlier secrets of the site."""
        yield from map(self._since_signed_out, super().get_session_auth_fallback_hash())

    @property
    def said_name(self) -> str:
        """Her name; that of a household's first knitter, who was never asked for one, in the reader's language."""
        return _("household") if self.username == HOUSEHOLD_NAME else self.username

    @property
    def is_keeper(self) -> bool:
        """Whether she keeps this server: the first knitter of it, who may invite others."""
        return self.is_staff

    def _since_signed_out(self, known: str) -> str:
        if self.signed_out_at is None:
            return known
        text = f"{known} {self.signed_out_at.isoformat()}"
        return str(salted_hmac("bias.accounts.signed-out", text, algorithm="sha256").hexdigest())


class Invitation(models.Model):
    """A link by which one person may make an account, once. Its secret is shown when it is made and not kept."""

    KEPT_FOR = timedelta(days=14)

    digest = models.CharField(max_length=64, unique=True)
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, null=True, related_name="invited")
    made_at = models.DateTimeField(auto_now_add=True)
    ends_at = models.DateTimeField()
    used_at = models.DateTimeField(null=True, blank=True)
    used_by = models.OneToOneField(
        settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="invitation"
    )

    class Meta:
        ordering = ["-made_at", "-pk"]

    def __str__(self) -> str:
        return f"{self.made_at:%Y-%m-%d}"

    @property
    def is_open(self) -> bool:
        """Whether somebody may still use it."""
        return self.used_at is None and self.ends_at > timezone.now()


class RecoveryCode(models.Model):
    """One of the codes by which a knitter who forgot her password chooses another, each once."""

    knitter = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="recovery_codes")
    digest = models.CharField(max_length=64)
    used_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["knitter", "digest"], name="one_of_each_code")]

    def __str__(self) -> str:
        return str(self.knitter)


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

    class Units(models.TextChoices):
        """In what lengths are said. What is typed says its unit itself."""

        CM = "", _lazy("centimetres, metres of yarn")
        INCHES = "in", _lazy("inches, yards of yarn")

    class Language(models.TextChoices):
        """The language of the pages; that of a pattern is its dialect. Each is called by its own name."""

        BROWSERS = "", _lazy("as the browser asks")
        ENGLISH = "en", "English"
        ITALIAN = "it", "Italiano"

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
    units = models.CharField(_lazy("lengths are said in"), max_length=8, blank=True, default="", choices=Units.choices)
    language = models.CharField(
        _lazy("the language of the pages"), max_length=8, blank=True, default="", choices=Language.choices
    )
    needles = models.CharField(
        _lazy("needles that I own, in mm"), max_length=200, blank=True, default="", help_text="thinnest first"
    )

    class Meta:
        verbose_name_plural = "ways"

    def __str__(self) -> str:
        return _("Ways of {knitter}").format(knitter=self.knitter)

    @property
    def own_needles(self) -> list[str]:
        """The sizes that she owns, in millimetres, as they are written."""
        return self.needles.split(", ") if self.needles else []


_OF_KNITTER = tuple(field.attname for field in Knitter._meta.concrete_fields)
_OF_WAYS = tuple(field.attname for field in Ways._meta.concrete_fields)
_BY_KEY = Prepared(
    lambda key: Knitter.objects.filter(pk=key).values_list(*_OF_KNITTER, *(f"ways__{name}" for name in _OF_WAYS)),
    numbers=1,
)


def _knitter_of(key: int) -> Knitter:
    for row in _BY_KEY.rows(key):
        own, ways = row[: len(_OF_KNITTER)], row[len(_OF_KNITTER) :]
        knitter = Knitter.from_db(DEFAULT_DB_ALIAS, _OF_KNITTER, own)
        chosen = Ways.from_db(DEFAULT_DB_ALIAS, _OF_WAYS, ways) if ways[0] is not None else None
        Knitter._meta.get_field("ways").set_cached_value(knitter, chosen)
        if chosen is not None:
            chosen.knitter = knitter
        return knitter
    raise Knitter.DoesNotExist


def ways_of(knitter: Any) -> Ways:
    """The ways of a knitter, read once for each request; the usual ones where she has chosen none."""
    try:
        ways: Ways = knitter.ways
    except Ways.DoesNotExist:
        ways = Ways(knitter=knitter)
    return ways
