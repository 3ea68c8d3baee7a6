"""Beginning a thing: a ready-made one from a few answers, or one's own from pieces of the basket."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.utils.translation import gettext as _

from bias.parsing import given_id, whole_number
from bias.pieces.models import Piece
from bias.results.things import thing_offered
from bias.things import actions
from bias.things.answers import gauge_answered
from bias.things.models import LONGEST_TITLE
from knitting.assembly.ready_made import READY_MADE, ReadyMade
from knitting.assembly.thing import MOST_PIECES
from knitting.constructions import CONSTRUCTIONS, AnswerKind
from knitting.saying.statements import said_refusal, said_words
from knitting.statements import Refused

_MOST_OFFERED = 200


@dataclass(frozen=True, slots=True)
class Asked:
    """A question of the form: what it is called, its words, what was answered, what may be chosen."""

    key: str
    words: str
    value: str
    choices: tuple[tuple[str, str], ...] = ()


def begin_ready_made(request: HttpRequest, key: str) -> HttpResponse:
    """A ready-made thing: what it comes to with the answers given, and beginning it."""
    if key not in READY_MADE:
        raise Http404("There is no such thing.")
    ready = READY_MADE[key]
    given = request.POST if request.method == "POST" else request.GET
    title = " ".join(given.get("title", "").split())[:LONGEST_TITLE] or said_words(ready.title)
    about: dict[str, Any] = {"ready": ready, "asks": _asks(ready, given), "title": title, "sent": given}
    try:
        offer = thing_offered(ready, _answers(ready, given), gauge_answered(given))
    except Refused as refused:
        about["why"] = said_refusal(refused)
        return render(request, _page(request), about, status=422 if request.method == "POST" else 200)
    if request.method == "POST":
        form_id = given_id(given.get("form_id"))
        thing = actions.begin_ready_made(request.user, title, offer.thing, offer.plans, offer.kinds, form_id)
        return redirect("thing", thing.pk)
    found = offer.results
    about |= {"offer": offer, "found": found, "necks": offer.neck_answers, "drawing": found.svg(title, pressed=False)}
    about["folded"] = found.folded_svg(title)
    return render(request, _page(request), about)


def begin_own(request: HttpRequest) -> HttpResponse:
    """A thing of pieces that are in the basket."""
    own = Piece.objects.of(request.user).in_basket()
    if request.method == "POST":
        wanted = [number for each in request.POST.getlist("piece") if (number := whole_number(each))]
        chosen = list(own.filter(pk__in=wanted)[:MOST_PIECES])
        if chosen:
            title = " ".join(request.POST.get("title", "").split())[:LONGEST_TITLE] or _("A thing of my own")
            form_id = given_id(request.POST.get("form_id"))
            return redirect("thing-joins", actions.begin_own(request.user, title, chosen, form_id).pk)
    about = {"pieces": own[:_MOST_OFFERED], "why": _("Choose one piece or more.") if request.method == "POST" else ""}
    return render(request, "things/own.html", about, status=422 if request.method == "POST" else 200)


def _page(request: HttpRequest) -> str:
    return "things/_sums.html" if request.headers.get("HX-Request") == "true" else "things/begin.html"


def _asks(ready: ReadyMade, given: Mapping[str, str]) -> list[Asked]:
    construction = CONSTRUCTIONS[ready.construction]
    found = [
        Asked(each.key, said_words(each.words), given.get(each.key, str(each.default)), _said(each.choices))
        for each in construction.asks
        if each.sort is not AnswerKind.PARTS
    ]
    if ready.option is not None:
        usual = ready.option.keys[0]
        option = ready.option
        found.insert(
            0, Asked(option.key, said_words(option.words), given.get(option.key, usual), _said(option.choices))
        )
    return found


def _said(choices: tuple[tuple[str, str], ...]) -> tuple[tuple[str, str], ...]:
    return tuple((key, said_words(words)) for key, words in choices)


def _answers(ready: ReadyMade, given: Mapping[str, str]) -> dict[str, str]:
    known = {each.key for each in CONSTRUCTIONS[ready.construction].asks}
    known |= {ready.option.key} if ready.option is not None else set()
    return {key: given[key] for key in known if key in given}
