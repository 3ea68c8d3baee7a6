"""What may be chosen for the words of a plan, and how each choice is said."""

from __future__ import annotations

from collections.abc import Iterable

from knitting.fabric import FABRICS as SHIPPED
from knitting.fabric import Fabric
from knitting.plan.plan import LEFT_EDGE, RIGHT_EDGE, ROW_END, ROW_START, Beside, Finishing
from knitting.saying.pieces import said_fabric
from knitting.statements import N_

Choices = tuple[tuple[str, str], ...]


def fabric_choices(own: Iterable[Fabric]) -> Choices:
    """Every fabric that a part can be in by its name as it is said, a piece's own ones first."""
    return tuple((key, said_fabric(key)) for key in (*(fabric.key for fabric in own), *SHIPPED))


KINDS = (
    ("stitch", N_("marked in its stitch")),
    ("needle-before", N_("marker before its stitch")),
    ("needle-after", N_("marker after its stitch")),
    ("needle-both", N_("markers on both sides")),
    ("needle", N_("marker between stitches")),
    ("unmarked", N_("counted, not marked")),
)
SIDES = (
    (Beside.BOTH.value, N_("on both sides of")),
    (Beside.BEFORE.value, N_("before")),
    (Beside.AFTER.value, N_("after")),
    (Beside.ON.value, N_("on")),
    (Beside.INSIDE.value, N_("inside")),
    (Beside.OUTSIDE.value, N_("outside")),
)
LEANS = (
    ("away", N_("leaning away from the line")),
    ("towards", N_("leaning towards it")),
    ("left", N_("all to the left")),
    ("right", N_("all to the right")),
)
ENDS = (
    ("count", N_("until the count is")),
    ("rows", N_("for rows")),
    ("repeats", N_("so many times")),
    ("length", N_("for a length of cm")),
    ("part", N_("until a part has")),
    ("yarn", N_("until the yarn is used, in %")),
)
WAYS = (
    (Finishing.BIND_OFF.value, N_("bind off")),
    (Finishing.FASTEN_OFF.value, N_("fasten off")),
    (Finishing.LIVE.value, N_("leave on the needle")),
)
MANNERS = (
    ("", N_("as you like")),
    ("loosely", N_("loosely")),
    ("knitwise", N_("knitwise")),
    ("purlwise", N_("purlwise")),
    ("in_pattern", N_("in pattern")),
    ("stretchy", N_("stretchy, two together")),
)
EDGES = (
    (f"{RIGHT_EDGE} + {LEFT_EDGE}", N_("both edges")),
    (RIGHT_EDGE, N_("right edge")),
    (LEFT_EDGE, N_("left edge")),
    (ROW_START, N_("the start of the row")),
    (ROW_END, N_("the end of the row")),
)
