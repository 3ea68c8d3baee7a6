"""A plan changed in one place: every word of its sentences by a path."""

from __future__ import annotations

from dataclasses import dataclass, replace

from knitting.fabric import with_own
from knitting.plan.checks import recounted
from knitting.plan.plan import (
    EDGES,
    Finishing,
    LineKind,
    Plan,
    garter_tab,
)
from knitting.plan_editing.names import renamed
from knitting.plan_editing.refusals import CannotEdit
from knitting.plan_editing.stage_edits import put, stage_edited
from knitting.plan_editing.typed import place_in, typed_choice, typed_name, typed_number, typed_short_name
from knitting.rows import CastOn, Tab
from knitting.statements import sentence


@dataclass(frozen=True, slots=True)
class Edit:
    """A place in a plan (``stages.0.rhythm``) and the text that it is to have."""

    path: str
    text: str


def edited(plan: Plan, edit: Edit) -> Plan:
    """The plan with one word other. :class:`CannotEdit` says what is wrong with the text."""
    head, *rest = edit.path.split(".")
    text = edit.text.strip()
    if head == "name":
        return replace(plan, name=typed_name(text, sentence("A piece")))
    if head == "cast_on":
        return _cast_on(plan, text)
    if head == "tab":
        return _tab(plan, text)
    if head == "parts" and len(rest) == 2:
        return _part(plan, place_in(rest[0], plan.parts), rest[1], text)
    if head == "lines" and len(rest) == 2:
        return _line(plan, place_in(rest[0], plan.lines), rest[1], text)
    if head == "stages" and len(rest) >= 2:
        at = place_in(rest[0], plan.stages)
        return plan.with_stage(at, stage_edited(plan, at, rest[1:], text))
    if head == "finish" and len(rest) == 1:
        return _finish(plan, rest[0], text)
    raise CannotEdit(sentence("There is nothing to change at '{path}'.", path=edit.path[:40]))


# -- cast-on, parts, lines -----------------------------------------------------------------------------------


def _cast_on(plan: Plan, text: str) -> Plan:
    """Another cast-on, shared out so that equal parts stay equal; kept as it is where it cannot be, and said then."""
    if not isinstance(plan.start, CastOn):
        raise CannotEdit(sentence("A tab decides its own count."))
    count = typed_number(text, sentence("The cast-on"))
    shared = recounted(plan, count) if plan.parts else None
    return shared or replace(plan, start=replace(plan.start, count=count))


def _tab(plan: Plan, text: str) -> Plan:
    """Another tab: borders of its width stay as wide as it is, the rest is shared by the parts between them."""
    if not isinstance(plan.start, Tab):
        raise CannotEdit(sentence("This piece begins with a cast-on, not with a tab."))
    old, tab = plan.start.cast_on, garter_tab(typed_number(text, sentence("The tab"), 2, 60))
    edges = [at for at in (0, len(plan.parts) - 1) if plan.parts[at].count == old]
    inner = [at for at in range(len(plan.parts)) if at not in edges]
    rest = tab.total - tab.cast_on * len(edges) - sum(line.stitches for line in plan.lines)
    if not inner or rest < 0 or rest % len(inner):
        raise CannotEdit(
            sentence(
                "A tab of {cast_on} gives {total} stitches, which these parts cannot share.",
                cast_on=tab.cast_on,
                total=tab.total,
            )
        )
    counts = {at: tab.cast_on if at in edges else rest // len(inner) for at in range(len(plan.parts))}
    parts = tuple(replace(part, count=counts[at]) for at, part in enumerate(plan.parts))
    return replace(plan, start=tab, parts=parts)


def _part(plan: Plan, at: int, what: str, text: str) -> Plan:
    part = plan.parts[at]
    if what == "count":
        return plan.with_part(part.name, typed_number(text, sentence("'{part}'", part=part.name), 0, 10_000))
    if what == "fabric":
        fabric = typed_choice(text, tuple(with_own(plan.fabrics)), sentence("A fabric"))
        return replace(plan, parts=put(plan.parts, at, replace(part, fabric=fabric)))
    if what == "name":
        name = typed_short_name(text, sentence("A part"))
        return _renamed(replace(plan, parts=put(plan.parts, at, replace(part, name=name))), part.name, name)
    raise CannotEdit(sentence("A part has no '{what}'.", what=what[:20]))


def _line(plan: Plan, at: int, what: str, text: str) -> Plan:
    line = plan.lines[at]
    if what == "name":
        name = typed_short_name(text, sentence("A line"))
        return _renamed(replace(plan, lines=put(plan.lines, at, replace(line, name=name))), line.name, name)
    if what != "kind":
        raise CannotEdit(sentence("A line has no '{what}'.", what=what[:20]))
    kind = LineKind(typed_choice(text, tuple(kind.value for kind in LineKind), sentence("A line")))
    own = 0 if kind is LineKind.BETWEEN else line.stitches if kind is LineKind.UNMARKED else max(line.stitches, 1)
    changed = replace(
        plan, lines=put(plan.lines, at, replace(line, kind=kind, stitches=1 if kind is LineKind.STITCH else own))
    )
    if changed.counted == plan.counted:
        return changed
    # A stitch that the line gains is taken from the larger part beside it, one that it loses goes to the smaller.
    beside = sorted((at, at + 1), key=lambda place: plan.parts[place].count)
    part = plan.parts[beside[-1 if changed.counted > plan.counted else 0]]
    kept = part.count + plan.counted - changed.counted
    if kept < 0:
        raise CannotEdit(sentence("'{part}' has no stitch to give to the line.", part=part.name))
    parts = tuple(replace(p, count=kept) if p is part else p for p in plan.parts)
    return replace(changed, parts=parts)


def _renamed(plan: Plan, old: str, new: str) -> Plan:
    """The plan with a part or line called otherwise wherever it is spoken of."""
    taken = {part.name for part in plan.parts} | {line.name for line in plan.lines} | set(EDGES)
    if new != old and (len(taken) < len(plan.parts) + len(plan.lines) + len(EDGES)):
        raise CannotEdit(sentence("The name '{new}' is taken already.", new=new))
    return renamed(plan, lambda name: new if name == old else name)


def _finish(plan: Plan, what: str, text: str) -> Plan:
    finish = plan.finish
    if what == "way":
        way = Finishing(typed_choice(text, tuple(way.value for way in Finishing), sentence("The end")))
        return replace(plan, finish=replace(finish, way=way))
    if what == "manner":
        manners = ("", "loosely", "knitwise", "purlwise", "in_pattern", "stretchy")
        return replace(plan, finish=replace(finish, manner=typed_choice(text, manners, sentence("The bind-off"))))
    if what == "dropped":
        return replace(
            plan, finish=replace(finish, dropped=typed_number(text, sentence("The dropped stitches"), 0, 200))
        )
    raise CannotEdit(sentence("The end has no '{what}'.", what=what[:20]))
