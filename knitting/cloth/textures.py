"""Textures: what the stitches of a row make together with those below, told by the faces that they show."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import Enum
from typing import NamedTuple

import numpy as np

from knitting.cloth.layout import Layout
from knitting.cloth.zones import Numbers, Points
from knitting.needle.worked import GroupWork, PartWork, Run, WorkedRow
from knitting.rows import Side
from knitting.stitches import IN_PATTERN, Face, StitchKind

_LEAST_ROWS = 4
_MOST_PATCHES = 400
"""So many stretches of one texture are shown; of more the cloth is too small to show them."""


class Texture(Enum):
    """How a stretch of stitches looks and lies."""

    GARTER = "garter"
    STOCKINETTE = "stockinette"
    PURLED = "purled"
    FIGURED = "figured"
    """Knits and purls change along the row, as in rib and seed, or a pattern is worked."""


@dataclass(frozen=True, slots=True)
class Patch:
    """A stretch of cloth in one texture; the outline in cm."""

    texture: Texture
    outline: Points


class _FaceRun(NamedTuple):
    """Stitches of a row, from the right-side start: ``face`` is ``None`` where knits and purls change."""

    first: int
    last: int
    face: Face | None


def texture_patches(layout: Layout) -> list[Patch]:
    """The textures of a laid cloth as closed shapes: rows that are divided alike make one."""
    rows = layout.rows
    if not layout.sheet.whole or len(rows) < 2 * _LEAST_ROWS:
        return []
    faces = _each_once(rows)
    found: list[Patch] = []
    begin = 0
    kinds = [_kinds(faces[at - 1] if at else faces[1], faces[at]) for at in range(len(rows))]
    for at in range(1, len(rows) + 1):
        if at == len(rows) or kinds[at] != kinds[begin]:
            found += _patches(layout, kinds[begin], faces[begin:at], begin)
            begin = at
        if len(found) > _MOST_PATCHES:
            return []
    return found


def _each_once(rows: Sequence[WorkedRow]) -> list[tuple[_FaceRun, ...]]:
    known: dict[tuple[tuple[PartWork, ...], Side], tuple[_FaceRun, ...]] = {}
    found = []
    for row in rows:
        key = (row.work, row.side)
        if key not in known:
            known[key] = tuple(_stretches(row))
        found.append(known[key])
    return found


def _stretches(row: WorkedRow) -> Iterator[_FaceRun]:
    """The faces along a row, single shaping stitches counted to those beside them."""
    parts = [run for part in row.work for run in part.runs]
    at, first = 0, 0
    face: Face | None = None
    begun = False
    for run in parts if row.side is Side.RS else reversed(parts):
        wide = run.work.makes * run.times
        here = _face(run, row.side)
        plain = not isinstance(run.work, StitchKind) or run.work.uses == run.work.makes
        if begun and plain and here is not face:
            yield _FaceRun(first, at, face)
            first, face = at, here
        elif not begun and plain:
            face, begun = here, True
        at += wide
    yield _FaceRun(first, at, face)


def _face(run: Run, side: Side) -> Face | None:
    work = run.work
    if isinstance(work, StitchKind):
        if work is IN_PATTERN:
            return None
        return work.face_on_rs if side is Side.RS else work.face_on_ws
    if isinstance(work, GroupWork):
        faces = {_face(inner, side) for inner in work.runs}
        return faces.pop() if len(faces) == 1 else None
    return Face.KNIT if side is Side.RS else Face.PURL


def _kinds(below: Sequence[_FaceRun], here: Sequence[_FaceRun]) -> tuple[Texture, ...]:
    """What each stretch of a row makes with the stretch that lies most below it."""
    return tuple(_texture(_below(below, each), each.face) for each in here)


def _below(below: Sequence[_FaceRun], each: _FaceRun) -> Face | None:
    return max(below, key=lambda other: min(other.last, each.last) - max(other.first, each.first)).face


def _texture(below: Face | None, here: Face | None) -> Texture:
    if below is None or here is None:
        return Texture.FIGURED
    if below is not here:
        return Texture.GARTER
    return Texture.STOCKINETTE if here is Face.KNIT else Texture.PURLED


def _patches(
    layout: Layout, kinds: Sequence[Texture], rows: Sequence[tuple[_FaceRun, ...]], begin: int
) -> Iterator[Patch]:
    stretches = _apart(layout)
    for number, texture in enumerate(kinds):
        first = np.array([rows[0][number].first, *(row[number].first for row in rows)], dtype=float)
        last = np.array([rows[0][number].last, *(row[number].last for row in rows)], dtype=float)
        for lines in stretches:
            outline = _outline(layout, lines, begin, first, last)
            if outline is not None:
                yield Patch(texture, outline)


def _apart(layout: Layout) -> list[list[int]]:
    """The lines of each piece that is laid by itself; all of them where the cloth lies in one."""
    if not (layout.gored or layout.cut):
        return [[layout.columns[0][0], *(right for _, right in layout.columns)]]
    found: list[list[int]] = []
    for left, right in layout.columns:
        if found and found[-1][-1] == left:
            found[-1].append(right)
        else:
            found.append([left, right])
    return found


def _outline(layout: Layout, lines: list[int], begin: int, first: Numbers, last: Numbers) -> Points | None:
    """The stretch between two places of each row, as far as it lies on the cloth of some lines."""
    rows = range(begin, begin + len(first))
    low, high = layout.positions[lines[0], rows], layout.positions[lines[-1], rows]
    first, last = np.clip(first, low, high), np.clip(last, low, high)
    if not (last - first > 0).any():
        return None

    def along(row: int, start: float, end: float) -> list[complex]:
        at, there = layout.positions[lines, row], layout.points[row, lines]
        inner = at[(at > start) & (at < end)]
        places = np.array([start, *inner, end])
        return list(np.interp(places, at, there.real) + 1j * np.interp(places, at, there.imag))

    ends = [along(row, *between) for row, *between in zip(rows, first.tolist(), last.tolist(), strict=True)]
    left, right = [each[0] for each in ends], [each[-1] for each in ends]
    return np.array([*left, *ends[-1][1:-1], *right[::-1], *ends[0][1:-1][::-1]])
