"""Checks at the start."""

from typing import Any

from django.conf import settings
from django.core.checks import CheckMessage, Error, Tags, register

from bias.settings import is_loopback

_HINT = "Leave BIAS_BIND, BIAS_HOSTS and BIAS_HTTPS as they are, or set BIAS_HOUSEHOLD=0: then people sign in."


@register(Tags.security)
def household_stays_home(**_: Any) -> list[CheckMessage]:
    """In household mode nobody signs in, so the site must be reached from its own machine alone."""
    if not settings.BIAS_HOUSEHOLD:
        return []
    return [
        Error(f"{what}, and BIAS_HOUSEHOLD is on: whoever comes would be signed in.", hint=_HINT, id=f"joining.E00{at}")
        for at, what in enumerate(_ways_in(), start=1)
        if what
    ]


def _ways_in() -> tuple[str, str, str]:
    """By what other machines could reach the site; nothing where they cannot."""
    bind, outside = settings.BIAS_BIND, [host for host in settings.ALLOWED_HOSTS if not is_loopback(host)]
    return (
        "" if is_loopback(bind.rpartition(":")[0]) else f"BIAS_BIND is {bind}, which other machines can reach",
        f"BIAS_HOSTS has {', '.join(outside)}, which other machines can ask for" if outside else "",
        "BIAS_HTTPS is set, which only a site for other machines needs" if settings.SESSION_COOKIE_SECURE else "",
    )
