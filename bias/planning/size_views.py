"""The size of a plan: its gauge, what is wished, what it really becomes, several sizes side by side."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any
from urllib.parse import urlencode

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.utils.translation import gettext as _
from django.views.decorators.http import require_http_methods

from bias.parsing import decimal
from bias.planning.gauge_form import GaugeForm, said_gauge
from bias.planning.presses import PlanPress, answer_press
from bias.planning.size_changes import SIZE_CHANGES
from bias.planning.size_questions import beside_the_original, by_gauge, by_repeats, rows_as_written
from bias.planning.size_table import size_table
from bias.planning.views import plan_state
from bias.results import results_of_plan
from knitting.constructions import CONSTRUCTIONS, over_head
from knitting.constructions.answers import answers_of
from knitting.figures import figure
from knitting.forecast.metres import metres_of
from knitting.measures import CM_PER_INCH, said_length, said_number
from knitting.sizing.parameters import FollowingMeasure, Parameter, following_measures, parameters
from knitting.sizing.sizes import NearestSizes, fitting_yarn, nearest_sizes

_KEPT_IN_ADDRESS = ("measure", "wish", "unit", "yarn", "yarn_knob", "knob", "sizes", "my_stitches", "my_rows")


@dataclass(frozen=True, slots=True)
class SizeOffer:
    """A size that may be taken: the knob's value, and what it comes to as it is said."""

    value: int
    says: str
    nearest: bool


@require_http_methods(["GET", "POST"])
def size(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The size page; what is pressed changes the plan as any other change of it does."""
    state, notices = plan_state(request, piece_id), tuple[str, ...]()
    if not state.plan:
        return redirect("plan", piece_id)
    if request.method == "POST":
        answer = answer_press(state, PlanPress.of(request), SIZE_CHANGES, request.POST.dict())
        state, notices = answer.state, answer.notices
        if not notices:
            kept = {key: request.POST[key] for key in _KEPT_IN_ADDRESS if request.POST.get(key)}
            if request.POST.get("do") == "regauge":  # taken: asked again it would be resized once more
                kept = {key: value for key, value in kept.items() if not key.startswith("my_")}
            return redirect(f"{request.path}?{urlencode(kept)}" if kept else request.path)
    about = {**_shown(request, state.plan), "piece": state.piece, "sketch_state": state, "said": notices}
    about |= beside_the_original(state.piece.revisions.all().newest_words(), state.plan)
    return render(request, "planning/size.html", about)


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
        "gauge_form": GaugeForm.sent(request.POST.dict()) if request.POST.get("do") == "gauge" else GaugeForm.of(plan),
        "said_gauge": said_gauge(plan),
        "sticks": [(stick, said_length(stick.of(found.forecast))) for stick in sticks],
        "knobs": turning,
        "yarn_needed": f"{metres_of(found.forecast):.0f}",
        "svg": found.results.cloth_svg(),
        "sent": sent,
        "over_head": over_head(found.forecast),
        "fits": found.fits(),
        "yarn_at_hand": said_number(plan.yarn_m) if plan.yarn_m else "",
        "kept": [(key, sent[key]) for key in _KEPT_IN_ADDRESS if sent.get(key)],
    }
    about |= _wished(sent, sticks, turning) | _by_yarn(sent, turning)
    if answers is None:
        about |= {"by_proportion": True, "repeats": by_repeats(turning, found.forecast)}
        about["rows_as_written"] = rows_as_written(found.forecast)
        about |= by_gauge(sent, found.forecast)
    several, why = size_table(plan, turning, sent.get("knob", ""), sent.get("sizes", ""))
    return {**about, "several": several, "several_said": why}


def _wished(sent: Any, sticks: Iterable[FollowingMeasure], turning: Iterable[Parameter]) -> dict[str, Any]:
    """The sizes nearest to a wished measure."""
    wish = sent.get("wish", "")
    stick = next((each for each in sticks if each.key == sent.get("measure", "")), None)
    if not wish or stick is None:
        return {}
    inches = sent.get("unit") == "in"
    length = decimal(wish)
    if not length:
        return {"wish_said": _("A measure needs a number above 0, not '{wish}'.").format(wish=wish[:20])}
    cm = length * CM_PER_INCH if inches else length
    knob = next(each for each in turning if each.key == stick.knob)
    found = nearest_sizes(knob, stick.of, cm)
    if found is None:
        return {"wish_said": _("No size of this plan comes near it.")}
    return {"wish_knob": knob, "wish_offers": _offers(found, knob, lambda cm: _said_length(cm, inches))}


def _by_yarn(sent: Any, turning: Iterable[Parameter]) -> dict[str, Any]:
    """The largest size that a length of yarn allows."""
    yarn = sent.get("yarn", "")
    knob = next((each for each in turning if each.key == sent.get("yarn_knob", "")), None)
    if not yarn or knob is None:
        return {}
    metres = decimal(yarn)
    if not metres:
        return {"yarn_said": _("Give the metres of yarn as a number above 0, not '{yarn}'.").format(yarn=yarn[:20])}
    found = fitting_yarn(knob, metres)
    if found is None or found.nearest.comes_to > metres:
        return {"yarn_said": _("Even the smallest size of this plan needs more yarn.")}
    return {"yarn_knob": knob, "yarn_offers": _offers(found, knob, lambda m: _("{m:.0f} m of yarn").format(m=m))}


def _offers(found: NearestSizes, knob: Parameter, say: Any) -> list[SizeOffer]:
    return [SizeOffer(each.value, say(each.comes_to), each is found.nearest) for each in found.offered]


def _said_length(cm: float, inches: bool) -> str:
    return f"{figure(cm / CM_PER_INCH, '.1f')} in" if inches else said_length(cm)
