"""How deep a hem hangs all round, as a line over the directions."""

from __future__ import annotations

from collections.abc import Sequence
from math import isfinite

from drawing import svg
from knitting.measures import said_length

_WIDE, _HIGH, _MARGIN = 480.0, 180.0, 34.0
_LEAST_CM = 20.0


def hem_svg(hem_cm: Sequence[float], directions: Sequence[str], title: str, style: str = "") -> str:
    """The depths of a hem below the neck from direction to direction (``nan``: no cloth there); the ``directions`` are
    the names of what stands behind, left, in front and right of it. ``style`` are colours for a drawing alone."""
    deepest = max([_LEAST_CM, *(each for each in hem_cm if isfinite(each))])
    step = _WIDE / len(hem_cm)
    scale = _HIGH / deepest
    around = [*hem_cm, hem_cm[0]]
    parts = [svg.tag("style", svg.text(style))] if style else []
    parts.append(svg.tag("path", d=f"M{_MARGIN} {_MARGIN}h{_WIDE}", class_="hem-neck"))
    line = [(_MARGIN + at * step, _MARGIN + deep * scale) for at, deep in enumerate(around)]
    parts += [
        svg.tag("path", d=svg.path(run), class_="hem-line")
        for run in _runs([place if isfinite(place[1]) else None for place in line])
    ]
    for at, name in enumerate([*directions, directions[0]]):
        sector = at * len(hem_cm) // len(directions)
        x = _MARGIN + sector * step
        deep = around[sector]
        parts.append(svg.tag("path", d=f"M{x:.1f} {_MARGIN}v{_HIGH}", class_="hem-rule"))
        parts.append(svg.tag("text", svg.text(name), x=f"{x:.1f}", y=f"{_MARGIN - 10}", text_anchor="middle"))
        if isfinite(deep) and deep > 0:
            y = _MARGIN + deep * scale
            parts.append(svg.tag("circle", cx=f"{x:.1f}", cy=f"{y:.1f}", r="3.5", class_="hem-dot"))
            figure = svg.text(said_length(round(deep)))
            parts.append(
                svg.tag("text", figure, x=f"{x:.1f}", y=f"{y + 18:.1f}", text_anchor="middle", class_="hem-figure")
            )
    return svg.picture(parts, _WIDE + 2 * _MARGIN, _HIGH + 2 * _MARGIN, title, "hem")


def _runs(line: Sequence[tuple[float, float] | None]) -> list[list[tuple[float, float]]]:
    """The stretches between the places that are missing."""
    runs: list[list[tuple[float, float]]] = [[]]
    for place in line:
        if place is not None:
            runs[-1].append(place)
        elif runs[-1]:
            runs.append([])
    return [run for run in runs if len(run) > 1]
