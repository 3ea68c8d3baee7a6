"""At the needles: the row in large words, what happened, and what the device needs to go on alone."""

from __future__ import annotations

from typing import Any

from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.template.loader import render_to_string
from django.urls import reverse
from django.utils import timezone
from django.utils.translation import gettext as _
from django.views.decorators.http import require_POST, require_safe

from bias.at_needles.actions import known_elsewhere, take_back, take_in
from bias.at_needles.count_check import check_counts
from bias.at_needles.device_events import ELSEWHERE, take_from_device
from bias.at_needles.find_place import find_place
from bias.at_needles.forms import event_of_form
from bias.at_needles.log_export import log_csv, log_json
from bias.at_needles.page_context import log_context, page_context
from bias.at_needles.worked_copy import WorkedCopy, worked_copy_of
from bias.parsing import whole_number
from knitting.log import (
    MOST_COPIES,
    NotAnEvent,
    TakenBack,
    event_from_json,
)
from knitting.saying.statements import said_refusal

AHEAD = 60
"""Rows that a device is given ahead."""


def copy_asked(request: HttpRequest) -> int | None:
    """Which copy of a piece is asked for, if one is."""
    asked = whole_number(request.POST.get("copy") or request.GET.get("copy"), MOST_COPIES)
    return None if asked is None else max(asked, 1)


@require_safe
def needles(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The row that comes next."""
    return render(
        request, "at_needles/needles.html", page_context(worked_copy_of(request.user, piece_id, copy_asked(request)))
    )


@require_safe
def now(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The same without the page about it: for a device whose place is another now."""
    return render(
        request, "at_needles/_now.html", page_context(worked_copy_of(request.user, piece_id, copy_asked(request)))
    )


@require_safe
def rows(request: HttpRequest, piece_id: int) -> JsonResponse:
    """The next rows as they are shown, for a device that goes on alone."""
    worked_copy = worked_copy_of(request.user, piece_id, copy_asked(request))
    every = len(worked_copy.row_view.all_rows)
    first = max(min(whole_number(request.GET.get("from")) or worked_copy.row_view.number, every + 1), 1)
    items = [_item(worked_copy, number) for number in range(first, min(first + AHEAD, every + 2))]
    return JsonResponse({"stamp": worked_copy.stamp, "rows": every, "items": items})


def _item(worked_copy: WorkedCopy, number: int) -> dict[str, Any]:
    row_view = worked_copy.row_view.after(number - 1)
    html = render_to_string(
        "at_needles/_row.html", {"piece": worked_copy.piece, "row_view": row_view, "worked_copy": worked_copy}
    )
    return {"number": number, "html": html}


@require_safe
def worked(request: HttpRequest, piece_id: int) -> JsonResponse:
    """How far the piece is, for the drawing of its cloth: rows, the shape of what is worked, a sentence."""
    row_view = worked_copy_of(request.user, piece_id).row_view
    said = _("{rows} of {all_rows} rows worked, {percent}% of the stitches.").format(
        rows=row_view.rows, all_rows=len(row_view.all_rows), percent=row_view.percent
    )
    path = row_view.results.worked_path(row_view.rows)
    return JsonResponse({"rows": row_view.rows, "path": path, "said": said if row_view.rows else ""})


@require_safe
def count(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The count check: what is counted against what should be there after the last row worked."""
    worked_copy = worked_copy_of(request.user, piece_id, copy_asked(request))
    return _asked(
        request,
        worked_copy,
        "at_needles/count.html",
        "at_needles/_counted.html",
        {"count": check_counts(worked_copy, request.GET)},
    )


@require_safe
def lost(request: HttpRequest, piece_id: int) -> HttpResponse:
    """Where am I: the rows that fit what is seen, with a press to go on from one."""
    worked_copy = worked_copy_of(request.user, piece_id, copy_asked(request))
    return _asked(
        request,
        worked_copy,
        "at_needles/lost.html",
        "at_needles/_found.html",
        {"lost": find_place(worked_copy, request.GET)},
    )


def _asked(
    request: HttpRequest, worked_copy: WorkedCopy, page: str, answer: str, found: dict[str, Any]
) -> HttpResponse:
    """The whole page of a question, or its answer alone where the page is there already."""
    template = answer if request.headers.get("HX-Request") == "true" else page
    return render(request, template, {**page_context(worked_copy), **found})


@require_safe
def log(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The log: sittings, what was noted and measured, and the places to note more."""
    worked_copy = worked_copy_of(request.user, piece_id, copy_asked(request))
    return render(request, "at_needles/log.html", log_context(worked_copy))


@require_safe
def log_file(request: HttpRequest, piece_id: int, form: str) -> HttpResponse:
    """The log for other programs, as CSV or as JSON."""
    worked_copy = worked_copy_of(request.user, piece_id, copy_asked(request))
    if form == "json":
        answer: HttpResponse = JsonResponse(
            log_json(worked_copy), json_dumps_params={"ensure_ascii": False, "indent": 1}
        )
    elif form == "csv":
        answer = HttpResponse(log_csv(worked_copy), content_type="text/csv; charset=utf-8")
    else:
        raise Http404("The log is given as CSV or JSON.")
    answer["Content-Disposition"] = f'attachment; filename="log-{worked_copy.piece.pk}.{form}"'
    return answer


@require_POST
def events(request: HttpRequest, piece_id: int) -> HttpResponse:
    """Take events in: as a device sends them, many at once, or as a form that was sent without scripts."""
    if request.content_type == "application/json":
        said, status = take_from_device(request.user, piece_id, request.body)
        return JsonResponse(said, status=status)
    worked_copy = worked_copy_of(request.user, piece_id, copy_asked(request))
    try:
        event = event_from_json(event_of_form(request.POST, worked_copy.revision.number), timezone.now())
    except NotAnEvent as why:
        refusal = _("This press could not be read. {why} Nothing was changed.").format(why=said_refusal(why))
        return HttpResponse(refusal, status=422, content_type="text/plain")
    if isinstance(event, TakenBack) and not event.takes_back:
        take_back(worked_copy.piece, event.id, event.row, copy=worked_copy.copy)
    else:
        kept = take_in(worked_copy.revision, [event], len(worked_copy.on.results.worked.rows))
        if known_elsewhere(worked_copy.piece, kept):
            return HttpResponse(_(ELSEWHERE), status=422, content_type="text/plain")
    if "HX-Request" not in request.headers:
        return redirect(f"{reverse('needles', args=[piece_id])}{worked_copy.asked}")
    return render(
        request, "at_needles/_now.html", page_context(worked_copy_of(request.user, piece_id, worked_copy.copy))
    )
