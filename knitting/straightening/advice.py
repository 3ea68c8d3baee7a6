"""Plans that lie better: what would mend a bend of the cloth, each laid out and found better before it is offered."""

from __future__ import annotations

from dataclasses import dataclass, field

from knitting.cloth import Finding, flatness, lay_flat
from knitting.cloth.findings import FLAT_DEG
from knitting.curvature import Curvature
from knitting.needle.piece_worker import work_piece
from knitting.plan.compiling import compiled
from knitting.plan.foresight import foresee
from knitting.plan.plan import Plan
from knitting.plan.troubles import PlanMend
from knitting.problems import ProblemKind
from knitting.straightening.candidates import candidates
from knitting.straightening.judging import left_of

MOST_OFFERED = 2
_MOST_TRIED, _FEW_TRIED = 28, 2
_PATIENCE = 1_000_000
"""Stitches laid out after which only a few more plans are tried for each finding."""
_MOST_ENDS = 3
_TOLD_APART = 4.0
"""Degrees, or hundredths of a length, by which one plan has to lie better than another to come before it."""


@dataclass(frozen=True, slots=True)
class Advice:
    """A finding about how a plan's cloth lies, and the plans that lie better."""

    finding: Finding
    mends: tuple[PlanMend, ...] = ()


def advise(plan: Plan, wanted: Curvature | None = None) -> tuple[Advice, ...]:
    """How the cloth of a plan lies, with mends that were laid out and found better."""
    return _Trials(plan, wanted).advice()


@dataclass
class _Trials:
    """The plans that are tried in the place of one, each laid out once and no more than there is patience for."""

    plan: Plan
    wanted: Curvature | None
    laid: dict[Plan, tuple[Finding, ...]] = field(default_factory=dict)
    stitches: int = 0

    def advice(self) -> tuple[Advice, ...]:
        return tuple(Advice(each, self._mends(each)) for each in self.findings(self.plan))

    def findings(self, plan: Plan) -> tuple[Finding, ...]:
        if plan not in self.laid:
            worked = work_piece(compiled(foresee(plan)), gauge=plan.gauge)
            later = tuple((change.row, change.gauge) for change in plan.gauges)
            self.laid[plan] = flatness(lay_flat(worked, plan.gauge, later), self.wanted)
            self.stitches += worked.stitches
        return self.laid[plan]

    def _mends(self, finding: Finding) -> tuple[PlanMend, ...]:
        if not finding.asks:
            return ()
        better: list[tuple[float, PlanMend]] = []
        for tries, mend in enumerate(candidates(self.plan, finding)):
            flat = sum(left < FLAT_DEG for left, _ in better)
            if flat == MOST_OFFERED or tries == _MOST_TRIED or (tries >= _FEW_TRIED and self.stitches > _PATIENCE):
                break
            tried = self._tried(mend, finding)
            if tried is not None and all(tried[1].plan != each.plan for _, each in better):
                better.append(tried)
        better.sort(key=lambda each: each[0] // _TOLD_APART)
        return tuple(mend for _, mend in better[:MOST_OFFERED])

    def _tried(self, mend: PlanMend, finding: Finding) -> tuple[float, PlanMend] | None:
        """A mend with what is left of the bend; ``None`` where it does not help, makes another sort of bend that
        shows, or does not come out."""
        plan = _made_to_end(mend.plan)
        if plan is None:
            return None
        left = left_of(finding, self.findings(self.plan), self.findings(plan))
        return (left.size, PlanMend(f"{mend.says} ({left.says})", plan)) if left is not None else None


def _made_to_end(plan: Plan) -> Plan | None:
    """A plan whose stages come out: an end that another rate steps past is moved to the nearest that is met."""
    for _ in range(_MOST_ENDS):
        troubles = foresee(plan).troubles
        if not troubles:
            return plan
        if not troubles[0].mends or troubles[0].kind is not ProblemKind.STEPPED_PAST:
            return None
        plan = troubles[0].mends[0].plan
    return None
