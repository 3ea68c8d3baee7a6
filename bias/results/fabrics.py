"""Fabrics and growing edges as the pages show them."""

from __future__ import annotations

from dataclasses import dataclass

from django.utils.translation import gettext as _
from django.utils.translation import ngettext

from bias.results.memory import remembered
from bias.results.plans import PlanResults
from drawing.fabric_svg import close_up_svg, swatch_svg
from knitting.fabric import Fabric
from knitting.in_pattern.growing_edges import EdgeCell, EdgePart, EdgeRow, GrowingEdges, close_up
from knitting.in_pattern.whole_repeats import NextRepeat, next_repeat, whole_at
from knitting.saying.sentences import counted
from knitting.statements import N_

_FACES = {
    "k": N_("a knit stitch"),
    "p": N_("a purl stitch"),
    "c": N_("part of a cable"),
    "o": N_("a yarn over"),
    "d": N_("part of a decrease"),
}
_ROWS, _ACROSS = 12, 18


@remembered()
def swatch(fabric: Fabric, columns: int = 16, rows: int = 10) -> str:
    """A swatch of a fabric."""
    return swatch_svg(fabric, columns, rows)


@dataclass(frozen=True, slots=True)
class EdgeView:
    """One end of a part close up, with what is said of it. ``part`` counts the parts between marks from 0."""

    svg: str
    row: int
    rows: int
    part: int
    right: bool
    parts: tuple[str, ...]
    where: str
    new_stitches: tuple[str, ...]
    repeats: tuple[str, ...]


def edge_view(planned: PlanResults, row: int, part: int | None, right: bool | None) -> EdgeView | None:
    """The close-up of a part's end up to a row (from 1); the first end that grows where none is asked for.

    ``None`` where the plan cannot be worked yet.
    """
    found = planned.edges
    if found is None or not found.rows:
        return None
    at = min(max(row, 1), len(found.rows)) - 1
    if part is None or right is None:
        part, right = _first_that_grows(found, at, part)
    part = min(part, found.wide(at) - 1)
    rows = close_up(found, part, right, at, _ROWS, _ACROSS)
    where, is_mark = _where(planned, at, part, right)
    names = planned.wide_parts(at + 1)
    end = (
        _("The right end of part {part}, at {where}, rows {first} to {last}")
        if right
        else _("The left end of part {part}, at {where}, rows {first} to {last}")
    )
    title = end.format(part=part + 1, where=where, first=rows[0].number, last=at + 1)
    return EdgeView(
        close_up_svg(rows, right, is_mark, title),
        at + 1,
        len(found.rows),
        part,
        right,
        names,
        where,
        tuple(_new_stitches(rows, right, where)),
        tuple(_repeats(planned, found, at, part)),
    )


def _first_that_grows(found: GrowingEdges, at: int, only: int | None = None) -> tuple[int, bool]:
    """The part (or the only one asked for) and end with a new stitch in or near a row, in a pattern if one grows."""
    ends = [end for end in found.growing(at, rows=4) if only in (None, end[0])]
    part, right, _plain = min(ends, key=lambda end: (not end[2], end[0], not end[1]), default=(only or 0, True, False))
    return part, right


def _where(planned: PlanResults, at: int, part: int, right: bool) -> tuple[str, bool]:
    """What lies at an end of a part: a line by its name, or the edge of the cloth."""
    names = planned.line_names(at + 1)
    beside = part - 1 if right else part
    if 0 <= beside < len(names):
        return f"'{names[beside]}'", True
    return _("the right edge") if right else _("the left edge"), False


def _new_stitches(rows: list[EdgeRow], right: bool, where: str) -> list[str]:
    """What the new stitches of the last row that has any become."""
    newest = next((row for row in reversed(rows) if any(cell.new for cell in row.cells)), None)
    if newest is None:
        return []
    found = []
    cells = newest.cells if right else newest.cells[::-1]
    for place, cell in enumerate(cells):
        if cell.new and cell.becomes:
            found.append(_new_stitch(newest.number, cell, place, where))
    return found


def _new_stitch(row: int, cell: EdgeCell, place: int, where: str) -> str:
    at = _("beside {where}") if place == 0 else _("{place} stitches from {where}")
    if cell.waits:
        sentence = _("Row {row}: the new stitch {at} becomes {becomes} in row {next}, and waits for a whole repeat.")
    else:
        sentence = _("Row {row}: the new stitch {at} becomes {becomes} in row {next}.")
    becomes = _(_FACES.get(cell.becomes, _FACES["k"]))
    return sentence.format(row=row, at=at.format(where=where, place=place + 1), becomes=becomes, next=row + 1)


def _repeats(planned: PlanResults, found: GrowingEdges, at: int, part: int) -> list[str]:
    """Which repeats are whole, where their markers go, and when the next one is."""
    here = found.part(at, part)
    if here is None or here.fabric is None or here.fabric.width == 1:
        return []
    said = [_whole(here)]
    following = next_repeat(found, at, part)
    if following is not None:
        said.append(_next(planned, at, part, following))
    whole = whole_at(found, part, at)
    if whole is not None and not here.is_whole:
        said.append(_("Whole repeats reach from end to end after row {whole}.").format(whole=whole))
    return said


def _whole(here: EdgePart) -> str:
    assert here.fabric is not None
    whole, (right, left), width = here.repeats[1], here.waiting, here.fabric.width
    if not whole:
        return _("No whole repeat of {width} stitches yet: there are {count}.").format(width=width, count=here.count)
    repeats = counted(whole, "whole repeats")
    if whole == 1 and not right and not left:
        return _("{repeats} of {width} stitches, end to end.").format(repeats=repeats, width=width)
    if right:
        sentence = _(
            "{repeats} of {width} stitches{over}. Markers for them: after stitch {right} from the right and then every "
            "{width} stitches."
        )
    else:
        sentence = _("{repeats} of {width} stitches{over}. Markers for them: every {width} stitches.")
    return sentence.format(repeats=repeats, width=width, over=_over(right, left), right=right)


def _over(right: int, left: int) -> str:
    """The stitches over at both ends of the whole repeats."""
    if right and left:
        sentence = _(", {right} at the right end and {left} at the left end over")
    elif right:
        sentence = _(", {right} at the right end over")
    else:
        sentence = _(", {left} at the left end over") if left else ""
    return sentence.format(right=right, left=left)


def _next(planned: PlanResults, at: int, part: int, following: NextRepeat) -> str:
    rows = following.row - at - 1
    where = _where(planned, at, part, following.right)[0]
    more = ngettext("1 more row", "{rows} more rows", rows).format(rows=rows)
    return _("The next repeat is whole in {more}, after row {row}, at {where}.").format(
        more=more, row=following.row, where=where
    )
