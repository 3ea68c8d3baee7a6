"""Signing in and out."""

from __future__ import annotations

from threading import BoundedSemaphore
from typing import Any

from django.contrib.auth.forms import AuthenticationForm
from django.contrib.auth.views import LoginView, LogoutView
from django.http import HttpRequest, HttpResponse
from django.utils.translation import gettext as _
from django.utils.translation import ngettext

from bias.accounts.attempts import WITHIN_S, Tries
from bias.serving.error_pages import too_often

_AT_ONCE, _IN_LINE = 1, 3
"""Passwords that a process tries at once: each takes the whole of a processor for a moment; and those that may wait."""
_MOMENT_S = 5


class SignInView(LoginView):
    """Signs in, a few tries at a time and no more than somebody makes who has forgotten which password it was."""

    template_name = "accounts/sign_in.html"
    line = BoundedSemaphore(_IN_LINE)
    turn = BoundedSemaphore(_AT_ONCE)

    def post(self, request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponse:
        """Try a password when it is its turn."""
        tries = Tries.at_signing_in(request)
        if tries.too_many:
            minutes = WITHIN_S // 60
            words = ngettext(
                "Too many wrong passwords: wait {minutes} minute, then try again.",
                "Too many wrong passwords: wait {minutes} minutes, then try again.",
                minutes,
            )
            return too_often(request, words.format(minutes=minutes), WITHIN_S)
        if not self.line.acquire(blocking=False):
            return too_often(request, _("Others are signing in just now: try again in a few seconds."), _MOMENT_S)
        try:
            with self.turn:
                return super().post(request, *args, **kwargs)
        finally:
            self.line.release()

    def form_valid(self, form: AuthenticationForm) -> HttpResponse:
        """The right password."""
        Tries.at_signing_in(self.request).forget()
        return super().form_valid(form)

    def form_invalid(self, form: AuthenticationForm) -> HttpResponse:
        """A wrong one."""
        Tries.at_signing_in(self.request).note_wrong()
        return super().form_invalid(form)


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
