"""Scenes of whole cloths, hands and sewing threads: each thing of a scene has one way of being drawn."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from math import atan2, cos, sin, tau
from types import MappingProxyType

from drawing import svg
from drawing.steps.strands import Sheet, curve, smooth
from drawing.svg import Place, number
from knitting.techniques.scene import Item, Thing

_CELL_X, _CELL_Y = 26.0, 26.0


def draw_scene(sheet: Sheet, scene: tuple[Item, ...]) -> None:
    """All things of a scene, one upon another in their order."""
    for depth, item in enumerate(scene):
        _DRAWN[item.thing](sheet, float(depth), item)


def _cloth(sheet: Sheet, depth: float, item: Item) -> None:
    is_hole = item.manner == "hole"
    outline = svg.path(item.places, closed=True)
    sheet.add(depth, svg.tag("path", d=outline, class_="st-hole" if is_hole else "st-cloth"))
    if is_hole:
        return
    turned = item.manner == "upright"
    places = tuple((y, x) for x, y in item.places) if turned else item.places
    ridges = [[(y, x) for x, y in line] if turned else line for line in _ridges(places)]
    sheet.add(depth, svg.tag("path", d="".join(svg.path(line) for line in ridges), class_="st-ridge"))


def _ridges(places: tuple[Place, ...]) -> list[list[Place]]:
    """Level lines within an outline."""
    lines: list[list[Place]] = []
    y = min(y for _, y in places) + 9
    while y < max(y for _, y in places) - 3:
        crossed = sorted(
            ax + (y - ay) / (by - ay) * (bx - ax)
            for (ax, ay), (bx, by) in zip(places, (*places[1:], places[0]), strict=True)
            if (ay <= y) != (by <= y)
        )
        pairs = zip(crossed[::2], crossed[1::2], strict=False)
        lines += [[(left + 3, y), (right - 3, y)] for left, right in pairs if right - left > 8]
        y += 10
    return lines


def _needle(sheet: Sheet, depth: float, item: Item) -> None:
    sheet.rod(depth, item.places[0], item.places[-1])


def _eye(sheet: Sheet, depth: float, item: Item) -> None:
    sheet.rod(depth, item.places[0], item.places[-1], half=2.6)


def _strand(kind: str) -> Callable[[Sheet, float, Item], None]:
    def draw(sheet: Sheet, depth: float, item: Item) -> None:
        sheet.strand(depth, smooth(list(item.places)), kind)

    return draw


def _loops(sheet: Sheet, depth: float, item: Item) -> None:
    (x, y), (tx, ty) = item.places[0], item.places[-1]
    for at in range(item.number):
        share = at / max(1, item.number - 1)
        hx, hy = x + (tx - x) * share, y + (ty - y) * share
        d = curve(
            (hx - 5, hy + 26),
            (hx - 9, hy + 10),
            (hx - 9, hy - 8),
            (hx, hy - 8),
            (hx + 9, hy - 8),
            (hx + 9, hy + 10),
            (hx + 5, hy + 26),
        )
        sheet.strand(depth, d, item.manner)


def _ring(sheet: Sheet, depth: float, item: Item) -> None:
    """Loops on a needle that goes round, standing outwards."""
    (x, y), (radius, _) = item.places
    circle = {"cx": number(x), "cy": number(y), "r": number(radius)}
    sheet.add(depth, svg.tag("circle", class_="st-cable", **circle))
    for at in range(item.number):
        turned = tau * (at + 0.5) / item.number
        ux, uy = cos(turned), sin(turned)
        around = ((18, -6), (4, -10), (-9, -8), (-9, 0), (-9, 8), (4, 10), (18, 6))
        loop = [(x + (radius + out) * ux - along * uy, y + (radius + out) * uy + along * ux) for out, along in around]
        sheet.strand(depth + 0.5, smooth(loop), item.manner)


def _stitches(sheet: Sheet, depth: float, item: Item) -> None:
    manner, grid = ("", "")
    for word in item.manner.split():
        manner, grid = (manner, word) if "x" in word and word[0].isdigit() else (word, grid)
    wide, high = map(int, grid.split("x"))
    x, y = item.places[0]
    cells = [(x + (at + 0.5) * _CELL_X, y + (row + 0.5) * _CELL_Y, row) for row in range(high) for at in range(wide)]
    sheet.strand(depth, "".join(_cell(cx, cy, manner, row) for cx, cy, row in cells))


def _cell(x: float, y: float, manner: str, row: int) -> str:
    if manner == "chain":
        return curve(
            (x - 12, y), (x - 4, y - 7), (x + 6, y - 7), (x + 12, y), (x + 6, y + 7), (x - 4, y + 7), (x - 12, y)
        )
    if manner == "purl" or (manner == "garter" and row % 2):
        return curve((x - 13, y + 4), (x - 8, y - 8), (x + 8, y - 8), (x + 13, y + 4))
    if manner == "garter":
        return curve((x - 13, y - 4), (x - 8, y + 8), (x + 8, y + 8), (x + 13, y - 4))
    return curve((x - 9, y - 12), (x - 9, y - 2), (x - 4, y + 4), (x - 1, y + 11)) + curve(
        (x + 9, y - 12), (x + 9, y - 2), (x + 4, y + 4), (x + 1, y + 11)
    )


def _way(sheet: Sheet, depth: float, item: Item) -> None:
    sheet.way(list(item.places))


def _turn(sheet: Sheet, depth: float, item: Item) -> None:
    (x, y) = item.places[0]
    places = [(x + 22 * cos(a), y + 22 * sin(a)) for a in (-2.6, -1.8, -1.0, -0.2, 0.6, 1.4)]
    sheet.way(places)


def _pin(sheet: Sheet, depth: float, item: Item) -> None:
    for x, y in item.places:
        sheet.add(80, svg.tag("circle", cx=number(x), cy=number(y), r=4.5, class_="st-pin"))


def _mark(sheet: Sheet, depth: float, item: Item) -> None:
    for x, y in item.places:
        sheet.add(70, svg.tag("circle", cx=number(x), cy=number(y), r=9, class_="st-mark"))


def _ball(sheet: Sheet, depth: float, item: Item) -> None:
    (x, y) = item.places[0]
    sheet.add(depth, svg.tag("circle", cx=number(x), cy=number(y), r=20, class_="st-ball"))
    winds = "".join(
        curve((x - 18, y + k), (x - 8, y - 12 + k), (x + 8, y - 12 + k), (x + 18, y + k)) for k in (-4, 4, 12)
    )
    sheet.add(depth, svg.tag("path", d=winds, class_="st-ridge"))


def _cut(sheet: Sheet, depth: float, item: Item) -> None:
    (x, y) = item.places[0]
    blades = svg.path([(x - 16, y - 12), (x + 18, y + 10)]) + svg.path([(x - 16, y + 12), (x + 18, y - 10)])
    grips = "".join(svg.tag("circle", cx=number(x + 24), cy=number(y + k), r=6, class_="st-blade") for k in (-13, 13))
    sheet.add(85, svg.tag("path", d=blades, class_="st-blade") + grips)


def _water(sheet: Sheet, depth: float, item: Item) -> None:
    for x, y in item.places:
        d = curve(
            (x, y - 11),
            (x + 3, y - 4),
            (x + 7, y),
            (x + 7, y + 4),
            (x + 7, y + 11),
            (x - 7, y + 11),
            (x - 7, y + 4),
            (x - 7, y),
            (x - 3, y - 4),
            (x, y - 11),
        )
        sheet.add(depth, svg.tag("path", d=d, class_="st-water"))


def _finger(sheet: Sheet, depth: float, item: Item) -> None:
    (x, y), (tx, ty) = item.places[0], item.places[-1]
    turned = atan2(ty - y, tx - x)
    nx, ny = -sin(turned) * 13, cos(turned) * 13
    tip = f"A13 13 0 0 0 {number(tx - nx)} {number(ty - ny)}L{number(x - nx)} {number(y - ny)}"
    d = svg.path([(x + nx, y + ny), (tx + nx, ty + ny)]) + tip
    sheet.add(depth, svg.tag("path", d=d, class_="st-finger"))


def _figure(sheet: Sheet, depth: float, item: Item) -> None:
    (x, y) = item.places[0]
    sheet.add(95, svg.tag("text", str(item.number), x=number(x), y=number(y), class_="st-figure"))


_DRAWN: Mapping[Thing, Callable[[Sheet, float, Item], None]] = MappingProxyType(
    {
        Thing.CLOTH: _cloth,
        Thing.NEEDLE: _needle,
        Thing.EYE: _eye,
        Thing.YARN: _strand(""),
        Thing.NEW: _strand("new"),
        Thing.TAKEN: _strand("taken"),
        Thing.WASTE: _strand("waste"),
        Thing.LOOPS: _loops,
        Thing.RING: _ring,
        Thing.STITCHES: _stitches,
        Thing.WAY: _way,
        Thing.TURN: _turn,
        Thing.PIN: _pin,
        Thing.MARK: _mark,
        Thing.BALL: _ball,
        Thing.CUT: _cut,
        Thing.WATER: _water,
        Thing.FINGER: _finger,
        Thing.FIGURE: _figure,
    }
)
