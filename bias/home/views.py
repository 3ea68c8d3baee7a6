"""Home."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_safe

from bias.home.cards import LONGEST_SEARCH, ORDERS, Asked, Card, card, card_page
from bias.parsing import whole_number
from bias.pieces.actions import LONGEST_CHAPTER
from bias.pieces.models import Piece
from bias.sharing.actions import with_changes


@require_safe
def basket(request: HttpRequest) -> HttpResponse:
    """Pieces as their own shapes, twenty at a time; the last worked one can be gone on with at once."""
    asked = _asked(request)
    shown = card_page(request.user, asked)
    about: dict[str, Any] = {"shown": shown, "asked": asked}
    if request.headers.get("HX-Request") == "true":
        return render(request, "home/_cards.html", about)
    own = Piece.objects.of(request.user)
    put_away = own.put_away()
    about["away"] = put_away.count()
    about["just_away"] = put_away.filter(pk=whole_number(request.GET.get("away")) or 0).first()
    about["finished"] = own.in_basket().finished().count()
    about["changed"] = with_changes(request.user) if asked.everything else []
    about["chapters"] = own.in_basket().chapters()
    if asked.everything:
        going = [
            (each.worked_at, each)
            for each in shown.cards
            if isinstance(each, Card) and each.begun and not each.done and each.worked_at is not None
        ]
        about["last"] = max(going, key=lambda timed: timed[0])[1] if going else None
    return render(request, "home/basket.html", about)


def _asked(request: HttpRequest) -> Asked:
    """Which pieces an address asks for; what is no order is the first one."""
    order = request.GET.get("sort", "")
    return Asked(
        search=request.GET.get("q", "").strip()[:LONGEST_SEARCH],
        order=order if order in ORDERS else "",
        chapter=request.GET.get("chapter", "")[:LONGEST_CHAPTER],
        finished=request.GET.get("shelf") == "finished",
        page=max(whole_number(request.GET.get("page")) or 1, 1),
    )


@require_safe
def one_card(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The card of one piece, for a page that waits for it."""
    piece = Piece.objects.one_of(request.user, piece_id)
    return render(request, "home/_card.html", {"each": card(request.user, piece)})


@require_safe
def chapters(request: HttpRequest) -> HttpResponse:
    """The chapters of the basket, to choose from where one is typed."""
    return render(request, "home/_chapters.html", {"chapters": Piece.objects.of(request.user).chapters()})


@require_safe
def away(request: HttpRequest) -> HttpResponse:
    """The pieces that are put away: each can be brought back."""
    return render(request, "home/away.html", {"pieces": Piece.objects.of(request.user).put_away()})
