"""What may be chosen for the words of a plan, and how each choice is said."""

from __future__ import annotations

from collections.abc import Iterable

from knitting.fabric import FABRICS as SHIPPED
from knitting.fabric import Fabric
from knitting.plan.plan import LEFT_EDGE, RIGHT_EDGE, ROW_END, ROW_START, Beside, Finishing

Choices = tuple[tuple[str, str], ...]


def said_fabric(key: str) -> str:
    """A fabric's name as it is said: "rib 2x2", "reverse stockinette"."""
    return key.replace("_", " ").replace("rib", "rib ", 1) if key in SHIPPED else key


def fabric_choices(own: Iterable[Fabric]) -> Choices:
    """Every fabric that a part can be in, a piece's own ones first."""
    return tuple((key, said_fabric(key)) for key in (*(fabric.key for fabric in own), *SHIPPED))


KINDS = (
    ("stitch", "marked in its stitch"),
    ("needle-before", "marker before its stitch"),
    ("needle-after", "marker after its stitch"),
    ("needle-both", "markers on both sides"),
    ("needle", "marker between stitches"),
    ("unmarked", "counted, not marked"),
)
SIDES = (
    (Beside.BOTH.value, "on both sides of"),
    (Beside.BEFORE.value, "before"),
    (Beside.AFTER.value, "after"),
    (Beside.ON.value, "on"),
    (Beside.INSIDE.value, "inside"),
    (Beside.OUTSIDE.value, "outside"),
)
LEANS = (
    ("away", "leaning away from the line"),
    ("towards", "leaning towards it"),
    ("left", "all to the left"),
    ("right", "all to the right"),
)
ENDS = (
    ("count", "until the count is"),
    ("rows", "for rows"),
    ("repeats", "so many times"),
    ("length", "for a length of cm"),
    ("part", "until a part has"),
    ("yarn", "until the yarn is used, in %"),
)
WAYS = tuple((way.value, way.value) for way in Finishing)
MANNERS = (
    ("", "as you like"),
    ("loosely", "loosely"),
    ("knitwise", "knitwise"),
    ("purlwise", "purlwise"),
    ("in_pattern", "in pattern"),
    ("stretchy", "stretchy, two together"),
)
EDGES = (
    (f"{RIGHT_EDGE} + {LEFT_EDGE}", "both edges"),
    (RIGHT_EDGE, RIGHT_EDGE),
    (LEFT_EDGE, LEFT_EDGE),
    (ROW_START, "the start of the row"),
    (ROW_END, "the end of the row"),
)
