"""The size of a plan: its gauge, what is wished, what it really becomes, several sizes side by side."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Any
from urllib.parse import urlencode

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_http_methods

from bias.parsing import whole_number
from bias.pieces.models import Piece
from bias.planning import actions
from bias.planning.actions import sketch_state
from bias.planning.gauge_form import GaugeForm, gauge_of_form, said_gauge
from bias.planning.size_table import size_table
from bias.results import results_of_plan
from knitting.constructions import CONSTRUCTIONS, said_over_head
from knitting.constructions.answers import answered, answers_of
from knitting.files import plan_text
from knitting.gauges import YARN_WEIGHTS
from knitting.measures import CM_PER_INCH, Gauge, said_cm, said_number
from knitting.plan.checks import FABRICS
from knitting.plan.plan import GaugeFrom, Plan
from knitting.plan_editing.fabric_use import in_other_fabrics
from knitting.sizing.parameters import FollowingMeasure, Parameter, following_measures, parameters
from knitting.sizing.repeat_fit import MOST_IN_PART, with_count
from knitting.sizing.sizes import NearestSizes, fitting_yarn, nearest_sizes, yarn_m

_KEPT_IN_ADDRESS = ("measure", "wish", "unit", "yarn", "yarn_knob", "knob", "sizes")


@dataclass(frozen=True, slots=True)
class SizeOffer:
    """A size that may be taken: the knob's value, and what it comes to as it is said."""

    value: int
    says: str
    nearest: bool


@require_http_methods(["GET", "POST"])
def size(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The size page; what is pressed changes the plan as any other change of it does."""
    piece = Piece.objects.one_of(request.user, piece_id)
    stands = sketch_state(piece)
    if not stands.plan:
        return redirect("plan", piece.pk)
    plan = results_of_plan(stands.plan).plan
    said: list[str] = []
    if request.method == "POST":
        other, said = _changed(plan, request)
        if other != plan:
            actions.change(piece, plan_text(other))
        if not said:
            kept = {key: request.POST[key] for key in _KEPT_IN_ADDRESS if request.POST.get(key)}
            return redirect(f"{request.path}?{urlencode(kept)}" if kept else request.path)
        stands = sketch_state(piece)
    about = {**_shown(request, stands.plan), "piece": piece, "sketch_state": stands, "said": said}
    return render(request, "planning/size.html", about)


def _changed(plan: Plan, request: HttpRequest) -> tuple[Plan, list[str]]:
    sent = request.POST
    do = sent.get("do", "")
    if do == "answers":
        return _answered(plan, {key.removeprefix("ask."): sent[key] for key in sent if key.startswith("ask.")})
    if do == "gauge":
        return gauge_of_form(plan, sent)
    if do == "gauge-from":
        return _gauge_from(plan, *(sent.get(key, "") for key in ("row", "from_stitches", "from_rows", "why")))
    if do == "yarn":
        metres = _positive(sent.get("yarn_m", "")) if sent.get("yarn_m", "").strip() else 0.0
        if metres is None:
            return plan, [f"The yarn wants its metres as a number above 0, not '{sent['yarn_m'][:20]}'."]
        return replace(plan, yarn_m=metres), []
    if do.startswith("forget-gauge:"):
        kept = tuple(each for each in plan.gauges if do != f"forget-gauge:{each.row}")
        return replace(plan, gauges=kept), []
    if do.startswith("fit:"):
        return _fitted(plan, do.split(":")), []
    if do.startswith("take:"):
        return _taken(plan, do.split(":")), []
    return plan, []


def _answered(plan: Plan, typed: dict[str, str]) -> tuple[Plan, list[str]]:
    answers = answers_of(plan)
    if answers is None:
        return plan, ["This plan was changed by hand since: its questions no longer decide it."]
    new = answered(answers.construction, {**dict(plan.answers), **typed})
    if new.refusals:
        return plan, [f"{refusal.message} Nothing was changed." for refusal in new.refusals]
    made = in_other_fabrics(new.plan(), plan)
    keep = replace(made, name=plan.name, gauge=plan.gauge, gauges=plan.gauges, known_from=plan.known_from)
    return replace(keep, yarns=plan.yarns or made.yarns, yarn_m=plan.yarn_m), []


def _fitted(plan: Plan, words: list[str]) -> Plan:
    """A count that makes whole repeats: ``fit:part:count``."""
    count = whole_number(words[2], MOST_IN_PART) if len(words) == 3 else None
    known = count is not None and words[1] in [part.name for part in plan.parts]
    return with_count(plan, words[1], count) if known and count is not None else plan


def _taken(plan: Plan, words: list[str]) -> Plan:
    """A size that was offered: ``take:knob:value``."""
    knob = next((knob for knob in parameters(plan) if len(words) == 3 and knob.key == words[1]), None)
    value = whole_number(words[2]) if knob is not None else None
    return plan if knob is None or value is None else knob.turned(value) or plan


def _gauge_from(plan: Plan, row: str, stitches: str, rows: str, why: str) -> tuple[Plan, list[str]]:
    """Another gauge from a row on."""
    try:
        gauge = Gauge(float(stitches.replace(",", ".")), float(rows.replace(",", ".")), "", guessed=False)
        from_row = int(row)
    except ValueError:
        return plan, ["A gauge from a row on wants three numbers: the row, the stitches and the rows to 10 cm."]
    if not gauge.believable or not 1 <= from_row <= 5_000:
        return plan, ["The gauge or the row is not one that a piece has: 2 to 200 to 10 cm, row 1 to 5,000."]
    others = [each for each in plan.gauges if each.row != from_row]
    changed = sorted([*others, GaugeFrom(from_row, gauge, " ".join(why.split())[:60])], key=lambda each: each.row)
    return replace(plan, gauges=tuple(changed)), []


# -- what is shown ------------------------------------------------------------------------------------------


def _shown(request: HttpRequest, source: str) -> dict[str, Any]:
    found = results_of_plan(source)
    plan = found.plan
    sent = request.POST if request.method == "POST" else request.GET
    answers, sticks, turning = answers_of(plan), following_measures(plan), parameters(plan)
    about: dict[str, Any] = {
        "plan_results": found,
        "forecast": found.forecast,
        "results": found.results,
        "construction": CONSTRUCTIONS.get(plan.construction),
        "asked": [(asked, answers.values[asked.key]) for asked in answers.construction.asks] if answers else [],
        "gauge_form": GaugeForm.of(plan),
        "said_gauge": said_gauge(plan),
        "weights": YARN_WEIGHTS.values(),
        "sticks": [(stick, said_cm(stick.of(found.forecast))) for stick in sticks],
        "knobs": turning,
        "yarn_needed": f"{yarn_m(found.forecast):.0f}",
        "svg": found.results.cloth_svg(),
        "sent": sent,
        "fabrics": FABRICS,
        "over_head": said_over_head(found.forecast),
        "fits": found.fits(),
        "yarn_at_hand": said_number(plan.yarn_m) if plan.yarn_m else "",
        "kept": [(key, sent[key]) for key in _KEPT_IN_ADDRESS if sent.get(key)],
    }
    about |= _wished(sent, sticks, turning) | _by_yarn(sent, turning)
    several, why = size_table(plan, turning, sent.get("knob", ""), sent.get("sizes", ""))
    return {**about, "several": several, "several_said": why}


def _wished(sent: Any, sticks: Iterable[FollowingMeasure], turning: Iterable[Parameter]) -> dict[str, Any]:
    """The sizes nearest to a wished measure."""
    wish = sent.get("wish", "")
    stick = next((each for each in sticks if each.key == sent.get("measure", "")), None)
    if not wish or stick is None:
        return {}
    inches = sent.get("unit") == "in"
    length = _positive(wish)
    if length is None:
        return {"wish_said": f"A measure wants a number above 0, not '{wish[:20]}'."}
    cm = length * CM_PER_INCH if inches else length
    knob = next(each for each in turning if each.key == stick.knob)
    found = nearest_sizes(knob, stick.of, cm)
    if found is None:
        return {"wish_said": "No size of this plan can be worked that comes near it."}
    return {"wish_knob": knob, "wish_offers": _offers(found, knob, lambda cm: _said_length(cm, inches))}


def _by_yarn(sent: Any, turning: Iterable[Parameter]) -> dict[str, Any]:
    """The largest size that a length of yarn allows."""
    yarn = sent.get("yarn", "")
    knob = next((each for each in turning if each.key == sent.get("yarn_knob", "")), None)
    if not yarn or knob is None:
        return {}
    metres = _positive(yarn)
    if metres is None:
        return {"yarn_said": f"The yarn wants its metres as a number above 0, not '{yarn[:20]}'."}
    found = fitting_yarn(knob, metres)
    if found is None or found.nearest.comes_to > metres:
        return {"yarn_said": "Even the smallest size of this plan needs more yarn."}
    return {"yarn_knob": knob, "yarn_offers": _offers(found, knob, lambda m: f"{m:.0f} m of yarn")}


def _offers(found: NearestSizes, knob: Parameter, say: Any) -> list[SizeOffer]:
    return [SizeOffer(each.value, say(each.comes_to), each is found.nearest) for each in found.offered]


def _said_length(cm: float, inches: bool) -> str:
    return f"{cm / CM_PER_INCH:.1f} in" if inches else said_cm(cm)


def _positive(text: str) -> float | None:
    try:
        value = float(text.replace(",", "."))
    except ValueError:
        return None
    return value if 0 < value < 1e6 else None
