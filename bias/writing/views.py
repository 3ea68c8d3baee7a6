"""Bringing in written rows, and editing those of a piece."""

from __future__ import annotations

import secrets
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.template.loader import render_to_string
from django.utils.safestring import SafeString
from django.utils.translation import gettext as _
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from bias.parsing import given_id, whole_number
from bias.pieces.actions import RevisionConflict, keep_piece, revise
from bias.pieces.models import Piece
from bias.results import Results, dialects, mended_words, recent, remembered, results_of_words
from bias.writing.actions import DraftConflict, Editor, draft_of, drop_draft, keep_draft, text_of
from bias.writing.files import MOST_IN_FILE, NotOpened, NotRead, text_of_file
from bias.writing.line_html import lines_html
from bias.writing.margin import MarginLine, changed_lines, margin
from bias.writing.summary import summary
from knitting.dialects.tokens import MOST_BYTES, MOST_LINES
from knitting.saying.statements import said, said_refusal
from knitting.statements import N_, sentence

_LONGEST_NAME = 40
_TYPED_ALREADY = N_("Words that you typed are not saved yet: keep them or give them up before a mend is tried.")


@require_http_methods(["GET", "POST"])
def bring_in(request: HttpRequest) -> HttpResponse:
    """Paste or drop written rows; keep them as a piece."""
    if request.method == "GET":
        draft = draft_of(request.user, None)
        return _page(request, "writing/begin.html", draft.words if draft else "", {"draft": draft})
    words = _typed(request)
    kept = keep_draft(request.user, None, words, 0, _editor(request))
    if isinstance(kept, DraftConflict):
        return _page(request, "writing/begin.html", words, {"elsewhere": kept.other})
    refusal = _refusal(words)
    if refusal:
        return _page(request, "writing/begin.html", words, {"refusal": refusal, "draft": kept})
    piece = keep_piece(request.user, words, given_id(request.POST.get("form_id")))
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
        about: dict[str, Any] = {"piece": piece, "started_from": started, "drafted": drafted, "draft": draft}
        return _page(request, "writing/edit.html", words, about)
    words, started = _typed(request), _number(request, "started_from")
    about = {"piece": piece, "started_from": started}
    kept = keep_draft(request.user, piece, words, started, _editor(request))
    if isinstance(kept, DraftConflict):
        return _page(request, "writing/edit.html", words, {**about, "elsewhere": kept.other})
    about["draft"] = kept
    refusal = _refusal(words)
    if refusal:
        return _page(request, "writing/edit.html", words, {**about, "refusal": refusal})
    if request.POST.get("over") == "theirs":
        drop_draft(request.user, piece)
        return redirect("edit", piece.pk)
    if request.POST.get("over") == "mine":
        started = _number(request, "seen")
    saved = revise(piece, started, words)
    if isinstance(saved, RevisionConflict):
        return _page(request, "writing/edit.html", words, {**about, "overtaken": saved.current})
    drop_draft(request.user, piece)
    return redirect("piece", piece.pk)


@require_POST
def mended(request: HttpRequest, piece_id: int) -> HttpResponse:
    """A mend of how the cloth lies, pressed on the page of the piece: the words with it as a draft, not saved."""
    piece = Piece.objects.one_of(request.user, piece_id)
    current, draft = piece.current, draft_of(request.user, piece)
    if draft is not None and draft.words != current.words:
        about = {"piece": piece, "started_from": draft.started_from, "drafted": True, "refusal": _(_TYPED_ALREADY)}
        return _page(request, "writing/edit.html", draft.words, about)
    words = mended_words(current.words, _number(request, "finding"), _number(request, "mend"))
    if words is not None:
        keep_draft(request.user, piece, words, current.number)
    return redirect("edit", piece.pk)


@require_POST
def check(request: HttpRequest, piece_id: int | None = None) -> HttpResponse:
    """The margin, the problems and the cloth of what is typed just now; the text is kept as a draft.

    ``seen`` names the text whose margin the page has: then only the lines that changed are sent.
    """
    piece = Piece.objects.one_of(request.user, piece_id) if piece_id is not None else None
    words = _typed(request)
    kept = keep_draft(request.user, piece, words, _number(request, "started_from"), _editor(request))
    conflict = kept.other if isinstance(kept, DraftConflict) else None
    found, seen = results_of_words(words), recent(request.POST.get("seen", ""))
    changed = changed_lines(seen, found) if seen is not None else None
    about = {**_shown(found, changed), **_under(found, _number(request, "line"), _number(request, "time"))}
    beside = _beside(found.text)
    about["beside"] = "" if seen is not None and _beside(seen.text) == beside else beside
    about |= {"draft": None if conflict else kept, "elsewhere": conflict}
    return render(request, "writing/_checked.html", {**about, "all_lines": changed is None})


@require_safe
def under(request: HttpRequest, piece_id: int | None = None) -> HttpResponse:
    """The needle of the row in which the caret stands."""
    piece = Piece.objects.one_of(request.user, piece_id) if piece_id is not None else None
    found = results_of_words(text_of(request.user, piece))
    return render(request, "writing/_under.html", _under(found, _number(request, "line"), _number(request, "time")))


@require_POST
def from_file(request: HttpRequest) -> HttpResponse:
    """A file as written rows: text, a page, a document, a PDF, a piece as JSON."""
    sent = request.FILES.get("file")
    try:
        if sent is None or sent.size is None or sent.size > MOST_IN_FILE:
            raise NotOpened(sentence("The file is larger than {most:,} bytes.", most=MOST_IN_FILE))
        words = text_of_file(sent.name or "", sent.read())
    except (NotOpened, NotRead) as refused:
        return HttpResponse(said_refusal(refused), content_type="text/plain; charset=utf-8", headers={"X-Refused": "1"})
    return HttpResponse(words, content_type="text/plain; charset=utf-8")


def _under(found: Results, line: int, time: int) -> dict[str, Any]:
    """One row of a written line with its strip: the ``time`` asked for, or the first."""
    rows = found.rows_of_line(line)
    about: dict[str, Any] = {"line": line, "times": len(rows), "results": found}
    if not rows:
        return {**about, "count": next((count for count in found.worked.lines if count.line == line), None)}
    time = min(max(time, 1), len(rows))
    row = found.worked.rows[rows[time - 1]]
    return {
        **about,
        "time": time,
        "row": row,
        "strip": found.strip(row),
        "yarn": found.yarn(row.colour),
        "misreading": found.misreadings_by_line.get(row.span.line, ""),
    }


@remembered()
def _beside(text: str) -> SafeString:
    """What stands beside the text: the verdict, the problems, the cloth so far."""
    found = results_of_words(text)
    about = {"results": found, "problems": found.problems, "questions": found.questions, "sum": summary(found)}
    return render_to_string("writing/_beside.html", about)


def _page(request: HttpRequest, template: str, words: str, about: dict[str, Any]) -> HttpResponse:
    shown = {
        **_shown(results_of_words(words), None),
        "dialects": dialects(),
        "page_name": secrets.token_hex(8),
        "most_lines": MOST_LINES,
    }
    return render(request, template, {**shown, **about, "words": words})


def _shown(found: Results, changed: list[MarginLine] | None) -> dict[str, Any]:
    lines = lines_html(margin(found)) if changed is None else lines_html(changed, swapped=True)
    about = {"results": found, "lines": lines, "problems": found.problems}
    return {**about, "questions": found.questions, "sum": summary(found)}


def _typed(request: HttpRequest) -> str:
    """The typed text with one kind of line break, as the browser's own field holds it."""
    return (
        request.POST.get("words", "")
        .replace("\r\n", "\n")
        .replace("\r", "\n")
        .replace("\x00", "\N{REPLACEMENT CHARACTER}")
    )


def _editor(request: HttpRequest) -> Editor:
    """The page that sends a text; one that was made to keep its own has seen everything."""
    page = request.POST.get("page_name", "")[:_LONGEST_NAME]
    if request.POST.get("draft") == "mine":
        return Editor(page)
    return Editor(page, request.POST.get("draft_seen", "") if page else None)


def _number(request: HttpRequest, key: str) -> int:
    value = (request.POST if request.method == "POST" else request.GET).get(key, "")
    return whole_number(value) or 0


def _refusal(words: str) -> str:
    """Why a text is not kept as a piece; a draft of it is."""
    if not words.strip():
        return _("There is nothing to keep yet: paste the rows first.")
    if len(words.encode("utf-8", "replace")) > MOST_BYTES:
        return said(sentence("The text is longer than {most:,} bytes. Bring it in as several pieces.", most=MOST_BYTES))
    return ""
