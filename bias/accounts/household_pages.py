"""Who of a household knits now: chosen without a password, on the household's own machine alone."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth import login
from django.contrib.auth.hashers import UNUSABLE_PASSWORD_PREFIX
from django.db.models import Count, QuerySet
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_http_methods

from bias.accounts.account_forms import NewNameForm
from bias.accounts.household import add_household_knitter
from bias.accounts.models import Knitter
from bias.parsing import whole_number

_LARGEST = 10**9


@require_http_methods(["GET", "HEAD", "POST"])
def who(request: HttpRequest) -> HttpResponse:
    """The knitters of this household: one is chosen, another is named."""
    if not settings.BIAS_HOUSEHOLD:
        raise Http404("People sign in here.")
    form = NewNameForm(request.POST if "username" in request.POST else None, label_suffix="")
    if request.method == "POST" and form.is_bound:
        if form.is_valid():
            return _knits(request, add_household_knitter(form.cleaned_data["username"]))
    elif request.method == "POST":
        number = whole_number(request.POST.get("knitter"), _LARGEST)
        return _knits(request, get_object_or_404(_of_the_household(), pk=number or 0))
    about = {"form": form, "knitters": _of_the_household().annotate(many=Count("pieces"))}
    return render(request, "accounts/who.html", about, status=422 if form.errors else 200)


def _of_the_household() -> QuerySet[Knitter]:
    """Those without a password; who has one is chosen by nobody else."""
    return Knitter.objects.filter(password__startswith=UNUSABLE_PASSWORD_PREFIX, is_active=True).order_by("username")


def _knits(request: HttpRequest, knitter: Knitter) -> HttpResponse:
    login(request, knitter, backend="django.contrib.auth.backends.ModelBackend")
    answer = redirect("basket")
    answer.headers["Clear-Site-Data"] = '"cache"'
    return answer
