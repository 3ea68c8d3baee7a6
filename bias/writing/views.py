"""Bringing in written rows, and editing those of a piece."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_http_methods, require_POST

from bias.keeping.actions import Overtaken, keep_piece, revise
from bias.keeping.models import Piece
from bias.workbench import Workout, workout
from bias.writing.actions import draft_of, drop_draft, keep_draft
from bias.writing.margin import margin
from knitting.words.reader import MOST_BYTES


@require_http_methods(["GET", "POST"])
def bring_in(request: HttpRequest) -> HttpResponse:
    """Paste or drop written rows; keep them as a piece."""
    if request.method == "GET":
        draft = draft_of(request.user, None)
        return _page(request, "writing/begin.html", draft.words if draft else "", {})
    words = _typed(request)
    keep_draft(request.user, None, words)
    refusal = _refusal(words)
    if refusal:
        return _page(request, "writing/begin.html", words, {"refusal": refusal})
    piece = keep_piece(request.user, words)
    drop_draft(request.user, None)
    return redirect("piece", piece.pk)


@require_http_methods(["GET", "POST"])
def edit(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The words of a piece, with the margin beside them."""
    piece = Piece.objects.one_of(request.user, piece_id)
    current = piece.current
    if request.method == "GET":
        draft = draft_of(request.user, piece)
        words = draft.words if draft else current.words
        started = draft.started_from if draft else current.number
        drafted = bool(draft) and words != current.words
        return _page(request, "writing/edit.html", words, {"piece": piece, "started_from": started, "drafted": drafted})
    words, started = _typed(request), _number(request, "started_from")
    keep_draft(request.user, piece, words, started)
    about: dict[str, Any] = {"piece": piece, "started_from": started}
    refusal = _refusal(words)
    if refusal:
        return _page(request, "writing/edit.html", words, {**about, "refusal": refusal})
    if request.POST.get("over") == "theirs":
        drop_draft(request.user, piece)
        return redirect("edit", piece.pk)
    if request.POST.get("over") == "mine":
        started = _number(request, "seen")
    saved = revise(piece, started, words)
    if isinstance(saved, Overtaken):
        return _page(request, "writing/edit.html", words, {**about, "overtaken": saved.current})
    drop_draft(request.user, piece)
    return redirect("piece", piece.pk)


@require_POST
def check(request: HttpRequest, piece_id: int | None = None) -> HttpResponse:
    """The margin, the problems and the cloth of what is typed just now; the text is kept as a draft."""
    piece = Piece.objects.one_of(request.user, piece_id) if piece_id is not None else None
    words = _typed(request)
    keep_draft(request.user, piece, words, _number(request, "started_from"))
    return render(request, "writing/_checked.html", {**_shown(workout(words)), "swapped": True})


def _page(request: HttpRequest, template: str, words: str, about: dict[str, Any]) -> HttpResponse:
    return render(request, template, {**_shown(workout(words)), **about, "words": words})


def _shown(found: Workout) -> dict[str, Any]:
    return {"workout": found, "lines": margin(found), "problems": found.worked.problems}


def _typed(request: HttpRequest) -> str:
    """The typed text with one kind of line break, as the browser's own field holds it."""
    return (
        request.POST.get("words", "")
        .replace("\r\n", "\n")
        .replace("\r", "\n")
        .replace("\x00", "\N{REPLACEMENT CHARACTER}")
    )


def _number(request: HttpRequest, key: str) -> int:
    value = request.POST.get(key, "")
    return int(value) if value.isascii() and value.isdigit() and len(value) < 10 else 0


def _refusal(words: str) -> str:
    """Why a text is not kept as a piece; a draft of it is."""
    if not words.strip():
        return "There is nothing to keep yet: paste the rows first."
    if len(words.encode("utf-8", "replace")) > MOST_BYTES:
        return f"The text is longer than {MOST_BYTES:,} bytes. Bring it in as several pieces."
    return ""
