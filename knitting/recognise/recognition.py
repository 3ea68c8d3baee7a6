"""Rows recognised as a plan: every way of marking them is tried, and what is found is worked again and compared.

A plan is offered only if it comes to every row of the piece, stitch by stitch.
"""

from __future__ import annotations

from dataclasses import dataclass

from knitting.compiling import compiled
from knitting.forecast.forecast import forecast_of
from knitting.in_pattern.asked import is_patterned
from knitting.needle.worked import WorkedPiece
from knitting.plan.plan import Plan
from knitting.recognise.anatomy import NotRecognised, row_anatomy
from knitting.recognise.course import course_of
from knitting.recognise.in_part import irregular_rows
from knitting.recognise.plan_reading import plan_read
from knitting.recognise.same_knitting import first_other
from knitting.recognise.traced_marks import (
    StitchOfMarker,
    marked_from_the_start,
    marked_in_stitches,
    marked_in_the_middle,
    without_end_marks,
)
from knitting.statements import Statement, sentence
from knitting.working.piece_worker import counted, work_piece


@dataclass(frozen=True)
class Recognition:
    """A plan that comes to the same rows, or why there is none; ``said`` tells what was found, line by line."""

    plan: Plan | None
    said: tuple[Statement, ...]


def recognise(worked: WorkedPiece) -> Recognition:
    """Read the shaping out of a worked piece."""
    told = worked
    if is_patterned(worked.piece) and not worked.problems:
        told = counted(worked.piece, gauge=worked.piece.headers.gauge)
    found = _in_any_way(worked, told)
    if found.plan is None and told is not worked:  # "in pattern" has no name: the stitches that it came to may have
        again = _in_any_way(worked, worked)
        found = again if again.plan is not None else found
    return found


def _in_any_way(worked: WorkedPiece, told: WorkedPiece) -> Recognition:
    """The plan with the marks as they stand, or as they could have stood from earlier on; at last that of a part."""
    told = without_end_marks(told) or told
    found = _recognised(worked, told)
    if found.plan is not None or worked.problems:
        return found
    found = _with_marks_earlier(worked, told, found)
    if found.plan is None:
        stitches = (marked_in_stitches(told, each) for each in StitchOfMarker)
        again = (_recognised(worked, each) for each in stitches if each is not None)
        found = next((each for each in again if each.plan is not None), found)
    return found if found.plan is not None else _in_part(worked, told) or found


def _in_part(worked: WorkedPiece, told: WorkedPiece) -> Recognition | None:
    """The plan with rows that follow no rhythm as they are written; nothing where there is none."""
    irregular = irregular_rows(told)
    for literally in (False, True) if irregular else ():
        found = _recognised(worked, told, irregular, literally)
        if found.plan is not None:
            return found
    return None


def _with_marks_earlier(worked: WorkedPiece, told: WorkedPiece, found: Recognition) -> Recognition:
    begun = marked_from_the_start(told)
    ways: list[tuple[Plan, Recognition]] = []
    for traced in (begun, marked_from_the_start(told, only_where_born=True), marked_in_the_middle(told)):
        if traced is not None:
            again = _recognised(worked, without_end_marks(traced) or traced)
            if again.plan is not None:
                ways.append((again.plan, again))
            found = again if traced is begun else found  # what stands in the way of all the rows, not of their marks
    return min(ways, key=lambda way: (len(way[0].fabrics), len(way[0].stages), len(way[0].parts)))[1] if ways else found


def _recognised(
    worked: WorkedPiece, told: WorkedPiece, irregular: frozenset[int] = frozenset(), literally: bool = False
) -> Recognition:
    """The plan of rows as they are told, if it comes to those that are worked; ``irregular`` rows stay as written."""
    try:
        plan = plan_read(told, irregular, literally)
    except NotRecognised as refused:
        return Recognition(None, (refused.why, *_seen(worked)))
    forecast = forecast_of(plan)
    if forecast.troubles:
        trouble = forecast.troubles[0].facts
        said = sentence("What was found does not come out as a plan: {trouble}", trouble=trouble)
        return Recognition(None, (said, *course_of(forecast)))
    again = work_piece(compiled(forecast))
    other = first_other(worked, again)
    if other is not None:
        said = sentence(
            "A plan of these rows would come to other stitches in row {row} ({label}).",
            row=other + 1,
            label=worked.rows[other].label if other < len(worked.rows) else sentence("the end"),
        )
        return Recognition(None, (said, *course_of(forecast)))
    return Recognition(plan, tuple(course_of(forecast)))


def _seen(worked: WorkedPiece) -> tuple[Statement, ...]:
    """What can be told of rows that make no plan: their parts and marks, and how many of them are told."""
    rows = worked.rows[worked.tab_rows :]
    if not rows:
        return ()
    told = 0
    for row in rows:
        try:
            row_anatomy(row)
            told += 1
        except NotRecognised:
            pass
    begun = rows[0].before
    return (
        sentence(
            "Recognised: {parts:parts} and {marks:marks} at the beginning; {told} of {rows:rows}.",
            parts=len(begun.counts),
            marks=len(begun.marks),
            told=told,
            rows=len(rows),
        ),
    )
