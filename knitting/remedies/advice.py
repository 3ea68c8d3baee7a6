"""Plans that lie better: what would mend a bend of the cloth, each laid out and found better before it is offered."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field
from functools import cached_property
from itertools import islice
from typing import NamedTuple

from knitting.cloth import lay_flat
from knitting.compiling import compiled
from knitting.curvature import Curvature
from knitting.flatness import Finding
from knitting.flatness.verdicts import FLAT_DEG
from knitting.forecast.forecast import forecast_of
from knitting.plan.plan import Plan
from knitting.plan.troubles import Path, PlanMend
from knitting.problems import ProblemKind
from knitting.remedies.judgement import BendLeft, ClothFindings, bend_left, findings_of
from knitting.remedies.plan_candidates import plan_candidates
from knitting.remedies.time_limit import Steps
from knitting.statements import Statement, sentence
from knitting.working.piece_worker import work_piece

MOST_OFFERED = 2
_MOST_TRIED, _FEW_TRIED = 40, 2
_PATIENCE = 1_000_000
"""Stitches laid out after which only a few more plans are tried for each finding."""
_MOST_SPOILED, _MOST_SECOND = 3, 8
"""How many changes that make another bend are mended by a second one, and by how many each."""
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
    return PlanTrials(plan, wanted).advice()


class PlanTrials:
    """The plans that are tried in the place of one, each laid out once and no more than there is patience for."""

    def __init__(self, plan: Plan, wanted: Curvature | None) -> None:
        self.plan = plan
        self.wanted = wanted
        self.steps = Steps()
        self.laid: dict[Plan, _LaidPlan] = {}
        self.asked: set[Plan] = set()

    @cached_property
    def troubles(self) -> frozenset[tuple[ProblemKind, Path]]:
        """What does not come out in the plan as it is."""
        return frozenset((each.kind, each.where) for each in forecast_of(self.plan).troubles)

    def advice(self) -> tuple[Advice, ...]:
        """Every finding with its mends; :class:`StillTrying` if one shall not go on."""
        self.asked = set()
        found = self.findings_of(self.plan).found
        mends = {each: self._mends(each) for each in found}
        offered = [mend for each in found for mend in mends[each]]
        return tuple(Advice(each, _said(mends[each] or self._mended_by(each, offered))) for each in found)

    def _mended_by(self, finding: Finding, offered: list[_TriedPlan]) -> list[_TriedPlan]:
        """Those of the mends of other findings that mend this one as well: one bend may come of another."""
        also = (PlanMend(mend.says, mend.plan) for mend in offered)
        return self._better(finding, also, _SecondBest()) if finding.asks else []

    def findings_of(self, plan: Plan) -> ClothFindings:
        """How the cloth of a plan lies."""
        if plan not in self.laid:
            rows, cloth = ("rows", plan), ("cloth", plan)
            worked = self.steps.once(rows, lambda: work_piece(compiled(forecast_of(plan)), gauge=plan.gauge))
            later = tuple((change.row, change.gauge) for change in plan.gauges)
            layout = self.steps.once(cloth, lambda: lay_flat(worked, plan.gauge, later))
            self.laid[plan] = _LaidPlan(findings_of(layout, self.wanted), worked.stitches)
            self.steps.forget(rows)
            self.steps.forget(cloth)
        self.asked.add(plan)
        return self.laid[plan].cloth_findings

    @property
    def stitches(self) -> int:
        """Stitches laid out for what is asked now."""
        return sum(self.laid[plan].stitches for plan in self.asked)

    def _mends(self, finding: Finding) -> list[_TriedPlan]:
        if not finding.asks:
            return []
        others = _SecondBest()
        better = self._better(finding, plan_candidates(self.plan, finding), others)
        return better or self._twice(finding, others.spoiled) or _best(others.easing)

    def _better(self, finding: Finding, mends: Iterable[PlanMend], others: _SecondBest) -> list[_TriedPlan]:
        """Those of some plans that lie better; the ``others`` that help are kept apart."""
        better: list[_TriedPlan] = []
        for tries, mend in enumerate(mends):
            flat = sum(each.left.size < FLAT_DEG for each in better)
            if flat == MOST_OFFERED or tries == _MOST_TRIED or (tries >= _FEW_TRIED and self.stitches > _PATIENCE):
                break
            tried = self._tried(mend, finding)
            if tried is not None and (tried.left.new or tried.left.eases):
                (others.spoiled if tried.left.new else others.easing).append(tried)
            elif tried is not None and all(tried.plan != each.plan for each in better):
                better.append(tried)
        return _best(better)

    def _twice(self, finding: Finding, spoiled: list[_TriedPlan]) -> list[_TriedPlan]:
        """Two changes, where every one that helps makes another bend: the second mends that one."""
        for first in sorted(spoiled, key=lambda each: each.left.size)[:_MOST_SPOILED]:
            second = (
                PlanMend(sentence("{says}, and {then}", says=first.says, then=mend.says), mend.plan)
                for new in first.left.new
                for mend in islice(plan_candidates(first.plan, new), _MOST_SECOND)
            )
            better = self._better(finding, second, _SecondBest())
            if better:
                return better
        return []

    def _tried(self, mend: PlanMend, finding: Finding) -> _TriedPlan | None:
        """A mend with what is left of the bend; ``None`` where it does not help or does not come out."""
        plan = _made_to_end(mend.plan, self.troubles)
        left = bend_left(finding, self.findings_of(self.plan), self.findings_of(plan)) if plan is not None else None
        return _TriedPlan(left, mend.says, plan) if left is not None and plan is not None else None


class _LaidPlan(NamedTuple):
    """A plan laid out: how it lies, and how many stitches that took."""

    cloth_findings: ClothFindings
    stitches: int


class _TriedPlan(NamedTuple):
    """A plan that was laid out: what it leaves of a bend."""

    left: BendLeft
    says: Statement
    plan: Plan


@dataclass
class _SecondBest:
    """Plans that help, but in which another sort of bend shows instead, or much of the bend is left."""

    spoiled: list[_TriedPlan] = field(default_factory=list)
    easing: list[_TriedPlan] = field(default_factory=list)


def _best(tried: list[_TriedPlan]) -> list[_TriedPlan]:
    return sorted(tried, key=lambda each: each.left.size // _TOLD_APART)[:MOST_OFFERED]


def _said(mends: list[_TriedPlan]) -> tuple[PlanMend, ...]:
    return tuple(
        PlanMend(sentence("{says} ({then})", says=each.says, then=each.left.says), each.plan) for each in mends
    )


def _made_to_end(plan: Plan, known: frozenset[tuple[ProblemKind, Path]]) -> Plan | None:
    """A plan whose stages come out: an end that another rate steps past is moved to the nearest that is met.

    ``known`` are the troubles that the plan had before.
    """
    for _ in range(_MOST_ENDS):
        troubles = [each for each in forecast_of(plan).troubles if each.stops or (each.kind, each.where) not in known]
        if not troubles:
            return plan
        if not troubles[0].mends or troubles[0].kind is not ProblemKind.STEPPED_PAST:
            return None
        plan = troubles[0].mends[0].plan
    return None
