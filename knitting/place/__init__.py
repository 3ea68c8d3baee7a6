"""Where a piece at the needles really is: what would explain counts that are not those of its row."""

from knitting.place.explaining import Answer, Explanation, NotCounts, explained, find_json
from knitting.place.mistakes import Kind
from knitting.place.whereabouts import Place, Seen, whereabouts

__all__ = ["Answer", "Explanation", "Kind", "NotCounts", "Place", "Seen", "explained", "find_json", "whereabouts"]
