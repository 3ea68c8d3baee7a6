"""Lengths are said in the units that their reader has chosen."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from bias.accounts.models import Ways, ways_of
from knitting.measures import Units, lengths_said_in


class UnitsMiddleware:
    """Has lengths said in the units of who asks; her ways are read when the first length is said."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        with lengths_said_in(lambda: _units_of(request)):
            return self.get_response(request)


def _units_of(request: HttpRequest) -> Units:
    chosen = ways_of(request.user).units if request.user.is_authenticated else ""
    return Units.INCHES if chosen == Ways.Units.INCHES else Units.CM
