"""What is worn at the one door: how it may be put on, why it does not hold, and how it hangs, worked out bit by bit."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict, dataclass, fields
from functools import cached_property
from time import monotonic
from typing import Any, TypeAlias

import numpy as np
from django.utils.translation import gettext as _

from bias.results.memory import digest
from bias.results.pieces import Results
from bias.results.plans import results_of_plan
from bias.results.things import ThingResults
from drawing import inks
from drawing.folded_svg import folded_svg
from drawing.hem_svg import hem_svg
from drawing.worn_data import cloth_data, inks_in, skin_data
from knitting.assembly.folding import Folded, folded
from knitting.assembly.joints import Assembly
from knitting.cloth import Layout
from knitting.constructions import CONSTRUCTIONS
from knitting.saying.pieces import said_extent
from knitting.saying.statements import said, said_words
from knitting.saying.worn import said_directions, said_wearing
from knitting.wearing import Wearing
from knitting.worn.body import BODIES, Body
from knitting.worn.draping import STEPS, Draping
from knitting.worn.garment import (
    Garment,
    garment_of_piece,
    garment_of_thing,
    usual_wearing,
    ways_to_wear,
    why_not_worn,
)
from knitting.worn.worn import Reach, Worn, cloth_on, worn_at

_VERSION = 1
"""Of how it is worked out: what was kept of an older one is worked out anew."""
_STEPS_A_LOOK = 20
NOT_WORN = "none"
Told: TypeAlias = dict[str, Any]


@dataclass(frozen=True, slots=True)
class WayOn:
    """A way of putting something on: its key in the address, its words."""

    key: str
    says: str


@dataclass(frozen=True, eq=False)
class Wearable:
    """A piece or a thing that may be worn: what it is made of, how it is put on, and how else it could be."""

    title: str
    made_of: str
    assembly: Assembly
    garment: Garment | None
    ways: tuple[WayOn, ...]
    way: str

    def key(self, body: Body) -> str:
        """What tells this cloth, so put on this body, from every other."""
        return digest(repr((_VERSION, self.made_of, self.way, body)))

    def why_not(self, body: Body) -> str:
        """Why it does not hold on a body, or nothing."""
        why = why_not_worn(self.garment, body) if self.garment is not None else None
        return said(why) if why is not None else ""

    @cached_property
    def put_down(self) -> Folded:
        """It as it is put down."""
        return folded(self.assembly)

    @property
    def said_folded(self) -> str:
        """Its width and height where its front lies on its back; nothing where it lies as it is laid."""
        lies = self.put_down
        return said_extent(lies.width_cm, lies.height_cm) if lies.on_one_another else ""

    def folded(self, alone: bool = False) -> str:
        """It folded as it is put down; ``alone`` with its own colours."""
        title = _("{title}, folded as it is worn").format(title=self.title)
        return folded_svg(self.put_down, title, inks.FOLDED if alone else "")

    @property
    def colours(self) -> list[str]:
        """The colours of its rows, by the number of their ink."""
        return inks_in(self.assembly.pieces.values())


@dataclass(frozen=True, slots=True)
class HalfWorn:
    """A cloth on its way to rest: how far it is (0 to 1), what is kept of it, and once it is there its numbers for the
    page and what is told of it."""

    share: float
    state: bytes
    data: bytes = b""
    told: Told | None = None


def construction_of(plan: str) -> str:
    """The key of the construction that the text of a plan is of, or nothing where there is no plan."""
    return results_of_plan(plan).plan.construction if plan else ""


def wearable_piece(found: Results, construction: str, way: str) -> Wearable | None:
    """A piece as it may be worn, in the way that is asked for or in its usual one; ``None`` where it cannot be laid."""
    layout = found.layout
    if not isinstance(layout, Layout) or not layout.whole:
        return None
    known = CONSTRUCTIONS.get(construction)
    usual = known.worn if known is not None else usual_wearing(layout)
    ways = ways_to_wear(layout, usual)
    chosen = way if way in ways or way == NOT_WORN or usual is None else next(iter(ways))
    chosen = chosen if chosen in ways else NOT_WORN
    garment = garment_of_piece(layout, ways.get(chosen))
    offered = (*(WayOn(key, said_wearing(each)) for key, each in ways.items()), WayOn(NOT_WORN, _("not worn")))
    made_of = repr((found.text, found.later))
    return Wearable(found.title, made_of, Assembly(found.title, {"": layout}), garment, offered, chosen)


def wearable_thing(found: ThingResults, title: str, pieces: Mapping[str, Results]) -> Wearable | None:
    """A thing as it is worn; ``None`` where none of its pieces can be laid."""
    assembly = found.standing.assembly
    if not assembly.pieces:
        return None
    wearings: dict[str, Wearing | None] = {name: usual_wearing(layout) for name, layout in assembly.pieces.items()}
    garment = garment_of_thing(assembly, wearings)
    made_of = repr((found.thing, [(name, each.text, each.later) for name, each in pieces.items()]))
    return Wearable(title, made_of, assembly, garment, (), "thing")


def hang(garment: Garment, body: Body, state: bytes, seconds: float) -> HalfWorn:
    """Go on with a cloth for about so many seconds, from what was kept of it or from its beginning."""
    begun = monotonic()
    cloth = cloth_on(garment, body)
    now = _read(state, len(cloth.started.places)) or cloth.begun()
    while not now.at_rest and monotonic() - begun < seconds:
        now = cloth.advanced(now, _STEPS_A_LOOK)
    if not now.at_rest:
        return HalfWorn(now.step / STEPS, _kept(now))
    found = worn_at(cloth, now, body)
    data = b"" if found.reach.slips else cloth_data(found, garment.pieces.values())
    return HalfWorn(1.0, b"", data, _told(found))


def hem_drawing(told: Told) -> str:
    """How deep the hem hangs all round."""
    hem = [float("nan") if each is None else float(each) for each in told["hem_cm"]]
    return hem_svg(hem, said_directions(), _("How deep it hangs all round, below the neck"))


def said_worn(told: Told) -> list[str]:
    """What is seen, a sentence each; the first has the figures."""
    return [said(each) for each in Reach(**{each.name: told[each.name] for each in fields(Reach)}).said]


def skin(body: Body) -> bytes:
    """A body as numbers for the page."""
    return skin_data(body)


def named_bodies() -> list[tuple[str, str, Body]]:
    """Every named body: its key, its words, its measures."""
    return [(key, said_words(words), body) for key, (words, body) in BODIES.items()]


def _told(found: Worn) -> Told:
    hem = [round(float(each), 1) if np.isfinite(each) else None for each in found.hem_cm]
    return {**asdict(found.reach), "hem_cm": hem}


def _kept(state: Draping) -> bytes:
    every = np.stack([state.places, state.moved, state.pushed]).astype("<f4")
    return int(state.step).to_bytes(2, "little") + every.tobytes()


def _read(kept: bytes, nodes: int) -> Draping | None:
    """What was kept; nothing where it is of another net."""
    if len(kept) != 2 + 4 * 9 * nodes:
        return None
    places, moved, pushed = np.frombuffer(kept, dtype="<f4", offset=2).reshape(3, nodes, 3).astype(np.float64)
    return Draping(places, moved, pushed, int.from_bytes(kept[:2], "little"))
