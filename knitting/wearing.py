"""How a piece is worn."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum

from knitting.statements import N_


class PutOn(Enum):
    """How a piece or a thing is put on; the value is its words."""

    ROUND_NECK = N_("round the neck, closed with a clasp")
    OVER_HEAD = N_("over the head")
    ACROSS_BACK = N_("across the back, pinned in front")


@dataclass(frozen=True, slots=True)
class Wearing:
    """How it is put on. ``along`` are the edges that go round the nape, by their names on the rim, counter-clockwise;
    none where its first row goes round the neck."""

    how: PutOn
    along: tuple[str, ...] = ()


ALONG_THE_TOP = ("end edge", "start edge")
"""The edges at the neck of a piece that begins in the middle of its top and grows downwards."""
ALONG_THE_SIDES = ("start edge", "end edge")
"""The edges at the neck of a piece that ends in the middle of its top."""
