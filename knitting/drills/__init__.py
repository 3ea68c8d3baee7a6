"""Questions about a piece, made and answered by the engine: the right answer is its own, the wrong ones mistakes."""

from knitting.drills.drill import Answer, Drill, DrillKind
from knitting.drills.making import drills_of, kinds_of

__all__ = ["Answer", "Drill", "DrillKind", "drills_of", "kinds_of"]
