"""What the stitches page sends: which fabric a part is in, and fabrics that were drawn or typed."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import ClassVar

from bias.parsing import whole_number
from bias.planning.plan_changes import PlanChange, by_key, chosen
from knitting.dialects.dialect import dialect
from knitting.fabric import MOST_COLUMNS, MOST_FABRICS, MOST_ROWS, Fabric, Joins, Pin, Rest, fabric_trouble, with_own
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import Plan
from knitting.plan_editing.fabric_use import FabricUse, drawn_fabrics, in_fabric, with_fabric, without_fabric
from knitting.plan_editing.refusals import CannotEdit
from knitting.saying.statements import said_refusal
from knitting.sizing.repeat_fit import MOST_IN_PART, adjustments, with_count
from knitting.statements import Statement, sentence
from knitting.stitches import STITCHES
from knitting.words.fabric_header import NotAFabric, usable_name
from knitting.words.fabric_rows import reads_differently, typed_fabric

PALETTE = tuple(key for key, kind in STITCHES.items() if kind.on_grid)
"""The stitches of the small grid."""
_MOST_TEXT = 12_000
_GONE = sentence("That cannot be done here, or is done already.")


@dataclass(frozen=True, slots=True)
class UseFabric(PlanChange):
    """A part in the fabric that was chosen, from its beginning or from a stage on."""

    key: ClassVar[str] = "wear"
    says_how_it_is_to_be: ClassVar[bool] = True

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        plan = forecast.plan
        part, key = sent.get("part", ""), sent.get("fabric", "")
        known = with_own(plan.fabrics)
        if part not in part_names(plan) or key not in known:
            raise CannotEdit(sentence("Choose a part of this plan and a fabric that there is."))
        fabric = known[key]
        joins = next((each for each in Joins if each.value == sent.get("joins")), fabric.joins)
        pin = next((each for each in Pin if each.value == sent.get("pin")), Pin.RIGHT)
        rest = next((each for each in Rest if each.value == sent.get("rest")), fabric.rest)
        typed = sent.get("first", "").strip() or "1"
        first = whole_number(typed)
        if first is None or not 1 <= first <= max(fabric.width, 1):
            raise CannotEdit(
                sentence(
                    "The pattern begins with one of its stitches, 1 to {width}, not with '{typed}'.",
                    width=fabric.width,
                    typed=typed[:12],
                )
            )
        use = FabricUse(key, joins, pin, first - 1, sent.get("mirrored") == "on", rest)
        return in_fabric(plan, part, use, stage_of(plan, sent))


def stage_of(plan: Plan, sent: Mapping[str, str]) -> int | None:
    """The stage from which on a fabric is chosen; ``None`` from the beginning."""
    at = whole_number(sent.get("stage"))
    return at if at is not None and at < len(plan.stages) else None


def part_names(plan: Plan) -> list[str]:
    """The parts of a plan and those that are cast on or divided off later."""
    born = [row.cast_on.name for stage in plan.stages for row in stage.setup if row.cast_on is not None]
    divided = [added.left for stage in plan.stages for added in stage.add_lines]
    return [*(part.name for part in plan.parts), *born, *divided]


@dataclass(frozen=True, slots=True)
class DrawnFabric:
    """A fabric as it was sent: what it is, or why it is none; and what differs between rows and rounds."""

    fabric: Fabric | None
    why: NotAFabric | None = None
    differs: Statement | None = None

    @property
    def says(self) -> str:
        """Why it is none, in words."""
        return said_refusal(self.why) if self.why else ""


def drawn(sent: Mapping[str, str], plan: Plan) -> DrawnFabric:
    """The fabric of a grid or of typed rows, named or not yet."""
    joins = next((each for each in Joins if each.value == sent.get("own_joins")), Joins.AT_ONCE)
    name = " ".join(sent.get("own_name", "").lower().split()) or "own"
    try:
        if sent.get("way") == "typed":
            text = sent.get("typed", "")[:_MOST_TEXT]
            flat = sent.get("typed_as", "") == "flat"
            words = dialect(plan.dialect)
            return DrawnFabric(typed_fabric(name, text, joins, flat, words), None, reads_differently(text, words))
        fabric = _gridded(name, sent.get("grid", "")[:_MOST_TEXT], joins)
        amiss = fabric_trouble(fabric, plan.in_round)
        return DrawnFabric(None, NotAFabric(amiss)) if amiss else DrawnFabric(fabric)
    except NotAFabric as why:
        return DrawnFabric(None, why)


def _gridded(name: str, text: str, joins: Joins) -> Fabric:
    """The fabric of a grid sent as keys, the first row first and each from its right end."""
    rows = [row.split() for row in text.split("/")] if text.strip() else []
    if not rows or len(rows) > MOST_ROWS or max(map(len, rows)) > MOST_COLUMNS or not all(rows):
        columns = max(map(len, rows), default=0)
        raise NotAFabric(
            sentence(
                "The grid has {columns} columns and {rows} rows: a repeat has 1 to {most_columns} columns "
                "and 1 to {most_rows} rows.",
                columns=columns,
                rows=len(rows),
                most_columns=MOST_COLUMNS,
                most_rows=MOST_ROWS,
            )
        )
    strange = next((key for row in rows for key in row if key not in PALETTE), None)
    if strange is not None:
        raise NotAFabric(sentence("'{strange}' is no stitch of the grid.", strange=strange[:20]))
    return Fabric(name, tuple(tuple(STITCHES[key] for key in row) for row in rows), joins)


@dataclass(frozen=True, slots=True)
class KeepFabric(PlanChange):
    """The fabric that was drawn or typed, new or in the place of another."""

    key: ClassVar[str] = "draw"

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        return _with_drawn(forecast.plan, sent)


@dataclass(frozen=True, slots=True)
class DropFabric(PlanChange):
    """A fabric of the plan's own given up."""

    key: ClassVar[str] = "drop-fabric"
    fabric: str

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        if all(each.key != self.fabric for each in drawn_fabrics(forecast.plan)):
            raise CannotEdit(_GONE)
        return without_fabric(forecast.plan, self.fabric)


@dataclass(frozen=True, slots=True)
class FitRepeats(PlanChange):
    """A count of a part with which whole repeats come out."""

    key: ClassVar[str] = "fit"
    part: str
    count: int

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        if self.part not in [part.name for part in forecast.plan.parts]:
            raise CannotEdit(_GONE)
        return with_count(forecast.plan, self.part, min(max(self.count, 0), MOST_IN_PART))


@dataclass(frozen=True, slots=True)
class Adjust(PlanChange):
    """The smallest change with which a fabric that begins with a stage comes out even."""

    key: ClassVar[str] = "adjust"
    adjustment: int
    mend: int

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        return chosen([each.mends for each in adjustments(forecast)], self.adjustment, self.mend, _GONE).plan


FABRIC_CHANGES = by_key(UseFabric, KeepFabric, DropFabric, FitRepeats, Adjust)
"""What the page of the stitches offers."""


def _with_drawn(plan: Plan, sent: Mapping[str, str]) -> Plan:
    found = drawn(sent, plan)
    if found.fabric is None or found.why is not None:
        assert found.why is not None, "a fabric that is none says why"
        raise CannotEdit(found.why.why, found.why.hint)
    if not sent.get("own_name", "").strip():
        raise CannotEdit(sentence("Give the fabric a name, so that the rows can say which one they are worked in."))
    instead = sent.get("instead", "")
    instead = instead if any(each.key == instead and not each.base for each in plan.fabrics) else ""
    try:
        key = usable_name(sent["own_name"], dialect(plan.dialect))
    except NotAFabric as why:
        raise CannotEdit(why.why, why.hint) from None
    if any(each.key == key and key != instead for each in plan.fabrics):
        raise CannotEdit(sentence("There is a fabric '{key}' already: give this one another name.", key=key))
    if not instead and len(plan.fabrics) >= MOST_FABRICS:
        raise CannotEdit(sentence("A plan has {most_fabrics} fabrics of its own at most.", most_fabrics=MOST_FABRICS))
    fabric = Fabric(key, found.fabric.rows, found.fabric.joins)
    return with_fabric(plan, fabric, instead)
