"""The stitches of a plan: which fabric each part is in, how it joins, and its growing edges seen close up."""

from __future__ import annotations

import secrets
from dataclasses import dataclass
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST, require_safe

from bias.pieces.models import Piece
from bias.planning import actions
from bias.planning.actions import SketchState, sketch_state
from bias.planning.fabric_forms import PALETTE, drawn, part_names, with_drawn, worn_as
from bias.planning.field_choices import fabric_choices, said_fabric
from bias.planning.views import ELSEWHERE, number, plan_of_piece, stepped
from bias.results import EdgeView, PlanResults, edge_view, results_of_plan, swatch
from drawing.signs import sign_of
from knitting.fabric import Fabric, Joins, Pin, Rest, with_own
from knitting.files import plan_text
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import Plan
from knitting.plan_editing.edits import CannotEdit
from knitting.plan_editing.fabric_use import FabricUse, drawn_fabrics, fabric_of, fabric_use_of, without_fabric
from knitting.sizing.repeat_fit import MOST_IN_PART, adjustments, with_count
from knitting.stitches import STITCHES

_EDGE_ROW = 32
JOINS = ((Joins.AT_ONCE.value, "at once"), (Joins.WHOLE.value, "in whole repeats"))
JOINS_OF_LACE = ((Joins.AT_ONCE.value, "in balanced part repeats"), (Joins.WHOLE.value, "in whole repeats"))
RESTS = tuple((each.value, each.value) for each in Rest)
PINS = ((Pin.RIGHT.value, "its right end"), (Pin.CENTRE.value, "its middle"), (Pin.LEFT.value, "its left end"))


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
    piece = Piece.objects.one_of(request.user, piece_id)
    stands = sketch_state(piece)
    if not stands.plan:
        return redirect("plan", piece.pk)
    about = {"page_name": secrets.token_hex(8), **desk(request, piece, stands)}
    return render(request, "planning/stitches.html", about)


@require_POST
def change_stitches(request: HttpRequest, piece_id: int) -> HttpResponse:
    """A fabric chosen, drawn or dropped, a fit taken, or a step back: answers with the whole desk."""
    piece = Piece.objects.one_of(request.user, piece_id)
    stands = sketch_state(piece)
    if not stands.plan:
        return redirect("plan", piece.pk)
    page, said = request.POST.get("page_name", "")[:40], list[str]()
    if number(request, "seen", -1) != stands.changes:
        said.append(ELSEWHERE)
    elif not stepped(piece, request.POST.get("do", ""), page, said):
        try:
            other = _done(results_of_plan(stands.plan).forecast, request)
            actions.change(piece, plan_text(other), page)
        except CannotEdit as why:
            said.append(str(why))
    about = {"page_name": page or secrets.token_hex(8), "notices": said, "sent": request.POST if said else {}}
    about |= desk(request, piece, sketch_state(piece))
    whole = request.headers.get("HX-Request") != "true"
    return render(request, "planning/stitches.html" if whole else "planning/_stitches.html", about)


def _done(forecast: Forecast, request: HttpRequest) -> Plan:
    name, *words = request.POST.get("do", "").split(":")
    plan = forecast.plan
    if name == "wear":
        return worn_as(plan, request.POST.dict())
    if name == "draw":
        return with_drawn(plan, request.POST.dict())
    if name == "drop-fabric" and any(each.key == words[0] for each in drawn_fabrics(plan)):
        return without_fabric(plan, words[0])
    numbers = [int(word) for word in words[-2:] if word.isascii() and word.isdigit()]
    if name == "fit" and len(numbers) >= 1 and words[0] in [part.name for part in plan.parts]:
        return with_count(plan, words[0], min(numbers[-1], MOST_IN_PART))
    if name == "adjust" and len(numbers) == 2:
        found = list(adjustments(forecast))
        if numbers[0] < len(found) and numbers[1] < len(found[numbers[0]].mends):
            return found[numbers[0]].mends[numbers[1]].plan
    raise CannotEdit("That cannot be done here, or is done already.")


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
    found = drawn(request.POST.dict(), plan.in_round)
    about = {"found": found, "svg": swatch(found.fabric) if found.fabric else ""}
    return render(request, "planning/_drawn.html", about)


# -- what is shown ----------------------------------------------------------------------------------------------


def desk(request: HttpRequest, piece: Piece, stands: SketchState) -> dict[str, Any]:
    """Everything that the stitches page shows of a plan as it stands."""
    found = results_of_plan(stands.plan)
    plan = found.plan
    sent = request.POST if request.method == "POST" else request.GET
    stage = sent.get("stage", "")
    at = int(stage) if stage.isascii() and stage.isdigit() and int(stage[:4]) < len(plan.stages) else None
    return {
        "piece": piece,
        "sketch_state": stands,
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
        found.append({"key": key, "says": kind.spoken, "path": sign.path, "tone": sign.tone, "wide": kind.makes})
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
