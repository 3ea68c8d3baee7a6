"""The stitches of a plan: which fabric each part is in, how it joins, and its growing edges seen close up."""

from __future__ import annotations

import secrets
from dataclasses import dataclass
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST, require_safe

from bias.planning.actions import SketchState
from bias.planning.fabric_changes import FABRIC_CHANGES, PALETTE, drawn, part_names, stage_of
from bias.planning.field_choices import fabric_choices
from bias.planning.presses import PlanPress, answer_press
from bias.planning.views import number, plan_of_piece, plan_state
from bias.results import EdgeView, PlanResults, edge_view, results_of_plan, swatch
from drawing.signs import sign_of
from knitting.fabric import Fabric, Joins, Pin, Rest, with_own
from knitting.plan.plan import Plan
from knitting.plan_editing.fabric_use import FabricUse, drawn_fabrics, fabric_of, fabric_use_of
from knitting.saying.pieces import said_fabric
from knitting.saying.statements import said_words
from knitting.sizing.repeat_fit import adjustments
from knitting.statements import N_
from knitting.stitches import STITCHES

_EDGE_ROW = 32
JOINS = ((Joins.AT_ONCE.value, N_("at once")), (Joins.WHOLE.value, N_("in whole repeats")))
JOINS_OF_LACE = ((Joins.AT_ONCE.value, N_("in balanced part repeats")), (Joins.WHOLE.value, N_("in whole repeats")))
RESTS = tuple((each.value, each.value) for each in Rest)
PINS = (
    (Pin.RIGHT.value, N_("its right end")),
    (Pin.CENTRE.value, N_("its middle")),
    (Pin.LEFT.value, N_("its left end")),
)


@dataclass(frozen=True, slots=True)
class PartView:
    """A part with what it wears, for its form."""

    name: str
    count: int | None
    fabric: Fabric
    said: str
    worn: FabricUse
    joins: tuple[tuple[str, str], ...]
    svg: str
    waits: bool


@require_safe
def stitches(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The stitches page of a plan; written rows are shown the way to one."""
    state = plan_state(request, piece_id)
    if not state.plan:
        return redirect("plan", piece_id)
    about = {"page_name": secrets.token_hex(8), **desk(request, state)}
    return render(request, "planning/stitches.html", about)


@require_POST
def change_stitches(request: HttpRequest, piece_id: int) -> HttpResponse:
    """A fabric chosen, drawn or dropped, a fit taken, or a step back: answers with the whole desk."""
    state = plan_state(request, piece_id)
    if not state.plan:
        return redirect("plan", piece_id)
    press = PlanPress.of(request)
    answer = answer_press(state, press, FABRIC_CHANGES, request.POST.dict())
    sent = request.POST if answer.notices else {}
    about: dict[str, Any] = {"page_name": press.page or secrets.token_hex(8), "notices": answer.notices, "sent": sent}
    about |= {"saved_elsewhere": answer.saved_elsewhere, **desk(request, answer.state)}
    whole = request.headers.get("HX-Request") != "true"
    return render(request, "planning/stitches.html" if whole else "planning/_stitches.html", about)


@require_safe
def edge(request: HttpRequest, piece_id: int) -> HttpResponse:
    """One growing edge close up."""
    piece, found = plan_of_piece(request, piece_id)
    about = {"piece": piece, **_edge(request, found)}
    return render(request, "planning/_edge.html", about)


@require_safe
def fits(request: HttpRequest, piece_id: int) -> HttpResponse:
    """How whole repeats fit the counts of the plan, with what would make them."""
    found = plan_of_piece(request, piece_id)[1]
    about = {"fits": found.fits(), "adjusts": list(adjustments(found.forecast)), "form": "where-we-are"}
    return render(request, "planning/_fits.html", about)


@require_POST
def check_fabric(request: HttpRequest, piece_id: int) -> HttpResponse:
    """What a fabric that is being drawn looks like, or why it cannot be worked."""
    plan = plan_of_piece(request, piece_id)[1].plan
    found = drawn(request.POST.dict(), plan)
    about = {"found": found, "svg": swatch(found.fabric) if found.fabric else ""}
    return render(request, "planning/_drawn.html", about)


# -- what is shown ----------------------------------------------------------------------------------------------


def desk(request: HttpRequest, state: SketchState) -> dict[str, Any]:
    """Everything that the stitches page shows of a plan as it stands."""
    found = results_of_plan(state.plan)
    plan = found.plan
    sent = request.POST if request.method == "POST" else request.GET
    at = stage_of(plan, sent)
    return {
        "piece": state.piece,
        "sketch_state": state,
        "plan_results": found,
        "stage": at,
        "stages": [(number_, each.name) for number_, each in enumerate(plan.stages)],
        "parts": [_part(plan, name, at) for name in part_names(plan)],
        "choices": fabric_choices(drawn_fabrics(plan)),
        "pins": PINS,
        "rests": RESTS,
        "fabrics": [(said_fabric(key), swatch(each)) for key, each in with_own(()).items()],
        "own": [(each, swatch(each)) for each in drawn_fabrics(plan)],
        "palette": _palette(),
        **_edge(request, found),
    }


def _part(plan: Plan, name: str, stage: int | None) -> PartView:
    key = fabric_of(plan, name, stage) or "garter"
    fabric, worn = with_own(plan.fabrics)[key], fabric_use_of(plan, key)
    count = next((part.count for part in plan.parts if part.name == name), None)
    waits = fabric.width > 1 and (fabric.joins is Joins.WHOLE or not fabric.plain)
    joins = JOINS if fabric.plain else JOINS_OF_LACE
    return PartView(name, count, fabric, said_fabric(worn.fabric), worn, joins, swatch(fabric, 12, 8), waits)


def _palette() -> list[dict[str, Any]]:
    found = []
    for key in PALETTE:
        kind = STITCHES[key]
        sign = sign_of(kind, kind.face_on_rs)
        drawn = {"path": sign.path, "tone": sign.tone, "wide": kind.makes}
        found.append({"key": key, "says": said_words(kind.spoken), "typed": kind.on_grid, **drawn})
    return found


def _edge(request: HttpRequest, found: PlanResults) -> dict[str, Any]:
    """The close-up of one end of a part: the one asked for, or the first that grows."""
    row = number(request, "row", _EDGE_ROW)
    sent = request.POST if request.method == "POST" else request.GET
    right = {"right": True, "left": False}.get(sent.get("end", ""))
    part = number(request, "edge_part", -1)
    dressed = sent.get("part", "") if sent.get("do") == "wear" else ""
    if dressed:
        part, right = found.segment_of(dressed, row), None
    view: EdgeView | None = edge_view(found, row, part if part >= 0 else None, right)
    return {"edge": view}
