"""Questions by which a plan is resized: my gauge, more or fewer repeats; and the words that it was brought in with."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from django.utils.translation import gettext as _

from bias.parsing import decimal
from bias.pieces.differences import line_differences, said_difference
from bias.results import in_its_words, results_of_words
from knitting.forecast.forecast import Forecast, forecast_of
from knitting.measures import Gauge, said_number
from knitting.plan_editing.refusals import CannotEdit
from knitting.saying.pieces import said_extent
from knitting.saying.statements import said_refusal
from knitting.sizing.parameters import Parameter, following_measures
from knitting.sizing.rescaled import regauged
from knitting.statements import sentence

_MOST_STAGES_ASKED = 8


@dataclass(frozen=True, slots=True)
class GaugeOffer:
    """A plan for another gauge: what it measured and measures, and the stitches to cast on."""

    stitches: str
    rows: str
    cast_on: int
    was: str
    becomes: str


@dataclass(frozen=True, slots=True)
class RepeatsOffer:
    """Another number of times of a stage: what is pressed for it, and what it comes to."""

    press: str
    times: int
    says: str


def gauge_asked(sent: Mapping[str, str]) -> Gauge:
    """The gauge that was typed; :class:`CannotEdit` says what is wrong with it."""
    typed = [sent.get(key, "").strip() for key in ("my_stitches", "my_rows")]
    stitches, rows = (decimal(each) for each in typed)
    if not stitches or not rows:
        raise CannotEdit(
            sentence("A gauge needs two numbers, not '{one}' and '{other}'.", one=typed[0][:20], other=typed[1][:20])
        )
    gauge = Gauge(stitches, rows, "", guessed=False)
    if not gauge.believable:
        raise CannotEdit(sentence("That is not a gauge that hand knitting has: 2 to 200 stitches or rows to 10 cm."))
    return gauge


def by_gauge(sent: Mapping[str, str], forecast: Forecast) -> dict[str, Any]:
    """What the plan comes to at the gauge that was typed, if one was."""
    if not sent.get("my_stitches") and not sent.get("my_rows"):
        return {}
    try:
        gauge = gauge_asked(sent)
    except CannotEdit as why:
        return {"gauge_said": said_refusal(why)}
    plan = regauged(forecast, gauge)
    if plan is None:
        return {"gauge_said": _("No size near this one keeps the rules of its rows at that gauge.")}
    stitches, rows = said_number(gauge.stitches), said_number(gauge.rows)
    return {"gauge_offer": GaugeOffer(stitches, rows, plan.counted, _measures(forecast), _measures(forecast_of(plan)))}


def rows_as_written(forecast: Forecast) -> list[str]:
    """Rows that stay as they are written, and so hold the piece at the stitches that they are worked on."""
    return [
        _(
            "Rows {first} to {last} stay as they are written, on {stitches} stitches: what lies around them changes."
        ).format(first=stage.first_row, last=stage.first_row + len(stage.setup) - 1, stitches=stage.opening.total)
        for stage in forecast.stages
        if stage.stage.as_written
    ]


def by_repeats(knobs: Sequence[Parameter], forecast: Forecast) -> list[tuple[str, int, list[RepeatsOffer]]]:
    """Every stage that comes several times, with half and twice as many times of it."""
    found = []
    for at, stage in enumerate(forecast.stages):
        # Where the end is a number of times, the end itself is what is turned.
        turning = (each for key in (f"times{at + 1}", f"stage{at + 1}") for each in knobs if each.key == key)
        knob = next(turning, None)
        if knob is None or stage.times < 2 or knob.value != stage.times:
            continue
        offers = list(_offers(knob))
        if offers:
            found.append((stage.stage.name, stage.times, offers))
    return found[:_MOST_STAGES_ASKED]


def _offers(knob: Parameter) -> Iterator[RepeatsOffer]:
    for times in (knob.value // 2, knob.value * 2):
        plan = knob.turned(times) if times >= knob.least else None
        forecast = forecast_of(plan) if plan is not None else None
        if forecast is not None and forecast.sound and not forecast.troubles:
            yield RepeatsOffer(f"take:{knob.key}:{times}", times, _measures(forecast))


def _measures(forecast: Forecast) -> str:
    """Width and length of a plan: those that may be wished for it first."""
    width, length = following_measures(forecast.plan)[:2]
    return said_extent(width.of(forecast), length.of(forecast))


def beside_the_original(written: str, plan: str) -> dict[str, Any]:
    """The words of a plan beside those that it was brought in with; nothing where they are the same."""
    if not written:
        return {}
    found = in_its_words(written, plan)
    if found.text.strip() == written.strip():
        return {}
    before, now = results_of_words(written), found.results
    lines = written.split("\n")
    return {
        "in_its_words": found,
        "difference": line_differences(before, now) if found.own else [],
        "difference_said": said_difference(before, now),
        "outdated": [(number, lines[number - 1].strip()) for number in found.outdated],
    }
