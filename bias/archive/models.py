"""Archives on their way out and in: how far they are. The files themselves lie in a folder beside the database."""

from __future__ import annotations

from pathlib import Path
from uuid import uuid4

from django.conf import settings
from django.db import models


def folder() -> Path:
    """Where files lie while they are made and taken in."""
    place = Path(settings.VAR) / "archives"
    place.mkdir(mode=0o700, exist_ok=True)
    return place


class InSteps(models.Model):
    """Work on a file that is done a little with every request."""

    file_id = models.UUIDField(default=uuid4, editable=False)
    in_all = models.PositiveIntegerField(default=0)
    done = models.PositiveIntegerField(default=0)
    ready = models.BooleanField(default=False)
    asked_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        abstract = True

    @property
    def path(self) -> Path:
        """The file."""
        return folder() / f"{self.file_id}.zip"

    def still_there(self) -> bool:
        """Whether nobody took it out meanwhile, as a second tab that begins anew does; it is read as it is now."""
        try:
            self.refresh_from_db()
        except type(self).DoesNotExist:
            return False
        return True

    @property
    def percent(self) -> int:
        """How far it is, in hundredths."""
        return 100 * self.done // max(self.in_all, 1)


class Outgoing(InSteps):
    """Everything of a knitter, on its way into a file."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="outgoing")
    entries = models.PositiveIntegerField(default=0, help_text="files in it: others than those mean that it broke off")

    def __str__(self) -> str:
        return f"{self.owner}: {self.done} of {self.in_all}"


class Incoming(InSteps):
    """A file on its way into a knitter's basket; ``told`` is what came of it."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="incoming")
    told = models.JSONField(default=dict)

    def __str__(self) -> str:
        return f"{self.owner}: {self.done} of {self.in_all}"
