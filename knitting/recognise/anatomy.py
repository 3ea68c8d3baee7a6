"""What a worked row does at its lines and edges, told from its stitches."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise, takewhile
from typing import TypeAlias

from knitting.needle.worked import FabricWork, WorkedRow
from knitting.problems import NOWHERE
from knitting.rows import Cluster, Group, InFabric, Side, Step, Work
from knitting.statements import Refused, sentence
from knitting.stitches import IN_PATTERN, KNIT, PURL, Family, StitchKind
from knitting.working.comparison import stitches_of

_UNPLANNED = frozenset({Family.DROP, Family.REST})
_FEWEST_IN_MIDDLE = 6
"""Stitches of the widest run from which on what lies before it is a border, and the part no figure."""
_MOST_TURNS = 3
"""How often knit and purl may follow one another in a part: a border at each end, and one more."""
_FEWEST_REPEATS = 3
_LONGEST_REPEAT = 12
_Stitch = tuple[object, int]


@dataclass(frozen=True, slots=True)
class Figured:
    """Knit and purl stitches that make a figure, as the right side shows them, from the right."""

    cells: tuple[StitchKind, ...]


Plain: TypeAlias = "StitchKind | FabricWork | Figured"
"""How the plain stitches of a part are worked: knitted, purled, as a fabric asks, or in a figure of their own."""


class NotRecognised(Refused):
    """A row whose shaping cannot be told, and why."""


@dataclass(frozen=True, slots=True)
class EndWork:
    """A work near one end of a part: plain stitches between it and the line, and its steps in working order.

    ``in_border`` says that it lies within a border, whose count it leaves as it is: a slipped first stitch.
    """

    away: int
    steps: tuple[Step, ...]
    in_border: bool = False


@dataclass(frozen=True, slots=True)
class PartAnatomy:
    """One part of a row, in right-side order of its ends.

    ``plain`` is how its plain stitches are worked, ``first`` and ``last`` how those at its right and left end are;
    ``first_width`` and ``last_width`` how many stand there before anything else is met. ``right_edge`` and
    ``left_edge`` are the plain stitches before the widest run, as the right side shows them, from the edge inwards.
    """

    right: EndWork | None
    left: EndWork | None
    plain: Plain | None
    first: Plain | None
    last: Plain | None
    first_width: int
    last_width: int
    right_edge: tuple[StitchKind, ...] = ()
    left_edge: tuple[StitchKind, ...] = ()


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
            raise NotRecognised(sentence("stitches are let go or held within it"))
        if any(kind is IN_PATTERN for kind, _ in stitches):
            raise NotRecognised(sentence("it is worked in a pattern"))
        if part.mark is not None:
            across.append(steps_of(stitches))
            continue
        parts.append(_part(list(stitches), row.side))
        if part.after is not None:
            across.append(())
    if row.side is Side.WS:
        parts.reverse()
        across.reverse()
    return RowAnatomy(tuple(parts), tuple(across))


def cells_of(stitches: Sequence[_Stitch], side: Side) -> tuple[StitchKind, ...]:
    """Knit and purl stitches as the right side shows them, in right-side order."""
    cells = [kind for kind, times in stitches for _ in range(times) if isinstance(kind, StitchKind)]
    if side is Side.RS:
        return tuple(cells)
    return tuple(PURL if kind is KNIT else KNIT for kind in reversed(cells))


def _turns(stitches: Sequence[_Stitch]) -> int:
    return sum({one, other} == {KNIT, PURL} for (one, _), (other, _) in pairwise(stitches))


def _part(stitches: list[_Stitch], side: Side) -> PartAnatomy:
    longest = max((times for kind, times in stitches if kind in (KNIT, PURL)), default=0)
    if _turns(stitches) > _MOST_TURNS and longest < _FEWEST_IN_MIDDLE:
        if any(kind not in (KNIT, PURL) for kind, _ in stitches):
            raise NotRecognised(sentence("it is worked in a pattern"))
        return PartAnatomy(None, None, Figured(cells_of(stitches, side)), None, None, 0, 0)
    plainly = without_slipped_first(stitches)
    if plainly is not stitches and all(map(_plain, plainly)):
        # Nothing but a slipped first stitch: the row is plain, and the stitch stands in whatever its edge is in.
        found = _part(plainly, side)
        slipped = EndWork(0, steps_of(stitches[:1]), in_border=True)
        return replace(found, right=slipped) if side is Side.RS else replace(found, left=slipped)
    repeated = _repeated(stitches, side) if stitches else None
    if repeated is not None:
        return repeated
    plains = [(times, at) for at, stitch in enumerate(stitches) for kind, times in [stitch] if _plain(stitch)]
    if not plains:
        if not stitches:
            return PartAnatomy(None, None, None, None, None, 0, 0)
        return PartAnatomy(*_in_rs_order(EndWork(0, steps_of(stitches)), None, side), None, None, None, 0, 0)
    middle = max(plains)[1]
    kind = _plain(stitches[middle])
    assert kind is not None
    ends = (stitches[0], stitches[-1])
    before, behind = _leading(stitches[:middle]), _leading(stitches[:middle:-1])[::-1]
    edges = cells_of(before, side), cells_of(behind, side)
    near, far = _near(stitches[:middle]), _far(stitches[middle + 1 :])
    right, left = _in_rs_order(near, far, side)
    first, last = ends if side is Side.RS else ends[::-1]
    widths = [sum(times for _, times in each) for each in (before, behind)]
    edges, widths = (edges, widths) if side is Side.RS else (edges[::-1], widths[::-1])
    return PartAnatomy(
        right,
        left,
        kind,
        _plain(first),
        _plain(last),
        widths[0] or (first[1] if _plain(first) else 0),
        widths[1] or (last[1] if _plain(last) else 0),
        edges[0],
        edges[1][::-1],
    )


def _repeated(stitches: list[_Stitch], side: Side) -> PartAnatomy | None:
    """A part of one repeat from end to end, or up to plain stitches at its end: "[k1, yo] 7 times, k1"."""
    whole = _one_repeat(stitches)
    if whole is not None:
        return PartAnatomy(*_in_rs_order(EndWork(0, (whole,)), None, side), None, None, None, 0, 0)
    rest = _plain(stitches[-1]) if len(stitches) > 1 else None
    most = _one_repeat(stitches[:-1]) if rest is not None else None
    if most is None:
        return None
    work, wide = EndWork(0, (most,)), stitches[-1][1]
    if side is Side.RS:
        return PartAnatomy(work, None, rest, None, rest, 0, wide)
    return PartAnatomy(None, work, rest, rest, None, wide, 0)


def without_slipped_first(stitches: list[_Stitch]) -> list[_Stitch]:
    """Stitches in working order with a slipped first one as those after it; the same list where none is slipped."""
    if len(stitches) < 2 or stitches[0][1] != 1 or not _plain(stitches[1]):
        return stitches
    kind = stitches[0][0]
    if not isinstance(kind, StitchKind) or kind.family is not Family.SLIP:
        return stitches
    return [(stitches[1][0], stitches[1][1] + 1), *stitches[2:]]


def _one_repeat(stitches: Sequence[_Stitch]) -> Group | None:
    """A part that is one repeat over and over from end to end, shaping in each: "[k8, k2tog] 8 times"."""
    (first, begun), (last, ended) = stitches[0], stitches[-1]
    shaped = isinstance(first, StitchKind) and first.uses != first.makes and min(first.uses, first.makes) > 0
    if len(stitches) == 1 and shaped and begun >= _FEWEST_REPEATS:  # "kfb in each st"
        return Group(steps_of(((first, 1),)), NOWHERE, begun)
    if first is last and len(stitches) > 2:  # a repeat that begins and ends alike: "[k3, m1, k2] 12 times"
        once, times = _shortest_repeat([*stitches[1:-1], (first, begun + ended)])
        once = [stitches[0], *once[:-1], stitches[-1]]
    else:
        once, times = _shortest_repeat(list(stitches))
    shapes = not all(_plain(stitch) for stitch in once)
    return Group(steps_of(once), NOWHERE, times) if times >= _FEWEST_REPEATS and shapes else None


def _shortest_repeat(stitches: list[_Stitch]) -> tuple[list[_Stitch], int]:
    """The first stitches that come over and over, and how often; all of them once where none do."""
    for length in range(2, min(_LONGEST_REPEAT, len(stitches) // _FEWEST_REPEATS) + 1):
        if len(stitches) % length == 0 and stitches[length:] == stitches[:-length]:
            return stitches[:length], len(stitches) // length
    return stitches, 1


def _leading(stitches: Sequence[_Stitch]) -> list[_Stitch]:
    """The knit and purl stitches that come first."""
    return list(takewhile(lambda stitch: stitch[0] in (KNIT, PURL), stitches))


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
    return EndWork(away, _grouped(stitches))


def _far(stitches: list[_Stitch]) -> EndWork | None:
    """What is worked behind the middle of a part: the work, then plain stitches."""
    away = 0
    while stitches and _plain(stitches[-1]):
        away += stitches.pop()[1]
    if not stitches:
        return None
    return EndWork(away, _grouped(stitches))


def _grouped(stitches: list[_Stitch]) -> tuple[Step, ...]:
    """The steps of a work, as one repeat where they are that."""
    whole = _one_repeat(stitches)
    return (whole,) if whole is not None else steps_of(stitches)


def steps_of(stitches: list[_Stitch] | tuple[_Stitch, ...]) -> tuple[Step, ...]:
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
