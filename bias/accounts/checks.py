"""Checks at the start."""

from typing import Any

from django.conf import settings
from django.core.checks import CheckMessage, Error, Tags, register

from bias.settings import is_loopback


@register(Tags.security)
def household_stays_home(**_: Any) -> list[CheckMessage]:
    """In household mode nobody signs in, so the site must be reached from its own machine alone."""
    host = settings.BIAS_BIND.rpartition(":")[0]
    if not settings.BIAS_HOUSEHOLD or is_loopback(host):
        return []
    return [
        Error(
            f"BIAS_BIND is {settings.BIAS_BIND}, which other machines can reach, and BIAS_HOUSEHOLD is on.",
            hint="Bind to 127.0.0.1, or set BIAS_HOUSEHOLD=0 so that signing in is required.",
            id="joining.E001",
        )
    ]
