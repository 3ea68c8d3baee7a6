"""Home, and what is said when something is not there."""

from __future__ import annotations

from django.contrib.auth.decorators import login_not_required
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.utils.translation import gettext as _
from django.views.decorators.http import require_POST, require_safe

from bias.home.cards import cards
from bias.pieces import actions
from bias.pieces.models import Piece


@require_safe
def basket(request: HttpRequest) -> HttpResponse:
    """Every piece as its own shape; the last worked one can be gone on with at once."""
    pieces = cards(request.user)
    going = [
        (worked_at, each)
        for each in pieces
        if each.begun and not each.done and (worked_at := each.row_view.progress.worked_at)
    ]
    last = max(going, key=lambda timed: timed[0])[1] if going else None
    return render(request, "home/basket.html", {"pieces": pieces, "last": last})


@require_POST
def take_out(request: HttpRequest, piece_id: int) -> HttpResponse:
    """Take a piece out of the basket for good."""
    actions.take_out(Piece.objects.one_of(request.user, piece_id))
    return redirect("basket")


def _said(request: HttpRequest, status: int, heading: str, words: str) -> HttpResponse:
    return render(request, "said.html", {"heading": heading, "words": words}, status=status)


@login_not_required
def bad_request(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """400."""
    words = _("It was too large, or not what Bias expects here. What you typed is still in the page before this one.")
    return _said(request, 400, _("That could not be accepted"), words)


@login_not_required
def not_allowed(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """403."""
    return _said(request, 403, _("Not from here"), str(exception or "") or _("This is not open to you."))


@login_not_required
def not_found(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """404."""
    return _said(
        request, 404, _("Not in your basket"), _("There is nothing at this address, or it is somebody else's.")
    )


@login_not_required
def our_fault(request: HttpRequest) -> HttpResponse:
    """500."""
    words = _("The fault is ours, not yours. What was kept is kept; go back and try once more.")
    return _said(request, 500, _("Something broke"), words)
