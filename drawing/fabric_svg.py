"""Fabrics drawn stitch by stitch: a swatch of a repeat, and the close-up of a growing edge."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from drawing import svg
from drawing.chart_svg import placed
from drawing.signs import Sign, sign_of
from drawing.tiles import CELL, Tiles, grounds
from knitting.fabric import Fabric, fabric_run
from knitting.in_pattern.growing_edges import EdgeRow
from knitting.saying.language import _
from knitting.saying.pieces import said_fabric
from knitting.stitches import LETTERS, PURL, Face, StitchKind

_CELL = 26.0
_GUTTER, _FOOT = 40.0, 4.0
_SIGNS = {
    letter: sign_of(each.example, Face.PURL if each.example is PURL else Face.KNIT) for letter, each in LETTERS.items()
}


def swatch_svg(fabric: Fabric, columns: int = 16, rows: int = 10) -> str:
    """A swatch of a fabric in its signs: whole repeats, at most about so many columns and rows."""
    across = max(columns // fabric.width, 1) * fabric.width
    up = min(max(rows // fabric.height, 1) * fabric.height, 4 * rows)
    tones: dict[str, Tiles] = {}
    signs: list[str] = []
    for row in range(up):
        y = (up - 1 - row) * CELL
        at = 0
        for kind in _kinds(fabric, row, across):
            x, wide = (across - at - kind.makes) * CELL, kind.makes * CELL
            sign = sign_of(kind, kind.face_on_rs)
            tones.setdefault(sign.tone, Tiles()).put(x, y, wide)
            signs.append(placed(sign.path, x + (wide - CELL) / 2, y, CELL))
            at += kind.makes
    parts = [svg.tag("path", d=path, class_=f"tone-{tone} edge-ground") for tone, path in grounds(tones)]
    parts.append(svg.tag("path", d="".join(signs), class_="edge-sign"))
    return svg.picture(
        parts, across * CELL, up * CELL, _("A swatch of {fabric}").format(fabric=said_fabric(fabric.key)), "swatch"
    )


def _kinds(fabric: Fabric, row: int, across: int) -> Iterator[StitchKind]:
    """The stitches of a row of whole repeats, from the right."""
    for kind, times in fabric_run(fabric, row, 0, across).kinds:
        yield from (kind,) * times


def close_up_svg(rows: Sequence[EdgeRow], right: bool, wale: bool, title: str) -> str:
    """The edge of a part, the newest row on top; new stitches ringed, with an arrow to what each becomes.

    ``right`` says which end is seen: the edge lies at that side. ``wale`` says that the edge is a mark, drawn as a
    thread; else it is the edge of the cloth.
    """
    across = max((len(row.cells) for row in rows), default=0)
    width, height = across * _CELL + 2 * _GUTTER, len(rows) * _CELL + _FOOT
    parts: list[str] = []
    for place, row in enumerate(reversed(rows)):
        y = place * _CELL
        parts += _row(row, y, across, right)
        side = svg.tag("text", svg.text(str(row.number)), x=_number_at(row, width), y=y + 18, class_="edge-number")
        parts.append(side)
    x = width - _GUTTER + 4 if right else _GUTTER - 4
    d = svg.path([(x, 0), (x, len(rows) * _CELL)])
    parts.append(svg.tag("path", d=d, class_="edge-thread" if wale else "edge-limit"))
    return svg.picture(parts, width, height, title, "close-up")


def _number_at(row: EdgeRow, width: float) -> float:
    """Row numbers stand where the row begins: at the right of right-side rows."""
    return width - 26 if row.right_side else 6


def _row(row: EdgeRow, y: float, across: int, right: bool) -> list[str]:
    parts: list[str] = []
    width = across * _CELL + 2 * _GUTTER
    for place, cell in enumerate(row.cells):
        outwards = place if right else len(row.cells) - 1 - place
        x = width - _GUTTER - (outwards + 1) * _CELL if right else _GUTTER + outwards * _CELL
        sign = _SIGNS.get(cell.letter, _SIGNS["k"])
        classes = "edge-cell" + (" edge-new" if cell.new else "") + (" edge-waits" if cell.waits else "")
        said = _("row {number}: {stitch}").format(number=row.number, stitch=_(LETTERS[cell.letter].name))
        said += _(", new") if cell.new else ""
        if cell.becomes:
            said += _(", becomes {stitch} in the next row").format(stitch=_(LETTERS[cell.becomes].said))
        said += _(", waits for a whole repeat") if cell.waits else ""
        inner = svg.tag("title", svg.text(said)) + _square(x, y, _CELL, sign)
        if cell.new:
            inner += svg.tag("circle", cx=x + _CELL / 2, cy=y + _CELL / 2, r=_CELL / 2 - 1.5, class_="edge-ring")
        if cell.begins_repeat:
            inner += svg.tag("path", d=svg.path([(x + _CELL, y), (x + _CELL, y + _CELL)]), class_="edge-repeat")
        parts.append(svg.tag("g", inner, class_=classes))
    return parts


def _square(x: float, y: float, size: float, sign: Sign) -> str:
    at = {"x": svg.number(x), "y": svg.number(y), "width": svg.number(size), "height": svg.number(size)}
    ground = svg.tag("rect", **at, class_=f"tone-{sign.tone} edge-ground")
    return ground + (svg.tag("path", d=placed(sign.path, x, y, size), class_="edge-sign") if sign.path else "")
