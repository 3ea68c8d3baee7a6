"""What a knitter may want done her own way."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum
from types import MappingProxyType

from knitting.rows import Marking
from knitting.stitches import STITCHES, StitchKind


class Leaning(Enum):
    """Which way increases and decreases lean."""

    AWAY = "away"
    """Mirrored, away from the line: right-leaning before it, left-leaning after it."""
    TOWARDS = "towards"
    LEFT = "left"
    RIGHT = "right"


class FirstStitch(Enum):
    """How a flat row begins, by the key of the stitch that it begins with."""

    KNIT = "k"
    SLIP = "sl"
    SLIP_IN_FRONT = "sl_wyif"


Pair = tuple[StitchKind, StitchKind]
"""The stitch before a line and the one after it."""


def _pair(before: str, after: str = "") -> Pair:
    return STITCHES[before], STITCHES[after or before]


INCREASES = MappingProxyType(
    {
        "yo": _pair("yo"),
        "kfb": _pair("kfb"),
        "m1": _pair("m1"),
        "m1_pair": _pair("m1r", "m1l"),
        "lifted_pair": _pair("rli", "lli"),
    }
)
DECREASES = MappingProxyType(
    {
        "k2tog_pair": _pair("k2tog", "ssk"),
        "k2tog": _pair("k2tog"),
        "ssk": _pair("ssk"),
        "skp": _pair("skp"),
        "k2tog_tbl": _pair("k2tog_tbl"),
    }
)
DOUBLES = ("cdd", "sk2p", "k3tog", "sssk")
"""Decreases of three stitches to one."""


@dataclass(frozen=True, slots=True)
class Habits:
    """The knitter's own ways; what is empty stays as it is written.

    ``increase`` and ``decrease`` are keys of the tables above, ``double`` a decrease of three to one,
    ``bind_off`` a manner of the dialects' tables.
    """

    increase: str = ""
    decrease: str = ""
    double: str = ""
    leaning: Leaning | None = None
    marking: Marking | None = None
    first_stitch: FirstStitch | None = None
    bind_off: str = ""
