"""Plans that lie better: what would mend a bend of the cloth, each laid out and found better before it is offered."""

from __future__ import annotations

from dataclasses import dataclass, field

from knitting.cloth import Bend, Finding, Verdict, flatness, lay_flat
from knitting.cloth.flatness import FLAT_DEG
from knitting.curvature import Curvature
from knitting.needle.piece_worker import work_piece
from knitting.plan.compiling import compiled
from knitting.plan.foresight import foresee
from knitting.plan.plan import Plan
from knitting.plan.troubles import PlanMend
from knitting.problems import ProblemKind
from knitting.straightening.candidates import candidates

BETTER = 0.6
"""A mend is offered if no more than this share of the bend is left."""
MOST_OFFERED = 2
_MOST_TRIED, _FEW_TRIED = 16, 2
_PATIENCE = 2_000_000
"""Stitches laid out after which only a few more plans are tried for each finding."""
_SAME_PLACE = 6
"""Rows by which a change of rate may have moved and is still the same."""
_MOST_ENDS = 3


@dataclass(frozen=True, slots=True)
class Advice:
    """A finding about how a plan's cloth lies, and the plans that lie better."""

    finding: Finding
    mends: tuple[PlanMend, ...] = ()


def advise(plan: Plan, wanted: Curvature | None = None) -> tuple[Advice, ...]:
    """How the cloth of a plan lies, with mends that were laid out and found better."""
    return _Trials(plan, wanted).advice()


def to_mend(finding: Finding) -> bool:
    """Whether a finding asks for a mend: it is not meant to be so, and would show or has to be blocked."""
    return not finding.wished and finding.verdict is not Verdict.FLAT


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
        if not to_mend(finding):
            return ()
        better: list[tuple[float, PlanMend]] = []
        for tries, mend in enumerate(candidates(self.plan, finding)):
            flat = sum(left < FLAT_DEG for left, _ in better)
            if flat == MOST_OFFERED or tries == _MOST_TRIED or (tries >= _FEW_TRIED and self.stitches > _PATIENCE):
                break
            tried = self._tried(mend, finding)
            if tried is not None and all(tried[1].plan != each.plan for _, each in better):
                better.append(tried)
        better.sort(key=lambda each: each[0])
        return tuple(mend for _, mend in better[:MOST_OFFERED])

    def _tried(self, mend: PlanMend, finding: Finding) -> tuple[float, PlanMend] | None:
        """A mend with what is left of the bend; ``None`` where it does not help, makes another sort of bend that
        shows, or does not come out."""
        plan = _made_to_end(mend.plan)
        if plan is None:
            return None
        before, after = self.findings(self.plan), self.findings(plan)
        same = _same(after, finding, before)
        left = max((each.size for each in same), default=0.0)
        if left > BETTER * finding.size or _showing(after) - _showing(before):
            return None
        return left, PlanMend(f"{mend.says} ({_then(finding.bend, same)})", plan)


def _showing(found: tuple[Finding, ...]) -> set[Bend]:
    """The sorts of findings that show."""
    return {each.bend for each in found if each.verdict is Verdict.SHOWS and not each.wished}


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


_PLAIN = {
    Bend.TOP: "then straight",
    Bend.CORNERS: "then square",
    Bend.PULL: "then even",
    Bend.STRAIN: "then nothing is stretched",
    Bend.SLANT: "then it does not slant",
}


def _same(after: tuple[Finding, ...], finding: Finding, before: tuple[Finding, ...]) -> list[Finding]:
    """What is left of a finding: those of its sort; of a change of rate, those that come up to its row and are new."""
    alike = [each for each in after if each.bend is finding.bend and not each.wished]
    if finding.bend is not Bend.CHANGE:
        return alike
    known = {each.rows[0] for each in before if each.bend is Bend.CHANGE and each is not finding}
    return [each for each in alike if each.rows[0] <= finding.rows[0] + _SAME_PLACE and each.rows[0] not in known]


def _then(bend: Bend, same: list[Finding]) -> str:
    """What is left of a bend, in a few words."""
    worst = max(same, key=lambda each: each.size, default=None)
    if worst is None:
        return _PLAIN.get(bend, "then flat")
    if not worst.defect_deg:
        return f"then {worst.share:.0%}"
    if bend is Bend.TOP:
        return f"then {180 - worst.defect_deg:.0f}°"
    if bend is Bend.CORNERS:
        return f"then off by {worst.defect_deg:.0f}°"
    return f"then {abs(worst.defect_deg):.0f}° {'less' if worst.defect_deg > 0 else 'more'} than flat"
