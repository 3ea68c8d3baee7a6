"""On a household machine the one knitter is signed in by herself."""

from collections.abc import Callable

from django.conf import settings
from django.contrib.auth import login
from django.core.exceptions import PermissionDenied
from django.http import HttpRequest, HttpResponse
from django.utils.translation import gettext as _

from bias.accounts.models import Knitter
from bias.settings import is_loopback

HOUSEHOLD_NAME = "household"
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
    knitter, made = Knitter.objects.get_or_create(username=HOUSEHOLD_NAME)
    if made:
        knitter.set_unusable_password()
        knitter.save(update_fields=["password"])
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
