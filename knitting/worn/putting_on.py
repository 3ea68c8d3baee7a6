"""How a cloth is put on before it falls: round the neck like a cone, or laid over the shoulders with an edge at the
nape, whose ends are drawn together in front."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from knitting.cloth.zones import Points
from knitting.wearing import PutOn
from knitting.worn.body import Body, Numbers
from knitting.worn.cloth_net import ClothNet, Lengths, PieceNet, Whole, net_of
from knitting.worn.garment import Garment, edge_line, pinned_cm

_ABOVE_CM = 3.0
_LOOSE_CM, _LOOSE_AT_NAPE_CM = 1.0, 2.5
_STEEP = 0.15
"""A cone falls by at least this share of its rows' height, however fast they widen."""
_NAPE, _NAPE_TURN = 0.4, 0.5
"""The edge lies at the nape for so many times the neck's radius on both sides, and turns by so many radians there."""
_SLOPE = 0.96
"""How much wider laid cloth becomes along its side: it slopes as shoulders do."""
_PIN_CM, _CLASP_CM = 4.0, 1.0
_FIRM = 20.0


@dataclass(frozen=True, eq=False)
class Started:
    """A cloth that is put on: its net, where each node begins (cm), what a clasp or a pin draws together, the nodes
    that are held at the nape until then, and whether the body grows into it."""

    net: ClothNet
    places: Numbers
    clasps: Lengths
    nape: tuple[int, ...]
    grows: bool


def put_on(garment: Garment, body: Body) -> Started:
    """A garment put on a body."""
    net = net_of(garment.pieces, garment.seams)
    if garment.wearing.how is PutOn.ACROSS_BACK:
        return _laid_over(garment, net, body)
    opened = garment.wearing.how is PutOn.ROUND_NECK
    places = np.zeros((net.count, 3))
    share = 1.0 / len(net.pieces)
    for at, piece in enumerate(net.pieces.values()):
        middle = 0.0 if opened or len(net.pieces) > 1 else np.pi  # a round begins behind; the first panel is the front
        turn = np.pi * (at + 1) if len(net.pieces) > 1 else middle
        places[piece.nodes] = _cone(piece, body, turn, share, opened)
    first = next(iter(net.pieces.values())).nodes[0]
    clasps = _clasp(int(first[0]), int(first[-1]), _CLASP_CM) if opened else _NOTHING
    return Started(net, places, clasps, (), True)


_NOTHING = Lengths(np.zeros((0, 2), dtype=np.int64), np.zeros(0), np.zeros(0))


def _clasp(one: int, other: int, cm: float) -> Lengths:
    return Lengths(np.array([[one, other]], dtype=np.int64), np.array([cm]), np.array([_FIRM * cm]))


def _cone(piece: PieceNet, body: Body, middle: float, share: float, opened: bool) -> Numbers:
    """Places round the neck, the first row on top; the middle of each row lies so many radians from the nape, and the
    piece takes that share of the way round."""
    wide = piece.row_cm / (2 * np.pi * share)
    if opened:
        wide = np.maximum(wide, body.neck_cm / (2 * np.pi) + _LOOSE_CM)
    high = np.diff(piece.high_cm)
    down = np.sqrt(np.maximum(high**2 - np.diff(wide) ** 2, (_STEEP * high) ** 2))
    height = _ABOVE_CM - np.concatenate([[0.0], np.cumsum(down)])
    turn = middle + (piece.row_cm / wide)[:, None] * (piece.shares - 0.5)
    level = np.broadcast_to(height[:, None], turn.shape)
    found: Numbers = np.stack([np.sin(turn) * wide[:, None], level, -np.cos(turn) * wide[:, None]], axis=-1)
    return found


def _laid_over(garment: Garment, net: ClothNet, body: Body) -> Started:
    """The middle of an edge at the nape, the cloth level behind and beside it; its ends are drawn together in front."""
    layout = next(iter(garment.pieces.values()))
    piece = next(iter(net.pieces.values()))
    where, off = _beside(piece.at_cm.ravel(), edge_line(layout, garment.wearing.along))
    radius = body.neck_cm / (2 * np.pi) + _LOOSE_AT_NAPE_CM
    near = _NAPE * radius
    ahead = np.maximum(np.abs(where) - near, 0.0)
    reach = np.hypot(ahead, off)
    turn = _NAPE_TURN * np.clip(where / near, -1.0, 1.0) + np.sign(where) * np.arctan2(ahead, off)
    wide = radius + reach * _SLOPE
    height = _ABOVE_CM - reach * np.sqrt(1 - _SLOPE**2)
    places = np.zeros((net.count, 3))
    nodes = piece.nodes.ravel()
    places[nodes] = np.stack([np.sin(turn) * wide, height, -np.cos(turn) * wide], axis=1)
    half = min(pinned_cm(body) / 2, float(where.max()), float(-where.min()))
    pinned = [int(nodes[np.argmin(np.hypot(where - side * half, off))]) for side in (-1.0, 1.0)]
    nape = tuple(sorted({int(node) for node in nodes[(np.abs(where) < near) & (off < 1.0)]}))
    return Started(net, places, _clasp(pinned[0], pinned[1], _PIN_CM), nape, False)


def _beside(at: Points, edge: Points) -> tuple[Numbers, Numbers]:
    """For every place how far along a line its nearest place is, counted from the middle, and how far off that is."""
    edge = edge[np.concatenate([[True], np.abs(np.diff(edge)) > 1e-6])]
    starts, steps = edge[:-1], np.diff(edge)
    long = np.abs(steps)
    before = np.concatenate([[0.0], np.cumsum(long)])
    share = np.clip(((at[:, None] - starts) * steps.conjugate()).real / long**2, 0.0, 1.0)
    off = np.abs(at[:, None] - starts - share * steps)
    nearest: Whole = off.argmin(axis=1)
    each = np.arange(len(at))
    return before[nearest] + share[each, nearest] * long[nearest] - before[-1] / 2, off[each, nearest]
