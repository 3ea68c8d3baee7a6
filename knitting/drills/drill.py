"""A drill: what is asked of a row, the answers to choose from, which of them is right and why."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum
from typing import TypeAlias

from knitting.diagnosis import Matters
from knitting.needle.worked import PartWork
from knitting.rows import Side
from knitting.stitches import Lean


class DrillKind(Enum):
    """What is asked."""

    COUNT_AFTER = "count-after"
    TO_NEXT_MARK = "to-next-mark"
    BECOMES = "becomes"
    WHICH_ROW = "which-row"
    WHICH_SIDE = "which-side"
    WHICH_STITCH = "which-stitch"
    WHICH_LEAN = "which-lean"
    DOES_IT_MATTER = "does-it-matter"
    IN_PLAIN_WORDS = "in-plain-words"
    AS_WRITTEN = "as-written"


RowWork: TypeAlias = tuple[PartWork, ...]
"""What a row does, part by part, in working order."""
Answer: TypeAlias = "int | str | Side | Lean | Matters | RowWork"
"""A count, the key of a stitch or a letter that one shows, a side, a lean, a verdict, or what a row does."""


@dataclass(frozen=True, slots=True)
class CountFacts:
    """The row of `DrillKind.COUNT_AFTER`: what was there, what it adds and takes away."""

    start: int
    more: int
    fewer: int


@dataclass(frozen=True, slots=True)
class MarkFacts:
    """The part of `DrillKind.TO_NEXT_MARK`, counted from 1 in working order, of how many; what the row makes of it."""

    part: int
    of: int
    after: int


@dataclass(frozen=True, slots=True)
class NewStitchFacts:
    """The new stitch of `DrillKind.BECOMES`: its place in its part, from the right-side start, of how many."""

    place: int
    of: int
    part: int


@dataclass(frozen=True, slots=True)
class CountsFacts:
    """Counts between marks in right-side order: those that are seen and those that should be there."""

    seen: tuple[int, ...]
    should: tuple[int, ...] = ()


@dataclass(frozen=True, slots=True)
class TailFacts:
    """Where the tail of the cast-on hangs: "right" or "left"."""

    hangs: str


@dataclass(frozen=True, slots=True)
class StitchFacts:
    """The stitch that is shown, by its key."""

    key: str


@dataclass(frozen=True, slots=True)
class WorkFacts:
    """What the row does."""

    work: RowWork


Facts: TypeAlias = "CountFacts | MarkFacts | NewStitchFacts | CountsFacts | TailFacts | StitchFacts | WorkFacts"


@dataclass(frozen=True, slots=True)
class Drill:
    """One question about a row (from 1; 0 where it is of none): ``answers[right]`` is the engine's own.

    ``topic`` is what comes again when it is due: the kind, and where a stitch is asked for, that stitch.
    """

    kind: DrillKind
    row: int
    facts: Facts
    answers: tuple[Answer, ...]
    right: int

    @property
    def topic(self) -> str:
        """What is learned by it."""
        return f"{self.kind.value} {self.facts.key}" if isinstance(self.facts, StitchFacts) else self.kind.value
