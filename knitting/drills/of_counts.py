"""Drills about counts: after a row, up to a mark, of which row, which side faces, whether it matters."""

from __future__ import annotations

from collections.abc import Callable
from random import Random

from knitting.diagnosis import Matters, WrongCounts, diagnose, facing_by_tail
from knitting.drills.choosing import asked
from knitting.drills.drill import CountFacts, CountsFacts, Drill, DrillKind, MarkFacts, TailFacts
from knitting.needle.lineage import count_changes
from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.rows import Side

_BALANCED_SHARE = 0.3
"""How often a row whose count stays although it shapes is asked for, where there is one."""
_MOST_OFF = 5


def count_after(worked: WorkedPiece, chance: Random) -> Drill | None:
    """What the count is after a row. Wrong: what is added or taken away forgotten, one of it, or the row before."""
    at = _some_row(worked, chance, lambda row: any(change.change for change in count_changes(row)))
    if at is None:
        return None
    row = worked.rows[at]
    more, fewer = _gains(row)
    near = [row.start, row.start + more, row.start - fewer, row.end + 1, row.end - 1, row.end + row.change]
    facts = CountFacts(row.start, more, fewer)
    return asked(DrillKind.COUNT_AFTER, at + 1, facts, row.end, (each for each in near if each > 0), chance)


def to_next_mark(worked: WorkedPiece, chance: Random) -> Drill | None:
    """How many stitches stand before the next mark as a row begins. Wrong: those after it, those of another part, the
    marked stitch counted along."""
    at = _some_row(worked, chance, lambda row: len(row.before.parts) > 1 and not row.rests)
    if at is None:
        return None
    row = worked.rows[at]
    before, after = (_in_working_order(row, parts) for parts in (row.before.parts, row.after.parts))
    part = chance.randrange(len(before))
    there = before[part]
    others = [after[part]] if len(after) == len(before) else []
    others += [there + 1, there - 1, *before, row.start]
    facts = MarkFacts(part + 1, len(before), after[part] if len(after) == len(before) else there)
    return asked(DrillKind.TO_NEXT_MARK, at + 1, facts, there, (each for each in others if each >= 0), chance)


def which_row(worked: WorkedPiece, chance: Random) -> Drill | None:
    """Which row was worked last, by the counts between marks. Wrong: rows near it that leave other counts."""
    if len(worked.rows) < 2:
        return None
    at = chance.randrange(len(worked.rows))
    here = worked.rows[at].parts
    near = [at + step for step in (1, -1, 2, -2, 3, -3, 4, -4)]
    other = [row + 1 for row in near if 0 <= row < len(worked.rows) and worked.rows[row].parts != here]
    return asked(DrillKind.WHICH_ROW, at + 1, CountsFacts(here), at + 1, other, chance)


def which_side(worked: WorkedPiece, chance: Random) -> Drill | None:
    """Which side faces, by where the tail of the cast-on hangs."""
    hangs = chance.choice(("right", "left"))
    faces = facing_by_tail(worked, hangs)
    if faces is None:
        return None
    return asked(DrillKind.WHICH_SIDE, 0, TailFacts(hangs), faces, (faces.other,), chance)


def does_it_matter(worked: WorkedPiece, chance: Random) -> Drill | None:
    """Counts that are a little off: what the finder of mistakes says of them."""
    at = _some_row(worked, chance, lambda row: row.complete and not row.rests and row.end > _MOST_OFF)
    if at is None:
        return None
    should = worked.rows[at].parts
    seen = _off(should, chance)
    try:
        verdict = diagnose(worked, at + 1, seen).verdict.matters
    except WrongCounts:
        return None
    wrong = [each for each in Matters if each not in (verdict, Matters.OTHERWISE_SEEN)]
    facts = CountsFacts(seen, should)
    return asked(DrillKind.DOES_IT_MATTER, at + 1, facts, verdict, wrong, chance)


def _off(should: tuple[int, ...], chance: Random) -> tuple[int, ...]:
    """Counts beside those that should be there: a mark that moved, a stitch or a few too many or too few, or none."""
    seen = list(should)
    part = max(range(len(seen)), key=lambda at: seen[at])
    step = chance.choice((0, 1, -1, 1, -1, 2, -2, _MOST_OFF))
    if len(seen) > 1 and chance.random() < 1 / _MOST_OFF:
        other = (part + 2) % len(seen) if len(seen) > 2 else 1 - part
        seen[part], seen[other] = seen[part] - 1, seen[other] + 1
    else:
        seen[part] += step
    return tuple(max(each, 0) for each in seen)


def _some_row(worked: WorkedPiece, chance: Random, fits: Callable[[WorkedRow], bool]) -> int | None:
    """A row that fits, now and then one whose count stays although it shapes."""
    found = [at for at, row in enumerate(worked.rows) if row.complete and fits(row)]
    balanced = [at for at in found if not worked.rows[at].change and any(_gains(worked.rows[at]))]
    if balanced and chance.random() < _BALANCED_SHARE:
        return chance.choice(balanced)
    return chance.choice(found) if found else None


def _gains(row: WorkedRow) -> tuple[int, int]:
    """Stitches added and taken away."""
    changes = [change.change for change in count_changes(row)]
    return sum(each for each in changes if each > 0), -sum(each for each in changes if each < 0)


def _in_working_order(row: WorkedRow, parts: tuple[int, ...]) -> tuple[int, ...]:
    return parts if row.side is Side.RS else parts[::-1]
