"""Things that are made of several pieces, ready to be sized: which pieces they have, and how these meet."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from itertools import pairwise
from types import MappingProxyType

from knitting.assembly.joints import Assembly, Joint, OnTop, PickUp, Seam
from knitting.assembly.spans import EdgeName, Span, edge_cm
from knitting.cloth import Layout, lay_flat
from knitting.compiling import compiled
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered
from knitting.forecast.forecast import forecast_of
from knitting.measures import Gauge
from knitting.plan.plan import Plan, PlannedPart, Rows, Stage
from knitting.problems import NOWHERE
from knitting.rows import CastOn
from knitting.statements import N_, Refused, sentence
from knitting.working.piece_worker import work_piece

_STRIP, _LOOP, _LOOP_ROWS = 12, 4, 36
_LOOP_REACH = 2.0
"""Breadths of the loop from the corner within which it is sewn on."""
"""Stitches of a collar that is knitted apart and of a loop to hang by, and the rows of such a loop."""


@dataclass(frozen=True, slots=True)
class ThingOption:
    """A question that a thing asks beside those of its pieces, with its words to choose from, each in words."""

    key: str
    words: str
    choices: tuple[tuple[str, str], ...]

    @property
    def keys(self) -> tuple[str, ...]:
        """What may be chosen."""
        return tuple(key for key, _ in self.choices)


def _no_others(plan: Plan, choice: str) -> Mapping[str, Plan]:
    return {}


@dataclass(frozen=True)
class ReadyMade:
    """A thing by its name: the shape of its main piece, its own question, which other pieces it has, how all meet."""

    key: str
    title: str
    built: str
    kind: str
    construction: str
    build: Callable[[Mapping[str, Layout], str], Assembly]
    option: ThingOption | None = None
    others: Callable[[Plan, str], Mapping[str, Plan]] = _no_others
    neck_question: str = ""
    """The question whose answer makes the neck wider, where a head must go through."""


def _poncho(layouts: Mapping[str, Layout], collar: str) -> Assembly:
    """Two panels: the start edge of each on the end edge of the other; the neck is both first rows."""
    panel = layouts["panel"]
    pieces = {"front": panel, "back": panel}
    kinds = {"front": "panel", "back": "panel"}
    joints: list[Joint] = [
        Seam(Span("front", EdgeName.START), Span("back", EdgeName.END)),
        Seam(Span("back", EdgeName.START), Span("front", EdgeName.END)),
    ]
    if collar in ("flat", "round"):
        neck = (Span("front", EdgeName.FIRST), Span("back", EdgeName.FIRST))
        plus = 2 if collar == "flat" else 0
        joints.append(PickUp("collar", neck, panel.gauge.stitch_cm, multiple=4, plus=plus))
    if "strip" in layouts:
        pieces["collar"] = layouts["strip"]
        kinds["collar"] = "strip"
        joints.append(Seam(Span("collar", EdgeName.START, 0.0, 0.5), Span("front", EdgeName.FIRST)))
        joints.append(Seam(Span("collar", EdgeName.START, 0.5, 1.0), Span("back", EdgeName.FIRST)))
    return Assembly("mini-poncho", pieces, tuple(joints), kinds)


def _strip_for_neck(panel: Plan, collar: str) -> Mapping[str, Plan]:
    """A strip of garter as long as both first rows together."""
    if collar != "strip":
        return {}
    row_cm = _strip("Collar strip", _STRIP, 2, panel.gauge).gauge_at(1).row_cm  # its own guess, where none is known
    rows = round(2 * panel.counted * panel.gauge_at(1).stitch_cm / row_cm / 2) * 2
    return {"strip": _strip("Collar strip", _STRIP, rows, panel.gauge)}


def _capelet(layouts: Mapping[str, Layout], collar: str) -> Assembly:
    """A collar along the cast-on edge, and a band along each front edge."""
    cape = layouts["capelet"]
    stitch_cm = cape.gauge.stitch_cm
    joints: list[Joint] = []
    if collar != "none":
        joints.append(PickUp("collar", (Span("capelet", EdgeName.FIRST),), stitch_cm, multiple=4, plus=2))
    joints.append(PickUp("right band", (Span("capelet", EdgeName.START),), stitch_cm))
    joints.append(PickUp("left band", (Span("capelet", EdgeName.END),), stitch_cm))
    return Assembly("capelet", {"capelet": cape}, tuple(joints), neck=(Span("capelet", EdgeName.FIRST),))


def _bordered(layouts: Mapping[str, Layout], border: str) -> Assembly:
    """A border along the last row, stitch by stitch, that gains at the tip; and one along the neck edge."""
    triangle = layouts["triangle"]
    stitch_cm = triangle.gauge.stitch_cm
    tip = 1 / triangle.rows[-1].end
    before, after = (round(0.5 + side * tip / 2, 6) for side in (-1, 1))
    sides = (Span("triangle", EdgeName.LAST, 0.0, before), Span("triangle", EdgeName.LAST, after, 1.0))
    joints: list[Joint] = [PickUp("border", sides, stitch_cm, corners=1)]
    if border == "all-round":
        joints.append(
            PickUp("neck band", (Span("triangle", EdgeName.END), Span("triangle", EdgeName.START)), stitch_cm)
        )
    return Assembly("bordered-triangle", {"triangle": triangle}, tuple(joints))


def _squares(layouts: Mapping[str, Layout], many: str) -> Assembly:
    """Squares in a line: half the cast-on edge of each on the row ends of the one before it."""
    names = [f"square {at}" for at in range(1, int(many) + 1)]
    cast_on = layouts["square"].rows[0].start
    side = round((cast_on - 1) / 2 / cast_on, 3)
    joints = tuple(
        Seam(Span(later, EdgeName.FIRST, 0.0, side), Span(earlier, EdgeName.END)) for earlier, later in pairwise(names)
    )
    pieces = dict.fromkeys(names, layouts["square"])
    return Assembly("square-strip", pieces, joints, dict.fromkeys(names, "square"))


def _looped(layouts: Mapping[str, Layout], _choice: str) -> Assembly:
    """A cloth with a loop to hang it by: the end of the loop on its beginning, both sewn on beside a corner."""
    loop = Seam(Span("loop", EdgeName.LAST), Span("loop", EdgeName.FIRST))
    cm = edge_cm(layouts["loop"], Span("loop", EdgeName.FIRST))
    side = edge_cm(layouts["cloth"], Span("cloth", EdgeName.START))
    corner = Span("cloth", EdgeName.START, 0.0, round(min(_LOOP_REACH * cm / side, 1.0), 3))
    sewn_on = OnTop(Span("loop", EdgeName.FIRST), corner)
    return Assembly("looped-cloth", {"cloth": layouts["cloth"], "loop": layouts["loop"]}, (loop, sewn_on))


def _loop(cloth: Plan, _choice: str) -> Mapping[str, Plan]:
    return {"loop": _strip("Loop", _LOOP, _LOOP_ROWS, cloth.gauge)}


def _strip(name: str, stitches: int, rows: int, gauge: Gauge | None) -> Plan:
    parts = (PlannedPart("strip", stitches),)
    stage = Stage("Straight", 2, (), Rows(rows))
    return Plan(name, CastOn(stitches, NOWHERE), parts, (), (stage,), gauge=gauge)


_ALL = (
    ReadyMade(
        "mini-poncho",
        N_("Mini poncho"),
        N_("Two panels that grow from the neck, the side of each sewn to the side of the other."),
        "panel",
        "poncho-panel",
        _poncho,
        ThingOption(
            "collar",
            N_("the neck"),
            (
                ("none", N_("left open")),
                ("flat", N_("a collar picked up flat")),
                ("round", N_("a collar picked up in rounds")),
                ("strip", N_("a strip knitted apart and sewn on")),
            ),
        ),
        _strip_for_neck,
        "cast_on",
    ),
    ReadyMade(
        "capelet",
        N_("Capelet with collar and bands"),
        N_("A capelet from the neck down, its collar and front bands picked up along its edges."),
        "capelet",
        "capelet",
        _capelet,
        ThingOption("collar", N_("the collar"), (("flat", N_("picked up in rib")), ("none", N_("none")))),
    ),
    ReadyMade(
        "bordered-triangle",
        N_("Shawl with a border"),
        N_("A triangle from the neck, with a border picked up along its last row or all round."),
        "triangle",
        "triangle",
        _bordered,
        ThingOption(
            "border", N_("the border"), (("last-row", N_("along the last row")), ("all-round", N_("all round")))
        ),
    ),
    ReadyMade(
        "square-strip",
        N_("Strip of squares"),
        N_("Mitred squares in a line, half the cast-on of each along the row ends of the one before it."),
        "square",
        "mitre",
        _squares,
        ThingOption("squares", N_("how many"), tuple((str(many), str(many)) for many in range(2, 13))),
    ),
    ReadyMade(
        "looped-cloth",
        N_("Corner cloth with a loop"),
        N_("A cloth that grows from a corner and shrinks to the one across, with a loop to hang it by."),
        "cloth",
        "corner-cloth",
        _looped,
        None,
        _loop,
    ),
)
READY_MADE: Mapping[str, ReadyMade] = MappingProxyType({each.key: each for each in _ALL})
"""Every ready-made thing by its name."""


def thing_plans(thing: ReadyMade, given: Mapping[str, str], gauge: Gauge | None = None) -> dict[str, Plan]:
    """The plan of each kind of piece of a thing, that of its main piece first.

    ``Refused`` with what an answer cannot be.
    """
    choice = _chosen(thing, given)
    asked = {key: value for key, value in given.items() if thing.option is None or key != thing.option.key}
    found = answered(CONSTRUCTIONS[thing.construction], asked)
    if found.refusals:
        raise Refused(found.refusals[0].why)
    plan = found.plan()
    plan = replace(plan, gauge=gauge) if gauge is not None else plan
    return {thing.kind: plan, **thing.others(plan, choice)}


def assembled(thing: ReadyMade, given: Mapping[str, str], gauge: Gauge | None = None) -> Assembly:
    """A ready-made thing from its answers, at a gauge or at that of its piece.

    ``Refused`` says what cannot be: an answer, a piece that does not come out, a choice that there is not.
    """
    plans = thing_plans(thing, given, gauge)
    return thing.build({kind: _laid(plan) for kind, plan in plans.items()}, _chosen(thing, given))


def _laid(plan: Plan) -> Layout:
    forecast = forecast_of(plan)
    layout = lay_flat(work_piece(compiled(forecast)))
    if not isinstance(layout, Layout) or not forecast.sound:
        raise Refused(sentence("The piece does not come out with these answers."))
    return layout


def _chosen(thing: ReadyMade, given: Mapping[str, str]) -> str:
    if thing.option is None:
        return ""
    chosen = given.get(thing.option.key, thing.option.keys[0])
    if chosen not in thing.option.keys:
        raise Refused(
            sentence(
                "'{key}' can be {choices}, not '{given}'.",
                key=thing.option.key,
                choices=", ".join(thing.option.keys),
                given=chosen[:40],
            )
        )
    return chosen
