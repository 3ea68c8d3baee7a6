"""The chart of a plan as it stands, and changes made on it by hand."""

from __future__ import annotations

import secrets
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, ClassVar

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.views.decorators.http import require_POST, require_safe

from bias.parsing import whole_number
from bias.pieces.downloads import svg_file
from bias.planning.actions import SketchState
from bias.planning.plan_changes import NOT_HERE, PlanChange, by_key
from bias.planning.presses import PlanPress, answer_press
from bias.planning.views import number, plan_of_piece, plan_state
from bias.results import COMPACT, PlanResults, results_of_plan
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import Plan
from knitting.plan.works import WORKS
from knitting.plan_editing.chart_edits import leave_out, move, put
from knitting.plan_editing.chosen_stitch import ChosenStitch, choose
from knitting.plan_editing.refusals import CannotEdit
from knitting.saying.statements import said_refusal

OFFERED = tuple((work.key, work.said) for work in WORKS.values())
"""What can be put at a stitch: key and name."""


@require_safe
def chart(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The page: the chart with what can be done at the chosen stitch."""
    state = plan_state(request, piece_id)
    if not state.plan:
        return redirect("chart", piece_id)
    piece, found = state.piece, results_of_plan(state.plan)
    about = {"piece": piece, "results": found.results, "plan_results": found, "chart_row": number(request, "row", 1)}
    about |= {
        "chart_url": reverse("plan-chart-json", args=[piece.pk]),
        "chart_svg_url": reverse("plan-chart-svg", args=[piece.pk]),
        **_panel(state, secrets.token_hex(8)),
    }
    return render(request, "planning/chart.html", about)


@require_safe
def chart_json(request: HttpRequest, piece_id: int) -> JsonResponse:
    """The chart of the plan as it stands, for the canvas."""
    _, found = plan_of_piece(request, piece_id)
    return JsonResponse(found.results.chart_data_around(request.GET.get("around", "")), json_dumps_params=COMPACT)


@require_safe
def chart_svg(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The chart of the plan as it stands, as a drawing of its own."""
    piece, found = plan_of_piece(request, piece_id)
    return svg_file(piece, found.results.chart_alone(request.GET.get("around", "")), "chart")


@require_safe
def stitch(request: HttpRequest, piece_id: int) -> HttpResponse:
    """What can be done at a stitch."""
    _, found = plan_of_piece(request, piece_id)
    return render(request, "planning/_stitch.html", _at_stitch(found, request))


@require_POST
def change_chart(request: HttpRequest, piece_id: int) -> HttpResponse:
    """One change at a stitch, or a step back or on. Answers with the panel; the page fetches the chart again."""
    state = plan_state(request, piece_id)
    if not state.plan:
        return redirect("chart", piece_id)
    press = PlanPress.of(request)
    answer = answer_press(state, press, CHART_CHANGES, request.POST.dict())
    if request.headers.get("HX-Request") != "true":
        return redirect(f"{reverse('plan-chart', args=[piece_id])}?row={number(request, 'row', 1)}")
    about = {"piece": state.piece, "notices": answer.notices, **_panel(answer.state, press.page)}
    about |= _at_stitch(results_of_plan(answer.state.plan), request)
    panel = render(request, "planning/_by_hand.html", about)
    panel["HX-Trigger-After-Settle"] = "chart-stale"
    return panel


def _panel(state: SketchState, page: str) -> dict[str, Any]:
    return {"sketch_state": state, "page_name": page, "works": OFFERED}


def _at_stitch(found: PlanResults, request: HttpRequest) -> dict[str, Any]:
    """The chosen stitch for the panel, or why nothing can be done there."""
    about: dict[str, Any] = {"row": number(request, "row", 0), "works": OFFERED}
    about |= {"stitch": number(request, "stitch", 0), "between": number(request, "between", -1)}
    try:
        chosen = _chosen(found.forecast, request.POST if request.method == "POST" else request.GET)
    except CannotEdit as why:
        return {**about, "chosen": None, "why_not": said_refusal(why)}
    return {**about, "chosen": chosen, "stage": found.forecast.stages[chosen.stage].stage}


def _chosen(forecast: Forecast, sent: Mapping[str, str]) -> ChosenStitch:
    """The stitch that a page speaks of, by its row, its place before it, and its place among new ones there."""
    row, stitch = whole_number(sent.get("row")), whole_number(sent.get("stitch"))
    between = whole_number(sent.get("between"))
    return choose(forecast, 1 if row is None else row, stitch or 0, -1 if between is None else between)


@dataclass(frozen=True, slots=True)
class StitchChange(PlanChange):
    """A change at the chosen stitch: ``here`` in its row alone, by ``rule`` in every such row."""

    where: str

    @property
    def only_here(self) -> bool:
        """Whether it comes once; :class:`CannotEdit` where neither is said."""
        if self.where not in ("here", "rule"):
            raise CannotEdit(NOT_HERE)
        return self.where == "here"


@dataclass(frozen=True, slots=True)
class PutIn(StitchChange):
    """An increase or decrease put in."""

    key: ClassVar[str] = "put"

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        return put(forecast, _chosen(forecast, sent), sent.get("work", ""), self.only_here)


@dataclass(frozen=True, slots=True)
class LeaveOut(StitchChange):
    """What is worked there left out."""

    key: ClassVar[str] = "out"

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        return leave_out(forecast, _chosen(forecast, sent), self.only_here)


@dataclass(frozen=True, slots=True)
class MoveLeft(StitchChange):
    """What is worked there moved a stitch to the left."""

    key: ClassVar[str] = "left"
    by: ClassVar[int] = 1

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        return move(forecast, _chosen(forecast, sent), self.by, self.only_here)


@dataclass(frozen=True, slots=True)
class MoveRight(MoveLeft):
    """What is worked there moved a stitch to the right."""

    key: ClassVar[str] = "right"
    by: ClassVar[int] = -1


CHART_CHANGES = by_key(PutIn, LeaveOut, MoveLeft, MoveRight)
"""What the chart offers at a stitch."""
