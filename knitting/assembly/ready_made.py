"""Things that are made of several pieces, ready to be sized: how their pieces meet."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from types import MappingProxyType

from knitting.assembly.joints import Assembly, Joint, PickUp, Seam
from knitting.assembly.spans import EdgeName, Span
from knitting.cloth import Layout, lay_flat
from knitting.compiling import compiled
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered
from knitting.forecast.forecast import forecast_of
from knitting.measures import Gauge
from knitting.plan.plan import Plan
from knitting.statements import N_, Refused, sentence
from knitting.working.piece_worker import work_piece

COLLARS = ("none", "flat", "round", "strip")


@dataclass(frozen=True, slots=True)
class ThingOption:
    """A question that a thing asks beside those of its pieces, with its words to choose from."""

    key: str
    words: str
    choices: tuple[str, ...]


@dataclass(frozen=True)
class ReadyMade:
    """A thing by its name: the shape of its main piece, its own question, and how its pieces meet."""

    key: str
    title: str
    construction: str
    build: Callable[[Layout, str, float], Assembly]
    option: ThingOption | None = None


def _poncho(panel: Layout, collar: str, stitch_cm: float) -> Assembly:
    """Two panels: the start edge of each on the end edge of the other; the neck is both first rows."""
    pieces = {"front": panel, "back": panel}
    joints: list[Joint] = [
        Seam(Span("front", EdgeName.START), Span("back", EdgeName.END)),
        Seam(Span("back", EdgeName.START), Span("front", EdgeName.END)),
    ]
    if collar in ("flat", "round"):
        neck = (Span("front", EdgeName.FIRST), Span("back", EdgeName.FIRST))
        joints.append(PickUp("collar", neck, stitch_cm, multiple=4, plus=2 if collar == "flat" else 0))
    return Assembly("mini-poncho", pieces, tuple(joints), {"front": "panel", "back": "panel"})


def _capelet(cape: Layout, collar: str, stitch_cm: float) -> Assembly:
    """A collar along the cast-on edge, and a band along each front edge."""
    joints: list[Joint] = []
    if collar != "none":
        joints.append(PickUp("collar", (Span("capelet", EdgeName.FIRST),), stitch_cm, multiple=4, plus=2))
    joints.append(PickUp("right band", (Span("capelet", EdgeName.START),), stitch_cm))
    joints.append(PickUp("left band", (Span("capelet", EdgeName.END),), stitch_cm))
    return Assembly("capelet", {"capelet": cape}, tuple(joints), neck=(Span("capelet", EdgeName.FIRST),))


def _bordered(triangle: Layout, border: str, stitch_cm: float) -> Assembly:
    """A border along the last row, stitch by stitch, and one along the neck edge."""
    joints: list[Joint] = [PickUp("border", (Span("triangle", EdgeName.LAST),), stitch_cm)]
    if border == "all-round":
        joints.append(
            PickUp("neck band", (Span("triangle", EdgeName.END), Span("triangle", EdgeName.START)), stitch_cm)
        )
    return Assembly("bordered-triangle", {"triangle": triangle}, tuple(joints))


READY_MADE: Mapping[str, ReadyMade] = MappingProxyType(
    {
        each.key: each
        for each in (
            ReadyMade(
                "mini-poncho",
                N_("Mini poncho"),
                "poncho-panel",
                _poncho,
                ThingOption("collar", N_("the neck"), COLLARS),
            ),
            ReadyMade(
                "capelet",
                N_("Capelet with collar and bands"),
                "capelet",
                _capelet,
                ThingOption("collar", N_("the collar"), ("flat", "none")),
            ),
            ReadyMade(
                "bordered-triangle",
                N_("Shawl with a border"),
                "triangle",
                _bordered,
                ThingOption("border", N_("the border"), ("last-row", "all-round")),
            ),
        )
    }
)
"""Every ready-made thing by its name."""


def thing_plan(thing: ReadyMade, given: Mapping[str, str], gauge: Gauge | None = None) -> Plan:
    """The plan of a thing's main piece; ``Refused`` with what an answer cannot be."""
    asked = {key: value for key, value in given.items() if thing.option is None or key != thing.option.key}
    found = answered(CONSTRUCTIONS[thing.construction], asked)
    if found.refusals:
        raise Refused(found.refusals[0].why)
    plan = found.plan()
    return replace(plan, gauge=gauge) if gauge is not None else plan


def assembled(thing: ReadyMade, given: Mapping[str, str], gauge: Gauge | None = None) -> Assembly:
    """A ready-made thing from its answers, at a gauge or at that of its piece.

    ``Refused`` says what cannot be: an answer, a piece that does not come out, a choice that there is not.
    """
    chosen = _chosen(thing, given)
    forecast = forecast_of(thing_plan(thing, given, gauge))
    layout = lay_flat(work_piece(compiled(forecast)))
    if not isinstance(layout, Layout) or not forecast.sound:
        raise Refused(sentence("The piece does not come out with these answers."))
    return thing.build(layout, chosen, layout.gauge.stitch_cm)


def _chosen(thing: ReadyMade, given: Mapping[str, str]) -> str:
    if thing.option is None:
        return ""
    chosen = given.get(thing.option.key, thing.option.choices[0])
    if chosen not in thing.option.choices:
        raise Refused(
            sentence(
                "'{key}' can be {choices}, not '{given}'.",
                key=thing.option.key,
                choices=", ".join(thing.option.choices),
                given=chosen[:40],
            )
        )
    return chosen
