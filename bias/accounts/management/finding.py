"""What the commands of accounts share."""

from __future__ import annotations

from django.conf import settings
from django.core.management.base import CommandError

from bias.accounts.models import Knitter


def known(name: str) -> Knitter:
    """The knitter of a name; raises `CommandError` where there is none."""
    found = Knitter.objects.filter(username=name).first()
    if found is None:
        raise CommandError(f"There is no knitter {name}.")
    return found


def address_of(path: str) -> str:
    """A path of the site as who gets it can open it: under the name that it is served by, as far as it is told."""
    origins = [each for each in settings.CSRF_TRUSTED_ORIGINS if "*" not in each]
    return f"{origins[0] if origins else f'http://{settings.BIAS_BIND}'}{path}"
