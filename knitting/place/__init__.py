"""Where a piece at the needles really is: what would explain counts that are not those of its row."""

from knitting.place.as_knitted import AsKnitted, Difference, as_knitted
from knitting.place.explaining import Answer, Explanation, NotCounts, explained, find_json
from knitting.place.mistakes import Kind
from knitting.place.seen import Seen, facing_by_tail
from knitting.place.ways import Way, WayKind, ways, ways_of
from knitting.place.whereabouts import Place, whereabouts

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
