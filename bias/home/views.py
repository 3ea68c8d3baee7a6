"""Home."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST, require_safe

from bias.home.cards import Card, cards
from bias.pieces import actions
from bias.pieces.models import Piece


@require_safe
def basket(request: HttpRequest) -> HttpResponse:
    """Every piece as its own shape; the last worked one can be gone on with at once."""
    pieces = cards(request.user)
    going = [
        (worked_at, each)
        for each in pieces
        if isinstance(each, Card) and each.begun and not each.done and (worked_at := each.row_view.progress.worked_at)
    ]
    last = max(going, key=lambda timed: timed[0])[1] if going else None
    return render(request, "home/basket.html", {"pieces": pieces, "last": last})


@require_POST
def take_out(request: HttpRequest, piece_id: int) -> HttpResponse:
    """Take a piece out of the basket for good."""
    actions.take_out(Piece.objects.one_of(request.user, piece_id))
    return redirect("basket")
