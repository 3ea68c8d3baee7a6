"""Pairs of stitches that stand on the two sides of a line, and how they are worked on a purled row.

Which way they lean is common practice of the trade: away from the line, mirrored.
"""

from __future__ import annotations

from enum import Enum
from types import MappingProxyType

from knitting.stitches.kinds import StitchKind
from knitting.stitches.table import STITCHES

Pair = tuple[StitchKind, StitchKind]
"""The stitch before a line and the one after it."""


class Leaning(Enum):
    """Which way increases and decreases lean."""

    AWAY = "away"
    """Mirrored, away from the line: right-leaning before it, left-leaning after it."""
    TOWARDS = "towards"
    LEFT = "left"
    RIGHT = "right"


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

INCREASE_WORDS = MappingProxyType(
    {
        "yo": "yarn over: an open line",
        "kfb": "knit front and back: a bar",
        "m1": "make one from the strand",
        "m1_pair": "make one, leaning: a closed line",
        "lifted_pair": "lifted from the row below: closed, leaning with the line",
    }
)
"""What is said of each way to increase where one may be chosen."""
DECREASE_WORDS = MappingProxyType(
    {
        "k2tog_pair": "k2tog before the line, ssk after it",
        "k2tog": "k2tog",
        "ssk": "ssk",
        "skp": "slip, knit, pass over",
        "k2tog_tbl": "two together through the back",
    }
)
DOUBLE_WORDS = MappingProxyType(
    {"cdd": "upright", "sk2p": "leaning left", "k3tog": "leaning right", "sssk": "three slipped, leaning left"}
)

_KNITTED = {kind.purled: kind.key for kind in STITCHES.values() if kind.purled}


def purled(kind: StitchKind) -> StitchKind:
    """The stitch that does the same where the stitches beside it are purled; itself where there is none.

    >>> purled(STITCHES["ssk"]).key, purled(STITCHES["yo"]).key
    ('ssp', 'yo')
    """
    return STITCHES[kind.purled or kind.key]


def knitted(kind: StitchKind) -> StitchKind:
    """The stitch that does the same where the stitches beside it are knitted; itself where there is none.

    >>> knitted(STITCHES["ssp"]).key, knitted(STITCHES["yo"]).key
    ('ssk', 'yo')
    """
    return STITCHES[_KNITTED.get(kind.key, kind.key)]


def mirrored(kind: StitchKind) -> StitchKind:
    """The stitch that does the same leaning the other way; itself where it has no mirror image.

    >>> mirrored(STITCHES["k2tog"]).key, mirrored(STITCHES["m1l"]).key, mirrored(STITCHES["yo"]).key
    ('ssk', 'm1r', 'yo')
    """
    return STITCHES[kind.mirror or kind.key]


def kin_of(kind: StitchKind) -> tuple[StitchKind, ...]:
    """The stitches that can stand for one another with it, itself among them; none where nothing can.

    >>> [other.key for other in kin_of(STITCHES["rli"])], kin_of(STITCHES["yo"])
    (['lli', 'rli'], ())
    """
    return tuple(other for other in STITCHES.values() if kind.kin and other.kin == kind.kin)
