"""Finding a piece, a page or a word from anywhere."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import reverse
from django.utils.translation import gettext as _
from django.views.decorators.http import require_safe

from bias.accounts.models import ways_of
from bias.home.cards import LONGEST_SEARCH, Asked
from bias.home.rooms import ROOMS
from bias.parsing import whole_number
from bias.pieces.models import Piece
from bias.results import ListedTechnique, technique_chapters, words_like
from knitting.statements import N_

_MOST = 8
HOUSE = (
    ("basket", N_("Basket")),
    ("begin", N_("Begin a piece")),
    ("bring-in", N_("Bring in written rows")),
    ("ways", N_("Your ways")),
    ("away", N_("Put away")),
)
"""The pages that speak of no piece."""


@dataclass(frozen=True, slots=True)
class FoundPage:
    """A page that was looked for, in the room of a piece or in the house."""

    title: str
    where: str
    link: str


@require_safe
def find(request: HttpRequest) -> HttpResponse:
    """What is called as was asked: pieces of the knitter, pages, and words for stitches."""
    asked = request.GET.get("for", "").strip()[:LONGEST_SEARCH]
    piece = Piece.objects.of(request.user).filter(pk=whole_number(request.GET.get("piece")) or 0).first()
    about: dict[str, Any] = {"asked": asked, "piece": piece}
    if asked:
        about["pieces"] = Asked(search=asked).pieces(request.user)[:_MOST]
        about["pages"] = _pages(asked, piece)[:_MOST]
        about["words"] = words_like(asked, _MOST)
        about["techniques"] = _procedures(asked, request.user)
    page = "home/_found.html" if request.headers.get("HX-Request") == "true" else "home/find.html"
    return render(request, page, about)


def _procedures(asked: str, knitter: Any) -> list[ListedTechnique]:
    """What is done otherwise than by one stitch: casting on, seams, going back."""
    chapters = technique_chapters(asked, ways_of(knitter).left_handed)
    return [each for _chapter, listed in chapters for each in listed if not each.is_stitch][:_MOST]


def _pages(asked: str, piece: Piece | None) -> list[FoundPage]:
    """The pages of the house, and of the piece that one is at, whose name has the words in it."""
    found = [FoundPage(_(title), "", reverse(name)) for name, title in HOUSE]
    if piece is not None:
        planned = piece.is_planned
        found += [
            FoundPage(str(page.title), f"{piece.title}, {room.title}", page.link(piece, planned))
            for room in ROOMS
            for page in room.pages_of(planned)
        ]
        found.append(FoundPage(_("Print"), piece.title, reverse("print", args=[piece.pk])))
    words = asked.casefold().split()
    return [page for page in found if all(word in f"{page.title} {page.where}".casefold() for word in words)]
