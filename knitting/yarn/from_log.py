"""Weighings out of the log of a piece, and what cannot be right about them."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from typing import NamedTuple

from knitting.log import BallJoined, Event, OnScale, Weighed, not_taken_back
from knitting.statements import Sentence, sentence
from knitting.yarn.weighing import Scale, Weighing, Yarn

_HEAVIER = 1.1
"""How much heavier than its label a ball is believed to be."""
_GROWN_G = 1.0


class WeighedYarn(NamedTuple):
    """Weighings in the order of their rows, without those that cannot be right, and why these are left out.

    ``joined`` are the balls that were joined: the colour, and after which row.
    """

    weighings: tuple[Weighing, ...] = ()
    left_out: tuple[Sentence, ...] = ()
    joined: tuple[tuple[str, int], ...] = ()


def weighed_yarn(events: Iterable[Event], yarns: Sequence[Yarn], rows: int) -> WeighedYarn:
    """The weighings among the events of a piece with so many rows, as what was left of a colour or as the piece.

    A weighing without a colour is of the only one, or of the first: older ones were all noted so. One of the ball in
    hand counts the balls that were not begun then.
    """
    stock = {yarn.colour: yarn for yarn in yarns}
    only = yarns[0].colour if yarns else ""
    found: list[Weighing] = []
    left_out: list[Sentence] = []
    joined: Counter[str] = Counter()
    balls = []
    for event in not_taken_back(events):
        if isinstance(event, BallJoined):
            joined[event.colour or only] += 1
            balls.append((event.colour or only, event.row))
        if not isinstance(event, Weighed):
            continue
        yarn = stock.get(event.colour or only)
        if yarn is None or not yarn.grams:
            left_out.append(_unknown(event))
            continue
        why = _cannot_be(event, yarn, rows) or _grown(event, found, yarn.colour)
        if why is not None:
            left_out.append(why)
            continue
        found.append(_weighing(event, yarn, joined[yarn.colour]))
    found.sort(key=lambda weighing: weighing.row)
    return WeighedYarn(tuple(found), tuple(left_out), tuple(balls))


def _unknown(event: Weighed) -> Sentence:
    return sentence(
        "A weighing of '{colour}' after row {row} is left out: it is not known how much of that yarn there was.",
        colour=event.colour,
        row=event.row,
    )


def _weighing(event: Weighed, yarn: Yarn, joined: int) -> Weighing:
    grams = event.grams - event.tare
    if event.of is OnScale.PIECE:
        return Weighing(event.row, yarn.colour, grams, Scale.PIECE)
    if event.of is OnScale.BALL:
        grams += max(yarn.balls - 1 - joined, 0) * yarn.ball_grams
    return Weighing(event.row, yarn.colour, grams)


def _cannot_be(event: Weighed, yarn: Yarn, rows: int) -> Sentence | None:
    net = event.grams - event.tare
    if event.row > rows:
        return sentence("A weighing after row {row} is left out: there are {rows:rows} now.", row=event.row, rows=rows)
    if net < 0:
        return sentence("A weighing after row {row} is left out: the tare is more than the whole.", row=event.row)
    most = yarn.ball_grams if event.of is OnScale.BALL and yarn.ball_grams else yarn.grams
    if event.of is not OnScale.PIECE and net > most * _HEAVIER:
        return sentence(
            "{grams:.0f} g after row {row} are left out: they are more than the {most:.0f} g that there were when new.",
            grams=net,
            row=event.row,
            most=most,
        )
    return None


def _grown(event: Weighed, found: Sequence[Weighing], colour: str) -> Sentence | None:
    """A weighing after which there would be more yarn than at an earlier row."""
    if event.of is not OnScale.LEFT:
        return None
    net = event.grams - event.tare
    for known in found:
        if known.colour != colour or known.of is not Scale.LEFT:
            continue
        more = net - known.grams if event.row > known.row else known.grams - net if event.row < known.row else 0.0
        if more > _GROWN_G:
            return sentence(
                "{grams:.0f} g after row {row} are left out: after row {known} there were {before:.0f} g.",
                grams=net,
                row=event.row,
                known=known.row,
                before=known.grams,
            )
    return None
