"""What might mend a bend in any written rows: rows in or out, on both sides in turn, in garter."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import pairwise
from math import radians, tan
from typing import NamedTuple, TypeAlias

from knitting.flatness import Bend, Finding
from knitting.measures import GUESS_IN_GARTER, Gauge, said_number
from knitting.needle.worked import WorkedPiece
from knitting.plan.spacing import evenly
from knitting.problems import NOWHERE
from knitting.remedies.holders import holders_kept
from knitting.remedies.row_statements import finished_after, increases_all_over, plain_rows_evenly, worked_as
from knitting.remedies.step_changes import all_knitted, other_side_of_marks, other_way_round
from knitting.remedies.unrolled_piece import Item, UnrolledOrder, UnrolledRow, shown_face, side_after, unrolled
from knitting.rows import BindOff, FastenOff, Headers, InFabric, Side, Step, ToEnd, WorkTo
from knitting.statements import Sentence, sentence

_BLOCKS = (2, 4, 1, 3, 6, 8, 12)
_STEPS = (1, 2, 4, 12)
"""Into how many parts an even spread of rows may be cut: fewer are easier to follow, more come nearer."""


Turned: TypeAlias = Callable[[tuple[Step, ...]], tuple[Step, ...] | None]


class RewrittenRows(NamedTuple):
    """A course in the place of another: what is done to it, and the headers if they change."""

    says: Sentence
    items: Sequence[Item]
    headers: Headers | None = None


@dataclass(frozen=True)
class _RowsToMend:
    """What is asked of every way: the piece, its course, the finding, and all that was found beside it."""

    worked: WorkedPiece
    items: list[Item]
    finding: Finding
    found: tuple[Finding, ...]

    @property
    def in_round(self) -> bool:
        return any(row.in_round for row in self.worked.rows[-1:])

    def within(self) -> list[int]:
        """The places of the finding's rows in the course."""
        first, last = self.finding.rows
        return [
            at for at, item in enumerate(self.items) if isinstance(item, UnrolledRow) and first <= item.number <= last
        ]

    def done(self, at: int) -> UnrolledRow:
        """The row in a place of the course."""
        item = self.items[at]
        assert isinstance(item, UnrolledRow)
        return item


def row_candidates(worked: WorkedPiece, finding: Finding, found: tuple[Finding, ...]) -> Iterator[RewrittenRows]:
    """Courses that may lie better where a finding says that one does not, the likeliest first."""
    course = _RowsToMend(worked, unrolled(worked), finding, found)
    for way in _WAYS[finding.bend]:
        yield from way(course)


# -- rows in and out ---------------------------------------------------------------------------------------


def _at_the_flat_rate(course: _RowsToMend) -> Iterator[RewrittenRows]:
    """As many rows as the increases of a stretch ask for to lie flat."""
    gains, flat = course.finding.gains, course.finding.flat_gains
    if gains and flat / gains > 0:
        yield from _respaced(course, flat / gains)


def _as_fast_all_over(course: _RowsToMend) -> Iterator[RewrittenRows]:
    """After every shaping row as many plain ones as its change asks for, at the flat rate from the first row on."""
    flat = course.finding.flat_gains
    rows = course.within()
    unit = 1 if course.in_round else 2
    shaping = [at for at in rows if course.done(at).row.change]
    if flat <= 0 or not shaping or any(course.done(at).row.change < 0 for at in shaping):
        return
    items: list[Item] = list(course.items[: shaping[0]])
    wanted = made = 0.0
    for at, following in zip(shaping, [*shaping[1:], rows[-1] + 1], strict=True):
        between = course.items[at + 1 : following]
        if not all(isinstance(item, UnrolledRow) and item.is_plain for item in between):
            return
        wanted += course.done(at).row.change / flat
        many = max(round((wanted - made - 1) / unit), 0) * unit + (unit - 1)
        made += 1 + many
        items += [course.items[at], *between[:many]]
        side = side_after(course.done(at).row)
        for place in range(len(between), many):
            items.append(_plain_row(course, at, side if place % 2 == 0 or course.in_round else side.other))
    items += course.items[rows[-1] + 1 :]
    yield RewrittenRows(increases_all_over(said_number(flat), course.in_round), items)


def _at_other_angles(course: _RowsToMend) -> Iterator[RewrittenRows]:
    """As many rows as make right angles of those that are off: four folds at a top edge, two at a corner."""
    off = course.finding.defect_deg
    if course.finding.bend is Bend.TOP:
        yield from _respaced(course, 1 / tan(radians((180 - off) / 4)))
    else:
        yield from _respaced(course, 1 / tan(radians((90 - off) / 2)))
        yield from _respaced(course, tan(radians((90 - off) / 2)))


def _respaced(course: _RowsToMend, factor: float) -> Iterator[RewrittenRows]:
    """The shaping rows of a stretch ``factor`` times as often, by plain rows between them, evenly."""
    rows = course.within()
    unit = 1 if course.in_round else 2
    more = len(rows) * (1 / factor - 1) / unit
    seen: set[int] = set()
    for parts in _STEPS:
        if more > 0:
            places = [at for at in rows if course.done(at).row.change and not course.done(at).row.turned]
            spread = _spread(more, len(places), parts)
            made = _with_more(course, places, spread, unit)
        else:
            pairs = list(_plain_runs(course, rows, unit))
            spread = [min(each, 1) for each in _spread(-more, len(pairs), parts)]
            made = _with_fewer(course, pairs, spread)
        if sum(spread) in seen or not sum(spread):
            continue
        seen.add(sum(spread))
        plain = sum(spread) * unit * (1 if more > 0 else -1)
        yield RewrittenRows(plain_rows_evenly(plain, course.finding.rows, course.in_round), made)


def _spread(many: float, over: int, parts: int) -> list[int]:
    """How many come at each of some places, in a rhythm of ``parts`` places at most."""
    if not over:
        return []
    share = Fraction(many / over).limit_denominator(parts)
    whole, rest = divmod(share.numerator, share.denominator)
    rhythm = evenly(rest, share.denominator)[::-1]  # later ones first: what is lifted needs a row below it
    return [whole + rhythm[at % share.denominator] for at in range(over)]


def _with_more(course: _RowsToMend, places: Sequence[int], spread: Sequence[int], unit: int) -> list[Item]:
    more = dict(zip(places, spread, strict=True))
    found: list[Item] = []
    for at, item in enumerate(course.items):
        found.append(item)
        if isinstance(item, UnrolledRow) and more.get(at):
            side = side_after(item.row)
            for _ in range(more[at] * unit):
                found.append(_plain_row(course, at, side))
                side = side if item.row.in_round else side.other
    return found


def _plain_row(course: _RowsToMend, at: int, side: Side) -> UnrolledRow:
    """A plain row for a side, as those near a place are worked: one of theirs, all knitted or purled, or in pattern."""
    here = course.done(at)
    near = [item for item in _near(course.items, at) if item.row.side is side and item.section == here.section]
    alike = [item for item in near if item.is_plain and item.row.before.marks == here.row.after.marks]
    whole = next((item for item in alike if any(_reaches_on(step) for step in item.steps)), None)
    if whole is not None:
        return replace(here, steps=whole.steps, colour="")
    kind = next((shown_face(item.row) for item in near), None)
    plain: Step = (
        WorkTo(kind, ToEnd(), NOWHERE, whole=True) if kind else InFabric("pattern", NOWHERE, goal=ToEnd(), whole=True)
    )
    return replace(here, steps=(plain,), colour="")


def _near(items: Sequence[Item], at: int) -> Iterator[UnrolledRow]:
    for place in range(1, _BLOCKS[-1]):
        for there in (at + place, at - place):
            item = items[there] if 0 <= there < len(items) else None
            if isinstance(item, UnrolledRow):
                yield item


def _reaches_on(step: Step) -> bool:
    return getattr(step, "goal", None) is not None or getattr(step, "whole", False)


def _plain_runs(course: _RowsToMend, rows: Sequence[int], unit: int) -> Iterator[tuple[int, ...]]:
    """Plain rows that can be left out, one at a time or in pairs."""
    at = 0
    while at + unit <= len(rows):
        run = tuple(rows[at : at + unit])
        begins = run[0] == 0 or not isinstance(course.items[run[0] - 1], UnrolledRow)
        if not begins and run[-1] - run[0] == unit - 1 and all(course.done(place).is_plain for place in run):
            yield run
            at += unit
        else:
            at += 1


def _with_fewer(course: _RowsToMend, runs: Sequence[tuple[int, ...]], spread: Sequence[int]) -> list[Item]:
    out = {at for run, gone in zip(runs, spread, strict=True) if gone for at in run}
    return [item for at, item in enumerate(course.items) if at not in out]


# -- rows as others are ------------------------------------------------------------------------------------


def _as_rows_before(course: _RowsToMend) -> Iterator[RewrittenRows]:
    """Rows from before a change once more in the place of those after it: the last ones, or the last that shape as
    the flat rate does."""
    first, last = course.finding.rows
    rows = course.within()
    before = [at for at in range(rows[0]) if isinstance(course.items[at], UnrolledRow)] if rows else []
    for end in _ends(course, before):
        for many in _BLOCKS:
            block = [course.done(at) for at in before[max(end - many, 0) : end]]
            shaped = any(each.row.change for each in block)
            stands = shaped is bool(course.finding.flat_gains)
            if len(block) < many or (many % 2 and not course.in_round) or not stands:
                continue
            items = list(course.items)
            for place, at in enumerate(rows):
                if course.done(at).row.rests:
                    continue  # what is put by there has to be
                items[at] = replace(course.done(at), steps=block[place % many].steps)
            model = (block[0].number, block[-1].number)
            yield RewrittenRows(worked_as((first, last), model, course.in_round), items)


def _ended_there(course: _RowsToMend) -> Iterator[RewrittenRows]:
    """The piece finished where the bend would begin."""
    rows = course.within()
    after = course.items[rows[0] :] if rows and rows[0] else []
    last = [item for item in after if isinstance(item, UnrolledOrder) and isinstance(item.order, BindOff | FastenOff)][
        -1:
    ]
    if after:
        at = course.done(rows[0]).number - 1
        yield RewrittenRows(finished_after(at, course.in_round), [*course.items[: rows[0]], *last])


def _finished_sooner(course: _RowsToMend) -> Iterator[RewrittenRows]:
    """The piece finished before one of its later sections, the last first."""
    rows = course.within()
    begins = [at for before, at in pairwise(rows) if course.items[at].section != course.items[before].section]
    for at in reversed(begins):
        sooner = replace(course.finding, rows=(course.done(at).number, course.finding.rows[1]))
        yield from _ended_there(replace(course, finding=sooner))


def _ends(course: _RowsToMend, before: Sequence[int]) -> Iterator[int]:
    """How many of the rows before a change there are up to the ones that may be a model: with the same marks, no
    stitches put by, and changing as the flat rate does."""
    yield len(before)
    flat = course.finding.flat_gains
    rows = course.within()
    marks = course.done(rows[len(rows) // 2]).row.after.marks
    for place in reversed(range(len(before))):
        row = course.done(before[place]).row
        if row.change * flat > 0 and row.before.marks == row.after.marks == marks and not row.rests:
            yield place + 1 + (not row.in_round and row.side is Side.RS)
            return


def _sides_in_turn(course: _RowsToMend) -> Iterator[RewrittenRows]:
    """What stands on one side of its marks, in every other such row on the other side: all over, or in one section."""
    rows = course.within()
    sections = sorted({course.items[at].section for at in rows})
    for says, turned in _TURNS:
        yield from _turned_in(course, rows, turned, says)
        for section in sections if len(sections) > 1 else ():
            name = course.worked.piece.sections[section].name
            there = [at for at in rows if course.items[at].section == section]
            only = sentence("{says}, in '{name}' only", says=says, name=name)
            yield from _turned_in(course, there, turned, only if name else sentence("{says}, at first", says=says))


def _turned_in(course: _RowsToMend, rows: Sequence[int], turned: Turned, says: Sentence) -> Iterator[RewrittenRows]:
    items = list(course.items)
    odd = False
    for at in rows:
        done = course.done(at)
        other = turned(done.steps) if any(part.runs for part in done.row.work) and not done.is_plain else None
        if other is not None:
            items[at] = replace(done, steps=other) if odd else done
            odd = not odd
    if items != course.items:
        yield RewrittenRows(says, holders_kept(course.worked, items))


_TURNS = (
    (sentence("work it in turn on one side of its mark and on the other"), other_side_of_marks),
    (sentence("work every other shaping row the other way round"), other_way_round),
)


def _in_garter(course: _RowsToMend) -> Iterator[RewrittenRows]:
    """The same in garter, whose rows are half as high as a stitch is wide."""
    if course.in_round:
        return
    items = [
        replace(item, steps=all_knitted(item.steps)) if isinstance(item, UnrolledRow) else item for item in course.items
    ]
    headers = course.worked.piece.headers
    stitches = (headers.gauge or GUESS_IN_GARTER).stitches
    garter = replace(headers, gauge=Gauge(stitches, 2 * stitches, "garter", guessed=True))
    if items != course.items:
        yield RewrittenRows(sentence("work it in garter"), items, garter)


def _as_for_the_others(course: _RowsToMend) -> Iterator[RewrittenRows]:
    """What would mend the other bends: stretched stitches come of them."""
    for other in course.found:
        if other.bend in (Bend.CHANGE, Bend.CENTRE, Bend.PULL) and not other.wished:
            there = replace(course, finding=other)
            for way in _WAYS[other.bend]:
                yield from way(there)


_WAYS: Mapping[Bend, tuple[Callable[[_RowsToMend], Iterator[RewrittenRows]], ...]] = {
    Bend.TOP: (_in_garter, _at_other_angles),
    Bend.CORNERS: (_in_garter, _at_other_angles),
    Bend.CENTRE: (_at_the_flat_rate, _as_fast_all_over),
    Bend.CHANGE: (_at_the_flat_rate, _as_rows_before, _ended_there),
    Bend.PULL: (_sides_in_turn, _finished_sooner),
    Bend.STRAIN: (_sides_in_turn, _as_for_the_others, _finished_sooner),
    Bend.SLANT: (),
}
"""What is tried for each sort of finding."""
