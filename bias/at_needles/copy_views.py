"""Presses about the copies of a piece: begin one more, name it, put it away, bring it back."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.utils.translation import gettext as _
from django.views.decorators.http import require_POST

from bias.at_needles import copies
from bias.at_needles.page_context import log_context
from bias.at_needles.worked_copy import worked_copy_of
from bias.pieces.models import Piece


@require_POST
def begin(request: HttpRequest, piece_id: int) -> HttpResponse:
    """Begin one copy more, with a place of its own."""
    number = copies.begin_copy(Piece.objects.one_of(request.user, piece_id))
    if number is None:
        return _refused(
            request,
            piece_id,
            1,
            _("There are {most} copies already: no more are kept of one piece.").format(most=copies.MOST_BY_HAND),
        )
    return redirect(f"{reverse('needles', args=[piece_id])}?copy={number}")


@require_POST
def name(request: HttpRequest, piece_id: int, number: int) -> HttpResponse:
    """Call a copy by a name."""
    copies.rename_copy(Piece.objects.one_of(request.user, piece_id), number, request.POST.get("name", ""))
    return _to_log(piece_id, number)


@require_POST
def put_away(request: HttpRequest, piece_id: int, number: int) -> HttpResponse:
    """Put a copy away, or bring it back."""
    piece = Piece.objects.one_of(request.user, piece_id)
    back = request.POST.get("do") == "bring-back"
    if not copies.put_away(piece, number, not back):
        return _refused(
            request, piece_id, number, _("This is the only copy that is out: take the whole piece out instead.")
        )
    out = [each.number for each in copies.copies_of(piece) if not each.put_away]
    return _to_log(piece_id, number if back else out[0])


def _to_log(piece_id: int, number: int) -> HttpResponse:
    return redirect(f"{reverse('log', args=[piece_id])}?copy={number}")


def _refused(request: HttpRequest, piece_id: int, number: int, why: str) -> HttpResponse:
    worked_copy = worked_copy_of(request.user, piece_id, number)
    return render(request, "at_needles/log.html", {**log_context(worked_copy), "why": why}, status=422)
