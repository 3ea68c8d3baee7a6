"""Signing in, up and out."""

from __future__ import annotations

from threading import BoundedSemaphore
from typing import Any

from allauth.account.views import LoginView, LogoutView, SignupView
from django.db import transaction
from django.forms import Form
from django.http import HttpRequest, HttpResponse
from django.utils.translation import gettext as _
from django.utils.translation import ngettext

from bias.accounts import invitations
from bias.accounts.attempts import WITHIN_S, Tries
from bias.accounts.closing import KEPT_FOR
from bias.serving.error_pages import too_often

_AT_ONCE, _IN_LINE = 1, 3
"""Passwords that a process tries at once: each takes the whole of a processor for a moment; and those that may wait."""
_MOMENT_S = 5


def too_many_passwords(request: HttpRequest) -> HttpResponse:
    """No other password is tried for now."""
    minutes = WITHIN_S // 60
    words = ngettext(
        "Too many wrong passwords: wait {minutes} minute, then try again.",
        "Too many wrong passwords: wait {minutes} minutes, then try again.",
        minutes,
    )
    return too_often(request, words.format(minutes=minutes), WITHIN_S)


class SignInView(LoginView):
    """Signs in, a few tries at a time and no more than somebody makes who has forgotten which password it was."""

    template_name = "accounts/sign_in.html"
    line = BoundedSemaphore(_IN_LINE)
    turn = BoundedSemaphore(_AT_ONCE)

    def post(self, request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponse:
        """Try a password when it is its turn."""
        if Tries.at_signing_in(request).too_many:
            return too_many_passwords(request)
        if not self.line.acquire(blocking=False):
            return too_often(request, _("Others are signing in just now: try again in a few seconds."), _MOMENT_S)
        try:
            with self.turn:
                answer: HttpResponse = super().post(request, *args, **kwargs)
                return answer
        finally:
            self.line.release()

    def form_valid(self, form: Form) -> HttpResponse:
        """The right password."""
        Tries.at_signing_in(self.request).forget()
        answer: HttpResponse = super().form_valid(form)
        return answer

    def form_invalid(self, form: Form) -> HttpResponse:
        """A wrong one."""
        Tries.at_signing_in(self.request).note_wrong()
        answer: HttpResponse = super().form_invalid(form)
        return answer

    def get_context_data(self, **kwargs: Any) -> dict[str, Any]:
        """Also whether an account may be made from here, and how long one that was closed is kept."""
        about = {"may_sign_up": invitations.may_sign_up(self.request), "days": KEPT_FOR.days}
        return {**super().get_context_data(**kwargs), **about}


class SignUpView(SignupView):
    """Makes an account, and uses the invitation up that led here, in one."""

    template_name = "accounts/sign_up.html"
    template_name_signup_closed = "accounts/sign_up_closed.html"

    @transaction.atomic
    def form_valid(self, form: Form) -> HttpResponse:
        """Of two that use one invitation at once, one makes an account."""
        invitation = invitations.use(self.request)
        if invitation is None and not invitations.may_sign_up(self.request):
            closed: HttpResponse = self.closed()
            return closed
        answer: HttpResponse = super().form_valid(form)
        if invitation is not None:
            invitation.used_by = self.user
            invitation.save(update_fields=["used_by"])
        return answer


class SignOutView(LogoutView):
    """Signs out, and has the browser let go of what it kept.

    Presses that wait in the browser's own database stay: they are sent when their knitter signs in again. The pages
    that the worker kept are let go by the page that follows, and by the worker itself.
    """

    template_name = "accounts/sign_out.html"

    def dispatch(self, request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponse:
        """The way to signing in, with the word to the browser."""
        answer: HttpResponse = super().dispatch(request, *args, **kwargs)
        if request.method == "POST":
            answer.headers["Clear-Site-Data"] = '"cache"'
        return answer
