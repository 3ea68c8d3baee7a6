"""What is said of a plan that does not come out: where in it, why, and the nearest plan that does."""

from __future__ import annotations

from dataclasses import dataclass

from knitting.plan.plan import Plan
from knitting.problems import ProblemKind

Path = tuple[str | int, ...]
"""A place in a plan: ``("stages", 0, "until")``, ``("parts", 2)``, ``("start",)``."""


@dataclass(frozen=True, slots=True)
class PlanMend:
    """A plan that has not the trouble, and what makes it other."""

    says: str
    plan: Plan


@dataclass(frozen=True, slots=True)
class Trouble:
    """One thing in a plan that does not come out. ``stops`` says that its rows cannot be worked as intended;
    otherwise the nearest that can be is worked."""

    kind: ProblemKind
    where: Path
    message: str
    mends: tuple[PlanMend, ...] = ()
    stops: bool = False

    def __str__(self) -> str:
        """The one line that the command line prints."""
        place = " ".join(str(each + 1) if isinstance(each, int) else each for each in self.where)
        hints = "; or ".join(mend.says for mend in self.mends)
        return f"{place}: {self.message}" + (f" Nearest: {hints}." if hints else "")
