"""What to look for when a count is off: a piece of cloth, drawn stitch by stitch, with the place that tells."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from functools import cache
from types import MappingProxyType
from typing import TypeAlias

from drawing import svg
from knitting.diagnosis import MistakeKind
from knitting.saying.language import _
from knitting.saying.mistakes import NAMES

_W, _H = 20, 15
_ACROSS, _ROWS = 11, 7
_MIDDLE = _ACROSS // 2


def clue(kind: MistakeKind) -> str:
    """The drawing for a kind of mistake, the needle on top."""
    title = _("What to look for: {mistake}").format(mistake=_(NAMES[kind]))
    return svg.picture(_scene(kind), _ACROSS * _W, _ROWS * _H + 22, title, "clue")


@cache
def _scene(kind: MistakeKind) -> list[str]:
    return [*_SCENES[kind](), _needle()]


def _needle() -> str:
    return svg.tag("path", d=svg.path([(2, 8), (_ACROSS * _W - 2, 8)]), class_="tq-needle")


def _stitch(column: float, row: int, way: str = "") -> str:
    """A knit stitch as the right side shows it: a V; row 0 hangs on the needle."""
    x, y = (column + 0.5) * _W, 16 + row * _H
    d = f"M{x - 7} {y}L{x} {y + _H - 2}L{x + 7} {y}"
    return svg.tag("path", d=d, class_=f"clue-stitch {way}".strip())


def _bump(column: float, row: int, way: str = "") -> str:
    """A purl stitch: a bump across."""
    x, y = (column + 0.5) * _W, 16 + row * _H + _H / 2
    d = f"M{x - 7} {y + 2}C{x - 4} {y - 5} {x + 4} {y - 5} {x + 7} {y + 2}"
    return svg.tag("path", d=d, class_=f"clue-stitch {way}".strip())


def _hole(column: float, row: int, way: str = "") -> str:
    x, y = (column + 0.5) * _W, 16 + row * _H + _H / 2
    return svg.tag("circle", cx=x, cy=y, r=4.5, class_=f"clue-hole {way}".strip())


def _ring(column: float, row: float) -> str:
    x, y = (column + 0.5) * _W, 16 + row * _H + _H / 2
    return svg.tag("circle", cx=x, cy=y, r=16, class_="clue-ring")


Cell: TypeAlias = tuple[int, int]


def _cloth(without: frozenset[Cell] = frozenset(), ways: Mapping[Cell, str] | None = None) -> list[str]:
    return [
        _stitch(column, row, (ways or {}).get((column, row), ""))
        for row in range(_ROWS)
        for column in range(_ACROSS)
        if (column, row) not in without
    ]


def _line(rows: tuple[int, ...], at: int = _MIDDLE) -> list[str]:
    """A line of eyelets in some rows; the cloth beside it."""
    holes = frozenset((at, row) for row in rows)
    return [*_cloth(holes), *[_hole(at, row) for row in rows]]


def _missed() -> list[str]:
    return [*_line((0, 2, 6)), _ring(_MIDDLE, 4)]


def _extra() -> list[str]:
    return [*_line((0, 2, 3, 4, 6)), _ring(_MIDDLE, 3)]


def _decreases(rows: tuple[int, ...], ring: int) -> list[str]:
    ways = {(_MIDDLE, row): "clue-fewer" for row in rows}
    return [*_cloth(ways=ways), _ring(_MIDDLE, ring)]


def _dropped() -> list[str]:
    gone = frozenset((_MIDDLE, row) for row in range(4))
    left, right = _MIDDLE * _W - 3, (_MIDDLE + 1) * _W + 3
    rungs = (svg.path([(left, 22 + row * _H), (right, 22 + row * _H)]) for row in range(4))
    bars = [svg.tag("path", d=rung, class_="clue-stitch") for rung in rungs]
    return [*_cloth(gone), *bars, _stitch(_MIDDLE, 4, "clue-more"), _ring(_MIDDLE, 4)]


def _two_of_one() -> list[str]:
    two = [_stitch(_MIDDLE - 0.3, 0, "clue-more"), _stitch(_MIDDLE + 0.3, 0, "clue-more")]
    return [*_cloth(frozenset({(_MIDDLE, 0)})), *two, _ring(_MIDDLE, 0.5)]


def _ridges(rows: tuple[int, ...], ring: float) -> list[str]:
    ridge = frozenset((column, row) for row in rows for column in range(_ACROSS))
    return [*_cloth(ridge), *[_bump(column, row) for column, row in sorted(ridge)], _ring(_MIDDLE, ring)]


def _mark_off() -> list[str]:
    x = (_MIDDLE + 1.5) * _W
    mark = svg.tag("path", d=svg.path([(x, 10), (x, 16 + _H)]), class_="clue-mark")
    ways = {(_MIDDLE, row): "clue-fewer" for row in range(_ROWS)}
    return [*_cloth(ways=ways), mark, _ring(_MIDDLE + 1, 0)]


def _edge() -> list[str]:
    ways = {(column, _ROWS - 1): "clue-more" for column in range(_ACROSS)}
    return _cloth(ways=ways)


def _half() -> list[str]:
    ways = {(column, 0): "clue-more" for column in range(_MIDDLE + 1, _ACROSS)}
    x = _MIDDLE * _W
    yarn = svg.tag("path", d=f"M{x + _W} 14C{x} 40 {x + 30} 70 {x} 118", class_="clue-yarn")
    return [*_cloth(frozenset((column, 0) for column in range(_MIDDLE + 1)), ways), yarn]


def _stripes() -> list[str]:
    wide = {(column, row): "clue-more" for row in (0, 1, 2, 5, 6) for column in range(_ACROSS)}
    return [*_cloth(ways=wide), _ring(_MIDDLE, 1.5)]


def _wrong_bumps() -> list[str]:
    wrong = frozenset((column, 1) for column in range(3, 8))
    return [*_cloth(wrong), *[_bump(column, row, "clue-more") for column, row in sorted(wrong)], _ring(_MIDDLE, 1)]


_SCENES: Mapping[MistakeKind, Callable[[], list[str]]] = MappingProxyType(
    {
        MistakeKind.MISSED_INCREASE: _missed,
        MistakeKind.EXTRA_INCREASE: _extra,
        MistakeKind.MISSED_DECREASE: lambda: _decreases((0, 2, 6), 4),
        MistakeKind.EXTRA_DECREASE: lambda: _decreases((0, 2, 3, 4, 6), 3),
        MistakeKind.DROPPED_STITCH: _dropped,
        MistakeKind.EXTRA_STITCH: _two_of_one,
        MistakeKind.SKIPPED_ROW: lambda: _ridges((0, 2, 3, 5), 2.5),
        MistakeKind.ROW_TWICE: lambda: _ridges((0, 2, 5), 3.5),
        MistakeKind.MARK_SHIFTED: _mark_off,
        MistakeKind.WRONG_CAST_ON: _edge,
        MistakeKind.HALF_ROW: _half,
        MistakeKind.WRONG_COLOUR: _stripes,
        MistakeKind.WRONG_STITCH: _wrong_bumps,
    }
)
