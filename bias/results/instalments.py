"""A pattern that is given out part by part: where it may be parted, and its words up to there."""

from __future__ import annotations

from dataclasses import dataclass

from bias.results.pieces import Results
from knitting.sorting.roles import Role


@dataclass(frozen=True, slots=True)
class PartingPlace:
    """A line after which a pattern may be parted: the last row that it has worked, and the stitches that are there."""

    line: int
    row: int
    count: int


def parting_places(found: Results) -> tuple[PartingPlace, ...]:
    """The places in the order of the rows: after each line that has rows worked, also by repeating."""
    last: dict[int, int] = {}
    for number, row in enumerate(found.worked.rows, start=1):
        last[row.order_line] = number
    places, furthest = [], 0
    for line, row_number in sorted(last.items()):
        if row_number > furthest:
            furthest = row_number
            places.append(PartingPlace(line, furthest, found.worked.rows[furthest - 1].end))
    return tuple(places)


def words_until(found: Results, row: int) -> str:
    """The words as far as they lead to a row, counted from 1, or to the last place before it; all where it is the last.

    What stands between that line and the next that is knitted comes along: notes, but no row.
    """
    places = parting_places(found)
    if not places or row >= places[-1].row:
        return found.text
    following = next(place for place in places if place.row > row)
    headings = {each.where.line for each in found.reading.roles if each.role is Role.HEADING}
    lines = list(enumerate(found.text.split("\n")[: following.line - 1], start=1))
    while lines and (lines[-1][0] in headings or not lines[-1][1].strip()):
        lines.pop()  # the heading of what is not open yet
    return "\n".join(line for _number, line in lines) + "\n"
