"""What every page knows of the knitter."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.http import HttpRequest
from django.utils.functional import SimpleLazyObject

from bias.accounts.models import Ways, ways_of


def her_ways(request: HttpRequest) -> dict[str, Any]:
    """Her own ways, asked for only where a page uses them, and whether this machine has a scale."""
    ways = SimpleLazyObject(lambda: ways_of(request.user) if request.user.is_authenticated else Ways())
    return {"ways": ways, "has_scale": bool(settings.BIAS_SCALE)}
