"""The gauge as it is asked for: a swatch before and after washing, or a guess from yarn, needle and fabric."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from typing import Any

from django import forms
from django.utils.translation import gettext as _
from django.utils.translation import gettext_lazy as _lazy

from bias.parsing import decimal
from knitting.gauges import YARN_WEIGHTS, Swatch, YarnGuess, gauge_of, guess
from knitting.measures import CM_PER_INCH, Gauge, said_number
from knitting.plan.checks import FABRICS
from knitting.plan.plan import Plan
from knitting.plan_editing.refusals import CannotEdit
from knitting.saying.pieces import said_fabric
from knitting.saying.pieces import said_gauge as to_10_cm
from knitting.saying.statements import said_words
from knitting.statements import Sentence, sentence

_WAYS = (("swatch", _lazy("a swatch")), ("guess", _lazy("a guess from the yarn")), ("open", _lazy("not known")))
_THINNEST_MM, _THICKEST_MM = 1, 30


def _figure(size: int = 4, **more: str) -> forms.CharField:
    """A figure as it was typed: what is wrong with it is said of two at once."""
    attributes = {"class": "word number", "size": size, "inputmode": "decimal", **more}
    return forms.CharField(required=False, widget=forms.TextInput(attributes))


def _word(choices: Any) -> forms.ChoiceField:
    return forms.ChoiceField(required=False, choices=choices, widget=forms.Select({"class": "word"}))


def _weights() -> list[tuple[str, str]]:
    return [(str(each.number), f"{each.number}, {said_words(each.name)}") for each in YARN_WEIGHTS.values()]


class GaugeForm(forms.Form):
    """Where a gauge comes from, and its figures."""

    way = forms.ChoiceField(choices=_WAYS, widget=forms.RadioSelect)
    after_stitches = _figure()
    after_rows = _figure()
    before_stitches = _figure()
    before_rows = _figure()
    over = _figure(3)
    gauge_unit = _word([("cm", "cm"), ("in", _lazy("inches"))])
    weight = _word(_weights)
    needle = _figure(list="own-needles")
    fabric = _word(lambda: [(key, said_fabric(key)) for key in FABRICS])

    @classmethod
    def of(cls, plan: Plan) -> GaugeForm:
        """The form of a plan's gauge."""
        return cls(initial={"over": "10", "weight": "4", **_source_of(plan)}, auto_id="gauge-%s")

    @classmethod
    def sent(cls, sent: Mapping[str, str]) -> GaugeForm:
        """The form as a page sends it."""
        return cls({name: sent[name] for name in sent})

    def given_to(self, plan: Plan) -> Plan:
        """The plan with the gauge that was given; :class:`CannotEdit` says what is wrong with it."""
        self.full_clean()
        way = self.cleaned_data.get("way") or "open"
        if way == "open":
            return replace(plan, gauge=None, known_from=None)
        source = self._guess() if way == "guess" else self._swatch()
        return replace(
            plan, gauge=gauge_of(source) if isinstance(source, YarnGuess) else source.gauge, known_from=source
        )

    def _guess(self) -> YarnGuess:
        weight, needle = self.cleaned_data.get("weight"), self.cleaned_data["needle"]
        fabric = self.cleaned_data.get("fabric")
        if not weight or not fabric:
            raise CannotEdit(sentence("A guess needs a category of yarn and a fabric."))
        needle_mm = decimal(needle) if needle else 0.0
        if needle_mm is None or (needle_mm and not _THINNEST_MM <= needle_mm <= _THICKEST_MM):
            raise CannotEdit(
                sentence(
                    "A needle has 1 to 30 mm, not '{needle}'. Leave it empty if you do not know it.", needle=needle[:20]
                )
            )
        return YarnGuess(int(weight), needle_mm, fabric)

    def _swatch(self) -> Swatch:
        source = Swatch(self._measured("before"), self._measured("after"))
        if source.gauge is None:
            raise CannotEdit(sentence("A swatch needs its stitches and its rows, before or after washing."))
        return source

    def _measured(self, when: str) -> Gauge | None:
        stitches, rows = self.cleaned_data[f"{when}_stitches"], self.cleaned_data[f"{when}_rows"]
        if not stitches and not rows:
            return None
        one, other = decimal(stitches), decimal(rows)
        if not one or not other:
            raise CannotEdit(_two_numbers(stitches, rows))
        over = decimal(self.cleaned_data["over"]) or 10.0
        over_cm = over * CM_PER_INCH if self.cleaned_data.get("gauge_unit") == "in" else over
        gauge = Gauge(one * 10 / over_cm, other * 10 / over_cm)
        if not gauge.believable:
            raise CannotEdit(
                sentence("That is not a gauge that hand knitting has: 2 to 200 stitches or rows to 10 cm.")
            )
        return gauge


def _two_numbers(stitches: str, rows: str) -> Sentence:
    return sentence(
        "A swatch needs two numbers, not '{stitches}' and '{rows}'.", stitches=stitches[:20], rows=rows[:20]
    )


def _source_of(plan: Plan) -> dict[str, str]:
    """The fields of what a plan's gauge is known from."""
    source = plan.known_from
    if isinstance(source, YarnGuess):
        needle = said_number(source.needle_mm) if source.needle_mm else ""
        return {"way": "guess", "weight": str(source.weight), "needle": needle, "fabric": source.fabric}
    fabric = plan.parts[0].fabric if plan.parts else "garter"
    if isinstance(source, Swatch):
        return {
            "way": "swatch",
            "fabric": fabric,
            **_figures("before", source.before),
            **_figures("after", source.after),
        }
    if plan.gauge is not None:
        return {"way": "swatch", "fabric": fabric, **_figures("after", plan.gauge)}
    return {"way": "open", "fabric": fabric}


def _figures(when: str, gauge: Gauge | None) -> dict[str, str]:
    if gauge is None:
        return {}
    return {f"{when}_stitches": said_number(gauge.stitches), f"{when}_rows": said_number(gauge.rows)}


def said_gauge(plan: Plan) -> str:
    """The gauge in one sentence, with its range where it is a guess."""
    if plan.gauge is None:
        return _("No gauge yet: counts are sure, lengths are drawn at a guess of 18 stitches to 10 cm.")
    gauge = to_10_cm(plan.gauge)
    if isinstance(plan.known_from, YarnGuess):
        said = _("{gauge}: a guess, {give} more or fewer stitches. Measure the piece once it is a hand high.")
        return said.format(gauge=gauge, give=said_number(guess(plan.known_from).give))
    if isinstance(plan.known_from, Swatch) and plan.known_from.after and plan.known_from.before:
        before = plan.known_from.before
        said = _("{gauge}, after washing. On the needles it is {stitches} and {rows}.")
        return said.format(gauge=gauge, stitches=said_number(before.stitches), rows=said_number(before.rows))
    return f"{gauge}."
