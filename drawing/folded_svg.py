"""A thing folded as it is worn, as SVG: the front on the back, with its width and its height."""

from __future__ import annotations

import numpy as np

from drawing import svg
from knitting.assembly.folding import Folded
from knitting.cloth.zones import Points
from knitting.measures import said_length

_WIDTH, _HEIGHT, _ASIDE, _MARGIN = 560.0, 320.0, 104.0, 16.0
_BEHIND = (7.0, -5.0)
"""How far what lies behind is moved aside and up, in pixels, so that it is seen."""
_RULE, _TICK = 30.0, 5.0


def folded_svg(folded: Folded, title: str, style: str = "") -> str:
    """The outlines of a folded thing, the front on top; below it its width, beside it its height.

    ``style`` are colours for a drawing that stands alone.
    """
    page = _Page(folded)
    parts = [svg.tag("style", svg.text(style))] if style else []
    for at, layer in enumerate(folded.layers):
        behind = folded.on_one_another and at < len(folded.layers) - 1
        name = "folded-back" if behind else "folded-front"
        parts.append(svg.tag("path", d=svg.path(page.places(layer, behind), closed=True), class_=name))
    if folded.open is not None:
        parts.append(svg.tag("path", d=svg.path(page.places(folded.open)), class_="folded-open"))
    parts += [_wide(page, said_length(folded.width_cm)), _high(page, said_length(folded.height_cm))]
    return svg.picture(parts, _WIDTH, page.height, title, "folded")


class _Page:
    """From centimetres to the page."""

    def __init__(self, folded: Folded) -> None:
        every = np.concatenate(folded.layers)
        self.left, self.top = float(every.real.min()), float(every.imag.max())
        self.wide, self.high = max(float(np.ptp(every.real)), 1.0), max(float(np.ptp(every.imag)), 1.0)
        self.scale = min((_WIDTH - 2 * _ASIDE) / self.wide, (_HEIGHT - 3 * _MARGIN - _RULE) / self.high)
        self.aside = (_WIDTH - self.wide * self.scale) / 2
        self.above = _MARGIN - _BEHIND[1]
        self.height = self.above + self.high * self.scale + _RULE + 2 * _MARGIN

    def places(self, line: Points, behind: bool = False) -> list[svg.Place]:
        x, y = _BEHIND if behind else (0.0, 0.0)
        return [
            (self.aside + x + (float(at.real) - self.left) * self.scale,
             self.above + y + (self.top - float(at.imag)) * self.scale)
            for at in line
        ]  # fmt: skip


def _wide(page: _Page, said: str) -> str:
    y, x, end = page.above + page.high * page.scale + _RULE / 2, page.aside, page.aside + page.wide * page.scale
    line = [(x, y - _TICK), (x, y + _TICK), (x, y), (end, y), (end, y - _TICK), (end, y + _TICK)]
    words = svg.tag("text", svg.text(said), x=svg.number((x + end) / 2), y=svg.number(y + 26), text_anchor="middle")
    return svg.tag("path", d=svg.path(line), class_="folded-rule") + words


def _high(page: _Page, said: str) -> str:
    x, y, end = page.aside - _RULE / 2, page.above, page.above + page.high * page.scale
    line = [(x - _TICK, y), (x + _TICK, y), (x, y), (x, end), (x - _TICK, end), (x + _TICK, end)]
    middle = svg.number((y + end) / 2 + 5)
    words = svg.tag("text", svg.text(said), x=svg.number(x - 8), y=middle, text_anchor="end")
    return svg.tag("path", d=svg.path(line), class_="folded-rule") + words
