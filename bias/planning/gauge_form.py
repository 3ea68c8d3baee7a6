"""The gauge as it is asked for: a swatch before and after washing, or a guess from yarn, needle and fabric."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from django.utils.translation import gettext as _

from knitting.gauges import YARN_WEIGHTS, Swatch, YarnGuess, gauge_of, guess
from knitting.measures import CM_PER_INCH, Gauge, said_number
from knitting.plan.checks import FABRICS
from knitting.plan.plan import Plan
from knitting.plan_editing.edits import CannotEdit
from knitting.saying.pieces import said_gauge as to_10_cm
from knitting.statements import sentence


@dataclass(frozen=True, slots=True)
class GaugeForm:
    """What stands in the fields: everything to 10 cm."""

    way: str = "open"
    before_stitches: str = ""
    before_rows: str = ""
    after_stitches: str = ""
    after_rows: str = ""
    weight: int = 4
    needle: str = ""
    fabric: str = "garter"

    @staticmethod
    def of(plan: Plan) -> GaugeForm:
        """The form of a plan's gauge."""
        source = plan.known_from
        if isinstance(source, YarnGuess):
            needle = said_number(source.needle_mm) if source.needle_mm else ""
            return GaugeForm("guess", weight=source.weight, needle=needle, fabric=source.fabric)
        fabric = plan.parts[0].fabric if plan.parts else "garter"
        if isinstance(source, Swatch):
            return GaugeForm("swatch", *_figures(source.before), *_figures(source.after), fabric=fabric)
        if plan.gauge is not None:
            return GaugeForm("swatch", "", "", *_figures(plan.gauge), fabric=fabric)
        return GaugeForm(fabric=fabric)


def _figures(gauge: Gauge | None) -> tuple[str, str]:
    return (said_number(gauge.stitches), said_number(gauge.rows)) if gauge else ("", "")


def gauge_of_form(plan: Plan, sent: Mapping[str, str]) -> Plan:
    """The plan with the gauge that was given; :class:`CannotEdit` says what is wrong with it."""
    way = sent.get("way", "open")
    if way == "open":
        return replace(plan, gauge=None, known_from=None)
    if way == "guess":
        return _guessed(plan, sent)
    over = _number(sent.get("over", "10")) or 10.0
    over_cm = over * CM_PER_INCH if sent.get("gauge_unit") == "in" else over
    before = _measured(sent.get("before_stitches", ""), sent.get("before_rows", ""), over_cm)
    after = _measured(sent.get("after_stitches", ""), sent.get("after_rows", ""), over_cm)
    source = Swatch(before, after)
    if source.gauge is None:
        raise CannotEdit(sentence("A swatch wants its stitches and its rows, before or after washing."))
    return replace(plan, gauge=source.gauge, known_from=source)


def _guessed(plan: Plan, sent: Mapping[str, str]) -> Plan:
    weight, needle = _number(sent.get("weight", "")), sent.get("needle", "").strip()
    needle_mm = _number(needle) if needle else 0.0
    fabric = sent.get("fabric", "garter")
    if weight is None or int(weight) not in YARN_WEIGHTS or fabric not in FABRICS:
        raise CannotEdit(sentence("A guess wants a category of yarn and a fabric."))
    if needle_mm is None or (needle_mm and not 1 <= needle_mm <= 30):
        raise CannotEdit(
            sentence(
                "A needle has 1 to 30 mm, not '{needle}'. Leave it empty if you do not know it.", needle=needle[:20]
            )
        )
    source = YarnGuess(int(weight), needle_mm, fabric)
    return replace(plan, gauge=gauge_of(source), known_from=source)


def _measured(stitches: str, rows: str, over_cm: float) -> Gauge | None:
    if not stitches.strip() and not rows.strip():
        return None
    one, other = _number(stitches), _number(rows)
    if not one or not other:
        raise CannotEdit(
            sentence(
                "A swatch wants two numbers, not '{stitches}' and '{rows}'.", stitches=stitches[:20], rows=rows[:20]
            )
        )
    gauge = Gauge(one * 10 / over_cm, other * 10 / over_cm)
    if not gauge.believable:
        raise CannotEdit(sentence("That is not a gauge that hand knitting has: 2 to 200 stitches or rows to 10 cm."))
    return gauge


def _number(text: str) -> float | None:
    try:
        value = float(text.replace(",", "."))
    except ValueError:
        return None
    return value if 0 <= value < 1e5 else None


def said_gauge(plan: Plan) -> str:
    """The gauge in one sentence, with its range where it is a guess."""
    if plan.gauge is None:
        return _("No gauge yet: counts are sure, lengths are drawn at a guess of 18 stitches to 10 cm.")
    gauge = to_10_cm(plan.gauge)
    if isinstance(plan.known_from, YarnGuess):
        sentence = _("{gauge}: a guess, {give} more or fewer stitches. Measure the piece once it is a hand high.")
        return sentence.format(gauge=gauge, give=said_number(guess(plan.known_from).give))
    if isinstance(plan.known_from, Swatch) and plan.known_from.after and plan.known_from.before:
        before = plan.known_from.before
        sentence = _("{gauge}, after washing. On the needles it is {stitches} and {rows}.")
        return sentence.format(gauge=gauge, stitches=said_number(before.stitches), rows=said_number(before.rows))
    return f"{gauge}."
