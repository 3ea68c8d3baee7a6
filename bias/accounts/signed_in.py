"""Who asks."""

from __future__ import annotations

from django.core.exceptions import PermissionDenied
from django.http import HttpRequest

from bias.accounts.models import Knitter


def knitter_of(request: HttpRequest) -> Knitter:
    """The knitter who is signed in; refused where nobody is, which the site's own middleware sees to before."""
    if not isinstance(request.user, Knitter):
        raise PermissionDenied
    return request.user
