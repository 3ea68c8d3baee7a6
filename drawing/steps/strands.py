"""Strands of yarn over and under one another: each is a line with a depth, drawn as an edge with a core upon it."""

from __future__ import annotations

from dataclasses import dataclass, field

from drawing import svg
from drawing.svg import Place, number


@dataclass(slots=True)
class Sheet:
    """A drawing in the making: what has the least depth is painted first. ``name`` is its own on the page."""

    name: str
    strands: dict[tuple[float, str], list[str]] = field(default_factory=dict)
    others: list[tuple[float, str]] = field(default_factory=list)

    def strand(self, depth: float, d: str, kind: str = "") -> None:
        """A strand of yarn; ``kind`` is "new", "taken", "waste" or nothing. Those of one depth do not cross."""
        self.strands.setdefault((round(depth, 3), kind), []).append(d)

    def rows(self, depths: list[float], d: str, step: float) -> None:
        """The same strand once for each depth, each lower than the one before by ``step``: it stands there once."""
        name = f"{self.name}-r{len(self.others)}"
        self.add(depths[0], svg.tag("g", _twice(f"{name}l", d, ""), id=name))
        for at, depth in enumerate(depths[1:], start=1):
            self.add(depth, svg.tag("use", href=f"#{name}", y=number(step * at)))

    def add(self, depth: float, element: str) -> None:
        """Anything else."""
        self.others.append((depth, element))

    def rod(self, depth: float, butt: Place, tip: Place, pointed: bool = True, half: float = 4.5) -> None:
        """A needle from its thick end to its tip, or a piece of one."""
        (x, y), (tx, ty) = butt, tip
        long = max(((tx - x) ** 2 + (ty - y) ** 2) ** 0.5, 0.1)
        ux, uy = (tx - x) / long, (ty - y) / long
        nx, ny = -uy * half, ux * half
        if pointed:
            sx, sy = tx - ux * min(18.0, long), ty - uy * min(18.0, long)
            places = [(x + nx, y + ny), (sx + nx, sy + ny), (tx, ty), (sx - nx, sy - ny), (x - nx, y - ny)]
        else:  # open towards its end, where another piece goes on
            places = [(tx + nx, ty + ny), (x + nx, y + ny), (x - nx, y - ny), (tx - nx, ty - ny)]
        whole = [(round(px), round(py)) for px, py in places]
        self.add(depth, svg.tag("path", d=svg.path(whole), class_="st-needle"))

    def way(self, places: list[Place], depth: float = 90) -> None:
        """An arrow along some places."""
        self.add(depth, svg.tag("path", d=smooth(places) + _head(places[-2], places[-1]), class_="st-way"))

    def svg(self) -> list[str]:
        """All of it, in the order of painting."""
        drawn = [
            (depth, _twice(f"{self.name}-{at}", "".join(lines), kind))
            for at, ((depth, kind), lines) in enumerate(self.strands.items())
        ]
        return [element for _, element in sorted([*drawn, *self.others], key=lambda part: part[0])]


def _twice(name: str, d: str, kind: str) -> str:
    """A line that stands there once and is drawn twice: its edge, and its core upon it."""
    edge = svg.tag("g", svg.tag("path", id=name, d=d), class_="st-edge")
    both = edge + svg.tag("use", href=f"#{name}", class_="st-core")
    return svg.tag("g", both, class_=f"st-{kind}") if kind else both


def curve(*places: Place) -> str:
    """A line by Bézier's curves: a place to begin at, then three for each curve, in whole units.

    >>> curve((0, 0), (1, 2), (3, 4), (5.25, 6))
    'M0 0c1 2 3 4 5 6'
    """
    return _line(places, 3, "c")


def flowing(*places: Place) -> str:
    """The same with two places for each further curve: it goes on as the one before it ended.

    >>> flowing((0, 0), (1, 2), (3, 4), (5, 6), (8, 9), (10, 10))
    'M0 0c1 2 3 4 5 6s3 3 5 4'
    """
    first = _line(places[:4], 3, "c")
    return first + _line(places[3:], 2, "s").split("s", 1)[1].join(("s", ""))


def _line(places: tuple[Place, ...], each: int, letter: str) -> str:
    whole = [(round(x), round(y)) for x, y in places]
    ox, oy = whole[0]
    line = f"M{ox} {oy}{letter}"
    for at in range(1, len(whole), each):
        for x, y in whole[at : at + each]:
            line += f"{_next(x - ox, line)}{_next(y - oy, '0')}"
        ox, oy = whole[min(at + each - 1, len(whole) - 1)]
    return line


def _next(figure: int, before: str) -> str:
    """A figure behind others: a minus parts by itself."""
    return str(figure) if figure < 0 or before[-1] in "cs" else f" {figure}"


def smooth(places: list[Place]) -> str:
    """A soft line through some places."""
    if len(places) < 3:
        return svg.path(places)
    ends = [places[0], *places, places[-1]]
    curves = [places[0]]
    for before, here, there, after in zip(ends, ends[1:], ends[2:], ends[3:], strict=False):
        curves += [
            (here[0] + (there[0] - before[0]) / 6, here[1] + (there[1] - before[1]) / 6),
            (there[0] - (after[0] - here[0]) / 6, there[1] - (after[1] - here[1]) / 6),
            there,
        ]
    return curve(*curves)


def _head(before: Place, end: Place) -> str:
    (x, y), (fx, fy) = end, before
    long = max(((x - fx) ** 2 + (y - fy) ** 2) ** 0.5, 0.1)
    ux, uy = (x - fx) / long * 9, (y - fy) / long * 9
    return svg.path([(x - ux - uy * 0.6, y - uy + ux * 0.6), end, (x - ux + uy * 0.6, y - uy - ux * 0.6)])
