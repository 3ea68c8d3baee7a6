"""What the page of the size sends: answers, a gauge, the yarn at hand, a size that was offered."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import ClassVar

from bias.parsing import decimal, whole_number
from bias.planning.fabric_changes import FitRepeats
from bias.planning.gauge_form import GaugeForm
from bias.planning.plan_changes import PlanChange, by_key
from bias.planning.size_questions import gauge_asked
from knitting.coding.lines import as_line
from knitting.constructions.answers import answered, answers_of
from knitting.forecast.forecast import Forecast
from knitting.measures import Gauge
from knitting.plan.plan import GaugeFrom, Plan
from knitting.plan_editing.fabric_use import in_other_fabrics
from knitting.plan_editing.refusals import CannotEdit
from knitting.sizing.parameters import parameters
from knitting.sizing.rescaled import regauged
from knitting.statements import sentence

_LAST_ROW = 5_000
_LONGEST_WHY = 60


@dataclass(frozen=True, slots=True)
class AnswerQuestions(PlanChange):
    """The questions of the construction answered otherwise."""

    key: ClassVar[str] = "answers"

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        plan = forecast.plan
        answers = answers_of(plan)
        if answers is None:
            raise CannotEdit(sentence("This plan has been changed by hand since: its questions no longer apply."))
        typed = {key.removeprefix("ask."): sent[key] for key in sent if key.startswith("ask.")}
        new = replace(answered(answers.construction, {**dict(plan.answers), **typed}), called=answers.called)
        if new.refusals:
            raise CannotEdit(new.refusals[0].why, sentence("Nothing was changed."))
        made = in_other_fabrics(new.plan(), plan)
        keep = replace(made, name=plan.name, gauge=plan.gauge, gauges=plan.gauges, known_from=plan.known_from)
        return replace(keep, yarns=plan.yarns or made.yarns, yarn_m=plan.yarn_m)


@dataclass(frozen=True, slots=True)
class GiveGauge(PlanChange):
    """A gauge from a swatch or a guess, or none."""

    key: ClassVar[str] = "gauge"

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        return GaugeForm.sent(sent).given_to(forecast.plan)


@dataclass(frozen=True, slots=True)
class GaugeFromRow(PlanChange):
    """Another gauge from a row on."""

    key: ClassVar[str] = "gauge-from"

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        plan, from_row = forecast.plan, whole_number(sent.get("row"))
        stitches, rows = decimal(sent.get("from_stitches")), decimal(sent.get("from_rows"))
        if from_row is None or not stitches or not rows:
            raise CannotEdit(
                sentence("A gauge from a row on needs three numbers: the row, the stitches and the rows to 10 cm.")
            )
        gauge = Gauge(stitches, rows, "", guessed=False)
        if not gauge.believable or not 1 <= from_row <= _LAST_ROW:
            raise CannotEdit(
                sentence("The gauge or the row is not one that a piece has: 2 to 200 to 10 cm, row 1 to 5,000.")
            )
        others = [each for each in plan.gauges if each.row != from_row]
        changed = GaugeFrom(from_row, gauge, as_line(sent.get("why", ""))[:_LONGEST_WHY].strip())
        return replace(plan, gauges=tuple(sorted([*others, changed], key=lambda each: each.row)))


@dataclass(frozen=True, slots=True)
class ForgetGauge(PlanChange):
    """No other gauge from a row on."""

    key: ClassVar[str] = "forget-gauge"
    row: int

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        kept = tuple(each for each in forecast.plan.gauges if each.row != self.row)
        return replace(forecast.plan, gauges=kept)


@dataclass(frozen=True, slots=True)
class YarnAtHand(PlanChange):
    """The metres of yarn at hand; nothing where they are not known."""

    key: ClassVar[str] = "yarn"

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        typed = sent.get("yarn_m", "")
        metres = decimal(typed) if typed.strip() else 0.0
        if metres is None or (typed.strip() and not metres):
            raise CannotEdit(sentence("Give the metres of yarn as a number above 0, not '{typed}'.", typed=typed[:20]))
        return replace(forecast.plan, yarn_m=metres)


@dataclass(frozen=True, slots=True)
class TakeSize(PlanChange):
    """A size that was offered: a parameter at another value."""

    key: ClassVar[str] = "take"
    parameter: str
    value: int

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        parameter = next((each for each in parameters(forecast.plan) if each.key == self.parameter), None)
        plan = parameter.turned(self.value) if parameter is not None else None
        if plan is None:
            raise CannotEdit(sentence("That size cannot be had of this plan any more."))
        return plan


@dataclass(frozen=True, slots=True)
class TakeMyGauge(PlanChange):
    """The same size for the gauge that was typed: other counts."""

    key: ClassVar[str] = "regauge"

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        plan = regauged(forecast, gauge_asked(sent))
        if plan is None:
            raise CannotEdit(sentence("No size near this one keeps the rules of its rows at that gauge."))
        return plan


SIZE_CHANGES = by_key(
    AnswerQuestions, GiveGauge, GaugeFromRow, ForgetGauge, YarnAtHand, TakeSize, TakeMyGauge, FitRepeats
)
"""What the page of the size offers."""
