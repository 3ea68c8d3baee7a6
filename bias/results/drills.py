"""Drills about a piece, in words: ten at a time, remembered while they are answered."""

from __future__ import annotations

from dataclasses import dataclass

from bias.results.memory import remembered
from bias.results.pieces import results_of_words
from bias.results.techniques import ShortTechnique, technique_in_short
from knitting.drills import Drill, DrillKind, drills_of
from knitting.drills.drill import StitchFacts
from knitting.drills.said import SaidDrill, said_drill

HOW_MANY = 10
_BYTES = 40_000


@dataclass(frozen=True, slots=True)
class AskedDrill:
    """A drill with what is said of it, and the drawing of a stitch where one is asked for."""

    drill: Drill
    said: SaidDrill

    @property
    def answers(self) -> list[str]:
        """What may be answered."""
        return list(self.said.answers)

    @property
    def right_answer(self) -> str:
        """The right one in words."""
        return self.said.answers[self.drill.right]

    @property
    def shown(self) -> ShortTechnique | None:
        """How the stitch is made that is asked for."""
        facts = self.drill.facts
        asked = self.drill.kind is DrillKind.WHICH_STITCH and isinstance(facts, StitchFacts)
        return technique_in_short(facts.key) if asked and isinstance(facts, StitchFacts) else None


@remembered(weigh=lambda _: _BYTES)
def drills_of_piece(words: str, seed: int, due: tuple[str, ...]) -> tuple[AskedDrill, ...]:
    """Ten drills about a piece, or as many as can be asked of it; the same seed makes the same ones."""
    found = results_of_words(words)
    dialect = found.reading.dialect
    return tuple(
        AskedDrill(each, said_drill(each, found.worked, dialect))
        for each in drills_of(found.worked, HOW_MANY, seed, due)
    )
