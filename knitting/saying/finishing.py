"""What is said of the finishing: its steps, how to bind off, how to block."""

from __future__ import annotations

from types import MappingProxyType

from knitting.saying.language import _
from knitting.statements import N_

STEPS = MappingProxyType(
    {
        "bind off": N_("Bind off"),
        "weave in the ends": N_("Weave in the ends"),
        "wash": N_("Wash it as it will be washed"),
        "pin out": N_("Pin it out to its measures and let it dry"),
        "take the pins out": N_("Take the pins out and count them"),
        "block the pieces": N_("Block each piece to its measures before it is sewn"),
        "weave in all ends": N_("Weave in all ends"),
        "wash the whole": N_("Wash the whole as it will be washed"),
        "pin out the whole": N_("Pin the whole out, let it dry, count the pins"),
    }
)
"""The steps by their keys in the log."""
EDGES = (
    (
        N_("It has to stretch"),
        N_("bind off loosely, with a needle 0.5 to 1 mm larger"),
    ),
    (N_("It lies flat"), N_("bind off as usual, each stitch as it appears")),
    (N_("It is sewn to something"), N_("graft the live stitches, or bind both edges off together with a third needle")),
    (N_("It becomes a fringe"), N_("bind off the rest, let the edge stitches down row by row, and knot them")),
)
"""What an edge has to do, and how it is bound off then: common practice, no source."""


def said_step(key: str) -> str:
    """A step of the finishing; one that there is no longer by its key."""
    return _(STEPS[key]) if key in STEPS else key


_SIDES = {
    "start edge": N_("start edge"),
    "end edge": N_("end edge"),
    "first row": N_("first row"),
    "last row": N_("last row"),
    "live row": N_("resting stitches"),
    "cast-on": N_("cast-on"),
    "slit": N_("slit"),
}


def said_edge(name: str) -> str:
    """An edge of the rim by its name."""
    return _(_SIDES[name]) if name in _SIDES else name
