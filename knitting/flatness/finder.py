"""Whether a cloth lies as it is meant to: where it cups, ruffles, bends or pulls, in degrees.

The thresholds are guesses until swatches say otherwise, so it is "should" and never "will". Stretch, blocking, curl,
gravity and drape are not in it.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from itertools import pairwise
from math import pi, radians, tan
from typing import NamedTuple

from knitting.cloth.layout import Layout, NoLayout
from knitting.cloth.meant import meant_to
from knitting.cloth.measuring import Measures, measure
from knitting.cloth.sheet import FEW_STITCHES
from knitting.curvature import Curvature
from knitting.flatness.findings import Bend, Finding
from knitting.flatness.folding import Fold, folds, leans_deg, plateaus, scatter_plateaus
from knitting.flatness.statements import (
    CupsAsMeant,
    NoSquare,
    RateChanges,
    RoundsOpen,
    RoundsTurn,
    Slanting,
    Strained,
    TopEdges,
    UnevenSides,
)
from knitting.flatness.verdicts import BLOCKS_STRAIN, FINE_STRAIN, FLAT_DEG, Verdict, verdict_of
from knitting.measures import Gauge
from knitting.stitches import Look

_POINT = 3
"""A piece that ends with no more than these ends in a point."""
_SHORT_END = 8
"""A change followed by no more rows than these is a border's, and bends nothing."""
_SAME_ROW = 3
_LEAST_EYELETS = 12
_FEWEST_STRAINED = 24
"""Fewer rows than these give way as their edges do: nothing is said of strain."""


def flatness(layout: Layout | NoLayout, wanted: Curvature | None = None) -> tuple[Finding, ...]:
    """Everything about how a cloth lies that is worth a sentence, the worst first; nothing where it lies as it should.

    ``wanted`` is how the piece is meant to lie; it is told from the shape where nobody says.
    """
    if isinstance(layout, NoLayout):
        return ()
    meant = wanted or meant_to(layout)
    along = folds(layout) if layout.sheet.whole or not layout.in_round else []
    found = list(_top(layout)) or list(_corners(layout))  # what fans out from a tab is no square
    found += [*_centre(layout, along, meant), *_changes(layout, along, meant)]
    found += [*_pulls(layout, along, meant), *_slants(layout)]
    order = list(Verdict)
    return tuple(sorted(found, key=lambda each: (each.wished, -order.index(each.verdict))))


def flat_increases(gauge: Gauge, lines: int) -> float:
    """Increases a round with which rounds from a point lie flat: on both sides of so many lines, or scattered (0).

    >>> round(flat_increases(Gauge(10, 10 / 0.75), 0), 2), round(flat_increases(Gauge(10, 20), 8), 2)
    (4.71, 3.31)
    """
    ratio = gauge.row_cm / gauge.stitch_cm
    return ratio * (2 * lines * tan(pi / lines) if lines > 2 else 2 * pi)


# -- what is looked for ------------------------------------------------------------------------------------


def top_angle_deg(layout: Layout) -> float | None:
    """The angle at which the edges meet above the first row of a piece that fans out from a tab or a few stitches
    along its marks; ``None`` for any other."""
    inner = [wall for wall in layout.walls[1:-1] if wall.marked and wall.born == 0]
    few = layout.from_tab or layout.rows[0].start <= FEW_STITCHES
    if layout.in_round or not inner or not few or not layout.sheet.whole:
        return None
    sides = (leans_deg(layout.zones[0], last=False), leans_deg(layout.zones[-1], last=True))
    edges = [plateaus(side) for side in sides]
    along = [fold for fold in folds(layout) if layout.walls[fold.wall] in inner]
    if not all(edges) or not all(fold.plateaus for fold in along):
        return None
    leans = [each[0].fold_deg for each in edges]
    if min(leans) <= 0:
        return None
    return sum(leans) + sum(fold.plateaus[0].fold_deg for fold in along)


def _top(layout: Layout) -> Iterator[Finding]:
    angle = top_angle_deg(layout)
    if angle is None or abs(180 - angle) < 1 or not 90 < angle < 270:
        return
    missing = 180 - angle
    verdict = verdict_of(missing)
    yield Finding(Bend.TOP, _all_rows(layout), missing, verdict, TopEdges(angle, missing, verdict))


def _centre(layout: Layout, along: list[Fold], meant: Curvature) -> Iterator[Finding]:
    """Rounds that begin at a point: the wedges together against the whole turn."""
    first, last = layout.rows[0].start, layout.rows[-1].end
    if not layout.in_round or not layout.sheet.whole or meant is Curvature.TUBE or last <= first:
        return
    fan = scatter_plateaus(layout)
    total = sum(fold.plateaus[0].fold_deg for fold in along if fold.plateaus)
    total += max((plateau.fold_deg for plateau in fan), default=0.0)
    if total <= 0:
        return
    missing = 360 - total
    lines = sum(abs(fold.plateaus[0].fold_deg) > 1 for fold in along if fold.plateaus)
    flat, made = flat_increases(layout.gauge, lines), _gained_from_the_centre(layout, along)
    rows, verdict = _all_rows(layout), verdict_of(missing)
    if meant is Curvature.CUPS or first > FEW_STITCHES:
        yield Finding(Bend.CENTRE, rows, missing, Verdict.FLAT, RoundsOpen(total), wished=True)
        return
    about = RoundsTurn(total, missing, verdict, made, flat)
    yield Finding(Bend.CENTRE, rows, missing, verdict, about, gains=made, flat_gains=flat)


def _gained_from_the_centre(layout: Layout, along: list[Fold]) -> float:
    """Stitches that a round gains in the middle, where the turn is made, along all lines and between them."""
    ratio = layout.gauge.row_cm / layout.gauge.stitch_cm
    at_lines = sum(2 * ratio * tan(radians(fold.plateaus[0].fold_deg / 2)) for fold in along if fold.plateaus)
    return at_lines + ratio * max((radians(each.fold_deg) for each in scatter_plateaus(layout)), default=0.0)


def _corners(layout: Layout) -> Iterator[Finding]:
    """Four sides of one length, or four round a mark that ends in a point, that make no square."""
    found: Measures = measure(layout)
    lengths = [side.length for side in found.sides]
    if layout.in_round or len(found.corners) != 4 or len(lengths) != 4:
        return
    to_a_point = sum(wall.marked for wall in layout.walls) == 1 and layout.rows[-1].end <= _POINT
    if max(lengths) > 1.06 * min(lengths) and not to_a_point:
        return
    angles = sorted(corner.angle for corner in found.corners)
    off = max(abs(angle - 90) for angle in angles)
    if off > 1.5:
        about = NoSquare(angles[0], angles[-1])
        yield Finding(Bend.CORNERS, _all_rows(layout), off, verdict_of(off), about)


class _Turn(NamedTuple):
    """A change of fold: its row, at which line (none: all round), the last row of the new fold, both folds as
    stitches gained a row."""

    row: int
    defect_deg: float
    line: str
    last: int
    before: float
    after: float


def _changes(layout: Layout, along: list[Fold], meant: Curvature) -> Iterator[Finding]:
    """Where the rate of shaping changes: the lines that change in one row are said together."""
    rows = len(layout.rows)
    last = rows - max(_SHORT_END, rows // 12)
    met = sorted(_turns(layout, along))
    while met:
        row = met[0].row
        together = [each for each in met if each.row <= row + _SAME_ROW]
        met = met[len(together) :]
        defect = max((each.defect_deg for each in together), key=abs)
        if row < last and abs(defect) >= FLAT_DEG / 2:
            yield _change(layout, together, defect, meant)


def _turns(layout: Layout, along: list[Fold]) -> Iterator[_Turn]:
    ratio = layout.gauge.row_cm / layout.gauge.stitch_cm
    for fold in along:
        for one, other in pairwise(fold.plateaus):
            gains = [2 * ratio * tan(radians(each.fold_deg / 2)) for each in (one, other)]
            yield _Turn(other.first, one.fold_deg - other.fold_deg, fold.name, other.last, *gains)
    for one, other in pairwise(scatter_plateaus(layout)):
        gains = [ratio * radians(each.fold_deg) for each in (one, other)]
        yield _Turn(other.first, one.fold_deg - other.fold_deg, "", other.last, *gains)


def _change(layout: Layout, together: list[_Turn], defect: float, meant: Curvature) -> Finding:
    first, last = (row + layout.first_row + 1 for row in (together[0].row, max(each.last for each in together)))
    lines = tuple(each.line for each in together if each.line)
    wished = meant in (Curvature.CUPS, Curvature.DOME) and defect > 0
    verdict = verdict_of(defect)
    if wished:
        cups = CupsAsMeant(first, layout.in_round, defect, lines, dome=meant is Curvature.DOME)
        return Finding(Bend.CHANGE, (first, last), defect, verdict, cups, wished)
    flat, gains = sum(each.before for each in together), sum(each.after for each in together)
    about = RateChanges(first, last, layout.in_round, defect, verdict, lines, gains, flat)
    return Finding(Bend.CHANGE, (first, last), defect, verdict, about, gains=gains, flat_gains=flat)


def _pulls(layout: Layout, along: list[Fold], meant: Curvature) -> Iterator[Finding]:
    """Walls whose two sides differ in length by more than a stitch; what the mesh had to stretch."""
    told = max(layout.gauge.stitch_cm, layout.gauge.row_cm)
    uneven = [fold for fold in along if fold.uneven >= FINE_STRAIN and abs(fold.before_cm - fold.after_cm) > told]
    uneven.sort(key=lambda fold: -fold.uneven)
    if uneven:
        worst = uneven[0]
        verdict = Verdict.BLOCKS if worst.uneven <= BLOCKS_STRAIN else Verdict.SHOWS
        names = tuple(each.name for each in uneven)
        up_to = uneven[-1].uneven <= 0.9 * worst.uneven
        about = UnevenSides(worst.before_cm > worst.after_cm, names, worst.uneven, up_to)
        yield Finding(Bend.PULL, _all_rows(layout), 0.0, verdict, about, share=worst.uneven)
    if layout.strain >= FINE_STRAIN and meant is Curvature.FLAT and len(layout.rows) >= _FEWEST_STRAINED:
        verdict = Verdict.BLOCKS if layout.strain <= BLOCKS_STRAIN else Verdict.SHOWS
        strained = Strained(layout.strain, verdict)
        yield Finding(Bend.STRAIN, _all_rows(layout), 0.0, verdict, strained, share=layout.strain)


def _slants(layout: Layout) -> Iterator[Finding]:
    """Eyelets that always lie on the same side of their decreases: real cloth slants, and no count shows it."""
    sides: Counter[bool] = Counter()
    for study in layout.studies:
        for group in study.mixed:
            holes = [event.stitch is not None and event.stitch.look is Look.HOLE for event in group.count_changes]
            if len(holes) == 2 and group.change == 0 and sum(holes) == 1:
                sides[holes[0]] += 1
    if sum(sides.values()) >= _LEAST_EYELETS and len(sides) == 1:
        yield Finding(Bend.SLANT, _all_rows(layout), 0.0, Verdict.BLOCKS, Slanting())


def _all_rows(layout: Layout) -> tuple[int, int]:
    return layout.first_row + 1, layout.first_row + len(layout.rows)
