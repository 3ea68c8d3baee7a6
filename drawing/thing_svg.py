"""A thing as SVG: its pieces as they meet, the seams as threads, edges that can be pressed."""

from __future__ import annotations

from collections.abc import Collection, Mapping

import numpy as np

from drawing import svg
from knitting.assembly.laid import Laid, laid
from knitting.assembly.spans import EdgeName, Span
from knitting.assembly.thing import Standing
from knitting.cloth.zones import Points
from knitting.saying.assemblies import said_edge_of
from knitting.saying.language import _

_WIDTH, _HEIGHT, _MARGIN = 900.0, 560.0, 34.0
_THREADS = 6


def thing_svg(
    standing: Standing, title: str, chosen: Collection[Span] = (), pressed: bool = True, style: str = ""
) -> str:
    """The pieces of a thing laid as they meet; both sides of a seam that stays open are of one colour.

    Edges carry ``data-piece`` and ``data-edge``; those of the ``chosen`` are marked. Nothing can be pressed in it where
    it is not ``pressed``. ``style`` are colours for a drawing that stands alone.
    """
    if not standing.assembly.pieces:
        return ""
    found = laid(standing.assembly)
    page = _Page(found)
    parts = [svg.tag("style", svg.text(style))] if style else []
    parts += [
        svg.tag("path", d=svg.path(page.places(outline), closed=True), class_="thing-piece")
        for outline in found.outlines.values()
    ]
    if pressed:
        parts += [_edge(page, name, edge, at, chosen) for (name, edge), at in found.edges.items()]
    else:
        parts += [svg.tag("path", d=svg.path(page.places(at)), class_="thing-line") for at in found.edges.values()]
    parts += [_picked(standing, page, found, at) for at in range(len(standing.assembly.pick_ups))]
    parts += [_seam(page, at, sides) for at, sides in enumerate(found.seams)]
    parts += [_name(page, name, outline) for name, outline in found.outlines.items()]
    return svg.picture(parts, _WIDTH, page.height, title, "thing", pressed=pressed)


class _Page:
    """From centimetres to the page."""

    def __init__(self, found: Laid) -> None:
        every = np.concatenate(list(found.outlines.values()))
        self.left, self.top = float(every.real.min()), float(every.imag.max())
        wide, high = max(float(np.ptp(every.real)), 1.0), max(float(np.ptp(every.imag)), 1.0)
        self.scale = min((_WIDTH - 2 * _MARGIN) / wide, (_HEIGHT - 2 * _MARGIN) / high)
        self.aside = (_WIDTH - wide * self.scale) / 2
        self.height = high * self.scale + 2 * _MARGIN

    def places(self, line: Points) -> list[svg.Place]:
        return [
            (self.aside + (float(at.real) - self.left) * self.scale, _MARGIN + (self.top - float(at.imag)) * self.scale)
            for at in line
        ]


def _name(page: _Page, name: str, outline: Points) -> str:
    middle = page.places(np.array([_middle(outline)]))[0]
    at = {"x": svg.number(middle[0]), "y": svg.number(middle[1])}
    return svg.tag("text", svg.text(name), **at, class_="thing-name", text_anchor="middle")


def _middle(outline: Points) -> complex:
    """The centre of gravity of an outline; the middle of its places where it has no area."""
    following = np.roll(outline, -1)
    doubled = outline.real * following.imag - following.real * outline.imag
    area = float(doubled.sum()) / 2
    if abs(area) < 1e-9:
        return complex(outline.mean())
    return complex(((outline + following) * doubled).sum() / (6 * area))


def _seam(page: _Page, at: int, sides: tuple[Points, Points]) -> str:
    lines = "".join(svg.tag("path", d=svg.path(page.places(side)), class_="thing-thread") for side in sides)
    middle = page.places(sides[0])[len(sides[0]) // 2]
    label = svg.tag("text", str(at + 1), x=svg.number(middle[0]), y=svg.number(middle[1] + 4), text_anchor="middle")
    ring = svg.tag("circle", cx=svg.number(middle[0]), cy=svg.number(middle[1]), r=10)
    return svg.tag("g", lines + ring + label, class_=f"thing-seam seam-{at % _THREADS}")


def _picked(standing: Standing, page: _Page, found: Laid, at: int) -> str:
    """Dots along what is picked up."""
    lines = []
    for span in standing.assembly.pick_ups[at].along:
        whole = found.edges.get((span.piece, span.edge))
        if whole is not None:
            lines.append(svg.tag("path", d=svg.path(page.places(_stretch(whole, span))), class_="thing-picked"))
    return "".join(lines)


def _stretch(whole: Points, span: Span) -> Points:
    """The stretch of an edge that a span holds, by its length on the drawing."""
    along = np.concatenate([[0.0], np.cumsum(np.abs(np.diff(whole)))])
    at = np.linspace(span.first, span.last, 24) * along[-1]
    found: Points = np.interp(at, along, whole.real) + 1j * np.interp(at, along, whole.imag)
    return found


def _edge(page: _Page, name: str, edge: EdgeName, line: Points, chosen: Collection[Span]) -> str:
    d = svg.path(page.places(line))
    on = any(span.piece == name and span.edge is edge for span in chosen)
    said = _("Choose the {edge}").format(edge=said_edge_of(name, edge))
    inner = (
        svg.tag("title", svg.text(said)) + svg.tag("path", d=d, class_="reach") + svg.tag("path", d=d, class_="line")
    )
    about: Mapping[str, object] = {"data_piece": name, "data_edge": edge.value, "aria_label": said}
    pressed = "true" if on else "false"
    return svg.tag("g", inner, class_="thing-edge", role="button", tabindex=0, aria_pressed=pressed, **about)
