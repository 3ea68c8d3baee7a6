"""The page of a piece: cloth, needle, strip, ledger and words that speak of the same row."""

from __future__ import annotations

from django.conf import settings
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.urls import reverse
from django.views.decorators.http import require_safe

from bias.parsing import whole_number
from bias.pieces.downloads import svg_file
from bias.pieces.models import Piece
from bias.results import COMPACT, Results, cloth_context, row_context
from bias.yarns.models import inks_of
from knitting.dialects.tokens import lines_of
from knitting.files.ledger import as_json


@require_safe
def piece(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The whole page, at the row asked for or at the first."""
    owned = Piece.objects.one_of(request.user, piece_id)
    found = owned.results
    row = min(max(_row_asked(request), 1), max(len(found.worked.rows), 1))
    about = {"piece": owned, "results": found, "row_group_view": "row-group", "lines": _lines(found)}
    shown = {**row_context(found, row), **cloth_context(found, row, inks_of(owned))}
    return render(request, "charting/piece.html", {**about, **shown})


@require_safe
def row(request: HttpRequest, piece_id: int, row: int) -> HttpResponse:
    """One row: the strip, and what stands about it."""
    owned = Piece.objects.one_of(request.user, piece_id)
    found = owned.results
    if not 1 <= row <= len(found.worked.rows):
        raise Http404("There is no such row.")
    return render(request, "row_card.html", {"piece": owned, "results": found, **row_context(found, row)})


@require_safe
def row_group(request: HttpRequest, piece_id: int, row_group: int) -> HttpResponse:
    """The rows of one fold of the ledger."""
    owned = Piece.objects.one_of(request.user, piece_id)
    row_groups = owned.results.row_groups
    if row_group >= len(row_groups):
        raise Http404("There is no such stretch of rows.")
    return render(request, "ledger/_rows.html", {"row_group": row_groups[row_group]})


@require_safe
def lies(request: HttpRequest, piece_id: int) -> HttpResponse:
    """How the cloth lies, with what would mend it."""
    owned = Piece.objects.one_of(request.user, piece_id)
    advice = owned.advice_within(settings.BIAS_TRY_SECONDS)
    if advice is None:
        return render(request, "still_trying.html", {"again": reverse("lies", args=[piece_id])})
    return render(request, "charting/_lies.html", {"piece": owned, "advice_given": advice})


@require_safe
def chart(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The chart of a piece, stitch by stitch."""
    owned = Piece.objects.one_of(request.user, piece_id)
    about = {"piece": owned, "results": owned.results, "chart_row": _row_asked(request)}
    about |= {
        "chart_url": reverse("chart-json", args=[owned.pk]),
        "chart_svg_url": reverse("chart-svg", args=[owned.pk]),
    }
    return render(request, "charting/chart.html", about)


@require_safe
def chart_json(request: HttpRequest, piece_id: int) -> JsonResponse:
    """The chart for the canvas."""
    found = Piece.objects.one_of(request.user, piece_id).results
    return JsonResponse(found.chart_data_around(request.GET.get("around", "")), json_dumps_params=COMPACT)


@require_safe
def chart_svg(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The chart as a drawing of its own."""
    owned = Piece.objects.one_of(request.user, piece_id)
    return svg_file(owned, owned.results.chart_alone(request.GET.get("around", "")), "chart")


@require_safe
def cloth_svg(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The cloth as a drawing of its own."""
    owned = Piece.objects.one_of(request.user, piece_id)
    return svg_file(owned, owned.results.cloth_alone(), "cloth")


@require_safe
def rows_json(request: HttpRequest, piece_id: int) -> JsonResponse:
    """The counts of every row in the published form, for download."""
    owned = Piece.objects.one_of(request.user, piece_id)
    answer = JsonResponse(
        as_json(owned.results.worked, words=owned.results.reading.dialect), json_dumps_params={"ensure_ascii": False}
    )
    answer["Content-Disposition"] = f'attachment; filename="piece-{owned.pk}.json"'
    return answer


@require_safe
def words_txt(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The written rows as a text file."""
    owned = Piece.objects.one_of(request.user, piece_id)
    answer = HttpResponse(owned.words, content_type="text/plain; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="piece-{owned.pk}.txt"'
    return answer


def _row_asked(request: HttpRequest) -> int:
    return whole_number(request.GET.get("row")) or 1


def _lines(found: Results) -> list[tuple[str, int]]:
    """The written lines, each with the first row that it called for (0 where there is none)."""
    first: dict[int, int] = {}
    for number, worked in enumerate(found.worked.rows, start=1):
        first.setdefault(worked.order_line, number)
    return [(text, first.get(line, 0)) for line, text in enumerate(lines_of(found.text), start=1)]
