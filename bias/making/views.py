"""At the needles: the row in large words, done and back."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django import forms
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST, require_safe

from bias.keeping.models import Piece
from bias.making.actions import row_done, standing, take_back
from bias.making.counting import counting
from bias.making.models import Event
from bias.making.sitting import Sitting


class EventForm(forms.Form):
    """An event as a page sends it."""

    id = forms.UUIDField()
    kind = forms.ChoiceField(choices=Event.Kind.choices)
    row = forms.IntegerField(min_value=1, max_value=1_000_000)


@require_safe
def needles(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The row that comes next."""
    piece = Piece.objects.one_of(request.user, piece_id)
    return render(request, "making/needles.html", _about(piece, Sitting(piece.workout, standing(piece))))


@require_safe
def worked(request: HttpRequest, piece_id: int) -> JsonResponse:
    """How far the piece is, for the drawing of its cloth: rows, the shape of what is worked, a sentence."""
    piece = Piece.objects.one_of(request.user, piece_id)
    now = Sitting(piece.workout, standing(piece))
    said = f"{now.rows} of {len(now.all_rows)} rows worked, {now.percent}% of the stitches." if now.rows else ""
    return JsonResponse({"rows": now.rows, "path": piece.workout.worked_path(now.rows), "said": said})


@require_safe
def count(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The count check: what is counted against what should be there after the last row worked."""
    piece = Piece.objects.one_of(request.user, piece_id)
    about = {"piece": piece, "count": counting(Sitting(piece.workout, standing(piece)), request.GET)}
    whole = request.headers.get("HX-Request") != "true"
    return render(request, "making/count.html" if whole else "making/_counted.html", about)


@require_POST
def event(request: HttpRequest, piece_id: int) -> HttpResponse:
    """Take an event in; the answer shows where the piece stands now."""
    piece = Piece.objects.one_of(request.user, piece_id)
    found = piece.workout
    form = EventForm(request.POST)
    if not form.is_valid():
        return HttpResponse("This press could not be read. Nothing was changed.", status=422, content_type="text/plain")
    event_id: UUID = form.cleaned_data["id"]
    row: int = form.cleaned_data["row"]
    if form.cleaned_data["kind"] == Event.Kind.ROW:
        now = row_done(piece, event_id, row, len(found.worked.rows))
    else:
        now = take_back(piece, event_id, row)
    if "HX-Request" not in request.headers:
        return redirect("needles", piece.pk)
    return render(request, "making/_row.html", _about(piece, Sitting(found, now)))


def _about(piece: Piece, now: Sitting) -> dict[str, Any]:
    return {"piece": piece, "now": now}
