"""The table of works: what can be worked at a line, on either side of it or across it.

Uses and makes are those of the table of stitches; which stitch stands on which side is common practice.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from types import MappingProxyType

from knitting.needle.group_work import group_work
from knitting.problems import NOWHERE
from knitting.rows import Cluster, Step, Work
from knitting.statements import N_
from knitting.stitches import DECREASES, INCREASES, STITCHES, Lean, Leaning, Pair, purled

Steps = tuple[Step, ...]


@dataclass(frozen=True, slots=True)
class LineWork:
    """One way of shaping: its steps before a line and after it, or across the line's own stitches."""

    key: str
    said: str
    before: Steps
    after: Steps
    across: bool = False

    @property
    def uses(self) -> int:
        """Stitches used each time."""
        return uses(self.before)

    @property
    def change(self) -> int:
        """Stitches gained each time, or lost below zero."""
        return makes(self.before) - uses(self.before)

    @property
    def leans(self) -> bool:
        """Whether the two sides of a line are other stitches, so that a lean can be chosen."""
        return self.before != self.after

    def steps(self, before: bool, leaning: Leaning) -> Steps:
        """The steps on one side of a line."""
        if not self.leans:
            return self.before
        if leaning in (Leaning.LEFT, Leaning.RIGHT):
            wanted = Lean.LEFT if leaning is Leaning.LEFT else Lean.RIGHT
            return self.before if _lean(self.before) is wanted else self.after
        return self.before if before is (leaning is Leaning.AWAY) else self.after


def uses(steps: Steps) -> int:
    """Stitches that steps without goals take from the left needle."""
    work = group_work(steps)
    assert work is not None, "works have no goals"
    return work.uses


def makes(steps: Steps) -> int:
    """Stitches that steps without goals put on the right needle."""
    work = group_work(steps)
    assert work is not None, "works have no goals"
    return work.makes


def in_purl(steps: Steps) -> Steps:
    """The steps as they are worked where the stitches beside them are purled."""
    return tuple(replace(step, stitch=purled(step.stitch)) if isinstance(step, Work) else step for step in steps)


def _lean(steps: Steps) -> Lean:
    first = steps[0]
    return first.stitch.lean if isinstance(first, Work) else Lean.NONE


def _step(key: str, times: int = 1) -> Work:
    return Work(STITCHES[key], times, NOWHERE)


def _pair(key: str, pair: Pair, said: str = "") -> LineWork:
    return LineWork(key, said or pair[0].spoken, (_step(pair[0].key),), (_step(pair[1].key),))


def _both(key: str, said: str, *steps: Step, across: bool = False) -> LineWork:
    return LineWork(key, said, steps, steps, across)


_CLUSTER = Cluster((_step("k3tog"), _step("yo"), _step("k3tog"), _step("yo"), _step("k3tog")), 3, NOWHERE)

_ROWS = (
    _pair("yo", INCREASES["yo"]),
    _pair("kfb", INCREASES["kfb"]),
    _pair("m1", INCREASES["m1"]),
    _pair("m1_pair", INCREASES["m1_pair"], N_("make one, leaning")),
    _pair("lifted_pair", INCREASES["lifted_pair"], N_("lifted increase")),
    _both("yo_k1_yo", N_("yarn over, knit 1, yarn over"), _step("yo"), _step("k"), _step("yo")),
    _both("three_in_five", N_("cluster of 3 into 5"), _CLUSTER),
    _pair("k2tog_pair", DECREASES["k2tog_pair"], N_("two together, leaning")),
    _pair("k2tog", DECREASES["k2tog"]),
    _pair("ssk", DECREASES["ssk"]),
    _both("eyelet_decrease", N_("k2tog, yarn over, k2tog"), _step("k2tog"), _step("yo"), _step("k2tog")),
    _both("k3tog_edge", STITCHES["k3tog"].spoken, _step("k3tog")),
    _both("cdd", STITCHES["cdd"].spoken, _step("cdd"), across=True),
    _both("sk2p", N_("double decrease leaning left"), _step("sk2p"), across=True),
    _both("k3tog", N_("double decrease leaning right"), _step("k3tog"), across=True),
    _both(
        "three_in_one",
        N_("knit 1, yarn over, knit 1 in it"),
        Cluster((_step("k"), _step("yo"), _step("k")), 1, NOWHERE),
        across=True,
    ),
)

WORKS = MappingProxyType({work.key: work for work in _ROWS})
"""Every way of shaping by its key."""

OWN = "own"
"""The key of the knitter's own steps."""


def work_of(key: str, steps: Steps, across: bool) -> LineWork | None:
    """The work of a shaping: from the table, or its own steps; ``None`` where there is no such thing."""
    if key != OWN:
        return WORKS.get(key)
    if not steps or group_work(steps) is None:
        return None
    return LineWork(OWN, "own stitches", steps, steps, across)
