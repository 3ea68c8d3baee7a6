"""The count check: what the knitter counts against what should be there, and what can be done about a difference."""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import dataclass, replace
from uuid import UUID, uuid4

from bias.at_needles.conflicts import above
from bias.at_needles.worked_copy import Table
from bias.results import Way, Why, Whys, clue, seen_of, whys_of
from knitting.diagnosis import WayKind

MOST_COUNTED = 99_999
_MOST_ROWS_FITTING = 4


@dataclass(frozen=True, slots=True)
class PartCounted:
    """A part between marks: where it stands from the right edge, what should be there, what was typed."""

    place: int
    name: str
    expected: int
    typed: str


@dataclass(frozen=True, slots=True)
class Done:
    """One thing that can be done, as a form sends it: what is said of it, and the event that notes it."""

    says: str
    cost: str
    does: str
    kind: str
    row: int
    differences: str = ""
    takes_back: str = ""
    text: str = ""

    @property
    def spare_id(self) -> UUID:
        """An id of its own."""
        return uuid4()


@dataclass(frozen=True, slots=True)
class WhyShown:
    """An explanation with what to look for and what to do."""

    says: str
    look: str
    svg: str
    done: tuple[Done, ...]


@dataclass(frozen=True)
class Counting:
    """The parts after the last row worked, as the needle faces the knitter now, and what their counts mean."""

    row: int
    label: str
    parts: tuple[PartCounted, ...]
    facing: str
    total: int
    in_all: str = ""
    colours: tuple[str, ...] = ()
    refusal: str = ""
    whys: Whys | None = None
    fitting: tuple[str, ...] = ()
    whatever: tuple[Done, ...] = ()
    explained: tuple[WhyShown, ...] = ()
    counts: tuple[int, ...] = ()

    @property
    def counts_sent(self) -> str:
        """The counts as a form sends them."""
        return json.dumps(list(self.counts))

    @property
    def spare_id(self) -> UUID:
        """An id for noting the count."""
        return uuid4()


def refused_count(typed: str, example: int) -> str:
    """Why something is no count; nothing where it is one."""
    if not typed or (typed.isascii() and typed.isdigit() and len(typed) < 6):
        return ""
    return f"'{typed[:12]}' is no count: type the stitches of each part in figures, such as {example}."


def counting(table: Table, sent: Mapping[str, str]) -> Counting | None:
    """The count check of a piece where it stands; ``None`` before its first row is worked."""
    now = table.sitting
    if not now.rows:
        return None
    worked = now.all_rows[now.rows - 1]
    needle, following = worked.after, now.row
    typed = [sent.get(f"part{at}", "").strip() for at in range(len(needle.counts))]
    names = [now.sided(name) for name in part_names(len(needle.counts))]
    parts = [PartCounted(at, names[at], count, typed[at] or str(count)) for at, count in enumerate(needle.counts)]
    behind = following is not None and following.side.value == "WS"
    facing = "wrong side" if behind else "right side"
    shown = tuple(parts[::-1] if behind else parts)
    colours = tuple(dict.fromkeys(row.colour for row in now.all_rows if row.colour))
    label = f"{worked.label}, row {now.rows} of {len(now.all_rows)}"
    in_all = sent.get("in_all", "").strip()
    bare = Counting(now.rows, label, shown, facing, needle.total, in_all, colours if len(colours) > 1 else ())
    refusal = next((said for text in [*typed, in_all] if (said := refused_count(text, needle.counts[0]))), "")
    if refusal:
        return replace(bare, refusal=refusal)
    told = {key: sent.get(key, "")[:40] for key in ("facing", "colour", "shows")}
    if not any(typed) and not in_all and not any(told.values()):
        return bare
    counts = [min(int(text), MOST_COUNTED) if text else count for text, count in zip(typed, needle.counts, strict=True)]
    if in_all and counts == list(needle.counts):
        counts = [min(int(in_all), MOST_COUNTED)]  # she counted the whole needle and no part of it
    seen = seen_of(now.workout, counts, about=now.rows, **told)
    whys, rows = whys_of(now.workout, now.rows, seen, table.pace.middle if table.pace else 0.0)
    fitting = tuple(
        f"After row {place.row} ({now.all_rows[place.row - 1].label}) these counts are right. {now.sided(place.look)}"
        for place in rows[:_MOST_ROWS_FITTING]
        if place.row != now.rows
    )
    explained = tuple(_shown(table, each) for each in whys.whys)
    whatever = tuple(_done(table, way, whys.matters) for way in whys.ways)
    return replace(bare, whys=whys, fitting=fitting, whatever=whatever, explained=explained, counts=tuple(counts))


def _shown(table: Table, why: Why) -> WhyShown:
    now = table.sitting
    says = now.sided(why.explanation.says)
    drawn = clue(why.explanation.mistakes[0].kind)
    return WhyShown(says, now.sided(why.explanation.look), drawn, tuple(_done(table, way, says) for way in why.ways))


_DOES = {
    WayKind.LEAVE: "Go on with it so",
    WayKind.ABSORB: "I will do that",
    WayKind.HIDE: "I will do that",
    WayKind.MEND: "I have mended it",
    WayKind.RIP: "I have ripped back",
}


def _done(table: Table, way: Way, why: str) -> Done:
    now = table.sitting
    says, does = now.sided(way.says), _DOES[way.kind]
    if way.kind is WayKind.RIP and way.back_to is not None:
        return Done(says, way.cost, does, "ripped", way.back_to, takes_back=above(table.standing, way.back_to))
    if way.kind is WayKind.MEND:
        return Done(says, way.cost, does, "note", now.rows, text=f"Mended: {why} {says}")
    rows = [{"row": each.row, "counts": list(each.counts)} for each in way.differences]
    return Done(
        f"{way.kind.value.capitalize()}. {says}", way.cost, does, "mended", now.rows, json.dumps(rows), text=says
    )


def part_names(parts: int) -> list[str]:
    """Names for parts between marks, in right-side order."""
    if parts == 1:
        return ["all stitches"]
    if parts == 2:
        return ["right half", "left half"]
    return [f"part {at} from the right edge" for at in range(1, parts + 1)]
