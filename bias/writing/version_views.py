"""The words of a piece in other ways: in the knitter's own hand, written out in a dialect, as they were."""

from __future__ import annotations

from typing import Any

from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_http_methods, require_safe

from bias.pieces.differences import line_differences, said_difference
from bias.pieces.models import Piece
from bias.results import dialects, language_of_dialect, results_of_words
from bias.writing.actions import keep_draft, text_of
from bias.writing.forms import OwnHandForm


@require_http_methods(["GET", "POST"])
def hand(request: HttpRequest, piece_id: int) -> HttpResponse:
    """Exchange increases, decreases, marks, edges and the bind-off; see what becomes of the words; take them."""
    piece = Piece.objects.one_of(request.user, piece_id)
    sent = request.POST if request.method == "POST" else request.GET
    now = results_of_words(text_of(request.user, piece))
    form = OwnHandForm(sent)
    words, found = now.in_hand(form.own_hand)
    if request.method == "POST":
        return _taken(request, piece, words)
    picked = form.chosen
    about: dict[str, Any] = {"piece": piece, "form": form, "picked": picked, "found": found, "now": now}
    if picked and found.changed:
        new = results_of_words(words)
        about |= {"difference": line_differences(now, new), "said": said_difference(now, new)}
    return render(request, "writing/hand.html", about)


@require_http_methods(["GET", "POST"])
def written(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The rows as a good editor would print them, in a dialect, with the abbreviations that they use."""
    piece = Piece.objects.one_of(request.user, piece_id)
    now = results_of_words(text_of(request.user, piece))
    code = (request.POST if request.method == "POST" else request.GET).get("dialect", now.reading.dialect.code)
    if code not in dict(dialects()):
        raise Http404("There is no such dialect.")
    words = now.written(code)
    if request.method == "POST":
        return _taken(request, piece, words)
    about = {"piece": piece, "words": words, "code": code, "dialects": dialects(), "glossary": now.glossary(code)}
    about |= {"words_language": language_of_dialect(code)}
    return render(request, "writing/written.html", {**about, "now": now})


@require_http_methods(["GET", "POST"])
def revisions(request: HttpRequest, piece_id: int) -> HttpResponse:
    """What was saved when, and what each saving changed; an earlier one can be taken up again."""
    piece = Piece.objects.one_of(request.user, piece_id)
    kept = list(piece.revisions.order_by("-number"))
    sent = request.POST if request.method == "POST" else request.GET
    asked = sent.get("number", "")
    shown = next((revision for revision in kept if str(revision.number) == asked), kept[0])
    if request.method == "POST":
        return _taken(request, piece, shown.words)
    before = next((revision for revision in kept if revision.number == shown.number - 1), None)
    about: dict[str, Any] = {"piece": piece, "revisions": kept, "shown": shown, "before": before}
    if before is not None:
        old, new = results_of_words(before.words), results_of_words(shown.words)
        about |= {"difference": line_differences(old, new), "said": said_difference(old, new)}
    return render(request, "writing/revisions.html", about)


@require_safe
def download(request: HttpRequest, piece_id: int, form: str) -> HttpResponse:
    """The saved piece as a file: its words in a dialect, JSON, or the table of its rows."""
    piece = Piece.objects.one_of(request.user, piece_id)
    found = results_of_words(piece.words)
    if form == "json":
        answer: HttpResponse = JsonResponse(found.json, json_dumps_params={"ensure_ascii": False, "indent": 1})
    elif form == "csv":
        answer = HttpResponse(found.csv, content_type="text/csv; charset=utf-8; header=present")
    else:
        code = request.GET.get("dialect", "")
        words = found.written(code) if code in dict(dialects()) else piece.words
        answer = HttpResponse(words, content_type="text/plain; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="piece-{piece.pk}.{form}"'
    return answer


def _taken(request: HttpRequest, piece: Piece, words: str) -> HttpResponse:
    """Other words put in the editor, where they are looked at and saved; undo brings the old ones back."""
    keep_draft(request.user, piece, words, piece.current.number)
    return redirect("edit", piece.pk)
