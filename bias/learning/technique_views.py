"""How it is made: the index of techniques, and each of them step by step; also for readers of what is shared."""

from __future__ import annotations

from django.contrib.auth.decorators import login_not_required
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils.translation import gettext as _
from django.views.decorators.http import require_safe

from bias.accounts.models import ways_of
from bias.results import shown_technique, technique_chapters

_LONGEST = 60
LEFT, RIGHT = "left", "right"


@login_not_required
@require_safe
def techniques(request: HttpRequest) -> HttpResponse:
    """All techniques by chapters, or those that a word may mean."""
    asked = request.GET.get("for", "").strip()[:_LONGEST]
    chapters = technique_chapters(asked, _mirrored(request))
    return render(request, "learning/techniques.html", {"asked": asked, "chapters": chapters})


@login_not_required
@require_safe
def technique(request: HttpRequest, technique: str) -> HttpResponse:
    """One of them, as the hands of the reader do it, or as the other ones do where that is asked for."""
    mirrored = _mirrored(request)
    shown = shown_technique(technique, mirrored)
    if shown is None:
        raise Http404(_("There is no technique of that name."))
    about = {"shown": shown, "mirrored": mirrored, "longest": max(len(school.steps) for school in shown.schools)}
    return render(request, "learning/technique.html", about)


def _mirrored(request: HttpRequest) -> bool:
    """Whether it is shown for the left hand: as asked, else as she knits."""
    asked = request.GET.get("hand")
    if asked in (LEFT, RIGHT):
        return asked == LEFT
    return request.user.is_authenticated and ways_of(request.user).left_handed
