"""Metres of yarn, row by row: running sums by colour and by what was knitted, from the runs of the worked rows."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import Enum
from typing import NamedTuple, TypeAlias

import numpy as np
from numpy.typing import NDArray

from knitting.measures import GUESS_IN_GARTER, Gauge, GaugesFrom
from knitting.needle.worked import PartWork, Workable, WorkedPiece, WorkedRow
from knitting.rows import BindOff, CastOn, FastenOff, Graft, Side, Tab
from knitting.stitches import Face
from knitting.yarn.joins import joins
from knitting.yarn.lengths import CROSSING_LOOPS, NO_WORK, WorkLength, loop_cm, work_length
from knitting.yarn.tails import bind_off_m, cast_on_m, cut_join_m, float_m

Metres: TypeAlias = NDArray[np.float64]


class Knitted(Enum):
    """What was knitted: a hand takes more or less yarn in each than the sums say."""

    GARTER = "garter"
    STOCKINETTE = "stockinette"
    RIBBED = "knit and purl side by side"
    LACE = "lace"
    CABLES = "cables"
    BIND_OFF = "bind-off"


KNITTED = tuple(Knitted)
_PLACE = {knitted: place for place, knitted in enumerate(KNITTED)}
_RIBBED_SHARE, _LACE_SHARE, _CABLED_SHARE = 0.15, 0.08, 0.08
"""Crossings, yarn overs and cabled stitches a stitch from which on a row counts as ribbed, lace or cables."""


class Spending(Enum):
    """What yarn goes into."""

    CAST_ON = "cast-on"
    ROWS = "rows"
    BIND_OFF = "bind-off"
    JOINS = "joins"


SPENDINGS = tuple(Spending)


@dataclass(frozen=True, eq=False)
class Spent:
    """Running sums of predicted metres, from none of the rows to all of them.

    ``metres[r, c, f]`` is what is spent of colour ``c`` in what is knitted ``f`` (of :data:`KNITTED`) when ``r`` rows
    are done, whatever it went into. ``by_spending[c, s]`` are the whole piece's sums by :data:`SPENDINGS`, ``loops``
    its loops by colour, and ``closing[c]`` what the orders after the last row take, which no running sum holds.
    ``row_colours`` is the colour in hand in every row, ``last_colour`` after all of them.
    """

    colours: tuple[str, ...]
    metres: Metres
    by_spending: Metres
    loops: Metres
    closing: Metres
    row_colours: tuple[int, ...]

    @property
    def rows(self) -> int:
        """Rows in all."""
        return len(self.metres) - 1

    def of(self, colour: str) -> Metres:
        """The running sum of one colour."""
        found: Metres = self.metres[:, self.colours.index(colour)].sum(axis=1)
        return found

    @property
    def whole(self) -> Metres:
        """What the whole piece takes of every colour, orders after the last row included."""
        found: Metres = self.metres[-1].sum(axis=1) + self.closing
        return found


def spent(worked: WorkedPiece, gauge: Gauge | None = None, later: GaugesFrom = ()) -> Spent:
    """The yarn of a piece at a gauge, by default its own, which may change from a row on (``later``).

    A row costs as much as its runs, however many stitches they are; what a run takes once is remembered.
    """
    return _Sums(worked, gauge or worked.piece.headers.gauge or GUESS_IN_GARTER, later).spent()


class _Once(NamedTuple):
    """A run once, with what most runs need of it at hand; ``special`` if it is more than loops side by side."""

    loops: float
    first: Face | None
    last: Face | None
    special: bool
    whole: WorkLength


class _Sums:
    """The walk over a piece's course that fills the sums."""

    def __init__(self, worked: WorkedPiece, gauge: Gauge, later: GaugesFrom) -> None:
        self.worked = worked
        self.first, self.later = gauge, later
        named = [name for name, _ in worked.piece.headers.yarns]
        shown = [row.colour for row in worked.rows]
        self.colours = tuple(dict.fromkeys([*[name for name in named if name in set(shown)], *shown])) or ("",)
        self.place = {name: at for at, name in enumerate(self.colours)}
        rows = len(worked.rows)
        self.metres = np.zeros((rows + 1, len(self.colours), len(KNITTED)))
        self.by_spending = np.zeros((len(self.colours), len(SPENDINGS)))
        self.loops = np.zeros(len(self.colours))
        self.closing = np.zeros(len(self.colours))
        self.known: dict[int, _Once] = {}
        self.kept: list[Workable] = []
        self.known_rows: dict[int, tuple[tuple[PartWork, ...], WorkLength]] = {}

    def spent(self) -> Spent:
        self._orders()
        self._rows()
        self._joins()
        row_colours = tuple([self.place[row.colour] for row in self.worked.rows])
        running = self.metres.cumsum(axis=0)
        return Spent(self.colours, running, self.by_spending, self.loops, self.closing, row_colours)

    def _gauge(self, row: int) -> Gauge:
        known = self.first
        for begins, gauge in self.later:
            if begins <= row + 1:
                known = gauge
        return known

    # -- between rows ------------------------------------------------------------------------------------

    def _orders(self) -> None:
        """Cast-ons are spent before the row that follows them, bind-offs too; the last ones close the piece."""
        rows = self.worked.rows
        at = 0
        for done in self.worked.course:
            order = done.order
            if order is None:
                at += 1
            elif isinstance(order, Tab):
                self._add(0, at, Spending.CAST_ON, cast_on_m(order.cast_on, self._gauge(at)), Knitted.GARTER)
                at += order.rows
            elif isinstance(order, CastOn):
                metres = cast_on_m(order.count, self._gauge(at), order.manner, order.picked_up)
                self._add(self._colour(at), at, Spending.CAST_ON, metres, Knitted.GARTER)
            elif isinstance(order, BindOff | FastenOff | Graft) and at:
                self._bind_off(order, rows[at - 1], at)

    def _bind_off(self, order: BindOff | FastenOff | Graft, row: WorkedRow, at: int) -> None:
        colour = self.place[row.colour]
        stitches = row.end
        manner = "grafted"
        if isinstance(order, FastenOff):
            stitches = 0
        elif isinstance(order, BindOff):
            stitches, manner = max(stitches - order.slipped - order.left, 0), order.manner
        metres = bind_off_m(stitches, self._gauge(at - 1), manner)
        self._add(colour, at, Spending.BIND_OFF, metres, Knitted.BIND_OFF)

    def _add(self, colour: int, at: int, spending: Spending, metres: float, knitted: Knitted) -> None:
        self.by_spending[colour, SPENDINGS.index(spending)] += metres
        if at and at >= len(self.worked.rows):
            self.closing[colour] += metres
        else:
            self.metres[at and at + 1, colour, KNITTED.index(knitted)] += metres

    def _colour(self, at: int) -> int:
        rows = self.worked.rows
        return self.place[rows[min(at, len(rows) - 1)].colour] if rows else 0

    # -- rows ----------------------------------------------------------------------------------------------

    def _rows(self) -> None:
        shown: Face | None = None
        in_rows, bind_off = SPENDINGS.index(Spending.ROWS), SPENDINGS.index(Spending.BIND_OFF)
        of_binding = KNITTED.index(Knitted.BIND_OFF)
        loops, by_rows = [0.0] * len(self.colours), [0.0] * len(self.colours)
        taken: list[tuple[int, float]] = []
        loop, known = 0.0, None
        for at, row in enumerate(self.worked.rows):
            gauge = self._gauge(at) if self.later else self.first
            if gauge is not known:
                loop, known = loop_cm(gauge) / 100, gauge
            length = self._row(row)
            colour = self.place[row.colour]
            shown, knitted = _what(row, length, shown)
            free = length.loops - length.bound
            taken.append((colour * len(KNITTED) + _PLACE[knitted], free * loop))
            loops[colour] += length.loops
            by_rows[colour] += free * loop
            if length.bound:
                self.metres[at + 1, colour, of_binding] += length.bound * loop
                self.by_spending[colour, bind_off] += length.bound * loop
        flat = self.metres.reshape(len(self.metres), -1)
        if taken:
            places, metres = zip(*taken, strict=True)
            flat[np.arange(1, len(flat)), np.array(places)] += np.array(metres)
        self.by_spending[:, in_rows] += by_rows
        self.loops += loops

    def _row(self, row: WorkedRow) -> WorkLength:
        """What a row takes; rows that share their work are summed once."""
        found = self.known_rows.get(id(row.work))
        if found is None:
            found = self.known_rows[id(row.work)] = row.work, self._summed(row.work)
        return found[1]

    def _summed(self, parts: Sequence[PartWork]) -> WorkLength:
        """The same as one :class:`WorkLength` after the other, in plain sums: most of the time goes here."""
        loops, bound, crossings, inner, yarn_overs, cabled = 0.0, 0.0, 0, 0, 0, 0
        first: Face | None = None
        last: Face | None = None
        known = self.known
        for part in parts:
            for work, times in part.runs:
                length, begins, ends, special, one = known.get(id(work)) or self._once(work)
                loops += length * times
                if begins is not None:
                    if last is not begins:
                        if last is None:
                            first = begins
                        else:
                            crossings += 1
                    last = ends
                    if ends is not begins:
                        crossings += times - 1
                if special:
                    bound += one.bound * times
                    yarn_overs += one.yarn_overs * times
                    cabled += one.cabled * times
                    inner += one.crossings * times
        return WorkLength(loops + CROSSING_LOOPS * crossings, first, last, bound, yarn_overs, cabled, crossings + inner)

    def _once(self, work: Workable) -> _Once:
        """What a run takes once. What it is worked with is kept beside it, so that its identity stays its own."""
        self.kept.append(work)
        one = work_length(work)
        special = bool(one.bound or one.yarn_overs or one.cabled or one.crossings)
        found = self.known[id(work)] = _Once(one.loops, one.first, one.last, special, one)
        return found

    # -- changes of colour -----------------------------------------------------------------------------------

    def _joins(self) -> None:
        """Yarns carried up the side, and cut where they rest too long; the first yarn begins with the cast-on."""
        colours = [self.place[row.colour] for row in self.worked.rows]
        for at, colour, rested in joins(colours):
            metres = float_m(rested, self._gauge(at)) if rested else cut_join_m()
            self.metres[at + 1, colour, KNITTED.index(Knitted.GARTER)] += metres
            self.by_spending[colour, SPENDINGS.index(Spending.JOINS)] += metres


def _what(row: WorkedRow, length: WorkLength, shown: Face | None) -> tuple[Face | None, Knitted]:
    """The face that most of a row shows on the right side, and what is knitted with it."""
    face = length.last or shown
    stitches = row.end
    faces = (face.other if face is not None else None) if row.side is Side.WS else face
    if length.cabled > _CABLED_SHARE * stitches:
        return faces, Knitted.CABLES
    if length.yarn_overs > _LACE_SHARE * stitches:
        return faces, Knitted.LACE
    if length.crossings > _RIBBED_SHARE * stitches:
        return faces, Knitted.RIBBED
    return faces, Knitted.STOCKINETTE if faces is shown else Knitted.GARTER


def by_stitch(worked: WorkedPiece, gauge: Gauge) -> float:
    """Metres of all rows, added stitch by stitch: the plain way that :func:`spent` is compared with."""
    loops = 0.0
    for row in worked.rows:
        found = NO_WORK
        for work in _each(row.work):
            found = found.then(work_length(work))
        loops += found.loops
    return loops * loop_cm(gauge) / 100


def _each(parts: Sequence[PartWork]) -> Sequence[Workable]:
    return [work for part in parts for work, times in part.runs for _ in range(times)]
