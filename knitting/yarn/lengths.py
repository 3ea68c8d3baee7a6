"""How long the yarn of a stitch is: by its kind, by the gauge, and by how the gauge was measured.

All of it is weak until something was weighed (``knitting.yarn.weighing``): lengths from literature are quoted from
memory, those from geometry take the yarn as thick as a quarter of a stitch's width, and the rest is a guess.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import sqrt
from types import MappingProxyType
from typing import NamedTuple

from knitting.fabric import Fabric
from knitting.measures import Gauge
from knitting.needle.worked import ClusterWork, FabricWork, GroupWork, Workable
from knitting.stitches import KNIT, Face, Family, StitchKind

_WASHED, _UNWASHED = 4.1, 3.8
"""Length of a plain loop in stitch widths, wet-relaxed and as it comes from the needles: D. L. Munden, Journal of the
Textile Institute 50 (1959), from memory. The loop stays as it is when it is washed; only the width changes."""
_NOT_TOLD = 3.95

_YARN_WIDTH = 0.25
"""How thick the yarn is, in stitch widths: what a crossing needs follows from it."""
CROSSING_LOOPS = (sqrt(1 + 4 * _YARN_WIDTH**2) - 1) / _WASHED
"""Loops for bringing the yarn between the needles once, from knit to purl or back: geometry."""
_FURTHER_LOOP = 0.12
_TIGHT_YARN_OVER = 0.74


@dataclass(frozen=True, slots=True)
class FabricWidth:
    """The width of a stitch in a fabric, in widths of a plain stitch on the same needle, and its standard deviation."""

    width: float = 1.0
    sd: float = 0.05


_WIDTHS = MappingProxyType(
    {
        "garter": FabricWidth(1.03, 0.05),
        "reverse_garter": FabricWidth(1.03, 0.05),
        "rib1x1": FabricWidth(0.65, 0.12),
        "rib2x2": FabricWidth(0.65, 0.12),
        "rib3x3": FabricWidth(0.72, 0.12),
        "seed": FabricWidth(1.05, 0.05),
        "moss": FabricWidth(1.03, 0.05),
        "wake": FabricWidth(1.10, 0.10),
        "gull": FabricWidth(1.10, 0.10),
        "rope": FabricWidth(0.78, 0.08),
        "tide": FabricWidth(0.78, 0.08),
    }
)
"""Guesses, but for the 1x1 rib: half as wide in theory and 0.7 in practice (D. J. Spencer, from memory)."""


def fabric_width(fabric: str) -> FabricWidth:
    """How wide a stitch lies in the fabric of that name; as wide as plain knitting where the name is not known."""
    return _WIDTHS.get(fabric.strip().lower().replace(" ", "_"), FabricWidth())


def loop_widths(gauge: Gauge) -> float:
    """Length of a plain loop in stitch widths, by which swatch gave the gauge.

    >>> loop_widths(Gauge(20, 28)), loop_widths(Gauge(20, 28, washed=False))
    (3.95, 3.8)
    """
    if gauge.guessed or gauge.washed is None:
        return _NOT_TOLD
    return _WASHED if gauge.washed else _UNWASHED


def loop_cm(gauge: Gauge) -> float:
    """Yarn of one plain loop on the needle that gave a gauge, in centimetres.

    The needle sets the loop, not the fabric: a gauge measured in ribbing is brought to the width of plain stitches.

    >>> round(loop_cm(Gauge(20, 28, washed=True)), 3), round(loop_cm(Gauge(20, 28, "rib2x2", washed=True)), 3)
    (2.05, 3.154)
    """
    return loop_widths(gauge) * gauge.stitch_cm / fabric_width(gauge.fabric).width


class WorkLength(NamedTuple):
    """What a run is made of once: loops, with the ``crossings`` inside, and the faces at its two ends.

    An end is ``None`` where the yarn stays where it was; ``bound`` are the loops of stitches that are bound off.
    """

    loops: float
    first: Face | None
    last: Face | None
    bound: float = 0.0
    yarn_overs: int = 0
    cabled: int = 0
    crossings: int = 0

    def times(self, count: int) -> WorkLength:
        """The same so many times over, with the crossings from one time to the next."""
        if count == 1:
            return self
        crossed = count - 1 if _differ(self.last, self.first) else 0
        return WorkLength(
            self.loops * count + CROSSING_LOOPS * crossed,
            self.first,
            self.last,
            self.bound * count,
            self.yarn_overs * count,
            self.cabled * count,
            self.crossings * count + crossed,
        )

    def then(self, other: WorkLength) -> WorkLength:
        """One after the other, with the crossing between them."""
        crossed = 1 if _differ(self.last, other.first) else 0
        return WorkLength(
            self.loops + other.loops + CROSSING_LOOPS * crossed,
            self.first or other.first,
            other.last or self.last,
            self.bound + other.bound,
            self.yarn_overs + other.yarn_overs,
            self.cabled + other.cabled,
            self.crossings + other.crossings + crossed,
        )


NO_WORK = WorkLength(0.0, None, None)
_STAYS = (Family.SLIP, Family.YARN_OVER, Family.DROP, Family.REST)


def work_length(work: Workable) -> WorkLength:
    """What something worked once takes.

    >>> round(work_length(KNIT).loops, 2)
    1.0
    """
    if isinstance(work, StitchKind):
        return _of_stitch(work)
    if isinstance(work, FabricWork):
        return _of_stitch(KNIT)
    found = NO_WORK
    if isinstance(work, GroupWork):
        for inner, count in work.runs:
            found = found.then(work_length(inner).times(count))
        return found
    return _of_cluster(work)


def _of_cluster(work: ClusterWork) -> WorkLength:
    """Loops drawn through several stitches at once, and yarn overs held tight between them."""
    found = NO_WORK
    for step in work.cluster.steps:
        one = _of_stitch(step.stitch)
        if step.stitch.family is Family.YARN_OVER:
            one = one._replace(loops=_TIGHT_YARN_OVER, yarn_overs=0)
        else:
            one = one._replace(loops=one.loops + _FURTHER_LOOP * (work.cluster.over - 1))
        found = found.then(one.times(step.times))
    return found


def _of_stitch(stitch: StitchKind) -> WorkLength:
    face = None if stitch.family in _STAYS else stitch.face_on_rs
    return WorkLength(
        stitch.yarn,
        face,
        face,
        stitch.yarn if stitch.family is Family.BIND_OFF else 0.0,
        int(stitch.family is Family.YARN_OVER),
        stitch.uses if stitch.family is Family.CABLE else 0,
    )


def loops_a_stitch(fabric: Fabric) -> float:
    """Loops that a stitch of a fabric takes on average, crossings too.

    >>> from knitting.fabric import FABRICS
    >>> round(loops_a_stitch(FABRICS["rib1x1"]), 2), round(loops_a_stitch(FABRICS["rib2x2"]), 3)
    (1.03, 1.014)
    """
    rows = [_repeated(row) for row in fabric.rows]
    stitches = sum(sum(stitch.makes for stitch in row) for row in fabric.rows)
    return sum(rows) / stitches if stitches else 1.0


def _repeated(row: tuple[StitchKind, ...]) -> float:
    found = NO_WORK
    for stitch in row:
        found = found.then(_of_stitch(stitch))
    return found.loops + (CROSSING_LOOPS if _differ(found.last, found.first) else 0.0)


def _differ(one: Face | None, other: Face | None) -> bool:
    return one is not None and other is not None and one is not other
