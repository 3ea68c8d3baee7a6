"""What a print consists of: pages of words, the cloth, and the chart cut to pages."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from bias.results import CELL, ChartPage, Results, Window, chart_windows
from bias.results.yarn import PieceYarn
from bias.worn.sheet import WornSheet
from knitting.saying.yarn import yarn_lines

LINES_A_PART = 150
MM_PER_CELL = {"large": 5.5, "middle": 4.4, "small": 3.2}
PAPERS = {"A4": (210, 297), "letter": (216, 279), "A5": (148, 210)}
MARGIN_MM, _HEAD_MM = 14, 16
MOST_CHART_PAGES = 120


@dataclass(frozen=True, slots=True)
class PrintChoices:
    """What is printed: on which paper, in which dialect, the chart's cells how large."""

    words: bool = True
    cloth: bool = True
    chart: bool = True
    yarn: bool = False
    worn: bool = False
    film: bool = False
    paper: str = "A4"
    dialect: str = "us"
    cell: str = "middle"
    as_worked: bool = False

    def as_json(self) -> dict[str, Any]:
        """For keeping."""
        return {name: getattr(self, name) for name in self.__slots__}


@dataclass(frozen=True, slots=True)
class PrintPart:
    """A part of a print: a template with what it shows. ``title`` stands at the foot of its pages."""

    template: str
    title: str
    about: Mapping[str, Any]


def print_parts(
    found: Results, choices: PrintChoices, yarn: PieceYarn | None = None, worn: WornSheet | None = None
) -> list[PrintPart]:
    """Every part of a print in its order; ``yarn`` is what is told of the piece's yarn, ``worn`` how it hangs."""
    wanted: list[PrintPart] = []
    if choices.cloth and found.page is not None:
        wanted.append(_part("cloth", found))
    if choices.yarn and yarn is not None and found.worked.rows:
        picture = yarn.picture(found.title, alone=True)
        wanted.append(_part("yarn", found, told=yarn_lines(yarn.report), picture=picture))
    if choices.film and found.film is not None:
        wanted.append(_part("film", found, stills=found.stills(alone=True)))
    if choices.worn and worn is not None:
        wanted.append(_part("worn", found, sheet=worn))
    if choices.words:
        wanted += _words(found, choices)
    if choices.chart and found.worked.rows:
        wanted += _chart(found, choices)
    return wanted


def _part(name: str, found: Results, **about: Any) -> PrintPart:
    return PrintPart(f"printing/{name}.html", found.title, {"results": found, **about})


def _words(found: Results, choices: PrintChoices) -> list[PrintPart]:
    lines = found.written(choices.dialect).splitlines() or [""]
    cuts = [lines[at : at + LINES_A_PART] for at in range(0, len(lines), LINES_A_PART)]
    last = len(cuts) - 1
    glossary = found.glossary(choices.dialect)
    return [
        _part("words", found, lines=each, first=at == 0, glossary=glossary if at == last else ())
        for at, each in enumerate(cuts)
    ]


def _chart(found: Results, choices: PrintChoices) -> list[PrintPart]:
    windows = chart_pages(found, choices)
    wanted = []
    for at, window in enumerate(windows, start=1):
        key = found.chart.key(choices.as_worked) if at == len(windows) else ()
        wide = _wide(window, choices)
        wanted.append(_part("chart", found, window=window, number=at, of=len(windows), width_mm=wide, key=key))
    return wanted


def chart_pages(found: Results, choices: PrintChoices, chart: ChartPage | None = None) -> Sequence[Window]:
    """The chart cut to the paper, or another one of the piece."""
    wide, high = PAPERS[choices.paper]
    cell = MM_PER_CELL[choices.cell]
    columns = int((wide - 2 * MARGIN_MM) / cell) - 6
    rows = int((high - 2 * MARGIN_MM - _HEAD_MM) / cell) - 2
    return chart_windows(chart or found.chart, columns, rows)


def _wide(window: Window, choices: PrintChoices) -> float:
    return round(window.width / CELL * MM_PER_CELL[choices.cell], 1)
