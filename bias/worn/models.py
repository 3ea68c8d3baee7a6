"""Her own measures, and what was worked out of how things hang: it may go at any time and is worked out anew."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.utils.translation import gettext as _

from knitting.worn.body import Body


class OwnBody(models.Model):
    """The measures of a knitter, in centimetres."""

    owner = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="own_body")
    bust_cm = models.FloatField()
    neck_cm = models.FloatField()
    shoulders_cm = models.FloatField()

    def __str__(self) -> str:
        return _("the measures of {owner}").format(owner=self.owner)

    @property
    def body(self) -> Body:
        """The body of these measures."""
        return Body(self.bust_cm, self.neck_cm, self.shoulders_cm)


class KeptWorn(models.Model):
    """How something hangs on a body: on its way, or at rest. ``key`` tells what it is made of from everything else."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="kept_worn")
    key = models.CharField(max_length=64)
    share = models.FloatField(default=0.0, help_text="how far it is, 0 to 1")
    state = models.BinaryField(default=bytes, help_text="where its nodes are while it falls")
    data = models.BinaryField(default=bytes, help_text="its numbers for the page, once it is at rest")
    told = models.JSONField(null=True, help_text="how deep it hangs, once it is at rest")
    asked_at = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["owner", "key"], name="one_worn_a_key")]

    def __str__(self) -> str:
        return self.key

    @property
    def ready(self) -> bool:
        """Whether it is at rest."""
        return self.told is not None
