"""The shelf: its yarns, one of them changed, put away, in and out as a file, and what they could become."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.utils.translation import gettext as _
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from bias.parsing import given_id, whole_number
from bias.pieces.actions import keep_plan
from bias.results import begun_text, results_of_plan
from bias.yarns import actions
from bias.yarns.csv_shelf import LONGEST_FILE, as_json, rows_of_csv, shelf_csv
from bias.yarns.forms import LotForms, YarnForm
from bias.yarns.models import PieceYarn, Yarn
from knitting.constructions import CONSTRUCTIONS
from knitting.files import plan_text
from knitting.gauges import YarnGuess, guess
from knitting.measures import said_length, said_metres
from knitting.sizing.could_become import Becoming, becoming

_MOST_TOGETHER = 8
_LETTERS = "ABCDEFGH"


@require_safe
def shelf(request: HttpRequest) -> HttpResponse:
    """Every yarn with its balls, and what pieces keep of it."""
    yarns = Yarn.objects.of(request.user)
    about = {
        "yarns": [_on_shelf(yarn, _kept(request.user)) for yarn in yarns.on_shelf()],
        "away": yarns.exclude(put_away_at=None),
        "wrong": [],
    }
    return render(request, "yarns/shelf.html", about)


def _kept(owner: Any) -> dict[int, list[PieceYarn]]:
    """What pieces keep of each yarn, put-away pieces aside."""
    found: dict[int, list[PieceYarn]] = {}
    kept = PieceYarn.objects.filter(piece__owner=owner, piece__put_away_at=None, piece__finished_at=None)
    for each in kept.exclude(yarn=None).select_related("piece"):
        found.setdefault(each.yarn_id or 0, []).append(each)
    return found


def _on_shelf(yarn: Yarn, kept: dict[int, list[PieceYarn]]) -> dict[str, Any]:
    reserved = kept.get(yarn.pk, [])
    grams = sum(each.grams for each in reserved)
    return {
        "yarn": yarn,
        "reserved": reserved,
        "free_grams": max(yarn.grams - grams, 0.0),
        "short_grams": max(grams - yarn.grams, 0.0),
        "said_metres": said_metres(yarn.metres),
    }


@require_http_methods(["GET", "POST"])
def new_yarn(request: HttpRequest) -> HttpResponse:
    """A yarn that is put on the shelf."""
    return _changed(request, None)


@require_http_methods(["GET", "POST"])
def change_yarn(request: HttpRequest, yarn_id: int) -> HttpResponse:
    """A yarn of the shelf, as its label and its balls are."""
    return _changed(request, Yarn.objects.one_of(request.user, yarn_id))


def _changed(request: HttpRequest, yarn: Yarn | None) -> HttpResponse:
    sent = request.POST if request.method == "POST" else None
    form = YarnForm(sent, instance=yarn, label_suffix="")
    lots = LotForms(sent, instance=yarn or Yarn(), prefix="lot")
    if sent is not None and form.is_valid() and lots.is_valid():
        actions.keep_yarn(request.user, form, lots, given_id(sent.get("form_id")))
        return redirect("yarns")
    return render(request, "yarns/yarn.html", {"form": form, "lots": lots, "yarn": yarn})


@require_POST
def put_away(request: HttpRequest, yarn_id: int) -> HttpResponse:
    """A yarn taken off the shelf, or put back."""
    yarn = Yarn.objects.one_of(request.user, yarn_id)
    if request.POST.get("do") == "bring-back":
        actions.bring_back(yarn)
    else:
        actions.put_away(yarn)
    return redirect("yarns")


@require_safe
def shelf_file(request: HttpRequest) -> HttpResponse:
    """The shelf as CSV."""
    answer = HttpResponse(shelf_csv(Yarn.objects.of(request.user).on_shelf()), content_type="text/csv; charset=utf-8")
    answer["Content-Disposition"] = 'attachment; filename="yarns.csv"'
    return answer


@require_safe
def shelf_json(request: HttpRequest) -> JsonResponse:
    """The shelf as JSON; ``docs/yarns.schema.json`` is its schema."""
    found = {
        "format": "yarns",
        "version": 1,
        "yarns": [as_json(yarn) for yarn in Yarn.objects.of(request.user).on_shelf()],
    }
    answer = JsonResponse(found, json_dumps_params={"indent": 1, "ensure_ascii": False})
    answer["Content-Disposition"] = 'attachment; filename="yarns.json"'
    return answer


@require_POST
def bring_in(request: HttpRequest) -> HttpResponse:
    """Yarns out of a file; lines that are none are said, and the others stay what they are."""
    upload = request.FILES.get("file")
    text = request.POST.get("text", "")
    if upload is not None:
        text = upload.read(LONGEST_FILE + 1).decode("utf-8-sig", "replace")
    if len(text) > LONGEST_FILE:
        return _refused(request, [_("The file is too large: {most} letters are the most.").format(most=LONGEST_FILE)])
    rows, wrong = rows_of_csv(text)
    if rows:
        actions.keep_rows(request.user, rows)
    if wrong:
        return _refused(request, wrong, 422 if not rows else 200)
    return redirect("yarns")


def _refused(request: HttpRequest, wrong: list[str], status: int = 422) -> HttpResponse:
    yarns = Yarn.objects.of(request.user)
    about = {
        "yarns": [_on_shelf(yarn, _kept(request.user)) for yarn in yarns.on_shelf()],
        "away": yarns.exclude(put_away_at=None),
        "wrong": wrong[:20],
    }
    return render(request, "yarns/shelf.html", about, status=status)


# -- what it could become -----------------------------------------------------------------------------------


@require_safe
def could(request: HttpRequest) -> HttpResponse:
    """What some yarns could become: a card for each shape, worked out one after the other."""
    if not request.GET.getlist("yarn"):
        return _refused(request, [_("Choose a yarn first, or several that go together.")], 200)
    yarns = _chosen(request)
    about = {"yarns": yarns, "shapes": list(CONSTRUCTIONS.values()), "asked": request.GET.urlencode()}
    about["said_metres"] = said_metres(sum(yarn.metres for yarn in yarns))
    return render(request, "yarns/could.html", about)


@require_safe
def could_card(request: HttpRequest, key: str) -> HttpResponse:
    """One shape in the largest size that the yarns allow."""
    yarns = _chosen(request)
    found = _becoming(key, yarns)
    about: dict[str, Any] = {"key": key, "chosen": yarns, "found": found}
    about["construction"] = CONSTRUCTIONS[key]
    if found is not None:
        about |= {
            "silhouette": results_of_plan(plan_text(found.forecast.plan)).results.silhouette_svg(),
            "measures": [(measure.words, said_length(cm)) for measure, cm in found.measures],
            "metres": said_metres(found.metres),
            "left": _balls_left(yarns, found.metres),
        }
    return render(request, "yarns/_could_card.html", about)


@require_POST
def begin_from(request: HttpRequest, key: str) -> HttpResponse:
    """A new piece of a shape in that size, with the yarns kept for it."""
    yarns = _chosen(request)
    found = _becoming(key, yarns)
    if found is None:
        raise Http404("That yarn does not suffice for it.")
    named = dict(zip(_LETTERS, yarns, strict=False))
    plan = replace(found.forecast.plan, yarns=tuple((letter, _said_label(yarn)) for letter, yarn in named.items()))
    if any(stripe.colour not in named for stripe in plan.stripes):
        plan = replace(plan, stripes=())
    piece = keep_plan(request.user, begun_text(plan), form_id=given_id(request.POST.get("form_id")))
    if not piece.yarns.exists():
        for letter, yarn in named.items():
            actions.keep_whole(piece, yarn, letter)
    return redirect("plan", piece.pk)


def _said_label(yarn: Yarn) -> str:
    """A yarn as a header names it."""
    return f"{yarn.name}, {yarn.ball_grams:g} g, {yarn.ball_metres:g} m"


def _chosen(request: HttpRequest) -> list[Yarn]:
    given = request.POST if request.method == "POST" else request.GET
    ids = [number for text in given.getlist("yarn")[:_MOST_TOGETHER] if (number := whole_number(text)) is not None]
    found = list(Yarn.objects.of(request.user).filter(pk__in=ids))
    if not found:
        raise Http404("No yarn was chosen.")
    return found


def _becoming(key: str, yarns: list[Yarn]) -> Becoming | None:
    if key not in CONSTRUCTIONS:
        raise Http404("There is no such shape.")
    weight = yarns[0].weight
    source = YarnGuess(weight, fabric="garter") if weight is not None else None
    gauge = guess(source).gauge if source is not None else None
    return becoming(CONSTRUCTIONS[key], sum(yarn.metres for yarn in yarns), gauge, source)


def _balls_left(yarns: list[Yarn], metres: float) -> int:
    """Whole balls that are over, of the yarn of which there is most."""
    most = max(yarns, key=lambda yarn: yarn.metres)
    return int((sum(yarn.metres for yarn in yarns) - metres) / most.ball_metres)
