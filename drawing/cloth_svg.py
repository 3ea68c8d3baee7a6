"""The cloth as SVG."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from itertools import pairwise
from types import MappingProxyType

import numpy as np

from drawing import svg
from drawing.cloth import ClothPage, Line, Thread
from drawing.svg import Place
from knitting.saying.language import _


def to_svg(
    page: ClothPage,
    row: int | None = None,
    worked: int = 0,
    class_: str = "cloth",
    style: str = "",
    size: str = "",
    inks: Mapping[str, str] = MappingProxyType({}),
) -> str:
    """The cloth as SVG. ``row`` lays the needle after so many rows of the piece; ``worked`` rows are filled.

    ``style`` are colours for a drawing that stands alone, ``size`` its width, such as "18cm". ``inks`` are the colours
    of yarns by their names, such as "#5d6b7a"; others are told apart by usual ones.
    """
    parts = [svg.tag("style", svg.text(style))] if style else []
    parts.append(svg.tag("path", d=_closed(page.outlines), class_="cloth-ground"))
    parts += [
        svg.tag("path", d=_closed(each.shapes), class_=f"cloth-texture texture-{each.kind}") for each in page.textures
    ]
    parts += _bands(page, inks)
    parts.append(svg.tag("path", d=worked_path(page, worked), class_="cloth-worked"))
    parts.append(svg.tag("path", d=_open(page.rows), class_="cloth-row"))
    if page.fine_rows:
        parts.append(svg.tag("path", d=_open(page.fine_rows), class_="cloth-row cloth-fine"))
    if page.tab:
        parts.append(svg.tag("path", d=svg.path(page.tab, closed=True), class_="cloth-tab"))
    parts.append(svg.tag("path", d=_closed(page.outlines), class_="cloth-edge"))
    parts += [_line(thread) for thread in page.threads]
    signs, high = page.signs, page.signs.size
    parts.append(svg.tag("path", d="".join(_caret(x, y, high, 1) for x, y in signs.increases), class_="cloth-up"))
    parts.append(svg.tag("path", d="".join(_hole(x, y, high * 0.7) for x, y in signs.eyelets), class_="cloth-eyelet"))
    parts.append(svg.tag("path", d="".join(_caret(x, y, high, -1) for x, y in signs.decreases), class_="cloth-down"))
    parts += [_flag(thread) for thread in page.threads]
    parts += [*_dimensions(page), _arrow(page)]
    at = min(max((row or 0) - page.first_row, 0), page.boundaries - 1)
    class_needle = "cloth-needle is-hidden" if row is None else "cloth-needle"
    parts.append(svg.tag("path", d=needle_path(page.needle(at)), class_=class_needle))
    return svg.picture(parts, page.width, page.height, page.title, class_, size)


def worked_path(page: ClothPage, worked: int) -> str:
    """The cloth of so many rows of the piece as a filled shape, or nothing."""
    at = min(worked - page.first_row, page.boundaries - 1)
    return _closed(page.worked(at)) if at > 0 else ""


def needle_path(lines: Sequence[Line]) -> str:
    """The needle along a row: a line for each stretch, its tips standing out a little at both ends."""
    return "".join(
        svg.path([_beyond(line[1], line[0]), *line, _beyond(line[-2], line[-1])]) for line in lines if len(line) > 1
    )


def _beyond(inner: Place, outer: Place, by: float = 14.0) -> Place:
    dx, dy = outer[0] - inner[0], outer[1] - inner[1]
    length = float(np.hypot(dx, dy)) or 1.0
    return outer[0] + dx / length * by, outer[1] + dy / length * by


def _open(lines: Sequence[Line]) -> str:
    return "".join(svg.path(line) for line in lines)


def _closed(lines: Sequence[Line]) -> str:
    return "".join(svg.path(line, closed=True) for line in lines)


def _textures(page: ClothPage) -> list[str]:
    kinds = dict.fromkeys(each.kind for each in page.textures)
    shapes = {kind: [shape for each in page.textures if each.kind == kind for shape in each.shapes] for kind in kinds}
    return [svg.tag("path", d=_closed(shapes[kind]), class_=f"cloth-texture texture-{kind}") for kind in kinds]


def _bands(page: ClothPage, inks: Mapping[str, str]) -> list[str]:
    order = {colour: at for at, colour in enumerate(dict.fromkeys(band.kind for band in page.bands))}
    return [
        svg.tag("path", d=_closed(band.shapes), class_="cloth-band", fill=inks[band.kind])
        if band.kind in inks
        else svg.tag("path", d=_closed(band.shapes), class_=f"cloth-band yarn-{order[band.kind] % 4}")
        for band in page.bands
    ]


def _line(thread: Thread) -> str:
    name = svg.tag("title", svg.text(thread.name))
    line = svg.tag("path", d=svg.path(thread.places))
    return svg.tag("g", name + line, class_=f"cloth-thread thread-{thread.hue}", data_letter=thread.letter)


def _flag(thread: Thread) -> str:
    x, y = _along(thread.places, 0.75)
    flag = svg.tag("rect", x=svg.number(x - 10), y=svg.number(y - 10), width=20, height=20, rx=4)
    letter = svg.tag("text", svg.text(thread.letter), x=svg.number(x), y=svg.number(y + 4.5), text_anchor="middle")
    return svg.tag("g", flag + letter, class_=f"cloth-thread thread-{thread.hue}", data_letter=thread.letter)


def _along(places: Sequence[Place], share: float) -> Place:
    """The place at a share of a line's length."""
    lengths = [float(np.hypot(b[0] - a[0], b[1] - a[1])) for a, b in pairwise(places)]
    left = share * sum(lengths)
    for (a, b), length in zip(pairwise(places), lengths, strict=True):
        if left <= length and length > 0:
            return a[0] + (b[0] - a[0]) * left / length, a[1] + (b[1] - a[1]) * left / length
        left -= length
    return places[-1]


def _caret(x: float, y: float, wide: float, up: int) -> str:
    high = wide * 0.9 * up
    return svg.path([(x - wide, y + high / 2), (x, y - high / 2), (x + wide, y + high / 2)])


def _hole(x: float, y: float, radius: float) -> str:
    """An eyelet, as two half circles."""
    r, wide = svg.number(radius), svg.number(2 * radius)
    return f"M{svg.number(x - radius)} {svg.number(y)}a{r} {r} 0 1 0 {wide} 0a{r} {r} 0 1 0 -{wide} 0"


def _dimensions(page: ClothPage) -> list[str]:
    places = [place for line in page.outlines for place in line]
    left, right = min(x for x, _ in places), max(x for x, _ in places)
    top, bottom = min(y for _, y in places), max(y for _, y in places)
    above, beside = top - 24, right + 24
    across = svg.path([(left, above), (right, above)]) + _ticks([(left, above), (right, above)], 0, 5)
    down = svg.path([(beside, top), (beside, bottom)]) + _ticks([(beside, top), (beside, bottom)], 5, 0)
    middle_x, middle_y = (left + right) / 2, (top + bottom) / 2
    return [
        svg.tag("path", d=across + down, class_="cloth-rule"),
        _label(middle_x, above, page.wide),
        _label(beside + 12 + 4 * len(page.high), middle_y, page.high),
    ]


def _arrow(page: ClothPage) -> str:
    """The direction of knitting, in the lower left corner of the page."""
    (x0, y0), (x1, y1) = page.growth
    length = float(np.hypot(x1 - x0, y1 - y0)) or 1.0
    dx, dy = (x1 - x0) / length, (y1 - y0) / length
    x, y = 30.0, page.height - 34
    tip = (x + 15 * dx, y + 15 * dy)
    barbs = [(tip[0] - 6 * dx + side * 5 * dy, tip[1] - 6 * dy - side * 5 * dx) for side in (1, -1)]
    line = svg.path([(x - 15 * dx, y - 15 * dy), tip]) + svg.path([barbs[0], tip, barbs[1]])
    words = svg.tag("text", svg.text(_("knitted this way")), x=svg.number(x + 26), y=svg.number(y + 5))
    return svg.tag("g", svg.tag("path", d=line) + words, class_="cloth-growth")


def _ticks(places: Sequence[Place], dx: float, dy: float) -> str:
    return "".join(svg.path([(x - dx, y - dy), (x + dx, y + dy)]) for x, y in places)


def _label(x: float, y: float, words: str) -> str:
    wide = 9 * len(words) + 8
    ground = svg.tag("rect", x=svg.number(x - wide / 2), y=svg.number(y - 11), width=wide, height=22)
    said = svg.tag("text", svg.text(words), x=svg.number(x), y=svg.number(y + 5), text_anchor="middle")
    return svg.tag("g", ground + said, class_="cloth-size")
