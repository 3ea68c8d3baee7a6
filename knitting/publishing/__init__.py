"""What makes a piece a pattern for others: a technical edit before it goes out, and what it takes to knit it."""

from knitting.publishing.counts import counted_everywhere
from knitting.publishing.materials import MARGIN, BallNeed, Notions, notions_of
from knitting.publishing.sizes import SizedLines, lines_of_sizes
from knitting.publishing.technical_edit import EditKind, EditRemark, Surroundings, technical_edit

__all__ = [
    "MARGIN",
    "BallNeed",
    "EditKind",
    "EditRemark",
    "Notions",
    "SizedLines",
    "Surroundings",
    "counted_everywhere",
    "lines_of_sizes",
    "notions_of",
    "technical_edit",
]
