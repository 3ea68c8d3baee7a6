"""On a household machine a knitter is signed in by herself."""

from collections.abc import Callable
from typing import Any

from django.conf import settings
from django.contrib.auth import login
from django.contrib.auth.hashers import make_password
from django.core.exceptions import PermissionDenied
from django.http import Http404, HttpRequest, HttpResponse
from django.utils.translation import gettext as _

from bias.accounts.models import HOUSEHOLD_NAME, Knitter
from bias.settings import is_loopback

_FORWARDED = (
    "HTTP_FORWARDED",
    "HTTP_VIA",
    "HTTP_X_FORWARDED_FOR",
    "HTTP_X_FORWARDED_HOST",
    "HTTP_X_FORWARDED_PROTO",
    "HTTP_X_REAL_IP",
)
"""What a server in front adds: who asks through one may sit anywhere, though the address is this machine's."""


def household_knitter() -> Knitter:
    """The one knitter of this machine, made at the first call."""
    return Knitter.objects.filter(username=HOUSEHOLD_NAME).first() or add_household_knitter(HOUSEHOLD_NAME)


def add_household_knitter(name: str) -> Knitter:
    """One more knitter of this machine, without a password; the one that there is where two ask at once."""
    knitter, _made = Knitter.objects.get_or_create(username=name, defaults={"password": make_password(None)})
    return knitter


class HouseholdMiddleware:
    """Signs the household's knitter in, and refuses whoever asks from another machine."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Let a request from this machine through as the household's knitter."""
        if settings.BIAS_HOUSEHOLD:
            if not is_loopback(request.META.get("REMOTE_ADDR", "")) or any(each in request.META for each in _FORWARDED):
                raise PermissionDenied(_("This Bias serves its own machine only."))
            if not request.user.is_authenticated:
                login(request, household_knitter(), backend="django.contrib.auth.backends.ModelBackend")
        return self.get_response(request)

    def process_view(self, request: HttpRequest, *_view: Any) -> None:
        """Where nobody signs in there is no account to look after."""
        match = request.resolver_match
        if settings.BIAS_HOUSEHOLD and match is not None and match.route.startswith("account/"):
            raise Http404("On a household machine there are no accounts.")
