"""A knitter's own ways."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_http_methods

from bias.accounts.actions import keep_ways
from bias.accounts.forms import WaysForm
from bias.accounts.models import ways_of


@require_http_methods(["GET", "HEAD", "POST"])
def ways(request: HttpRequest) -> HttpResponse:
    """How she works and reads, for all her pieces."""
    known = ways_of(request.user)
    form = WaysForm(request.POST or None, instance=known)
    if request.method == "POST" and form.is_valid():
        keep_ways(request.user, **form.cleaned_data)
        return redirect(f"{request.path}?kept=1")
    about = {"form": form, "kept": request.GET.get("kept") == "1" and request.method == "GET"}
    return render(request, "accounts/ways.html", about, status=422 if form.errors else 200)
