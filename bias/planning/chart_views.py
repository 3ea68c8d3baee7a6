"""The chart of a plan as it stands, and changes made on it by hand."""

from __future__ import annotations

import secrets
from typing import Any

from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.views.decorators.http import require_POST, require_safe

from bias.pieces.downloads import svg_file
from bias.pieces.models import Piece
from bias.planning import actions
from bias.planning.actions import SketchState, sketch_state
from bias.planning.views import ELSEWHERE, number, stepped
from bias.results import COMPACT, PlanResults, results_of_plan
from knitting.files import plan_text
from knitting.plan.plan import Plan
from knitting.plan.works import WORKS
from knitting.plan_editing.chart_edits import ChosenStitch, choose, leave_out, move, put
from knitting.plan_editing.edits import CannotEdit

OFFERED = tuple((work.key, work.said) for work in WORKS.values())
"""What can be put at a stitch: key and name."""


@require_safe
def chart(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The page: the chart with what can be done at the chosen stitch."""
    piece, stands, found = _standing(request, piece_id)
    if found is None:
        return redirect("chart", piece.pk)
    about = {"piece": piece, "results": found.results, "plan_results": found, "chart_row": number(request, "row", 1)}
    about |= {
        "chart_url": reverse("plan-chart-json", args=[piece.pk]),
        "chart_svg_url": reverse("plan-chart-svg", args=[piece.pk]),
        **_panel(stands, secrets.token_hex(8)),
    }
    return render(request, "planning/chart.html", about)


@require_safe
def chart_json(request: HttpRequest, piece_id: int) -> JsonResponse:
    """The chart of the plan as it stands, for the canvas."""
    _, _, found = _standing(request, piece_id)
    if found is None:
        raise Http404("This piece has no plan.")
    return JsonResponse(found.results.chart_data, json_dumps_params=COMPACT)


@require_safe
def chart_svg(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The chart of the plan as it stands, as a drawing of its own."""
    piece, _, found = _standing(request, piece_id)
    return svg_file(piece, found.results.chart_alone() if found else "", "chart")


@require_safe
def stitch(request: HttpRequest, piece_id: int) -> HttpResponse:
    """What can be done at a stitch."""
    _, _, found = _standing(request, piece_id)
    if found is None:
        raise Http404("This piece has no plan.")
    return render(request, "planning/_stitch.html", _at_stitch(found, request))


@require_POST
def change_chart(request: HttpRequest, piece_id: int) -> HttpResponse:
    """One change at a stitch, or a step back or on. Answers with the panel; the page fetches the chart again."""
    piece, stands, found = _standing(request, piece_id)
    if found is None:
        return redirect("chart", piece.pk)
    page, said, do = request.POST.get("page_name", "")[:40], list[str](), request.POST.get("do", "")
    if number(request, "seen", -1) != stands.changes:
        said.append(ELSEWHERE)
    elif not stepped(piece, do, page, said):
        try:
            actions.change(piece, plan_text(_other(found, do, request)), page)
        except CannotEdit as why:
            said.append(str(why))
    stands = sketch_state(piece)
    after = results_of_plan(stands.plan)
    about = {"piece": piece, "notices": said, **_panel(stands, page), **_at_stitch(after, request)}
    if request.headers.get("HX-Request") != "true":
        return redirect(f"{reverse('plan-chart', args=[piece.pk])}?row={number(request, 'row', 1)}")
    answer = render(request, "planning/_by_hand.html", about)
    answer["HX-Trigger-After-Settle"] = "chart-stale"
    return answer


def _standing(request: HttpRequest, piece_id: int) -> tuple[Piece, SketchState, PlanResults | None]:
    piece = Piece.objects.one_of(request.user, piece_id)
    stands = sketch_state(piece)
    return piece, stands, results_of_plan(stands.plan) if stands.plan else None


def _panel(stands: SketchState, page: str) -> dict[str, Any]:
    return {"sketch_state": stands, "page_name": page, "works": OFFERED}


def _chosen(found: PlanResults, request: HttpRequest) -> ChosenStitch:
    row, at = number(request, "row", 1), number(request, "stitch", 0)
    return choose(found.forecast, row, at, number(request, "between", -1))


def _at_stitch(found: PlanResults, request: HttpRequest) -> dict[str, Any]:
    """The chosen stitch for the panel, or why nothing can be done there."""
    about: dict[str, Any] = {"row": number(request, "row", 0), "works": OFFERED}
    about |= {"stitch": number(request, "stitch", 0), "between": number(request, "between", -1)}
    try:
        chosen = _chosen(found, request)
    except CannotEdit as why:
        return {**about, "chosen": None, "why_not": str(why)}
    return {**about, "chosen": chosen, "stage": found.forecast.stages[chosen.stage].stage}


def _other(found: PlanResults, do: str, request: HttpRequest) -> Plan:
    """The plan after a deed on the chart: ``put``, ``out``, ``left`` or ``right``, in one row or in all like it."""
    deed, _, where = do.partition("-")
    chosen, only_here = _chosen(found, request), where == "here"
    if deed == "put":
        return put(found.forecast, chosen, request.POST.get("work", ""), only_here)
    if deed == "out":
        return leave_out(found.forecast, chosen, only_here)
    if deed in ("left", "right"):
        return move(found.forecast, chosen, 1 if deed == "left" else -1, only_here)
    raise CannotEdit("That cannot be done here.")
