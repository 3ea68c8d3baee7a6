"""Several sizes of a plan side by side, and their words in one."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from django.utils.translation import gettext as _

from bias.parsing import whole_number
from bias.results import PlanResults, results_of_plan
from knitting.figures import figure
from knitting.files import plan_text
from knitting.forecast.forecast import Forecast
from knitting.forecast.metres import metres_of
from knitting.measures import said_length
from knitting.plan.plan import Plan
from knitting.saying.statements import said, said_words
from knitting.sizing.parameters import Parameter, following_measures
from knitting.words.several import in_one

_MOST_SIZES = 6
_LARGEST = 99_999


@dataclass(frozen=True, slots=True)
class SizeTable:
    """A table of sizes, and the words of all of them, or nothing where more than figures differ.

    ``measures`` are those of its rows that tell lengths of the finished cloth.
    """

    heads: tuple[str, ...]
    rows: tuple[tuple[str, tuple[str, ...]], ...]
    words: str
    plans: tuple[PlanResults, ...]
    measures: tuple[tuple[str, tuple[str, ...]], ...]


def size_table(plan: Plan, turning: Iterable[Parameter], key: str, typed: str) -> tuple[SizeTable | None, str]:
    """The sizes at several values of a knob, or why there are none."""
    if not typed.strip():
        return None, ""
    knob = next((each for each in turning if each.key == key), None)
    words = typed.replace(";", ",").replace(" ", ",").split(",")
    values = [value for word in words if (value := whole_number(word)) is not None and value <= _LARGEST]
    if knob is None or not values or len(values) > _MOST_SIZES or len(values) < len([word for word in words if word]):
        return None, _("Sizes are 2 to {most} whole numbers with commas between them, not '{typed}'.").format(
            most=_MOST_SIZES, typed=typed[:40]
        )
    wrong = next((value for value in values if not knob.least <= value <= knob.most), None)
    if wrong is None and knob.odd:
        wrong = next((value for value in values if value % 2 == 0), None)
    if wrong is not None:
        if knob.odd:
            why = _("'{words} {wrong}' cannot be: an odd number of {least} to {most} is possible.")
        else:
            why = _("'{words} {wrong}' cannot be: {least} to {most} is possible.")
        least, most = figure(knob.least, ","), figure(knob.most, ",")
        return None, why.format(words=said(knob.words), wrong=wrong, least=least, most=most)
    plans = [made for value in values if (made := knob.turned(value)) is not None]
    found = [results_of_plan(plan_text(each)) for each in plans]
    unsound = next((each.forecast.troubles[0] for each in found if not each.forecast.sound), None)
    if unsound is not None or len(plans) < len(values):
        return None, said(unsound.facts) if unsound else _("One of these sizes breaks a rule of the plan.")
    return _table(knob, values, found), ""


def _table(knob: Parameter, values: list[int], found: list[PlanResults]) -> SizeTable:
    courses = [each.forecast for each in found]
    rows = [(_("stitches cast on"), tuple(str(forecast.plan.counted) for forecast in courses))]
    for at, stage in enumerate(courses[0].plan.stages):
        rows.append(
            (
                _("after '{stage}'").format(stage=stage.name),
                tuple(_("{count} sts").format(count=forecast.stages[at].ends) for forecast in courses),
            )
        )
    rows.append((_("rows in all"), tuple(str(forecast.rows) for forecast in courses)))
    rows.append((_("stitches in all"), tuple(figure(forecast.stitches, ",") for forecast in courses)))
    measures = tuple(_measures(courses))
    rows += measures
    rows.append((_("yarn, a guess"), tuple(f"{metres_of(forecast):.0f} m" for forecast in courses)))
    heads = tuple(f"{said(knob.words)} {value}" for value in values)
    return SizeTable(heads, tuple(rows), in_one([each.text for each in found]) or "", tuple(found), measures)


def _measures(courses: list[Forecast]) -> Iterator[tuple[str, tuple[str, ...]]]:
    for at, stick in enumerate(following_measures(courses[0].plan)):
        lengths = (following_measures(forecast.plan)[at].of(forecast) for forecast in courses)
        yield said_words(stick.words), tuple(map(said_length, lengths))
