"""One row of a plan as steps: what is worked at every line, and plain stitches as far as the next one."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field

from knitting.plan.plan import CENTRE, Line, LineKind, Shaping
from knitting.plan.row_items import FixedSteps, Item, MarkReached, Plain, Plainly, ReservedStitches, as_steps
from knitting.plan.split import RowSplit, ShapingPlace, shaping_places
from knitting.plan.works import LineWork, Steps, in_purl, makes, uses, work_of
from knitting.problems import NOWHERE
from knitting.rows import (
    Hold,
    Marker,
    MarkerDeed,
    Side,
    Step,
    ToMarkedStitch,
    ToMarker,
    Work,
)
from knitting.rows.grouping import in_groups
from knitting.rows.lists import merged
from knitting.stitches import KNIT, PURL, STITCHES, Leaning

_KNITTED_ON = {
    "garter": (KNIT, KNIT),
    "stockinette": (KNIT, PURL),
    "reverse_stockinette": (PURL, KNIT),
    "reverse_garter": (PURL, PURL),
}
"""How a plain fabric is worked on right-side and on wrong-side rows."""
_IN_ROUNDS = {"garter": (KNIT, PURL), "reverse_garter": (PURL, KNIT)}
"""The same in rounds, odd and even ones."""


@dataclass(frozen=True, slots=True)
class PlacedWork:
    """A work at a spot, with the plain stitches between it and the line."""

    spot: ShapingPlace
    work: LineWork
    steps: Steps
    away: int
    leaning: Leaning = Leaning.AWAY
    own: Steps = ()

    @property
    def gains(self) -> int:
        """Stitches gained by it, or lost below zero."""
        return makes(self.steps) - uses(self.steps)


@dataclass(frozen=True)
class RowShaping:
    """What a row does: works in their places, how many stitches each part needs for them, what each gains."""

    split: RowSplit
    side: Side
    placed: tuple[PlacedWork, ...]
    needs: tuple[int, ...] = field(default=())
    gains: tuple[int, ...] = field(default=())

    @property
    def forwards(self) -> bool:
        """Whether the row is worked in right-side order."""
        return self.side is Side.RS

    @property
    def change(self) -> int:
        """Stitches gained in all."""
        return sum(self.gains)


def row_shaping(split: RowSplit, shapings: Sequence[Shaping], side: Side) -> RowShaping:
    """The works of a row in their places; the lines and works must be known (see the checks)."""
    placed: list[PlacedWork] = []
    for shaping in shapings:
        found = shaping_places(split, shaping, side)
        assert not isinstance(found, str), "the lines of a shaping are checked before"
        for spot in found:
            work = work_of(shaping.work, shaping.steps, spot.line >= 0)
            assert work is not None, "works are checked before"
            placed.append(
                PlacedWork(
                    spot, work, _steps(split, spot, work, shaping, side), shaping.away, shaping.leaning, shaping.steps
                )
            )
    needs, gains = [0] * len(split.parts), [0] * len(split.parts)
    for each in placed:
        if each.spot.line >= 0:
            _across(split.lines[each.spot.line], each, needs, gains)
            continue
        needs[each.spot.part] += each.away + uses(each.steps)
        gains[each.spot.part] += makes(each.steps) - uses(each.steps)
    return RowShaping(split, side, tuple(placed), tuple(needs), tuple(gains))


def _across(line: Line, placed: PlacedWork, needs: list[int], gains: list[int]) -> None:
    """A work across a line takes from the parts on both sides, or gives to them, in equal measure."""
    at = placed.spot.line
    taken, given = uses(placed.steps) - line.stitches, makes(placed.steps) - line.stitches
    for part, share in ((at, 0), (at + 1, 1)):
        needs[part] += (taken + share) // 2
        gains[part] += (given + share) // 2 - (taken + share) // 2


def _steps(split: RowSplit, spot: ShapingPlace, work: LineWork, shaping: Shaping, side: Side) -> Steps:
    """The steps of a work on a row of that side: knitted or purled as the stitches beside them are."""
    purled = plain_steps(split.parts[spot.part].fabric, side) is PURL
    before_in_rs = not spot.at_head
    if purled:
        return in_purl(work.steps(before_in_rs, shaping.leaning))
    return work.steps(before_in_rs is (side is Side.RS), shaping.leaning)


def plain_steps(fabric: str, side: Side, second_round: bool = False) -> Plainly:
    """How the plain stitches of a fabric are worked on a row of that side."""
    if second_round and fabric in _IN_ROUNDS:
        return _IN_ROUNDS[fabric][1]
    known = _KNITTED_ON.get(fabric)
    return known[0 if side is Side.RS else 1] if known else fabric


# -- the row's items ---------------------------------------------------------------------------------------


def row_steps(
    row: RowShaping, grows: frozenset[str], cast_on: int = 0, hold: str = "", second_round: bool = False
) -> tuple[Step, ...]:
    """The steps of a row. ``grows`` names the parts whose count changes while the words stay the same.

    ``cast_on`` stitches are cast on at its end; the part ``hold`` is put on a holder where it is met.
    """
    items: list[Item] = list(_Items(row, grows, hold, second_round).run())
    if hold:
        count = next(part.count for part in row.split.parts if part.name == hold)
        items.append(FixedSteps((Hold(hold, NOWHERE, count=count),), count))
    if cast_on:
        items.append(FixedSteps((Work(STITCHES["co"], cast_on, NOWHERE),), 0))
    return in_groups(merged(tuple(as_steps(items))))


class _Items:
    """Goes along a row in working order and gives what is met."""

    def __init__(self, row: RowShaping, grows: frozenset[str], hold: str, second_round: bool) -> None:
        self.row, self.split = row, row.split
        self.forwards = row.forwards
        self.hold = hold
        self.second_round = second_round
        self.grows = grows
        self.elastic = {at for segment in self.split.segments() for at in [_elastic(self.split, segment, grows)]}

    def run(self) -> Iterator[Item]:
        live = {at for at in self.split.live if self.split.parts[at].name != self.hold}
        places = range(len(self.split.parts))
        for at in places if self.forwards else reversed(places):
            if at in live:
                yield from self._part(at)
            line = at if self.forwards else at - 1
            # A line beside a held part is met if it has a stitch of its own: that stays on the needle.
            if 0 <= line < len(self.split.lines) and ({line, line + 1} <= live or self.split.lines[line].stitches):
                yield from self._line(line, live)

    def _how(self, fabric: str) -> Plainly:
        return plain_steps(fabric, self.row.side, self.second_round)

    def _part(self, at: int) -> Iterator[Item]:
        part = self.split.parts[at]
        how = self._how(part.fabric)
        here = [each for each in self.row.placed if each.spot.part == at and each.spot.line < 0]
        near = [each for each in here if each.spot.at_head is self.forwards]
        far = [each for each in here if each.spot.at_head is not self.forwards]
        for each in near:
            yield from (Plain(how, each.away), FixedSteps(each.steps, uses(each.steps)))
        rest = part.count - self.row.needs[at]
        elastic = at in self.elastic and (rest > 0 or part.name in self.grows)
        yield Plain(how, rest, elastic)
        for each in reversed(far):
            yield from (FixedSteps(each.steps, uses(each.steps)), Plain(how, each.away))

    def _line(self, at: int, live: set[int]) -> Iterator[Item]:
        line = self.split.lines[at]
        over = next((each for each in self.row.placed if each.spot.line == at), None)
        if line.kind is LineKind.UNMARKED:
            how = self._how(self._line_fabric(at))
            yield FixedSteps(over.steps, uses(over.steps)) if over else Plain(how, line.stitches)
        elif over is None:
            yield from self._pass(line, at, live)
        else:
            yield from self._cross(line, over)

    def _line_fabric(self, at: int) -> str:
        """A line's own stitch is worked as the plain fabric beside it; among figured ones it is smooth."""
        if self.split.lines[at].fabric:
            return self.split.lines[at].fabric
        beside = {self.split.parts[at].fabric, self.split.parts[at + 1].fabric}
        return next((fabric for fabric in ("garter", *_KNITTED_ON) if fabric in beside), "stockinette")

    def _pass(self, line: Line, at: int, live: set[int]) -> Iterator[Item]:
        own = Plain(self._how(self._line_fabric(at)), line.stitches, own=True)
        if line.kind is LineKind.STITCH:
            yield from (_stitch_stop(self.split, line), own)
            return
        # A marker beside a held part went onto the holder with it.
        right = line.kind is not LineKind.AFTER and at in live
        left = line.kind in (LineKind.AFTER, LineKind.BOTH) and at + 1 in live
        first, last = (right, left) if self.forwards else (left, right)
        if first:
            yield _MARKER
        yield own
        if last:
            yield _MARKER

    def _marker_first(self, line: Line) -> bool:
        """Whether a line's one marker is met before its stitch."""
        return (line.kind is LineKind.BEFORE) is self.forwards

    def _cross(self, line: Line, over: PlacedWork) -> Iterator[Item]:
        """Past a line that is worked across: markers off before it and on again beside what it leaves."""
        taken = uses(over.steps) - line.stitches
        short = taken // 2 if self.forwards else (taken + 1) // 2
        if line.kind is LineKind.STITCH:
            yield from (
                ReservedStitches(short),
                _stitch_stop(self.split, line),
                FixedSteps(over.steps, uses(over.steps) - short),
            )
            return
        place = Marker(MarkerDeed.PLACE, NOWHERE)
        off: list[Step] = []
        on_first: Steps = (place,)
        on_last: Steps = ()
        if line.kind is not LineKind.BOTH and not self._marker_first(line):
            short, on_first, on_last = short + line.stitches, (), (place,)
        off.append(Marker(MarkerDeed.REMOVE, NOWHERE, ahead=short))
        if line.kind is LineKind.BOTH:
            off.append(Marker(MarkerDeed.REMOVE, NOWHERE, ahead=short + line.stitches))
            on_last = (place,)
        yield ReservedStitches(short)
        yield MarkReached(ToMarker, (*off, *on_first))
        yield FixedSteps((*over.steps, *on_last), uses(over.steps) - short)


def _elastic(split: RowSplit, segment: Sequence[int], grows: frozenset[str]) -> int:
    """The part of a stretch whose stitches are worked up to a goal: the one that grows, else the largest."""
    growing = [at for at in segment if split.parts[at].name in grows]
    return growing[0] if growing else max(segment, key=lambda at: split.parts[at].count)


_MARKER = MarkReached(ToMarker, (Marker(MarkerDeed.PASS, NOWHERE),))


def _stitch_stop(split: RowSplit, line: Line) -> MarkReached:
    """A stop at a marked stitch; it is called the centre stitch where it is that and no other is marked."""
    alone = sum(each.kind is LineKind.STITCH for each in split.lines) == 1
    return MarkReached(lambda short: ToMarkedStitch(short, alone and line.name == CENTRE))
