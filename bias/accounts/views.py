"""A knitter's own ways."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth import logout
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.utils.translation import gettext as _
from django.views.decorators.http import require_http_methods

from bias.accounts.actions import keep_ways
from bias.accounts.attempts import Tries
from bias.accounts.closing import KEPT_FOR, close
from bias.accounts.forms import WaysForm
from bias.accounts.models import Knitter, ways_of
from bias.accounts.sign_in import too_many_passwords


@require_http_methods(["GET", "HEAD", "POST"])
def ways(request: HttpRequest) -> HttpResponse:
    """How she works and reads, for all her pieces."""
    known = ways_of(request.user)
    form = WaysForm(request.POST or None, instance=known)
    if request.method == "POST" and form.is_valid():
        keep_ways(request.user, **form.cleaned_data)
        return redirect(f"{request.path}?kept=1")
    about = {
        "closes": not settings.BIAS_HOUSEHOLD,
        "form": form,
        "kept": request.GET.get("kept") == "1" and request.method == "GET",
    }
    return render(request, "accounts/ways.html", about, status=422 if form.errors else 200)


@require_http_methods(["GET", "HEAD", "POST"])
def close_account(request: HttpRequest) -> HttpResponse:
    """Close her own account with her password: for two weeks it can be opened again by who runs the server."""
    knitter = request.user
    if settings.BIAS_HOUSEHOLD or not isinstance(knitter, Knitter):
        raise Http404("On a household machine there is one account, and nothing to close.")
    why = ""
    if request.method == "POST":
        tries = Tries.of_name(request, knitter.get_username())
        if tries.too_many:
            return too_many_passwords(request)
        if knitter.check_password(request.POST.get("password", "")):
            close(knitter)
            logout(request)
            return redirect(f"{reverse('account_login')}?closed=1")
        tries.note_wrong()
        why = _("That is not your password. Nothing was closed.")
    about = {"why": why, "days": KEPT_FOR.days}
    return render(request, "accounts/close.html", about, status=422 if why else 200)
