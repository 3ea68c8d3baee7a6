"""Several sizes of a plan side by side, and their words in one."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from bias.results import planned
from knitting.files import plan_text
from knitting.forecast.forecast import Course
from knitting.measures import said_cm
from knitting.plan.plan import Plan
from knitting.sizing.parameters import Knob, yardsticks
from knitting.sizing.sizes import yarn_m
from knitting.words.several import in_one

_MOST_SIZES = 6


@dataclass(frozen=True, slots=True)
class SideBySide:
    """A table of sizes, and the words of all of them, or nothing where more than figures differ."""

    heads: tuple[str, ...]
    rows: tuple[tuple[str, tuple[str, ...]], ...]
    words: str


def side_by_side(plan: Plan, turning: Iterable[Knob], key: str, typed: str) -> tuple[SideBySide | None, str]:
    """The sizes at several values of a knob, or why there are none."""
    if not typed.strip():
        return None, ""
    knob = next((each for each in turning if each.key == key), None)
    words = typed.replace(";", ",").replace(" ", ",").split(",")
    values = [int(word) for word in words if word.isascii() and word.isdigit() and len(word) < 6]
    if knob is None or not values or len(values) > _MOST_SIZES or len(values) < len([word for word in words if word]):
        return None, f"Sizes are 2 to {_MOST_SIZES} whole numbers with commas between them, not '{typed[:40]}'."
    wrong = next((value for value in values if not knob.least <= value <= knob.most), None)
    if wrong is None and knob.odd:
        wrong = next((value for value in values if value % 2 == 0), None)
    if wrong is not None:
        odd = "an odd number of " if knob.odd else ""
        return None, f"'{knob.words} {wrong}' cannot be: {odd}{knob.least:,} to {knob.most:,} is possible."
    plans = [made for value in values if (made := knob.turned(value)) is not None]
    found = [planned(plan_text(each)) for each in plans]
    unsound = next((each.course.troubles[0] for each in found if not each.course.sound), None)
    if unsound is not None or len(plans) < len(values):
        return None, unsound.message if unsound else "One of these sizes keeps no rule of the plan."
    return _table(knob, values, [each.course for each in found], [each.text for each in found]), ""


def _table(knob: Knob, values: list[int], courses: list[Course], texts: list[str]) -> SideBySide:
    rows = [("stitches cast on", tuple(str(course.plan.counted) for course in courses))]
    for at, stage in enumerate(courses[0].plan.stages):
        rows.append((f"after '{stage.name}'", tuple(f"{course.stages[at].ends} sts" for course in courses)))
    rows.append(("rows in all", tuple(str(course.rows) for course in courses)))
    rows.append(("stitches in all", tuple(f"{course.stitches:,}" for course in courses)))
    for at, stick in enumerate(yardsticks(courses[0].plan)):
        rows.append((stick.words, tuple(said_cm(yardsticks(course.plan)[at].of(course)) for course in courses)))
    rows.append(("yarn, a guess", tuple(f"{yarn_m(course):.0f} m" for course in courses)))
    heads = tuple(f"{knob.words} {value}" for value in values)
    return SideBySide(heads, tuple(rows), in_one(texts) or "")
