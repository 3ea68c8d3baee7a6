"""Learning: ten questions about a piece of one's own, one at a time; what one knows, for oneself alone."""

from __future__ import annotations

from random import randrange
from typing import Any

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.utils.functional import Promise
from django.utils.translation import gettext_lazy as _
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from bias.learning import actions
from bias.parsing import LARGEST, given_id, whole_number
from bias.pieces.models import Piece
from bias.results.drills import cloth_of_drill, drills_of_piece

_DUE = "drills-due"
_MOST_PIECES = 12
_MOST_DUE = 10
KINDS: dict[str, Promise] = {
    "count-after": _("the count after a row"),
    "to-next-mark": _("stitches to the next mark"),
    "becomes": _("what a new stitch becomes"),
    "which-row": _("which row it is"),
    "which-side": _("which side faces"),
    "which-stitch": _("which stitch it is"),
    "which-lean": _("which way it leans"),
    "does-it-matter": _("whether a mistake matters"),
    "in-plain-words": _("reading a row"),
    "as-written": _("writing a row"),
}


@require_http_methods(["GET", "HEAD", "POST"])
def learn(request: HttpRequest) -> HttpResponse:
    """What can be asked of her pieces, what is due, and how she answered; forgotten at a press."""
    if request.method == "POST":
        actions.forget(request.user)
        return redirect("learn")
    known = [(KINDS[kind], right, many) for kind, right, many in actions.scores(request.user) if kind in KINDS]
    pieces = Piece.objects.of(request.user).in_basket()[:_MOST_PIECES]
    about = {"pieces": pieces, "due": len(actions.due_topics(request.user)), "known": known}
    return render(request, "learning/learn.html", about)


@require_POST
def first_piece(request: HttpRequest, first: str) -> HttpResponse:
    """A small piece to learn by, at its first row."""
    if first not in actions.FIRST_PIECES:
        raise Http404("There is no such first piece.")
    piece = actions.begin_first_piece(request.user, first, given_id(request.POST.get("form_id")))
    return redirect("needles", piece.pk)


@require_safe
def begin(request: HttpRequest, piece_id: int) -> HttpResponse:
    """Ten new questions about a piece: those that are due first."""
    Piece.objects.one_of(request.user, piece_id)
    seed = randrange(1, LARGEST)
    request.session[_DUE] = {str(seed): actions.due_topics(request.user)[:_MOST_DUE]}
    return redirect("drill", piece_id, seed, 1)


@require_http_methods(["GET", "HEAD", "POST"])
def drill(request: HttpRequest, piece_id: int, seed: int, number: int) -> HttpResponse:
    """One of ten: asked, and once it is answered, explained."""
    piece = Piece.objects.one_of(request.user, piece_id)
    due = tuple(request.session.get(_DUE, {}).get(str(seed), ()))
    every = drills_of_piece(piece.words, seed, due)
    if not 1 <= number <= len(every):
        raise Http404("There is no such question.")
    asked = every[number - 1]
    about: dict[str, Any] = {"piece": piece, "seed": seed, "number": number, "many": len(every), "asked": asked}
    if request.method == "POST" or asked.is_of_cloth:
        about["cloth"] = cloth_of_drill(piece.words, asked.drill.row)
    about["following"] = number + 1 if number < len(every) else 0
    if request.method == "POST":
        chosen = whole_number(request.POST.get("answer"), LARGEST)
        if chosen is None or chosen >= len(asked.answers):
            return render(request, "learning/drill.html", about, status=422)
        right = chosen == asked.drill.right
        actions.answer(request.user, f"{piece.uid}/{seed}/{number}", asked.drill.topic, right)
        about |= {"answered": True, "right": right, "chosen": chosen}
    return render(request, "learning/drill.html", about)
