"""Stripes of a piece from what yarn there is: planned for the rows ahead, seen on the cloth, written in at a press."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from django.http import HttpRequest, HttpResponse, QueryDict
from django.shortcuts import redirect, render
from django.utils.translation import gettext as _
from django.utils.translation import gettext_lazy
from django.views.decorators.http import require_http_methods

from bias.at_needles.worked_copy import WorkedCopy, worked_copy_of
from bias.parsing import decimal, whole_number
from bias.pieces.actions import RevisionConflict, revise, revise_plan
from bias.results import results_of_plan, results_of_words
from bias.results.yarn import striped_source, stripes_of
from bias.yarn_room.views import found_yarn
from bias.yarns.actions import keep_grams
from bias.yarns.models import Yarn, inks_of
from knitting.measures import said_metres
from knitting.saying.statements import said_refusal
from knitting.saying.yarn import said_grams
from knitting.statements import Refused
from knitting.yarn.stripes import Bands, StripePlan
from knitting.yarn.weighing import Yarn as YarnInHand

MOST_YARNS = 12
_LETTERS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ"
WAYS = (
    ("order", gettext_lazy("each to its end, in this order")),
    ("free", gettext_lazy("each to its end, in the order that leaves least")),
    ("yarn", gettext_lazy("as much yarn of each")),
    ("height", gettext_lazy("as many rows of each")),
    ("rhythm", gettext_lazy("a few rows of each in turn")),
    ("fade", gettext_lazy("each to its end, mixed where they meet")),
)


@require_http_methods(["GET", "POST"])
def plan_stripes(request: HttpRequest, piece_id: int) -> HttpResponse:
    """What the stripes come to; pressing writes them into the words or the plan as a new revision."""
    copy = worked_copy_of(request.user, piece_id)
    given = request.POST if request.method == "POST" else request.GET
    shelf = list(Yarn.objects.of(request.user).on_shelf())
    chosen = _chosen(given, shelf)
    about: dict[str, Any] = {
        "piece": copy.piece,
        "shelf": shelf,
        "chosen": [yarn.pk for yarn, _grams in chosen],
        "lines": [
            {
                "yarn": yarn,
                "grams": given.get(f"grams-{yarn.pk}", "")[:10],
                "place": given.get(f"place-{yarn.pk}", "")[:3],
            }
            for yarn in shelf
        ],
        "ways": WAYS,
        "way": given.get("bands", "order"),
        "rows_each": given.get("rows", "2"),
        "done": copy.progress.rows,
        "sent": given,
        "current": copy.revision.number,
    }
    if chosen:
        try:
            about |= _planned(copy, chosen, given)
        except Refused as why:
            about["why"] = said_refusal(why)
    if request.method == "POST" and "planned" in about:
        return _written(request, copy, about)
    return render(request, "yarn_room/stripes.html", about)


def _chosen(given: QueryDict, shelf: list[Yarn]) -> list[tuple[Yarn, float]]:
    """The yarns of the shelf that have grams typed, in the order of the shelf or in the one that is typed."""
    found = []
    for yarn in shelf:
        grams = decimal(given.get(f"grams-{yarn.pk}"), 100_000)
        if grams:
            place = whole_number(given.get(f"place-{yarn.pk}")) or len(shelf) + 1
            found.append((place, yarn, grams))
    found.sort(key=lambda each: each[0])
    return [(yarn, grams) for _place, yarn, grams in found[:MOST_YARNS]]


def _planned(copy: WorkedCopy, chosen: list[tuple[Yarn, float]], given: QueryDict) -> dict[str, Any]:
    letters = _free_letters(copy, len(chosen))
    yarns = [
        YarnInHand(letter, grams, grams * yarn.ball_metres / yarn.ball_grams, ball_grams=yarn.ball_grams)
        for letter, (yarn, grams) in zip(letters, chosen, strict=True)
    ]
    way = given.get("bands", "order")
    bands = Bands(way) if way in {each.value for each in Bands} else None
    done = min(copy.progress.rows, len(copy.on.results.worked.rows))
    rows_each = min(max(whole_number(given.get("rows")) or 2, 1), 200)
    hand = found_yarn(copy).report.hand.factor
    plan = stripes_of(copy.on.results, yarns, bands, done, rows_each, hand)
    names = [
        (letter, f"{yarn.name}, {yarn.ball_grams:g} g, {yarn.ball_metres:g} m")
        for letter, (yarn, _grams) in zip(letters, chosen, strict=True)
    ]
    inks = {letter: yarn.colour for letter, (yarn, _grams) in zip(letters, chosen, strict=True)}
    revision = copy.revision
    words, source = striped_source(revision.written, revision.plan, done, plan, names)
    striped = (results_of_plan(source).results if source else results_of_words(words)) if plan.rows else None
    return {
        "planned": plan,
        "bars": _bars(plan, yarns, dict(zip(letters, chosen, strict=True))),
        "short_rows": len(copy.on.results.worked.rows) - done - plan.rows,
        "svg": striped.cloth_svg(inks=inks_of(copy.piece) | inks) if striped is not None else "",
        "words": words,
        "source": source,
        "keeps": list(zip(letters, chosen, strict=True)),
    }


def _free_letters(copy: WorkedCopy, many: int) -> list[str]:
    """Names for the yarns: letters that rows already knitted do not have."""
    used = {row.colour for row in copy.on.results.worked.rows[: copy.progress.rows]}
    return [letter for letter in _LETTERS if letter not in used][:many]


def _bars(plan: StripePlan, yarns: list[YarnInHand], chosen: Mapping[str, tuple[Yarn, float]]) -> list[dict[str, Any]]:
    """One bar a yarn: what there is of it as the frame, what is used as the filling."""
    most = max(yarn.metres for yarn in yarns)
    bars = []
    for at, yarn in enumerate(yarns):
        rows = sum(band.last - band.first + 1 for band in plan.bands if band.colour == yarn.colour)
        over = plan.unused_m.get(yarn.colour, 0.0)
        short = plan.short.get(yarn.colour, 0.0)
        bars.append(
            {
                "yarn": chosen[yarn.colour][0],
                "letter": yarn.colour,
                "frame": round(100 * yarn.metres / most, 1),
                "fill": round(100 * (yarn.metres - over) / most, 1),
                "rows": rows,
                "over": said_grams(over * yarn.grams_a_metre),
                "short": said_metres(short) if short else "",
                "at": at,
            }
        )
    return bars


def _written(request: HttpRequest, copy: WorkedCopy, about: dict[str, Any]) -> HttpResponse:
    seen = whole_number(request.POST.get("seen")) or 0
    if about["source"]:
        kept = revise_plan(copy.piece, seen, about["source"])
    else:
        kept = revise(copy.piece, seen, about["words"])
    if isinstance(kept, RevisionConflict):
        about["why"] = _("The piece was saved elsewhere meanwhile: look at the stripes once more, and write them then.")
        about["current"] = kept.current.number
        return render(request, "yarn_room/stripes.html", about, status=409)
    for letter, (yarn, grams) in about["keeps"]:
        keep_grams(copy.piece, yarn, grams, letter)
    return redirect("piece", copy.piece.pk)
