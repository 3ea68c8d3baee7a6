"""The fabrics that ship: plain ones and ribs as common practice has them, a basket, laces and cables of our own."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from functools import lru_cache
from types import MappingProxyType

from knitting.fabric.fabric import Fabric, Joins
from knitting.stitches import STITCHES, StitchKind


def _row(words: str) -> tuple[StitchKind, ...]:
    """A row from short words such as "k2 yo ssk", the rightmost stitch first."""
    found: list[StitchKind] = []
    for word in words.split():
        name = word.rstrip("0123456789") if word not in STITCHES else word
        times = int(word[len(name) :] or 1)
        found += [STITCHES[name]] * times
    return tuple(found)


def _fabric(key: str, *rows: str, joins: Joins = Joins.AT_ONCE) -> Fabric:
    return Fabric(key, tuple(_row(row) for row in rows), joins)


def _whole(key: str, *rows: str) -> Fabric:
    """A fabric for whole repeats, with a plain row between every two that are given."""
    width = sum(stitch.makes for stitch in _row(rows[0]))
    return _fabric(key, *(row for pattern in rows for row in (pattern, f"k{width}")), joins=Joins.WHOLE)


_ROWS = (
    _fabric("garter", "k", "p"),
    _fabric("stockinette", "k"),
    _fabric("reverse_stockinette", "p"),
    _fabric("reverse_garter", "p", "k"),
    _fabric("rib1x1", "k p"),
    _fabric("rib2x2", "k2 p2"),
    _fabric("rib3x3", "k3 p3"),
    _fabric("seed", "k p", "p k"),
    _fabric("moss", "k p", "k p", "p k", "p k"),
    _fabric("basket", "k4 p4", "k4 p4", "k4 p4", "k4 p4", "p4 k4", "p4 k4", "p4 k4", "p4 k4"),
    _whole("wake", "k yo ssk k k2tog yo", "k2 yo cdd yo k"),
    _whole("gull", "k2 k2tog yo k yo ssk k", "k k2tog yo k3 yo ssk"),
    _whole("rope", "c4r", "k4"),
    _whole("tide", "c4l k4", "k8", "k4 c4r", "k8"),
)

FABRICS = MappingProxyType({fabric.key: fabric for fabric in _ROWS})
"""Every fabric that ships, by its key."""
GARTER = FABRICS["garter"]


def with_own(own: Iterable[Fabric]) -> Mapping[str, Fabric]:
    """Every fabric that a piece may name: its own ones, and those that ship."""
    return {**FABRICS, **{fabric.key: _the_one(fabric) for fabric in own}}


@lru_cache(maxsize=256)
def _the_one(fabric: Fabric) -> Fabric:
    """The same object for fabrics that are equal: what is remembered about it is found without comparing its rows."""
    return fabric
