"""What the stitches page sends: how a part wears its fabric, and fabrics that were drawn or typed."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from knitting.dialects.dialect import dialect
from knitting.fabric import MOST_COLUMNS, MOST_FABRICS, MOST_ROWS, Fabric, Joins, Pin, Rest, fabric_trouble, with_own
from knitting.plan.plan import Plan
from knitting.plan_editing.edits import CannotEdit
from knitting.plan_editing.fabric_use import FabricUse, in_fabric, with_fabric
from knitting.stitches import STITCHES
from knitting.words.fabric_header import NotAFabric, usable_name
from knitting.words.fabric_rows import reads_differently, typed_fabric

PALETTE = ("k", "p", "yo", "k2tog", "ssk", "cdd", "k_tbl", "sl", "c4l", "c4r")
"""The stitches of the small grid, those asked for most first."""
_MOST_TEXT = 12_000


def worn_as(plan: Plan, sent: Mapping[str, str]) -> Plan:
    """The plan with a part in the fabric that was chosen; :class:`CannotEdit` says what is wrong with the choice."""
    part, key = sent.get("part", ""), sent.get("fabric", "")
    if part not in part_names(plan) or key not in with_own(plan.fabrics):
        raise CannotEdit("Choose a part of this plan and a fabric that there is.")
    joins = next((each for each in Joins if each.value == sent.get("joins")), with_own(plan.fabrics)[key].joins)
    pin = next((each for each in Pin if each.value == sent.get("pin")), Pin.RIGHT)
    rest = next((each for each in Rest if each.value == sent.get("rest")), with_own(plan.fabrics)[key].rest)
    first = sent.get("first", "").strip() or "1"
    width = with_own(plan.fabrics)[key].width
    if not (first.isascii() and first.isdigit() and 1 <= int(first[:6]) <= max(width, 1)):
        raise CannotEdit(f"The pattern begins with one of its stitches, 1 to {width}, not with '{first[:12]}'.")
    stage = sent.get("stage", "")
    at = int(stage) if stage.isascii() and stage.isdigit() and int(stage[:4]) < len(plan.stages) else None
    return in_fabric(plan, part, FabricUse(key, joins, pin, int(first) - 1, sent.get("mirrored") == "on", rest), at)


def part_names(plan: Plan) -> list[str]:
    """The parts of a plan and those that are cast on or divided off later."""
    born = [row.cast_on.name for stage in plan.stages for row in stage.setup if row.cast_on is not None]
    divided = [added.left for stage in plan.stages for added in stage.add_lines]
    return [*(part.name for part in plan.parts), *born, *divided]


@dataclass(frozen=True, slots=True)
class DrawnFabric:
    """A fabric as it was sent: what it is, or why it is none; and what differs between rows and rounds."""

    fabric: Fabric | None
    says: str
    differs: str = ""


def drawn(sent: Mapping[str, str], in_round: bool) -> DrawnFabric:
    """The fabric of a grid or of typed rows, named or not yet."""
    joins = next((each for each in Joins if each.value == sent.get("own_joins")), Joins.AT_ONCE)
    name = " ".join(sent.get("own_name", "").lower().split()) or "own"
    try:
        if sent.get("way") == "typed":
            text = sent.get("typed", "")[:_MOST_TEXT]
            flat = sent.get("typed_as", "") == "flat"
            differs = reads_differently(text, dialect())
            return DrawnFabric(typed_fabric(name, text, joins, flat, dialect()), "", differs)
        fabric = _gridded(name, sent.get("grid", "")[:_MOST_TEXT], joins)
        says = fabric_trouble(fabric, in_round)
        return DrawnFabric(None if says else fabric, says)
    except NotAFabric as why:
        return DrawnFabric(None, f"{why} {why.hint}".strip())


def _gridded(name: str, text: str, joins: Joins) -> Fabric:
    """The fabric of a grid sent as keys, the first row first and each from its right end."""
    rows = [row.split() for row in text.split("/")] if text.strip() else []
    if not rows or len(rows) > MOST_ROWS or max(map(len, rows)) > MOST_COLUMNS or not all(rows):
        columns = max(map(len, rows), default=0)
        raise NotAFabric(
            f"The grid has {columns} columns and {len(rows)} rows: a repeat has 1 to {MOST_COLUMNS} columns and 1 to "
            f"{MOST_ROWS} rows."
        )
    strange = next((key for row in rows for key in row if key not in PALETTE), None)
    if strange is not None:
        raise NotAFabric(f"'{strange[:20]}' is no stitch of the grid.")
    return Fabric(name, tuple(tuple(STITCHES[key] for key in row) for row in rows), joins)


def with_drawn(plan: Plan, sent: Mapping[str, str]) -> Plan:
    """The plan with the fabric that was drawn, new or in the place of another; :class:`CannotEdit` says why not."""
    found = drawn(sent, plan.in_round)
    if found.fabric is None:
        raise CannotEdit(found.says)
    if not sent.get("own_name", "").strip():
        raise CannotEdit("Give the fabric a name, so that the rows can say which one they are worked in.")
    instead = sent.get("instead", "")
    instead = instead if any(each.key == instead and not each.base for each in plan.fabrics) else ""
    try:
        key = usable_name(sent["own_name"], dialect())
    except NotAFabric as why:
        raise CannotEdit(f"{why} {why.hint}".strip()) from None
    if any(each.key == key and key != instead for each in plan.fabrics):
        raise CannotEdit(f"There is a fabric '{key}' already: give this one another name.")
    if not instead and len(plan.fabrics) >= MOST_FABRICS:
        raise CannotEdit(f"A plan has {MOST_FABRICS} fabrics of its own at most.")
    fabric = Fabric(key, found.fabric.rows, found.fabric.joins)
    return with_fabric(plan, fabric, instead)
