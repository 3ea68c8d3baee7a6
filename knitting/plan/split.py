"""How the row is split into parts at one moment: counts, lines, and what is held meanwhile."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from knitting.plan.plan import (
    LEFT_EDGE,
    RIGHT_EDGE,
    ROW_END,
    ROW_START,
    Beside,
    Line,
    LineKind,
    PlannedPart,
    Shaping,
)
from knitting.rows import Side


@dataclass(frozen=True, slots=True)
class RowSplit:
    """The parts in right-side order with the lines between them; ``held`` names parts on holders."""

    parts: tuple[PlannedPart, ...]
    lines: tuple[Line, ...]
    held: frozenset[str] = frozenset()

    @property
    def counts(self) -> tuple[int, ...]:
        """The counts of the parts, held ones too."""
        return tuple(part.count for part in self.parts)

    @property
    def total(self) -> int:
        """Stitches on the needle."""
        parts = sum(part.count for part in self.parts if part.name not in self.held)
        return parts + sum(line.stitches for line in self.lines)

    @property
    def live(self) -> tuple[int, ...]:
        """The places of the parts that are on the needle."""
        return tuple(at for at, part in enumerate(self.parts) if part.name not in self.held)

    def part(self, name: str) -> int | None:
        """The place of a part."""
        return next((at for at, part in enumerate(self.parts) if part.name == name), None)

    def line(self, name: str) -> int | None:
        """The place of a line: it lies after the part of the same place."""
        return next((at for at, line in enumerate(self.lines) if line.name == name), None)

    def with_counts(self, counts: tuple[int, ...]) -> RowSplit:
        """The same split with other counts."""
        if counts == self.counts:
            return self
        parts = tuple(replace(part, count=count) for part, count in zip(self.parts, counts, strict=True))
        return replace(self, parts=parts)

    def with_fabrics(self, fabrics: tuple[tuple[str, str], ...]) -> RowSplit:
        """The same split with parts in other fabrics."""
        known = dict(fabrics)
        parts = tuple(replace(part, fabric=known.get(part.name, part.fabric)) for part in self.parts)
        return replace(self, parts=parts)

    def starts(self) -> list[int]:
        """For each line, the stitches on the needle to its right."""
        found, at = [], 0
        for part, line in zip(self.parts, self.lines, strict=False):
            at += 0 if part.name in self.held else part.count
            found.append(at)
            at += line.stitches
        return found

    def unmarkable(self) -> Line | None:
        """A line whose marker would hang at the left end of the needle, behind the last stitch."""
        for at, (line, start) in enumerate(zip(self.lines, self.starts(), strict=True)):
            hangs = line.kind in (LineKind.BETWEEN, LineKind.AFTER) or (
                line.kind is LineKind.BOTH and line.stitches != 1
            )
            if hangs and start + line.stitches == self.total:
                return self.lines[at]
        return None

    def segments(self) -> list[list[int]]:
        """The live parts between one mark and the next: within such a stretch a row finds its way by counting."""
        found: list[list[int]] = [[]]
        for at in range(len(self.parts)):
            if at in self.live:
                found[-1].append(at)
            if at < len(self.lines) and self.lines[at].kind is not LineKind.UNMARKED:
                found.append([])
        return [segment for segment in found if segment]


@dataclass(frozen=True, slots=True)
class ShapingPlace:
    """A place for a shaping: a line and which side of it, or an edge.

    ``part`` is the part that the work stands in; ``at_head`` says that it stands at the part's right end.
    ``line`` is the line's place where the work goes across it, else -1.
    """

    part: int
    at_head: bool
    line: int = -1


def shaping_places(split: RowSplit, shaping: Shaping, side: Side) -> list[ShapingPlace] | str:
    """Where a shaping stands on a row of that side, or the name of the line that is not there."""
    found: list[ShapingPlace] = []
    for name in shaping.at:
        edge = _edge(name, side)
        if edge:
            part = split.live[0] if edge == RIGHT_EDGE else split.live[-1]
            found.append(ShapingPlace(part, edge == RIGHT_EDGE))
            continue
        at = split.line(name)
        if at is None:
            return name
        found += _beside(split, at, shaping.side)
    return found


def rests_at(split: RowSplit, found: Sequence[ShapingPlace]) -> str:
    """The name of a held part that a work at some of the places would need; empty where there is none."""
    needed = [at for spot in found for at in ((spot.line, spot.line + 1) if spot.line >= 0 else (spot.part,))]
    return next((split.parts[at].name for at in needed if split.parts[at].name in split.held), "")


def _edge(name: str, side: Side) -> str:
    if name == ROW_START:
        return RIGHT_EDGE if side is Side.RS else LEFT_EDGE
    if name == ROW_END:
        return LEFT_EDGE if side is Side.RS else RIGHT_EDGE
    return name if name in (RIGHT_EDGE, LEFT_EDGE) else ""


def _beside(split: RowSplit, at: int, beside: Beside) -> list[ShapingPlace]:
    before, after = ShapingPlace(at, at_head=False), ShapingPlace(at + 1, at_head=True)
    if beside is Beside.ON:
        return [ShapingPlace(at, at_head=False, line=at)]
    if beside is Beside.BOTH:
        return [before, after]
    if beside in (Beside.BEFORE, Beside.AFTER):
        return [before if beside is Beside.BEFORE else after]
    # Lines of the right half look to the left, and the other way round; a middle one has both sides inside.
    middle = (len(split.lines) - 1) / 2
    if at == middle:
        return [before, after]
    return [after if (at < middle) is (beside is Beside.INSIDE) else before]
