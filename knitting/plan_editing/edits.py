"""A plan changed in one place: every word of its sentences by a path."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import TypeVar

from knitting.fabric import with_own
from knitting.forecast.forecast import forecast_of
from knitting.plan.checks import NAME, recounted
from knitting.plan.plan import (
    EDGES,
    Beside,
    Count,
    End,
    Finishing,
    Length,
    LineKind,
    PartCount,
    Plan,
    Repeats,
    Rows,
    SetupRow,
    Shaping,
    Stage,
    YarnShare,
    garter_tab,
)
from knitting.plan.stage_checks import MOST_RHYTHM
from knitting.plan.works import WORKS
from knitting.rows import CastOn, Tab
from knitting.statements import Refused, Sentence, sentence
from knitting.stitches import Leaning

_Value = TypeVar("_Value")
_LONGEST_NAME = 60
_MOST = 99_999
ENDS = ("count", "rows", "repeats", "length", "part", "yarn")
"""The kinds of ends, by the keys that they are chosen by."""


class CannotEdit(Refused):
    """A change that cannot be made; the reason says what could be."""


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
        return replace(plan, name=_name(text, sentence("A piece")))
    if head == "cast_on":
        return _cast_on(plan, text)
    if head == "tab":
        return _tab(plan, text)
    if head == "parts" and len(rest) == 2:
        return _part(plan, _place(rest[0], plan.parts), rest[1], text)
    if head == "lines" and len(rest) == 2:
        return _line(plan, _place(rest[0], plan.lines), rest[1], text)
    if head == "stages" and len(rest) >= 2:
        at = _place(rest[0], plan.stages)
        return plan.with_stage(at, _stage(plan, at, rest[1:], text))
    if head == "finish" and len(rest) == 1:
        return _finish(plan, rest[0], text)
    raise CannotEdit(sentence("There is nothing to change at '{path}'.", path=edit.path[:40]))


# -- words of text ----------------------------------------------------------------------------------------


def _place(text: str, of: tuple[object, ...]) -> int:
    if not (text.isascii() and text.isdigit()) or int(text[:6]) >= len(of):
        raise CannotEdit(sentence("That part of the plan is not there any more."))
    return int(text)


def _name(text: str, of: Sentence) -> str:
    words = " ".join(text.split())
    if not words or not words.isprintable() or len(words) > _LONGEST_NAME:
        raise CannotEdit(sentence("{of} needs a name of 1 to {most} letters.", of=of, most=_LONGEST_NAME))
    return words


def _short_name(text: str, of: Sentence) -> str:
    words = " ".join(text.split())
    if not NAME.fullmatch(words):
        raise CannotEdit(
            sentence(
                "{of} cannot be called '{words}': a name is letters first, then letters, figures, spaces "
                "and hyphens, 60 at most.",
                of=of,
                words=words[:30],
            )
        )
    return words


def _number(text: str, what: Sentence, least: int = 0, most: int = _MOST) -> int:
    if not (text.isascii() and text.lstrip("-").isdigit() and len(text) < 10):
        raise CannotEdit(sentence("{what} wants a whole number, not '{text}'.", what=what, text=text[:30]))
    if not least <= int(text) <= most:
        raise CannotEdit(
            sentence(
                "{what} can be {least:,} to {most:,}, not {number:,}.",
                what=what,
                least=least,
                most=most,
                number=int(text),
            )
        )
    return int(text)


def _decimal(text: str, what: Sentence, most: float) -> float:
    try:
        value = float(text.replace(",", "."))
    except ValueError:
        value = -1.0
    if not 0 < value <= most:
        raise CannotEdit(
            sentence(
                "{what} wants a number above 0 up to {most:g}, not '{text}'.", what=what, most=most, text=text[:30]
            )
        )
    return value


def _choice(text: str, of: tuple[str, ...], what: Sentence) -> str:
    if text not in of:
        raise CannotEdit(
            sentence("{what} can be {choices}, not '{text}'.", what=what, choices=", ".join(of), text=text[:30])
        )
    return text


# -- cast-on, parts, lines -----------------------------------------------------------------------------------


def _cast_on(plan: Plan, text: str) -> Plan:
    """Another cast-on, shared out so that equal parts stay equal; kept as it is where it cannot be, and said then."""
    if not isinstance(plan.start, CastOn):
        raise CannotEdit(sentence("A tab decides its own count."))
    count = _number(text, sentence("The cast-on"))
    shared = recounted(plan, count) if plan.parts else None
    return shared or replace(plan, start=replace(plan.start, count=count))


def _tab(plan: Plan, text: str) -> Plan:
    """Another tab: borders of its width stay as wide as it is, the rest is shared by the parts between them."""
    if not isinstance(plan.start, Tab):
        raise CannotEdit(sentence("This piece begins with a cast-on, not with a tab."))
    old, tab = plan.start.cast_on, garter_tab(_number(text, sentence("The tab"), 2, 60))
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
        return plan.with_part(part.name, _number(text, sentence("'{part}'", part=part.name), 0, 10_000))
    if what == "fabric":
        fabric = _choice(text, tuple(with_own(plan.fabrics)), sentence("A fabric"))
        return replace(plan, parts=_put(plan.parts, at, replace(part, fabric=fabric)))
    if what == "name":
        name = _short_name(text, sentence("A part"))
        return _renamed(replace(plan, parts=_put(plan.parts, at, replace(part, name=name))), part.name, name)
    raise CannotEdit(sentence("A part has no '{what}'.", what=what[:20]))


def _line(plan: Plan, at: int, what: str, text: str) -> Plan:
    line = plan.lines[at]
    if what == "name":
        name = _short_name(text, sentence("A line"))
        return _renamed(replace(plan, lines=_put(plan.lines, at, replace(line, name=name))), line.name, name)
    if what != "kind":
        raise CannotEdit(sentence("A line has no '{what}'.", what=what[:20]))
    kind = LineKind(_choice(text, tuple(kind.value for kind in LineKind), sentence("A line")))
    own = 0 if kind is LineKind.BETWEEN else line.stitches if kind is LineKind.UNMARKED else max(line.stitches, 1)
    changed = replace(
        plan, lines=_put(plan.lines, at, replace(line, kind=kind, stitches=1 if kind is LineKind.STITCH else own))
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

    def named(name: str) -> str:
        return new if name == old else name

    def shaping(each: Shaping) -> Shaping:
        return replace(each, at=tuple(map(named, each.at)))

    def setup(row: SetupRow) -> SetupRow:
        return replace(row, shapings=tuple(map(shaping, row.shapings)), hold=named(row.hold), back=named(row.back))

    def stage(each: Stage) -> Stage:
        until = each.until
        return replace(
            each,
            shapings=tuple(map(shaping, each.shapings)),
            setup=tuple(map(setup, each.setup)),
            until=replace(until, part=named(until.part)) if isinstance(until, PartCount) else until,
            drop_lines=tuple(map(named, each.drop_lines)),
            fabrics=tuple((named(part), fabric) for part, fabric in each.fabrics),
            add_lines=tuple(replace(line, part=named(line.part)) for line in each.add_lines),
        )

    taken = {part.name for part in plan.parts} | {line.name for line in plan.lines} | set(EDGES)
    if new != old and (len(taken) < len(plan.parts) + len(plan.lines) + len(EDGES)):
        raise CannotEdit(sentence("The name '{new}' is taken already.", new=new))
    return replace(plan, stages=tuple(map(stage, plan.stages)))


def _put(values: tuple[_Value, ...], at: int, value: _Value) -> tuple[_Value, ...]:
    return (*values[:at], value, *values[at + 1 :])


# -- stages and shapings -------------------------------------------------------------------------------------


def _stage(plan: Plan, place: int, path: list[str], text: str) -> Stage:
    stage, what = plan.stages[place], path[0]
    if what == "shapings" and len(path) == 3:
        at = _place(path[1], stage.shapings)
        shaping = _shaping(stage.shapings[at], path[2], text, stage)
        return replace(stage, shapings=_put(stage.shapings, at, shaping))
    if what == "add_lines" and len(path) == 3 and path[2] == "kind":
        at = _place(path[1], stage.add_lines)
        added = stage.add_lines[at]
        kind = LineKind(_choice(text, tuple(kind.value for kind in LineKind), sentence("A line")))
        own = 0 if kind is LineKind.BETWEEN else max(added.line.stitches, 1)
        line = replace(added.line, kind=kind, stitches=own)
        return replace(stage, add_lines=_put(stage.add_lines, at, replace(added, line=line)))
    if what == "name":
        return replace(stage, name=_name(text, sentence("A stage")))
    if what == "rhythm":
        rhythm = _number(text, sentence("A rhythm"), 1, MOST_RHYTHM)
        return replace(stage, rhythm=rhythm, ending=stage.ending if stage.ending < rhythm else 0)
    if what == "ending":
        return replace(stage, ending=_number(text, sentence("The last row"), 0, stage.rhythm) % stage.rhythm)
    if what == "until_kind":
        return replace(stage, until=_other_end(plan, place, _choice(text, ENDS, sentence("An end"))))
    if what in ("until", "until_part"):
        return replace(stage, until=_end(plan, stage.until, what, text))
    raise CannotEdit(sentence("A stage has no '{what}'.", what=what[:20]))


def end_kind(until: End) -> str:
    """The key of an end's kind."""
    return {Count: "count", Rows: "rows", Repeats: "repeats", Length: "length", PartCount: "part", YarnShare: "yarn"}[
        type(until)
    ]


def _other_end(plan: Plan, place: int, kind: str) -> End:
    """An end of another kind that stops the stage where it stops now."""
    if kind == end_kind(plan.stages[place].until):
        return plan.stages[place].until
    courses = forecast_of(plan).stages
    if place >= len(courses):
        raise CannotEdit(sentence("Mend what stands before it first: where this stage ends cannot be told yet."))
    forecast = courses[place]
    if kind == "count":
        return Count(forecast.ends)
    if kind == "rows":
        return Rows(forecast.rows)
    if kind == "repeats":
        return Repeats(max(forecast.times, 1))
    if kind == "length":
        return Length(round(max(forecast.rows, 1) * plan.gauge_at(forecast.first_row).row_cm, 1))
    if kind == "part":
        part = forecast.closing.parts[0]
        return PartCount(part.name, part.count)
    return YarnShare(0.5)


def _end(plan: Plan, until: End, what: str, text: str) -> End:
    if isinstance(until, PartCount) and what == "until_part":
        return replace(until, part=_name(text, sentence("A part")))
    match until:
        case Count():
            return Count(_number(text, sentence("The count")))
        case PartCount(part):
            return PartCount(part, _number(text, sentence("'{part}'", part=part)))
        case Rows():
            return Rows(_number(text, sentence("The rows"), 0, 99_999))
        case Repeats():
            return Repeats(_number(text, sentence("The times"), 0, 99_999))
        case Length():
            return Length(_decimal(text, sentence("The length in cm"), 9_999))
    return YarnShare(min(_decimal(text.rstrip("% "), sentence("The share of the yarn in per cent"), 100) / 100, 1.0))


def _shaping(shaping: Shaping, what: str, text: str, stage: Stage) -> Shaping:
    if what == "rows":
        words = text.replace(",", " ").split()
        rows = sorted({_number(word, sentence("A row"), 1, stage.rhythm) for word in words})
        if not rows:
            raise CannotEdit(sentence("A shaping wants at least one row of 1 to {rhythm}.", rhythm=stage.rhythm))
        return replace(shaping, rows=tuple(rows))
    if what == "away":
        return replace(shaping, away=_number(text, sentence("The plain stitches between"), 0, 200))
    if what == "side":
        side = Beside(_choice(text, tuple(side.value for side in Beside), sentence("A side")))
        work = WORKS.get(shaping.work)
        if work is not None and work.across != (side is Beside.ON):
            return replace(shaping, side=side, work="cdd" if side is Beside.ON else "yo", steps=())
        return replace(shaping, side=side)
    if what == "work":
        work = WORKS[_choice(text, tuple(WORKS), sentence("A way of shaping"))]
        was_on = shaping.side is Beside.ON
        side = Beside.ON if work.across else Beside.BOTH if was_on else shaping.side
        return replace(shaping, work=text, steps=(), side=side)
    if what == "leaning":
        return replace(
            shaping, leaning=Leaning(_choice(text, tuple(each.value for each in Leaning), sentence("The lean")))
        )
    if what == "at":
        names = tuple(name for name in text.split(" + ") if name)
        if not names:
            raise CannotEdit(sentence("A shaping stands at one line or edge at least."))
        return replace(shaping, at=names)
    raise CannotEdit(sentence("A shaping has no '{what}'.", what=what[:20]))


def _finish(plan: Plan, what: str, text: str) -> Plan:
    finish = plan.finish
    if what == "way":
        way = Finishing(_choice(text, tuple(way.value for way in Finishing), sentence("The end")))
        return replace(plan, finish=replace(finish, way=way))
    if what == "manner":
        manners = ("", "loosely", "knitwise", "purlwise", "in_pattern", "stretchy")
        return replace(plan, finish=replace(finish, manner=_choice(text, manners, sentence("The bind-off"))))
    if what == "dropped":
        return replace(plan, finish=replace(finish, dropped=_number(text, sentence("The dropped stitches"), 0, 200)))
    raise CannotEdit(sentence("The end has no '{what}'.", what=what[:20]))
