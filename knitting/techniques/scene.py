"""What a picture of a procedure shows where whole cloths, hands or sewing threads matter: a list of things with places.

Each is one line of text, painted in this order: a word, perhaps a number or a manner, then places as ``x,y`` on a sheet
of 340 to 200. Manners: "5x3 knit", "purl", "garter", "chain" of stitches, "new" of loops, "hole", "upright" of a cloth;
a ring has its middle, then its radius.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum

WIDE, HIGH = 340, 200


class Thing(Enum):
    """What can be shown."""

    CLOTH = "cloth"
    NEEDLE = "needle"
    EYE = "eye"
    YARN = "yarn"
    NEW = "new"
    TAKEN = "taken"
    WASTE = "waste"
    LOOPS = "loops"
    RING = "ring"
    STITCHES = "stitches"
    WAY = "way"
    TURN = "turn"
    PIN = "pin"
    MARK = "mark"
    BALL = "ball"
    CUT = "cut"
    WATER = "water"
    FINGER = "finger"
    FIGURE = "figure"


@dataclass(frozen=True, slots=True)
class Item:
    """One thing of a scene: its places, how many or which, and its manner."""

    thing: Thing
    places: tuple[tuple[float, float], ...]
    number: int = 0
    manner: str = ""


def item_of(line: str) -> Item:
    """A thing from its line.

    >>> item_of("loops 3 new 40,20 90,20")
    Item(thing=<Thing.LOOPS: 'loops'>, places=((40.0, 20.0), (90.0, 20.0)), number=3, manner='new')
    """
    thing, *rest = line.split()
    places = tuple(_place(word) for word in rest if "," in word)
    number = next((int(word) for word in rest if word.isdigit()), 0)
    manner = " ".join(word for word in rest if "," not in word and not word.isdigit())
    if not places:
        raise ValueError(f"'{line}' has no place.")
    return Item(Thing(thing), places, number, manner)


def _place(word: str) -> tuple[float, float]:
    x, y = word.split(",")
    return float(x), float(y)
