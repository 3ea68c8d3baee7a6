"""Drills about a piece, in words: ten at a time, remembered while they are answered."""

from __future__ import annotations

from dataclasses import dataclass

from bias.results.memory import remembered
from bias.results.pieces import results_of_words
from bias.results.techniques import ShortTechnique, technique_in_short
from knitting.drills import Drill, DrillKind, drills_of
from knitting.drills.drill import CountsFacts, StitchFacts
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

    @property
    def is_of_cloth(self) -> bool:
        """Whether the cloth as far as its row is shown with the question."""
        return self.drill.kind is DrillKind.WHICH_ROW

    @property
    def counts(self) -> tuple[int, ...]:
        """The counts between marks that are seen, for the strip; none where it asks of none."""
        facts = self.drill.facts
        return facts.seen if isinstance(facts, CountsFacts) else ()

    @property
    def technique(self) -> str:
        """The key of the stitch that it is about, of which there are steps."""
        facts = self.drill.facts
        return facts.key if isinstance(facts, StitchFacts) else ""


@remembered()
def cloth_of_drill(words: str, row: int) -> str:
    """The cloth of a piece as far as a row, small; nothing where it cannot be laid."""
    return results_of_words(words).silhouette_svg(row) if row else ""


@remembered(weigh=lambda _: _BYTES)
def drills_of_piece(words: str, seed: int, due: tuple[str, ...]) -> tuple[AskedDrill, ...]:
    """Ten drills about a piece, or as many as can be asked of it; the same seed makes the same ones."""
    found = results_of_words(words)
    dialect = found.reading.dialect
    return tuple(
        AskedDrill(each, said_drill(each, found.worked, dialect))
        for each in drills_of(found.worked, HOW_MANY, seed, due)
    )
