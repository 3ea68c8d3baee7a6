"""Eyelets the other way round: a yarn over and its decrease change places, in every other time of a repeat."""

from __future__ import annotations

from dataclasses import replace

from knitting.problems import NOWHERE
from knitting.rows import Group, Order, Piece, Repeat, Row, Section, Step, Times, Work
from knitting.rows.without_places import without_places
from knitting.stitches import Family, Look, mirrored


def turned_over(steps: tuple[Step, ...]) -> tuple[Step, ...] | None:
    """Steps with every ``yo, k2tog`` as ``ssk, yo`` and the other way round; ``None`` where there is none."""
    found: list[Step] = []
    turned = False
    at = 0
    while at < len(steps):
        step, following = steps[at], steps[at + 1] if at + 1 < len(steps) else None
        if isinstance(step, Group):
            inner = turned_over(step.steps)
            found.append(replace(step, steps=inner or step.steps))
            turned, at = turned or inner is not None, at + 1
        elif isinstance(step, Work) and isinstance(following, Work) and _is_eyelet(step, following):
            found += [replace(each, stitch=mirrored(each.stitch), span=NOWHERE) for each in (following, step)]
            turned, at = True, at + 2
        else:
            found.append(step)
            at += 1
    return tuple(found) if turned else None


def _is_eyelet(one: Work, other: Work) -> bool:
    """Whether two steps are one hole and the one decrease that makes up for it."""
    decrease, hole = sorted((one.stitch, other.stitch), key=lambda kind: kind.change)
    fits = decrease.family is Family.DECREASE and hole.look is Look.HOLE and decrease.change == -hole.change
    return fits and one.times == other.times == 1


def turned_in_turn(piece: Piece) -> Piece | None:
    """The piece with its eyelets turned in every other time of each repeat; ``None`` where no repeat has any."""
    sections = tuple(_section(section) for section in piece.sections)
    return replace(piece, sections=sections) if sections != piece.sections else None


def _section(section: Section) -> Section:
    orders: list[Order] = []
    for order in section.orders:
        doubled = _doubled(orders, order) if isinstance(order, Repeat) else None
        orders += doubled if doubled is not None else [order]
    return replace(section, orders=tuple(orders))


def _doubled(before: list[Order], repeat: Repeat) -> list[Order] | None:
    """The rows of a repeat once more with their eyelets turned, and the repeat of both."""
    rows = {order.numbers[0]: order for order in before if isinstance(order, Row) and len(order.numbers) == 1}
    numbers = repeat.numbers
    in_order = bool(numbers) and numbers == tuple(range(numbers[0], numbers[-1] + 1))
    if not in_order or any(number not in rows for number in numbers):
        return None
    if not isinstance(repeat.until, Times) or repeat.ending is not None or max(rows) != numbers[-1]:
        return None
    turned = [turned_over(rows[number].steps) for number in numbers]
    if not any(turned) or any(rows[number].gathered or rows[number].times > 1 for number in numbers):
        return None
    again = [
        replace(
            rows[n], numbers=(n + len(numbers),), steps=without_places(steps or rows[n].steps), span=NOWHERE, claim=None
        )
        for n, steps in zip(numbers, turned, strict=True)
    ]
    times, odd = divmod(repeat.until.more + 1, 2)
    both = (*numbers, *(number + len(numbers) for number in numbers))
    more = replace(repeat.until, more=times - 1 + odd)
    ending = numbers[-1] if odd else None
    return [*again, replace(repeat, numbers=both, until=more, ending=ending)] if more.more else None
