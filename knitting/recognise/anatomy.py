"""What a worked row does at its lines and edges, told from its stitches."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from typing import TypeAlias

from knitting.needle.worked import FabricWork, WorkedRow
from knitting.problems import NOWHERE
from knitting.rows import Cluster, InFabric, Side, Step, Work
from knitting.statements import Refused, sentence
from knitting.stitches import IN_PATTERN, KNIT, PURL, Family, StitchKind
from knitting.working.comparison import stitches_of

_UNPLANNED = frozenset({Family.CAST_ON, Family.BIND_OFF, Family.DROP, Family.REST})
_MOST_TURNS = 3
"""How often knit and purl may follow one another in a part: a border at each end, and one more."""
_Stitch = tuple[object, int]
Plain: TypeAlias = "StitchKind | FabricWork"
"""How the plain stitches of a part are worked: knitted, purled, or as a fabric asks."""


class NotRecognised(Refused):
    """A row whose shaping cannot be told, and why."""


@dataclass(frozen=True, slots=True)
class EndWork:
    """A work near one end of a part: plain stitches between it and the line, and its steps in working order."""

    away: int
    steps: tuple[Step, ...]


@dataclass(frozen=True, slots=True)
class PartAnatomy:
    """One part of a row, in right-side order of its ends.

    ``plain`` is how its plain stitches are worked, ``first`` and ``last`` how those at its right and left end are;
    ``first_width`` and ``last_width`` how many stand there before anything else is met.
    """

    right: EndWork | None
    left: EndWork | None
    plain: Plain | None
    first: Plain | None
    last: Plain | None
    first_width: int
    last_width: int


@dataclass(frozen=True, slots=True)
class RowAnatomy:
    """A row's parts and what is worked across its lines, both in right-side order."""

    parts: tuple[PartAnatomy, ...]
    across: tuple[tuple[Step, ...], ...]


def row_anatomy(row: WorkedRow) -> RowAnatomy:
    """The parts of a row; :class:`NotRecognised` where a plan could not say them."""
    if row.before.marks != row.after.marks:
        raise NotRecognised(sentence("marks are set, moved or taken off within it"))
    if not row.complete or row.turned or row.in_tab:
        raise NotRecognised(sentence("it is not worked from end to end"))
    parts: list[PartAnatomy] = []
    across: list[tuple[Step, ...]] = []
    for part, stitches in zip(row.work, stitches_of(row.work), strict=True):
        if any(isinstance(kind, StitchKind) and kind.family in _UNPLANNED for kind, _ in stitches):
            raise NotRecognised(sentence("stitches are cast on, bound off or held within it"))
        turns = sum({one, other} == {KNIT, PURL} for (one, _), (other, _) in pairwise(stitches))
        if turns > _MOST_TURNS or any(kind is IN_PATTERN for kind, _ in stitches):
            raise NotRecognised(sentence("it is worked in a pattern"))
        if part.mark is not None:
            across.append(_steps(stitches))
            continue
        parts.append(_part(list(stitches), row.side))
        if part.after is not None:
            across.append(())
    if row.side is Side.WS:
        parts.reverse()
        across.reverse()
    return RowAnatomy(tuple(parts), tuple(across))


def _part(stitches: list[_Stitch], side: Side) -> PartAnatomy:
    plain = [(times, at) for at, stitch in enumerate(stitches) for kind, times in [stitch] if _plain(stitch)]
    if not plain:
        if not stitches:
            return PartAnatomy(None, None, None, None, None, 0, 0)
        return PartAnatomy(*_in_rs_order(EndWork(0, _steps(stitches)), None, side), None, None, None, 0, 0)
    middle = max(plain)[1]
    kind = _plain(stitches[middle])
    assert kind is not None
    ends = (stitches[0], stitches[-1])
    near, far = _near(stitches[:middle]), _far(stitches[middle + 1 :])
    right, left = _in_rs_order(near, far, side)
    first, last = ends if side is Side.RS else ends[::-1]
    return PartAnatomy(
        right,
        left,
        kind,
        _plain(first),
        _plain(last),
        first[1] if _plain(first) else 0,
        last[1] if _plain(last) else 0,
    )


def _in_rs_order(near: EndWork | None, far: EndWork | None, side: Side) -> tuple[EndWork | None, EndWork | None]:
    return (near, far) if side is Side.RS else (far, near)


def _plain(stitch: _Stitch) -> Plain | None:
    kind = stitch[0]
    if isinstance(kind, FabricWork):
        return kind
    return kind if isinstance(kind, StitchKind) and kind in (KNIT, PURL) else None


def _near(stitches: list[_Stitch]) -> EndWork | None:
    """What is worked before the middle of a part: plain stitches first, then the work."""
    away = 0
    while stitches and _plain(stitches[0]):
        away += stitches.pop(0)[1]
    if not stitches:
        return None
    return EndWork(away, _steps(stitches))


def _far(stitches: list[_Stitch]) -> EndWork | None:
    """What is worked behind the middle of a part: the work, then plain stitches."""
    away = 0
    while stitches and _plain(stitches[-1]):
        away += stitches.pop()[1]
    if not stitches:
        return None
    return EndWork(away, _steps(stitches))


def _steps(stitches: list[_Stitch] | tuple[_Stitch, ...]) -> tuple[Step, ...]:
    found: list[Step] = []
    for kind, times in stitches:
        if isinstance(kind, Cluster):
            found += [kind] * times
        elif isinstance(kind, FabricWork):
            found.append(InFabric(kind.fabric, NOWHERE, times))
        else:
            assert isinstance(kind, StitchKind)
            found.append(Work(kind, times, NOWHERE))
    return tuple(found)
