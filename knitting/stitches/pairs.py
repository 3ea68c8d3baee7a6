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

_PURLED = {
    "k": "p",
    "kfb": "pfb",
    "m1": "m1p",
    "m1l": "m1lp",
    "m1r": "m1rp",
    "k2tog": "p2tog",
    "ssk": "ssp",
    "k2tog_tbl": "p2tog_tbl",
    "k3tog": "p3tog",
}


_KNITTED = {back: face for face, back in _PURLED.items()}


def purled(kind: StitchKind) -> StitchKind:
    """The stitch that does the same where the stitches beside it are purled; itself where there is none.

    >>> purled(STITCHES["ssk"]).key, purled(STITCHES["yo"]).key
    ('ssp', 'yo')
    """
    return STITCHES[_PURLED.get(kind.key, kind.key)]


def knitted(kind: StitchKind) -> StitchKind:
    """The stitch that does the same where the stitches beside it are knitted; itself where there is none.

    >>> knitted(STITCHES["ssp"]).key, knitted(STITCHES["yo"]).key
    ('ssk', 'yo')
    """
    return STITCHES[_KNITTED.get(kind.key, kind.key)]


_MIRRORED = (
    ("k2tog", "ssk"),
    ("p2tog", "ssp"),
    ("k3tog", "sssk"),
    ("m1l", "m1r"),
    ("m1lp", "m1rp"),
    ("lli", "rli"),
    ("c4l", "c4r"),
)
_OTHER_WAY = MappingProxyType({a: b for pair in _MIRRORED for a, b in (pair, pair[::-1])})


def mirrored(kind: StitchKind) -> StitchKind:
    """The stitch that does the same leaning the other way; itself where it has no mirror image.

    >>> mirrored(STITCHES["k2tog"]).key, mirrored(STITCHES["m1l"]).key, mirrored(STITCHES["yo"]).key
    ('ssk', 'm1r', 'yo')
    """
    return STITCHES[_OTHER_WAY.get(kind.key, kind.key)]
