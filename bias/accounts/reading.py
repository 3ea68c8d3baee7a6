"""How the pages are read: in the units and in the language that their reader has chosen."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse
from django.utils import translation

from bias.accounts.models import Ways, ways_of
from knitting.measures import Units, lengths_said_in


class ReadingMiddleware:
    """Has lengths said in the units of who asks, and everything in her language.

    The units are looked up when the first length is said; without a language of hers the browser's stays.
    """

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        language = _ways(request).language
        if translation.check_for_language(language):
            translation.activate(language)
        with lengths_said_in(lambda: _units_of(request)):
            return self.get_response(request)


def _units_of(request: HttpRequest) -> Units:
    return Units.INCHES if _ways(request).units == Ways.Units.INCHES else Units.CM


def _ways(request: HttpRequest) -> Ways:
    return ways_of(request.user) if request.user.is_authenticated else Ways()
