"""How a piece grows: the page that plays it, and its data."""

from __future__ import annotations

from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.utils.formats import date_format
from django.utils.timezone import localtime
from django.views.decorators.http import require_safe

from bias.at_needles.worked_copy import WorkedCopy, worked_copy_of
from bias.pieces.models import Piece
from bias.results import COMPACT
from bias.yarns.models import inks_of


@require_safe
def film(request: HttpRequest, piece_id: int) -> HttpResponse:
    """A piece that grows under the hand: laid out or bunched, whole or as far as it is knitted."""
    piece = Piece.objects.one_of(request.user, piece_id)
    worked_copy = worked_copy_of(request.user, piece_id)
    about = {"piece": piece, "results": piece.results, "knitted": _knitted(worked_copy)}
    return render(request, "learning/film.html", about)


@require_safe
def film_json(request: HttpRequest, piece_id: int) -> JsonResponse:
    """What the page plays."""
    piece = Piece.objects.one_of(request.user, piece_id)
    if piece.results.film is None:
        raise Http404("Its cloth cannot be laid.")
    return JsonResponse(piece.results.film.as_json(inks_of(piece)), json_dumps_params=COMPACT)


def _knitted(worked_copy: WorkedCopy) -> list[tuple[int, str]]:
    """The last row that was noted on each day, in their order."""
    days: dict[str, int] = {}
    for event in sorted(worked_copy.live, key=lambda each: each.happened_at):
        day = date_format(localtime(event.happened_at), "DATE_FORMAT")
        days[day] = max(days.get(day, 0), event.row)
    highest, found = 0, []
    for day, row in days.items():
        highest = max(highest, row)
        found.append((highest, day))
    return found
