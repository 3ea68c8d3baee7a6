"""Rhythms read out of rows: which rows come again and again, and the shapings that stand in them."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from knitting.needle.group_work import group_work
from knitting.needle.worked import WorkedRow
from knitting.plan.plan import (
    LEFT_EDGE,
    RIGHT_EDGE,
    ROW_END,
    ROW_START,
    Beside,
    Count,
    Repeats,
    Rows,
    Shaping,
    Stage,
)
from knitting.plan.works import OWN, WORKS, in_purl
from knitting.recognise.anatomy import EndWork, Figured, NotRecognised, RowAnatomy
from knitting.recognise.lines import line_names
from knitting.rows import Side, Step
from knitting.statements import sentence
from knitting.stitches import KNIT, PURL, Leaning

_LONGEST_RHYTHM = 24


@dataclass(frozen=True, slots=True)
class RecognisedRow:
    """A row with what it does; equal written rows share what their widest shows."""

    row: WorkedRow
    anatomy: RowAnatomy


def stages_told(
    rows: Sequence[RecognisedRow], right: int, left: int, in_round: bool
) -> Iterator[tuple[Stage, Sequence[RecognisedRow]]]:
    """Rows as stages, each the rhythm that tells most of those that are left."""
    signs = [_sign(each, right, left) for each in rows]
    at = 0
    borders = ("A" if right else "", "B" if left else "")
    while at < len(rows):
        figured = _figured_from(rows, signs, at)
        if figured:
            its_rows = rows[at : at + figured]
            rhythm = 1 if in_round or figured == 1 else 2
            yield _stage(its_rows, signs[at : at + figured], rhythm, in_round, borders), its_rows
            at += figured
            continue
        rhythm, many = _best_rhythm(signs, at, in_round)
        later, after_it = _best_rhythm(signs, at + 1, in_round) if at + 1 < len(signs) else (1, 0)
        if not in_round and rhythm % 2 == 0 and rows[at].row.side is Side.WS:
            rhythm, many = 1, 1  # an even rhythm begins on a right-side row
        elif _is_plain_row(signs[at]) and (in_round or later % 2) and after_it + 1 > many and after_it > later:
            rhythm, many = 1, 1  # a row of its own before a rhythm that tells more
        its_rows = rows[at : at + many]
        yield _stage(its_rows, signs[at : at + many], rhythm, in_round, borders), its_rows
        at += many


def _figured_from(rows: Sequence[RecognisedRow], signs: Sequence[_Sign], at: int) -> int:
    """How many rows from a place on have the same parts in figures and shape nothing."""
    wanted = _figured_parts(rows[at])
    end = at
    while any(wanted) and end < len(rows) and _figured_parts(rows[end]) == wanted and _is_plain_row(signs[end]):
        end += 1
    return end - at


def _figured_parts(told: RecognisedRow) -> tuple[bool, ...]:
    return tuple(isinstance(part.plain, Figured) for part in told.anatomy.parts)


def _is_plain_row(sign: _Sign) -> bool:
    edges, inner, across, _ = sign
    return not any(isinstance(work, EndWork) for work in (*edges, *inner)) and all(
        not steps or is_plain(steps) for steps in across[:-1]
    )


def _best_rhythm(signs: Sequence[object], at: int, in_round: bool) -> tuple[int, int]:
    """The rhythm that spares the most rows from a place on, and how many rows it tells in whole times."""
    best, most = 1, 1
    for rhythm in range(1, min(_LONGEST_RHYTHM, len(signs) - at) + 1):
        if rhythm > 1 and rhythm % 2 and not in_round:
            continue
        end = at + rhythm
        while end < len(signs) and signs[end] == signs[end - rhythm]:
            end += 1
        many = (end - at) // rhythm * rhythm
        if many - rhythm > most - best:
            best, most = rhythm, many
    if most == best == 1 and not in_round and len(signs) - at > 1:
        return 2, 2
    return best, most


_Sign = tuple[tuple[object, ...], ...]


def _sign(told: RecognisedRow, right: int, left: int) -> _Sign:
    """What a row does, told so that rows of one rhythm are equal: edges in working order, lines as they lie."""
    row, found = told.row, told.anatomy
    edges: list[object] = []
    parts = found.parts
    outer = [(parts[0].right, right), (parts[-1].left, left)]
    for work, border in outer if row.side is Side.RS else outer[::-1]:
        edges.append(_less(work, border) if work else None)
    inner: list[object] = []
    for number, part in enumerate(parts):
        inner.append(part.right if number else None)
        inner.append(part.left if number < len(parts) - 1 else None)
    plains = [(part.plain, *((part.first, part.last) if right or left else ())) for part in parts]
    plains.append((parts[0].right_edge[:right], parts[-1].left_edge[:left]))
    # Lines lie where they lie whichever side faces; a row of one part may be the same on both sides.
    side = row.side if len(parts) > 1 or right or left else None
    return tuple(edges), tuple(inner), (*found.across, side), tuple(plains)


def _less(work: EndWork, border: int) -> EndWork:
    if work.in_border:
        return work
    of_border = group_work(work.steps) if work.away < border else None
    if of_border is not None and of_border.uses == of_border.makes and work.away + of_border.uses <= border:
        return replace(work, in_border=True)
    if work.away < border:
        raise NotRecognised(sentence("An edge of another stitch is shaped within: that is not told as a plan yet."))
    return EndWork(work.away - border, work.steps)


def _stage(
    rows: Sequence[RecognisedRow], signs: Sequence[_Sign], rhythm: int, in_round: bool, borders: tuple[str, str]
) -> Stage:
    """One rhythm with its shapings; ``borders`` names the lines inside which the edges are shaped, if any."""
    shapings: dict[object, Shaping] = {}
    marks = rows[0].row.before.marks
    names = line_names(marks)
    for position in range(rhythm):
        row = rows[position].row
        edges, inner, across, _ = signs[position]
        ways = (ROW_START, ROW_END) if rhythm % 2 and not in_round else _edges(row.side)
        for name, work in zip(ways, edges, strict=True):
            if isinstance(work, EndWork):
                at_right = _at_right(name, row.side)
                inside = name if work.in_border else borders[0 if at_right else 1] or name
                _take(shapings, inside, Beside.INSIDE, work, position, row.side, at_right)
        for number, name in enumerate(names):
            before, after = inner[2 * number + 1], inner[2 * number + 2]
            if isinstance(before, EndWork):
                _take(shapings, name, Beside.BEFORE, before, position, row.side, False)
            if isinstance(after, EndWork):
                _take(shapings, name, Beside.AFTER, after, position, row.side, True)
            steps = across[number]
            if isinstance(steps, tuple) and steps and marks[number].in_stitch and not is_plain(steps):
                _take(shapings, name, Beside.ON, EndWork(0, steps), position, row.side, False)
    begun, ends = rows[0].row.start, rows[-1].row.end
    count = Count(ends) if ends != begun and len(rows) % rhythm == 0 and _meets_once(rows, rhythm) else None
    until = count or (Repeats(len(rows) // rhythm) if len(rows) % rhythm == 0 else Rows(len(rows)))
    return Stage("", rhythm, _gathered(tuple(shapings.values())), until)


def _edges(side: Side) -> tuple[str, str]:
    return (RIGHT_EDGE, LEFT_EDGE) if side is Side.RS else (LEFT_EDGE, RIGHT_EDGE)


def _at_right(name: str, side: Side) -> bool:
    """Whether an edge lies at the right of the cloth on a row of that side."""
    if name in (RIGHT_EDGE, LEFT_EDGE):
        return name == RIGHT_EDGE
    return (name == ROW_START) is (side is Side.RS)


def is_plain(steps: object) -> bool:
    """Whether steps are one plain stitch, knitted or purled."""
    return isinstance(steps, tuple) and len(steps) == 1 and getattr(steps[0], "stitch", None) in (KNIT, PURL)


def _meets_once(rows: Sequence[RecognisedRow], rhythm: int) -> bool:
    """Whether the last count is met only at the end, so that "until" says when."""
    ends = [rows[at].row.end for at in range(rhythm - 1, len(rows), rhythm)]
    return ends.count(ends[-1]) == 1 and ends in (sorted(ends), sorted(ends, reverse=True))


def _take(
    shapings: dict[object, Shaping], at: str, side: Beside, work: EndWork, position: int, facing: Side, at_head: bool
) -> None:
    """Add a work to the shapings, or one row more to the shaping that is the same."""
    key, leaning, steps = work_key(work.steps, side, facing, at_head)
    known = shapings.get((at, side, key, leaning, steps, work.away))
    rows = (*known.rows, position + 1) if known else (position + 1,)
    shapings[at, side, key, leaning, steps, work.away] = Shaping((at,), side, key, rows, work.away, leaning, steps)


def work_key(
    steps: tuple[Step, ...], side: Beside, facing: Side, at_head: bool
) -> tuple[str, Leaning, tuple[Step, ...]]:
    """The work of the table that comes to these steps, with its lean; else the steps as one's own."""
    before = (not at_head) is (facing is Side.RS)
    for key, work in WORKS.items():
        if work.across != (side is Beside.ON):
            continue
        for leaning in (Leaning.AWAY, Leaning.TOWARDS) if work.leans else (Leaning.AWAY,):
            if work.steps(before, leaning) == steps:
                return key, leaning, ()
            if in_purl(work.steps(not at_head, leaning)) == steps and in_purl(steps) != steps:
                return key, leaning, ()
    return OWN, Leaning.AWAY, steps


def _gathered(shapings: tuple[Shaping, ...]) -> tuple[Shaping, ...]:
    """The same shaping at both edges, or on both sides of a line, as one."""
    found: list[Shaping] = []
    for shaping in shapings:
        twin = next((each for each in found if _twins(each, shaping)), None)
        if twin is None:
            found.append(shaping)
        elif shaping.at == twin.at:
            found[found.index(twin)] = replace(twin, side=Beside.BOTH)
        else:
            found[found.index(twin)] = replace(twin, at=(*twin.at, *shaping.at))
    return tuple(found)


def _twins(one: Shaping, other: Shaping) -> bool:
    alike = (one.work, one.rows, one.away, one.leaning, one.steps) == (
        other.work,
        other.rows,
        other.away,
        other.leaning,
        other.steps,
    )
    beside = one.at == other.at and {one.side, other.side} == {Beside.BEFORE, Beside.AFTER}
    edges = {*one.at, *other.at}
    mirrored = edges <= {RIGHT_EDGE, LEFT_EDGE} or edges <= {"A", "B"}
    return alike and one.work != OWN and (beside or (mirrored and one.at != other.at))
