"""The names that a new plan's parts, lines and stages have by themselves, in the knitter's language.

Once given a name is the knitter's own: it is kept, and never said in another language.
"""

from __future__ import annotations

import re
from dataclasses import replace

from knitting.constructions import CONSTRUCTIONS
from knitting.plan.checks import NAME
from knitting.plan.plan import Plan
from knitting.plan_editing.names import names_of, renamed
from knitting.saying.language import _
from knitting.statements import N_

_NAMES = frozenset(
    {
        N_("back"),
        N_("body"),
        N_("border"),
        N_("chart"),
        N_("circle"),
        N_("cloth"),
        N_("first side begins"),
        N_("first side ends"),
        N_("front"),
        N_("left border"),
        N_("left edge line"),
        N_("left edge stitches"),
        N_("left frame"),
        N_("left fringe"),
        N_("left front"),
        N_("left half"),
        N_("left shoulder"),
        N_("left wing"),
        N_("right border"),
        N_("right edge line"),
        N_("right edge stitches"),
        N_("right frame"),
        N_("right fringe"),
        N_("right front"),
        N_("right half"),
        N_("right shoulder"),
        N_("right wing"),
        N_("strip"),
        # Stages.
        N_("Body"),
        N_("Both wings"),
        N_("Centre"),
        N_("Closing"),
        N_("Crown"),
        N_("First corner"),
        N_("First increases"),
        N_("Grow"),
        N_("Growing"),
        N_("Growing half"),
        N_("Last corner"),
        N_("Last row"),
        N_("Left wing"),
        N_("Leg"),
        N_("Rows"),
        N_("Seed border"),
        N_("Set-up"),
        N_("Shrink"),
        N_("Shrinking"),
        N_("Shrinking half"),
        N_("Slant"),
        N_("Straight"),
        N_("Straight on"),
        N_("Together"),
        N_("Tube"),
        N_("Yoke"),
        N_("Zigzag"),
    }
)
_NUMBERED = {
    "corner": N_("corner {at}"),
    "line": N_("line {at}"),
    "panel": N_("panel {at}"),
    "part": N_("part {at}"),
    "Ring": N_("Ring {at}"),
    "side": N_("side {at}"),
    "Stage": N_("Stage {at}"),
    "wedge": N_("wedge {at}"),
}
_SIDES = {"left side": N_("side on the left"), "right side": N_("side on the right")}
"""Names that mean something else in other sentences: "right side" is that of the cloth."""
_YARNS = frozenset({N_("first colour"), N_("second colour")})
_TITLES = frozenset({each.title for each in CONSTRUCTIONS.values()} | {N_("My own shape")})
_NUMBER = re.compile(r"(\D+) (\d{1,4})")
_DIVIDED = re.compile(r"(.+) left")


def said_name(name: str) -> str:
    """A name that a plan gives by itself, in the language that is spoken; any other as it is.

    >>> said_name("left wing"), said_name("wedge 3"), said_name("Aunt Edda's corner")
    ('left wing', 'wedge 3', "Aunt Edda's corner")
    """
    if name in _NAMES or name in _YARNS:
        return _(name)
    if name in _SIDES:
        said = _(_SIDES[name])
        return said if said != _SIDES[name] else name
    numbered = _NUMBER.fullmatch(name)
    if numbered is not None and numbered[1] in _NUMBERED:
        return _(_NUMBERED[numbered[1]]).format(at=numbered[2])
    divided = _DIVIDED.fullmatch(name)
    if divided is not None:
        return _("{part} left").format(part=divided[1])
    return name


def in_language(plan: Plan, before: Plan | None = None) -> Plan:
    """A plan whose own names are in the language that is spoken; names that it had ``before`` stay.

    Where two would be called alike, all keep their first names.
    """
    had = names_of(before) if before is not None else None

    def place(name: str) -> str:
        said = name if had is not None and name in had.places else said_name(name)
        return said if NAME.fullmatch(said) else name

    def stage(name: str) -> str:
        return name if had is not None and name in had.stages else said_name(name)

    said = renamed(plan, place, stage)
    if len(set(names_of(said).places)) < len(set(names_of(plan).places)):
        return plan
    if before is not None:
        return said
    name = _(plan.name) if plan.name in _TITLES else plan.name
    return replace(said, name=name, yarns=tuple((key, said_name(text)) for key, text in plan.yarns))
