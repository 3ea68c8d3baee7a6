"""The chart as SVG, whole or a window of it, for print and download."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

from drawing import svg
from drawing.chart import ChartPage, ChartRow, Counted
from drawing.signs import SINGLE_STROKES, Sign
from drawing.tiles import CELL, Dashes, Tiles, grounds
from knitting.rows import Side

_GUTTER, _HEAD = 46.0, 12.0
_STROKES = ("grid", "thread", "sign", "frame")


@dataclass(frozen=True, slots=True)
class Window:
    """Rows ``first_row`` to ``last_row`` (numbers) and columns ``first`` up to ``end`` of a chart."""

    first_row: int
    last_row: int
    first: int
    end: int

    @property
    def width(self) -> float:
        """Page units across, row numbers on both sides."""
        return (self.end - self.first) * CELL + 2 * _GUTTER

    @property
    def height(self) -> float:
        """Page units down."""
        return (self.last_row - self.first_row + 1) * CELL + 2 * _HEAD


def windows(page: ChartPage, columns: int, rows: int, overlap: int = 2) -> list[Window]:
    """A chart cut to pages of at most so many columns and rows, each repeating a little of its neighbour."""
    found: list[Window] = []
    for first_row, last_row in _cuts(len(page.rows), rows, overlap):
        for first, end in _cuts(page.columns, columns, overlap):
            window = Window(first_row + 1, last_row, first, end)
            if any(_touches(row, window) for row in page.rows[first_row:last_row]):
                found.append(window)
    return found


def _cuts(total: int, most: int, overlap: int) -> Iterator[tuple[int, int]]:
    at = 0
    while at < total:
        yield at, min(at + most, total)
        if at + most >= total:
            return
        at += most - overlap


def _touches(row: ChartRow, window: Window) -> bool:
    return any(first < window.end and first + many > window.first for first, many in row.columns)


@dataclass(frozen=True, slots=True)
class Cell:
    """A cell: the entry of its stitch, its column, how many columns it takes up."""

    entry: int
    column: int
    wide: int


def cells(page: ChartPage, row: ChartRow) -> Iterator[Cell]:
    """The cells of a row: stitches that leave no stitch stand in the columns of those they took."""
    live, below = _spread(row.columns), _spread(page.below[row.number - 1])
    old = new = 0
    for number, times in row.cells:
        entry = page.entries[number]
        for _ in range(times):
            if entry.makes:
                placed = live[new : new + entry.makes]
                if placed and placed[-1] - placed[0] == len(placed) - 1:
                    yield Cell(number, placed[0], len(placed))
                else:
                    yield from (Cell(number, column, 1) for column in placed)
            else:
                yield from (Cell(number, column, 1) for column in below[old : old + entry.uses])
            old, new = old + entry.uses, new + entry.makes


def _spread(pairs: tuple[tuple[int, int], ...]) -> list[int]:
    return [column for first, many in pairs for column in range(first, first + many)]


def chart_svg(
    page: ChartPage, window: Window | None = None, as_worked: bool = False, style: str = "", size: str = ""
) -> str:
    """A chart, or a window of it, as the right side is seen or as the stitches are worked; ``size`` is its width."""
    shown = window or Window(1, len(page.rows), 0, page.columns)
    ink = _Ink(page, shown, as_worked)
    for row in page.rows[shown.first_row - 1 : shown.last_row]:
        ink.row(row)
    ink.frames()
    parts = [svg.tag("style", svg.text(style))] if style else []
    parts += [svg.tag("path", d=path, class_=f"tone-{tone}") for tone, path in grounds(ink.grounds)]
    ink.strokes["grid"].append(ink.grid.lines())
    parts += [svg.tag("path", d="".join(ink.strokes[name]), class_=f"chart-{name}") for name in _STROKES]
    parts += [dashes.drawn("chart-sign") for dashes in ink.dashes.values()]
    return svg.picture(
        [*parts, *ink.texts],
        shown.width,
        shown.height,
        page.title,
        "chart",
        size if window else f"{svg.number(shown.width)}px",
    )


def sign_svg(sign: Sign, says: str, style: str = "") -> str:
    """One cell with its sign, for a key."""
    ground = svg.tag("path", d=f"M0 0H{CELL}V{CELL}H0Z", class_=f"tone-{sign.tone} chart-key")
    drawn = svg.tag("path", d=placed(sign.path, 0, 0, CELL), class_="chart-sign")
    parts = [svg.tag("style", svg.text(style))] if style else []
    return svg.picture([*parts, ground, drawn], CELL, CELL, says, "chart")


class _Ink:
    def __init__(self, page: ChartPage, window: Window, as_worked: bool) -> None:
        self.page, self.window, self.as_worked = page, window, as_worked
        self.grounds: dict[str, Tiles] = {}
        self.grid = Tiles()
        self.dashes = {path: Dashes(*stroke) for path, stroke in SINGLE_STROKES.items()}
        self.strokes: dict[str, list[str]] = {name: [] for name in _STROKES}
        self.texts: list[str] = []
        self.counted: dict[int, list[Counted]] = {}
        for each in page.counted:
            self.counted.setdefault(each.row, []).append(each)

    def x(self, column: float) -> float:
        """The right edge of a column: column 0 lies at the right."""
        return self.window.width - _GUTTER - (column - self.window.first) * CELL

    def y(self, row: int) -> float:
        """The upper edge of a row: row 1 lies at the bottom."""
        return _HEAD + (self.window.last_row - row) * CELL

    def row(self, row: ChartRow) -> None:
        """One row: its cells, its number where it begins, its marks."""
        top = self.y(row.number)
        on_wrong = row.side is Side.WS
        seen = [
            c for c in cells(self.page, row) if c.column < self.window.end and c.column + c.wide > self.window.first
        ]
        cut_short, drawn = self.counted.get(row.number, []), list[Counted]()
        for cell in seen:
            entry = self.page.entries[cell.entry]
            sign = entry.on_ws if on_wrong and not self.as_worked else entry.on_rs
            stretch = next((each for each in cut_short if each.first <= cell.column < each.first + each.wide), None)
            if stretch is None:
                self._cell(cell, sign, top, row)
            elif stretch not in drawn:
                drawn.append(stretch)
                self._counted(stretch, sign, top, row)
        number = svg.number(top + CELL * 0.72)
        begins_right = row.in_round or not on_wrong
        at = self.window.width - _GUTTER + 6 if begins_right else _GUTTER - 6
        anchor = "start" if begins_right else "end"
        if any(True for _ in seen):
            text = svg.text(str(row.number) if row.said is None else row.said)
            self.texts.append(svg.tag("text", text, x=svg.number(at), y=number, text_anchor=anchor))
        for _, _, _, edge in row.marks:
            if self.window.first <= edge <= self.window.end:
                x = self.x(edge)
                self.strokes["thread"].append(svg.path([(x, top), (x, top + CELL)]))

    def _ground(self, column: int, wide: int, sign: Sign, top: float, row: ChartRow) -> float:
        """The ground of some columns; where it begins at the left."""
        left = self.x(column + wide)
        tone = sign.tone
        if len(self.page.colours) > 1 and tone in ("knit", "purl"):
            tone = f"yarn-{self.page.colours.index(row.colour) % 4}"
        self.grounds.setdefault(tone, Tiles()).put(left, top, wide * CELL)
        self.grid.put(left, top, wide * CELL)
        return left

    def _counted(self, stretch: Counted, sign: Sign, top: float, row: ChartRow) -> None:
        """A run that is cut short: its number on one ground, behind its sign."""
        left = self._ground(stretch.first, stretch.wide, sign, top, row)
        self._sign(sign, left, top)
        x, y = svg.number(left + (stretch.wide + 1) * CELL / 2), svg.number(top + CELL * 0.72)
        self.texts.append(svg.tag("text", svg.text(str(stretch.times)), x=x, y=y, text_anchor="middle"))

    def _cell(self, cell: Cell, sign: Sign, top: float, row: ChartRow) -> None:
        left, wide = self._ground(cell.column, cell.wide, sign, top, row), cell.wide * CELL
        self._sign(sign, left + (wide - CELL) / 2, top)

    def _sign(self, sign: Sign, left: float, top: float) -> None:
        if sign.path in self.dashes:
            self.dashes[sign.path].put(left, top)
        else:
            self.strokes["sign"].append(placed(sign.path, left, top, CELL))

    def frames(self) -> None:
        """Repeats: a bracket beside rows, a box round stitches."""
        for frame in self.page.frames:
            first, last = max(frame.first, self.window.first_row), min(frame.last, self.window.last_row)
            if first > last:
                continue
            top, bottom = self.y(last), self.y(first) + CELL
            if frame.columns is None:
                x = self.window.width - 12
                self.strokes["frame"].append(
                    svg.path([(x - 4, top + 1), (x, top + 1), (x, bottom - 1), (x - 4, bottom - 1)])
                )
                words = svg.text(f"{frame.times}\N{MULTIPLICATION SIGN}")
                turn = f"rotate(90 {svg.number(x + 3)} {svg.number((top + bottom) / 2)})"
                label = svg.tag(
                    "text",
                    words,
                    x=svg.number(x + 3),
                    y=svg.number((top + bottom) / 2),
                    transform=turn,
                    text_anchor="middle",
                )
                self.texts.append(label)
            elif frame.columns[0] < self.window.end and frame.columns[1] > self.window.first:
                left, right = (
                    self.x(min(frame.columns[1], self.window.end)),
                    self.x(max(frame.columns[0], self.window.first)),
                )
                box = svg.path([(left, top), (right, top), (right, bottom), (left, bottom)], closed=True)
                self.strokes["frame"].append(box)
                if self.page.once:
                    self._often(frame.times, (left + right) / 2, top)

    def _often(self, times: int, middle: float, top: float) -> None:
        """How often a box is worked, on its upper edge."""
        said = f"{times}\N{MULTIPLICATION SIGN}"
        wide = 5.0 * len(said) + 4
        shape = {
            "x": svg.number(middle - wide / 2),
            "y": svg.number(top - 5),
            "width": svg.number(wide),
            "height": "10",
        }
        self.texts.append(svg.tag("rect", **shape, rx="2", class_="chart-often"))
        at = {"x": svg.number(middle), "y": svg.number(top + 3)}
        self.texts.append(svg.tag("text", svg.text(said), **at, class_="chart-times", text_anchor="middle"))


_TOKEN = re.compile(r"[A-Za-z]|-?[\d.]+")
_NUMBERS = {
    "M": "xy",
    "L": "xy",
    "H": "x",
    "V": "y",
    "C": "xyxyxy",
    "Q": "xyxy",
    "S": "xyxy",
    "T": "xy",
    "a": "dd000dd",
}


@lru_cache(maxsize=256)
def _tokens(path: str) -> tuple[tuple[str, tuple[float, ...]], ...]:
    found: list[tuple[str, tuple[float, ...]]] = []
    tokens = _TOKEN.findall(path)
    at = 0
    while at < len(tokens):
        command = tokens[at]
        many = len(_NUMBERS[command])
        found.append((command, tuple(float(each) for each in tokens[at + 1 : at + 1 + many])))
        at += 1 + many
        while at < len(tokens) and not tokens[at].isalpha():
            found.append(("L" if command == "M" else command, tuple(float(each) for each in tokens[at : at + many])))
            at += many
    return tuple(found)


def placed(path: str, x: float, y: float, size: float) -> str:
    """A sign's path moved to a cell.

    >>> placed("M50 0V100", 10, 20, 16)
    'M18 20V36'
    """
    by = size / 100
    parts: list[str] = []
    for command, numbers in _tokens(path):
        moved = [
            {"x": x + value * by, "y": y + value * by, "d": value * by, "0": value}[kind]
            for kind, value in zip(_NUMBERS[command], numbers, strict=True)
        ]
        parts.append(command + " ".join(svg.number(value) for value in moved))
    return "".join(parts)
