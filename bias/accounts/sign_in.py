"""Signing in and out."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.views import LogoutView
from django.http import HttpRequest, HttpResponse


class SignOutView(LogoutView):
    """Signs out, and has the browser let go of what it kept.

    Presses that wait in the browser's own database stay: they are sent when their knitter signs in again. The pages
    that the worker kept are let go by the page that follows, and by the worker itself.
    """

    def dispatch(self, request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponse:
        """The way to signing in, with the word to the browser."""
        answer = super().dispatch(request, *args, **kwargs)
        answer.headers["Clear-Site-Data"] = '"cache"'
        return answer
