"""A stitch of a planned row, chosen on the chart: which shaping it belongs to, and by which line it is found."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from knitting.forecast.forecast import Forecast
from knitting.forecast.stages import StageForecast, on_row
from knitting.plan.plan import (
    EDGES,
    LEFT_EDGE,
    RIGHT_EDGE,
)
from knitting.plan.row_composition import PlacedWork, RowShaping, row_shaping
from knitting.plan.split import RowSplit
from knitting.plan.works import uses
from knitting.plan_editing.refusals import CannotEdit
from knitting.statements import Sentence, sentence


@dataclass(frozen=True, slots=True)
class ChosenStitch:
    """A stitch of a planned row. ``offset`` counts the stitches to its right in its part, before the row.

    ``work`` is the shaping that it belongs to, as it is placed in the row; ``None`` for a plain stitch. ``near`` says
    by which line or edge it is found, ``apart`` how many plain stitches lie between.
    """

    stage: int
    row: int
    shape: RowShaping
    part: int
    offset: int
    work: PlacedWork | None
    near: str
    apart: int

    @property
    def where(self) -> Sentence:
        """Where it is, for a sentence."""
        if not self.apart:
            return sentence("at {near}", near=_named(self.near))
        return sentence("{apart:stitches} from {near}", apart=self.apart, near=_named(self.near))


def _named(near: str) -> Sentence:
    return sentence("the {edge}", edge=sentence(near)) if near in EDGES else sentence("'{line}'", line=near)


def choose(forecast: Forecast, row: int, stitch: int, between: int = -1) -> ChosenStitch:
    """The stitch at a place (from 0, in right-side order, before row ``row`` counted from 1).

    What uses no stitch, as a yarn over does, stands between two: ``between`` says that it is meant, and how many
    others stand to its right in the same place. Raises :class:`CannotEdit` where there is no such planned stitch.
    """
    at, place = _located(forecast, row)
    shape = _shape(forecast.stages[at], place)
    split = shape.split
    if between >= 0:
        found = list(_between(shape, stitch))
        if found:
            part, offset, work = found[min(between, len(found) - 1)]
            return _chosen(at, place, shape, part, offset, work)
    start = 0
    for part in range(len(split.parts)):
        count = split.parts[part].count if part in split.live else 0
        if stitch < start + count or part == len(split.lines):
            offset = min(max(stitch - start, 0), max(count - 1, 0))
            over = next((each for each, begin, end in works_of_part(shape, part, count) if begin <= offset < end), None)
            return _chosen(at, place, shape, part, offset, over)
        start += count
        own = split.lines[part].stitches
        if stitch < start + own:
            over = next((each for each in shape.placed if each.spot.line == part), None)
            return ChosenStitch(at, place, shape, part, count, over, split.lines[part].name, 0)
        start += own
    raise CannotEdit(sentence("There is no such stitch in that row."))


def _between(shape: RowShaping, stitch: int) -> Iterator[tuple[int, int, PlacedWork]]:
    """The works that begin, end or stand at a place between two stitches, from the right: part, offset, work."""
    split = shape.split
    start = 0
    for part in range(len(split.parts)):
        count = split.parts[part].count if part in split.live else 0
        for each, begin, end in sorted(works_of_part(shape, part, count), key=lambda span: span[1]):
            if start + begin <= stitch <= start + end:
                yield part, begin, each
        start += count + (split.lines[part].stitches if part < len(split.lines) else 0)


def _located(forecast: Forecast, row: int) -> tuple[int, int]:
    """The stage of a row and its row of the rhythm, from 0; set-up rows count below zero."""
    for at, stage in enumerate(forecast.stages):
        place = row - stage.first_row
        if 0 <= place < stage.rows + len(stage.setup):
            return at, place - len(stage.setup)
    raise CannotEdit(sentence("The rows of a tab stay as they are."))


def _shape(stage: StageForecast, place: int) -> RowShaping:
    if place < 0:
        return stage.setup[place].shape
    cycle = stage.cycle.rows[place % len(stage.cycle.rows)]
    shapings = on_row(stage.stage, place % stage.stage.rhythm + 1)
    return row_shaping(stage.split.with_counts(stage.counts[place]), shapings, cycle.side)


def _chosen(at: int, place: int, shape: RowShaping, part: int, offset: int, work: PlacedWork | None) -> ChosenStitch:
    split = shape.split
    after = split.parts[part].count - offset - 1
    if offset <= after:
        return ChosenStitch(at, place, shape, part, offset, work, right_of(split, part), offset)
    return ChosenStitch(at, place, shape, part, offset, work, left_of(split, part), max(after, 0))


def works_of_part(shape: RowShaping, part: int, count: int) -> Iterator[tuple[PlacedWork, int, int]]:
    """The works within a part with the stitches that they use, counted from its right end."""
    begin, end = 0, count
    for each in shape.placed:
        if each.spot.part != part or each.spot.line >= 0:
            continue
        taken = uses(each.steps)
        if each.spot.at_head:
            yield each, begin + each.away, begin + each.away + taken
            begin += each.away + taken
        else:
            yield each, end - each.away - taken, end - each.away
            end -= each.away + taken


def right_of(split: RowSplit, part: int) -> str:
    """The line or edge to the right of a part, as the right side is seen."""
    return split.lines[part - 1].name if part - 1 in range(len(split.lines)) and part != split.live[0] else RIGHT_EDGE


def left_of(split: RowSplit, part: int) -> str:
    """The line or edge to its left."""
    return split.lines[part].name if part < len(split.lines) and part != split.live[-1] else LEFT_EDGE
