"""Where a piece at the needles really is: what would explain counts that are not those of its row."""

from knitting.diagnosis.as_knitted import AsKnitted, Difference, as_knitted
from knitting.diagnosis.explanations import Answer, Explanation, NotCounts, explained, find_json
from knitting.diagnosis.mistakes import Kind
from knitting.diagnosis.observation import Seen, facing_by_tail
from knitting.diagnosis.options import Way, WayKind, ways, ways_of
from knitting.diagnosis.whereabouts import Place, whereabouts

__all__ = [
    "Answer",
    "AsKnitted",
    "Difference",
    "Explanation",
    "Kind",
    "NotCounts",
    "Place",
    "Seen",
    "Way",
    "WayKind",
    "as_knitted",
    "explained",
    "facing_by_tail",
    "find_json",
    "ways",
    "ways_of",
    "whereabouts",
]
