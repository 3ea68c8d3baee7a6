"""What is said of a plan that does not come out: where in it, why, and the nearest plan that does."""

from __future__ import annotations

from dataclasses import dataclass

from knitting.plan.plan import Plan
from knitting.problems import Facts, ProblemKind
from knitting.statements import Statement

Path = tuple[str | int, ...]
"""A place in a plan: ``("stages", 0, "until")``, ``("parts", 2)``, ``("start",)``."""


@dataclass(frozen=True, slots=True)
class PlanMend:
    """A plan that has not the trouble, and what makes it other."""

    says: Statement
    plan: Plan


@dataclass(frozen=True, slots=True)
class Trouble:
    """One thing in a plan that does not come out. ``stops`` says that its rows cannot be worked as intended;
    otherwise the nearest that can be is worked."""

    facts: Facts
    where: Path
    mends: tuple[PlanMend, ...] = ()
    stops: bool = False

    @property
    def kind(self) -> ProblemKind:
        """Its slug."""
        return self.facts.kind
