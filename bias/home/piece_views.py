"""What can be done with a whole piece from each of its pages: another name, a copy, putting it away."""

from __future__ import annotations

from typing import Any

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.utils.translation import gettext as _
from django.views.decorators.http import require_POST

from bias.parsing import given_id, own_address
from bias.pieces import actions
from bias.pieces.models import Piece
from bias.planning import actions as planning
from bias.results import NotRead
from bias.writing import actions as writing
from knitting.saying.statements import said_refusal


@require_POST
def rename(request: HttpRequest, piece_id: int) -> HttpResponse:
    """Call a piece by another name, and go back to where one was."""
    piece = Piece.objects.one_of(request.user, piece_id)
    name = request.POST.get("name", "")
    try:
        with transaction.atomic():
            before = piece.current.number
            revision = actions.rename(piece, name)
            if revision.number != before:
                planning.rename(piece, piece.title, before, revision)
                writing.rename(piece, piece.title, before, revision.number)
    except NotRead as refused:
        about: dict[str, Any] = {"piece": piece, "name": name, "why": said_refusal(refused)}
        return render(request, "home/rename.html", {**about, "back": _back(request, piece)}, status=422)
    return redirect(_back(request, piece))


@require_POST
def copy(request: HttpRequest, piece_id: int) -> HttpResponse:
    """Begin a piece again, with changes: its copy opens where it is planned or written."""
    piece = Piece.objects.one_of(request.user, piece_id)
    form_id = given_id(request.POST.get("form_id"))
    twin = actions.copy_of(piece, _("{title}, again").format(title=piece.title), form_id)
    return redirect("plan" if twin.is_planned else "edit", twin.pk)


@require_POST
def put_away(request: HttpRequest, piece_id: int) -> HttpResponse:
    """Put a piece away; the basket says so, with the way back."""
    piece = Piece.objects.one_of(request.user, piece_id)
    actions.put_away(piece)
    return redirect(f"{reverse('basket')}?away={piece.pk}")


@require_POST
def bring_back(request: HttpRequest, piece_id: int) -> HttpResponse:
    """Put a piece back into the basket."""
    piece = Piece.objects.one_of(request.user, piece_id)
    actions.bring_back(piece)
    return redirect("piece", piece.pk)


@require_POST
def finish(request: HttpRequest, piece_id: int) -> HttpResponse:
    """Call a piece finished, or take it up again, and go back to where one was."""
    piece = Piece.objects.one_of(request.user, piece_id)
    if request.POST.get("again"):
        actions.take_up(piece)
    else:
        actions.finish(piece)
    return redirect(_back(request, piece))


@require_POST
def chapter(request: HttpRequest, piece_id: int) -> HttpResponse:
    """Put a piece into a chapter of the basket, and go back to where one was."""
    piece = Piece.objects.one_of(request.user, piece_id)
    actions.put_into_chapter(piece, request.POST.get("chapter", ""))
    return redirect(_back(request, piece))


def _back(request: HttpRequest, piece: Piece) -> str:
    """The page that the press came from, if it is one of ours."""
    return own_address(request.POST.get("back", ""), reverse("piece", args=[piece.pk]))
