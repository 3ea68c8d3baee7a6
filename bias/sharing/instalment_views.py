"""The instalments of a piece, and what waits to be taken over from the writer of a taken one."""

from __future__ import annotations

from typing import Any

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.utils import timezone
from django.utils.dateparse import parse_datetime
from django.utils.translation import gettext as _
from django.views.decorators.http import require_http_methods

from bias.at_needles.actions import progress_of
from bias.parsing import whole_number
from bias.pieces.differences import line_differences, said_difference
from bias.pieces.models import Piece
from bias.results import parting_places, results_of_words
from bias.results.on_needles import first_difference
from bias.sharing import actions
from bias.sharing.models import TakenPiece

_FIRST_YEAR, _LAST_YEAR = 2000, 2200
"""Years in which an instalment may open: those far off are a slip, and some have no moment in other zones of time."""


@require_http_methods(["GET", "HEAD", "POST"])
def instalments(request: HttpRequest, piece_id: int) -> HttpResponse:
    """Where each instalment ends, and which are open: marked, opened at a press or at a time, closed again."""
    piece = Piece.objects.one_of(request.user, piece_id)
    why = ""
    if request.method == "POST":
        why = _changed(piece, request)
        if not why:
            return redirect("instalments", piece_id)
    places = {place.row: place for place in parting_places(piece.results)}
    marked = {each.until_row: each for each in piece.instalments.all()}
    about = {
        "piece": piece,
        "rows": [{"instalment": each, "place": places.get(row)} for row, each in marked.items()],
        "places": [place for row, place in places.items() if row not in marked],
        "why": why,
    }
    return render(request, "sharing/instalments.html", about, status=422 if why else 200)


def _changed(piece: Piece, request: HttpRequest) -> str:
    """Do what was pressed; why it could not be done, or nothing."""
    row = whole_number(request.POST.get("row")) or 0
    match request.POST.get("do"):
        case "part":
            return "" if actions.part_at(piece, row) else _("No line of the pattern ends with that row.")
        case "open":
            actions.open_at(piece, row, timezone.now())
        case "close":
            actions.open_at(piece, row, None)
        case "unpart":
            actions.unpart(piece, row)
        case "time":
            return _opened_later(piece, row, request.POST.get("at", ""))
    return ""


def _opened_later(piece: Piece, row: int, typed: str) -> str:
    try:
        moment = parse_datetime(typed)
    except ValueError:
        moment = None
    if moment is None or not _FIRST_YEAR <= moment.year <= _LAST_YEAR:
        return _("Choose a day and a time, not '{typed}'.").format(typed=typed[:30])
    actions.open_at(piece, row, timezone.make_aware(moment) if timezone.is_naive(moment) else moment)
    return ""


@require_http_methods(["GET", "HEAD", "POST"])
def changes(request: HttpRequest, piece_id: int) -> HttpResponse:
    """What the writer of a taken piece changed since: what it alters, what is in doubt; taken over or left."""
    piece = Piece.objects.one_of(request.user, piece_id)
    taken = TakenPiece.objects.filter(piece=piece).select_related("link__piece").first()
    if taken is None:
        raise Http404("It was not taken from a shared piece.")
    change = actions.waiting_change(taken)
    why = ""
    if request.method == "POST" and change is not None:
        why = _decided(request, taken, change)
        if not why:
            return redirect("piece", piece_id)
    about: dict[str, Any] = {"piece": piece, "taken": taken, "change": change, "why": why, "seen": piece.current.number}
    if change is not None:
        about |= _compared(piece, change)
    return render(request, "sharing/changes.html", about, status=409 if why else 200)


def _decided(request: HttpRequest, taken: TakenPiece, change: actions.WaitingChange) -> str:
    """Take a change over or leave it; why it was not, or nothing."""
    if request.POST.get("theirs") != str(change.revision) or request.POST.get("until") != str(change.until_row):
        return _("Its writer has changed it once more. This is how it stands now.")
    if request.POST.get("do") == "leave":
        actions.leave(taken, change)
        return ""
    chosen = [request.POST.get(f"conflict-{at}") == "theirs" for at in range(len(change.merged.conflicts))]
    if actions.take_over(taken, change, whole_number(request.POST.get("seen")) or 0, chosen):
        return ""
    return _("You have changed your piece in another tab since. This is how both stand now.")


def _compared(piece: Piece, change: actions.WaitingChange) -> dict[str, Any]:
    """What the change does to the piece and to the rows that are worked of it."""
    before, after = results_of_words(piece.words), results_of_words(change.merged.text())
    first, worked = first_difference(before, after), progress_of(piece).rows
    return {
        "difference": line_differences(before, after),
        "said": said_difference(before, after),
        "worked": worked,
        "altered_from": first if first is not None and first <= worked else 0,
        "end": after.worked.rows[-1].end if after.worked.rows else 0,
        "wrong": len(after.worked.problems),
    }
