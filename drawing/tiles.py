"""Cells of a grid as few boxes and few lines, so that a chart is small and quick to draw."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping

from drawing import svg

CELL = 16.0
"""The side of a cell in page units."""


class Tiles:
    """Cells of one height: as filled boxes, cells beside each other as one; as the lines between and about them."""

    def __init__(self) -> None:
        self.rows: dict[float, list[tuple[float, float]]] = {}

    def put(self, left: float, top: float, wide: float) -> None:
        """One cell more."""
        self.rows.setdefault(top, []).append((left, left + wide))

    @property
    def cells(self) -> int:
        """How many cells there are."""
        return sum(map(len, self.rows.values()))

    def filled(self) -> str:
        """All cells as one path: boxes as wide as cells stand side by side, as high as equal ones stand on another."""
        heights: dict[tuple[float, float], list[tuple[float, float]]] = {}
        for top, cells in self.rows.items():
            for box in _joined(cells):
                heights.setdefault(box, []).append((top, top + CELL))
        boxes = ((*box, *height) for box, tops in heights.items() for height in _joined(tops))
        return "".join(
            f"M{svg.number(left)} {svg.number(top)}H{svg.number(right)}V{svg.number(bottom)}H{svg.number(left)}z"
            for left, right, top, bottom in boxes
        )

    def lines(self) -> str:
        """The edges of all cells as one path, each drawn once and as long as it goes on."""
        level: dict[float, list[tuple[float, float]]] = {}
        upright: dict[float, list[tuple[float, float]]] = {}
        for top, cells in self.rows.items():
            for edge in (top, top + CELL):
                level.setdefault(edge, []).extend(cells)
            for x in {x for cell in cells for x in cell}:
                upright.setdefault(x, []).append((top, top + CELL))
        across = [
            f"M{svg.number(left)} {svg.number(y)}H{svg.number(right)}"
            for y, cells in level.items()
            for left, right in _joined(cells)
        ]
        down = [
            f"M{svg.number(x)} {svg.number(top)}V{svg.number(bottom)}"
            for x, cells in upright.items()
            for top, bottom in _joined(cells)
        ]
        return "".join([*across, *down])


class Dashes:
    """Strokes of one length that stand in one line from cell to cell, drawn as one dashed line."""

    def __init__(self, span: tuple[float, float], upright: bool) -> None:
        """Each stroke spans so many hundredths of its cell, through its middle."""
        self.begins, self.ends = (each * CELL / 100 for each in span)
        self.upright = upright
        self.lines: dict[float, list[tuple[float, float]]] = {}

    def put(self, left: float, top: float) -> None:
        """The stroke of one cell more."""
        across, along = (left, top) if self.upright else (top, left)
        self.lines.setdefault(across + CELL / 2, []).append((along, along + CELL))

    def drawn(self, class_: str) -> str:
        """All strokes as one element."""
        spans = ((at, span) for at, cells in self.lines.items() for span in _joined(cells))
        d = "".join(self._line(at, first + self.begins, last - CELL + self.ends) for at, (first, last) in spans)
        on = self.ends - self.begins
        dashes = f"{on:.2f} {CELL - on:.2f}"
        return svg.tag("path", d=d, class_=class_, stroke_dasharray=dashes) if d else ""

    def _line(self, at: float, first: float, last: float) -> str:
        if self.upright:
            return f"M{svg.number(at)} {svg.number(first)}V{svg.number(last)}"
        return f"M{svg.number(first)} {svg.number(at)}H{svg.number(last)}"


def _joined(stretches: Iterable[tuple[float, float]]) -> Iterator[tuple[float, float]]:
    """Stretches that meet or lie over one another as one."""
    first = last = None
    for start, end in sorted(stretches):
        if last is not None and start <= last:
            last = max(last, end)
            continue
        if first is not None and last is not None:
            yield first, last
        first, last = start, end
    if first is not None and last is not None:
        yield first, last


def grounds(tones: Mapping[str, Tiles]) -> Iterator[tuple[str, str]]:
    """What is painted under the signs: a tone and its path, in the order of painting.

    The commonest tone lies under all cells, as cells that alternate, as in rib, would be a box each in both tones.
    """
    if not tones:
        return
    commonest = max(tones, key=lambda tone: tones[tone].cells)
    under = Tiles()
    for tiles in tones.values():
        for top, cells in tiles.rows.items():
            under.rows.setdefault(top, []).extend(cells)
    yield commonest, under.filled()
    yield from ((tone, tiles.filled()) for tone, tiles in tones.items() if tone != commonest)
