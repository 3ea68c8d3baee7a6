"""What may be kept of an answer outside of the site."""

from __future__ import annotations

from collections.abc import Callable

from django.conf import settings
from django.http import HttpRequest, HttpResponse


class PrivacyMiddleware:
    """No answer is kept by anybody on the way or left in a browser, but what the needles' worker keeps itself."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer, and say what may be kept of it where the page has not said so."""
        answer = self.get_response(request)
        match = request.resolver_match
        asked_anew = match is not None and match.url_name in settings.BIAS_KEPT_BY_WORKER
        answer.headers.setdefault("Cache-Control", "private, no-cache" if asked_anew else "private, no-store")
        return answer
