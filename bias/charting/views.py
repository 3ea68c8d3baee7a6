"""The page of a piece: cloth, needle, strip, ledger and words that speak of the same row."""

from __future__ import annotations

from typing import Any

from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.views.decorators.http import require_safe

from bias.keeping.models import Piece
from bias.workbench import Workout, workout
from drawing.cloth import needle_path
from knitting.ledger import as_json
from knitting.words.tokens import lines_of

_MOST_PLACES = 20_000
"""Places of needle lines that a page carries; of very long pieces every so manyth row's line is sent."""


@require_safe
def piece(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The whole page, at the row asked for or at the first."""
    owned = Piece.objects.one_of(request.user, piece_id)
    found = workout(owned.words)
    asked = request.GET.get("row", "1")
    row = int(asked) if asked.isascii() and asked.isdigit() and len(asked) < 7 else 1
    row = min(max(row, 1), max(len(found.worked.rows), 1))
    about = {"piece": owned, "workout": found, "lines": _lines(found), **_row(found, row), **_cloth(found, row)}
    return render(request, "charting/piece.html", about)


@require_safe
def row(request: HttpRequest, piece_id: int, row: int) -> HttpResponse:
    """One row: the strip, and what stands about it."""
    owned = Piece.objects.one_of(request.user, piece_id)
    found = workout(owned.words)
    if not 1 <= row <= len(found.worked.rows):
        raise Http404("There is no such row.")
    return render(request, "charting/_row.html", {"piece": owned, "workout": found, **_row(found, row)})


@require_safe
def fold(request: HttpRequest, piece_id: int, fold: int) -> HttpResponse:
    """The rows of one fold of the ledger."""
    owned = Piece.objects.one_of(request.user, piece_id)
    folds = workout(owned.words).folds
    if fold >= len(folds):
        raise Http404("There is no such stretch of rows.")
    return render(request, "charting/_fold.html", {"fold": folds[fold]})


@require_safe
def rows_json(request: HttpRequest, piece_id: int) -> JsonResponse:
    """The counts of every row in the published form, for download."""
    owned = Piece.objects.one_of(request.user, piece_id)
    answer = JsonResponse(as_json(workout(owned.words).worked), json_dumps_params={"ensure_ascii": False})
    answer["Content-Disposition"] = f'attachment; filename="piece-{owned.pk}.json"'
    return answer


@require_safe
def words_txt(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The written rows as a text file."""
    owned = Piece.objects.one_of(request.user, piece_id)
    answer = HttpResponse(owned.words, content_type="text/plain; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="piece-{owned.pk}.txt"'
    return answer


def _lines(found: Workout) -> list[tuple[str, int]]:
    """The written lines, each with the first row that it called for (0 where there is none)."""
    first: dict[int, int] = {}
    for number, worked in enumerate(found.worked.rows, start=1):
        first.setdefault(worked.order_line, number)
    return [(text, first.get(line, 0)) for line, text in enumerate(lines_of(found.text), start=1)]


def _row(found: Workout, number: int) -> dict[str, Any]:
    """What is shown of row ``number``, counted from 1; nothing where the piece has none."""
    if not found.worked.rows:
        return {"number": 0, "row": None}
    worked = found.worked.rows[number - 1]
    return {
        "number": number,
        "row": worked,
        "said": lines_of(found.text)[worked.span.line - 1],
        "strip": found.strip(worked),
        "yarn": found.yarn(worked.colour),
        "fold_at": next(at for at, each in enumerate(found.folds) if each.last >= number - 1),
    }


def _cloth(found: Workout, number: int) -> dict[str, Any]:
    """The drawing with the needle on a row, and the needle's line for every other."""
    page = found.page
    if page is None:
        return {}
    step = len(page.needles) * len(page.needles[0]) // _MOST_PLACES + 1
    return {
        "svg": found.cloth_svg(number),
        "needles": [needle_path(line) for line in page.needles[::step]],
        "needle_step": step,
        "first_row": page.first_row,
    }
