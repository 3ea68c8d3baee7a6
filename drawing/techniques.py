"""How a stitch is made, drawn: the loops on both needles, the one that is taken, the way the needle goes.

The left needle holds the stitches still to be worked, the right one those just worked, as both face the knitter.
Drawn by us; the ways of working are common practice, no source.
"""

from __future__ import annotations

import tomllib
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import cache
from importlib.resources import files
from types import MappingProxyType

from drawing import svg
from knitting.saying.language import _
from knitting.stitches import STITCHES, Lean

_WIDE, _HIGH = 260, 132
_NEEDLE_Y = 46
_PITCH = 34
_GAP = 130
"""Where the right needle's tip and the left needle's meet."""


@dataclass(frozen=True, slots=True)
class Technique:
    """A stitch with its name, what is done in one or two sentences, and the drawing."""

    key: str
    name: str
    says: str
    svg: str


def technique(key: str) -> Technique | None:
    """How a stitch of the table is worked; ``None`` for those that need no drawing."""
    about = _words().get(key)
    if about is None:
        return None
    name, says = _(STITCHES[key].spoken), _(about["says"])
    title = f"{name}: {says}"
    return Technique(key, name, says, svg.picture(_scene(about["scene"]), _WIDE, _HIGH, title, "technique"))


@cache
def _scene(name: str) -> list[str]:
    return _SCENES[name]()


@cache
def _words() -> dict[str, dict[str, str]]:
    return tomllib.loads(files("drawing").joinpath("techniques.toml").read_text("utf-8"))


# -- pieces of the drawings ----------------------------------------------------------------------------------


def _needles() -> list[str]:
    right = svg.tag("path", d=f"M10 {_NEEDLE_Y}L{_GAP - 6} {_NEEDLE_Y}", class_="tq-needle")
    left = svg.tag("path", d=f"M{_GAP + 6} {_NEEDLE_Y}L{_WIDE - 10} {_NEEDLE_Y}", class_="tq-needle")
    return [right, left]


def _loop(x: float, way: str = "", y: float = _NEEDLE_Y) -> str:
    """A live stitch hanging over a needle: a loop that is open below."""
    d = f"M{x - 13} {y + 44}C{x - 6} {y + 20} {x - 15} {y - 12} {x} {y - 12}S{x + 6} {y + 20} {x + 13} {y + 44}"
    return svg.tag("path", d=d, class_=f"tq-yarn {way}".strip())


def _below(x: float, way: str = "", legs: tuple[str, str] = ("", "")) -> str:
    """The stitch under a live one: its two legs, left and right."""
    y = _NEEDLE_Y + 44
    left = svg.tag(
        "path",
        d=f"M{x - 2} {y + 34}C{x - 4} {y + 16} {x - 13} {y + 12} {x - 13} {y}",
        class_=f"tq-yarn {legs[0] or way}",
    )
    right = svg.tag(
        "path",
        d=f"M{x + 2} {y + 34}C{x + 4} {y + 16} {x + 13} {y + 12} {x + 13} {y}",
        class_=f"tq-yarn {legs[1] or way}",
    )
    return left + right


def _bar(way: str = "tq-new") -> str:
    """The strand between the stitch just worked and the next one."""
    y = _NEEDLE_Y + 44
    return svg.tag(
        "path", d=f"M{_GAP - 13} {y}C{_GAP - 6} {y - 9} {_GAP + 6} {y - 9} {_GAP + 13} {y}", class_=f"tq-yarn {way}"
    )


def _arrow(*places: tuple[float, float]) -> str:
    """The way that the needle goes, a head at its end."""
    (x, y), (fx, fy) = places[-1], places[-2]
    d = (
        svg.path(places)
        if len(places) == 2
        else f"M{places[0][0]} {places[0][1]}Q{places[1][0]} {places[1][1]} {x} {y}"
    )
    length = max(((x - fx) ** 2 + (y - fy) ** 2) ** 0.5, 1.0)
    ux, uy = (x - fx) / length, (y - fy) / length
    head = svg.path([(x - 9 * ux - 5 * uy, y - 9 * uy + 5 * ux), (x, y), (x - 9 * ux + 5 * uy, y - 9 * uy - 5 * ux)])
    return svg.tag("path", d=d, class_="tq-way") + svg.tag("path", d=head, class_="tq-way")


def _done(count: int, last: str = "") -> list[str]:
    """Stitches on the right needle; the newest is nearest the tip."""
    return [_loop(_GAP - 17 - _PITCH * at, last if at == 0 else "") for at in range(count)]


def _waiting(count: int, taken: int = 0) -> list[str]:
    """Stitches on the left needle; the first ``taken`` are those that are worked."""
    return [_loop(_GAP + 17 + _PITCH * at, "tq-taken" if at < taken else "") for at in range(count)]


# -- the scenes ----------------------------------------------------------------------------------------------


def _together(count: int, from_left: bool, back: bool = False) -> list[str]:
    """Some stitches worked as one: the needle enters the last of them first, or the first of them."""
    first, last = _GAP + 17, _GAP + 17 + _PITCH * (count - 1)
    way = _arrow((last + 22, _NEEDLE_Y + 30), ((first + last) / 2, _NEEDLE_Y + 40), (first - 10, _NEEDLE_Y + 6))
    if not from_left:
        way = _arrow((first - 24, _NEEDLE_Y + 34), ((first + last) / 2, _NEEDLE_Y + 42), (last + 12, _NEEDLE_Y + 2))
    if back:
        way = _arrow((last + 26, _NEEDLE_Y - 22), ((first + last) / 2, _NEEDLE_Y - 34), (first - 12, _NEEDLE_Y - 8))
    return [*_needles(), *_done(2), *_waiting(3, count), way]


def _upright() -> list[str]:
    """Two slipped together, one knitted, both passed over: the middle one lies on top."""
    first = _GAP + 17
    loops = [_loop(first, "tq-taken"), _loop(first + _PITCH, "tq-new"), _loop(first + 2 * _PITCH, "tq-taken")]
    way = _arrow((first - 26, _NEEDLE_Y + 34), (first, _NEEDLE_Y + 46), (first + _PITCH + 12, _NEEDLE_Y + 4))
    return [*_needles(), *_done(2), *loops, way]


def _lift_bar(leans_left: bool) -> list[str]:
    """The bar lifted: from the front and worked through its back, or from the back and worked through its front."""
    y = _NEEDLE_Y + 38
    way = _arrow((_GAP - 24, y + 26), (_GAP - 4, y + 30), (_GAP + 4, _NEEDLE_Y + 6))
    if not leans_left:
        way = _arrow((_GAP + 24, y + 26), (_GAP + 4, y + 30), (_GAP - 4, _NEEDLE_Y + 6))
    return [*_needles(), *_done(2), *_waiting(3), _below(_GAP - 17), _below(_GAP + 17), _bar(), way]


def _lift_leg(leans_left: bool) -> list[str]:
    """A leg of the row below: the right leg under the next stitch, or the left leg two below the stitch just worked."""
    x, y = (_GAP - 17, _NEEDLE_Y + 62) if leans_left else (_GAP + 17, _NEEDLE_Y + 62)
    legs = ("tq-new", "") if leans_left else ("", "tq-new")
    below = _below(x, legs=legs)
    other = _below(_GAP + 17 if leans_left else _GAP - 17)
    # The needle comes to the leg from its outer side.
    at = x - 13 if leans_left else x + 13
    out = -30 if leans_left else 30
    way = _arrow((at + out, y + 16), (at + out / 3, y + 4), (at - out / 6, y - 8))
    return [*_needles(), *_done(2), *_waiting(3), below, other, way]


def _yarn_over() -> list[str]:
    x, y = _GAP, _NEEDLE_Y
    strand = f"M{x - 30} {y + 20}C{x - 16} {y - 34} {x + 2} {y - 26} {x - 2} {y + 28}"
    over = svg.tag("path", d=strand, class_="tq-yarn tq-new")
    done = [_loop(_GAP - 42 - _PITCH * at) for at in range(2)]
    return [*_needles(), *done, *_waiting(3), over, _arrow((_GAP - 4, _NEEDLE_Y + 58), (_GAP - 3, _NEEDLE_Y + 34))]


def _into_one(count: int) -> list[str]:
    """Several stitches out of one: it stays on the left needle until the last of them is worked."""
    x = _GAP + 17
    new = [_loop(_GAP - 15 - 20 * at, "tq-new" if at < count - 1 else "") for at in range(count)]
    way = _arrow((x - 22, _NEEDLE_Y + 40), (x, _NEEDLE_Y + 48), (x + 14, _NEEDLE_Y + 4))
    return [*_needles(), *new, *_waiting(3, 1), way]


def _slipped() -> list[str]:
    x = _GAP + 17
    return [*_needles(), *_done(2), *_waiting(3, 1), _arrow((x, _NEEDLE_Y - 22), (_GAP - 10, _NEEDLE_Y - 22))]


def _cast_on() -> list[str]:
    loop = _loop(_GAP - 15, "tq-new")
    return [*_needles(), loop, *[_loop(_GAP - 49 - _PITCH * at) for at in range(1)], *_waiting(3)]


def _bound_off() -> list[str]:
    x = _GAP - 17
    return [
        *_needles(),
        *_done(2, "tq-new"),
        *_waiting(3),
        _arrow((x - _PITCH, _NEEDLE_Y - 24), (x + 20, _NEEDLE_Y - 24)),
    ]


def _crossed(lean: Lean) -> list[str]:
    xs = [_GAP + 17 + _PITCH * at for at in range(4)]
    front = xs[:2] if lean is Lean.LEFT else xs[2:]
    loops = [_loop(x, "tq-new" if x in front else "tq-taken") for x in xs]
    begin, end = (xs[0], xs[3]) if lean is Lean.LEFT else (xs[3], xs[0])
    return [
        *_needles(),
        *_done(1),
        *loops,
        _arrow((begin, _NEEDLE_Y + 58), ((begin + end) / 2, _NEEDLE_Y + 78), (end, _NEEDLE_Y + 58)),
    ]


_SCENES: Mapping[str, Callable[[], list[str]]] = MappingProxyType(
    {
        "yarn over": _yarn_over,
        "bar, to the left": lambda: _lift_bar(True),
        "bar, to the right": lambda: _lift_bar(False),
        "right leg": lambda: _lift_leg(False),
        "left leg": lambda: _lift_leg(True),
        "two into one": lambda: _into_one(2),
        "three into one": lambda: _into_one(3),
        "two together": lambda: _together(2, True),
        "two together, turned": lambda: _together(2, False),
        "two through the back": lambda: _together(2, False, back=True),
        "three together": lambda: _together(3, True),
        "three together, turned": lambda: _together(3, False),
        "three through the back": lambda: _together(3, False, back=True),
        "upright": _upright,
        "slipped": _slipped,
        "cast on": _cast_on,
        "bound off": _bound_off,
        "crossed to the left": lambda: _crossed(Lean.LEFT),
        "crossed to the right": lambda: _crossed(Lean.RIGHT),
    }
)
