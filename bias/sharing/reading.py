"""What a reader of a link sees: what is open of the piece, or all of it in another size."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from bias.parsing import decimal
from bias.pieces.models import Piece
from bias.results import in_its_words, plan_of_words, results_of_plan, words_until
from bias.sharing.models import Instalment
from knitting.files import plan_text
from knitting.measures import CM_PER_INCH, said_length
from knitting.plan.plan import Plan
from knitting.sizing.parameters import FollowingMeasure, following_measures, parameters
from knitting.sizing.sizes import nearest_sizes


@dataclass(frozen=True)
class OpenPart:
    """How much of a piece is open: up to a row, or all of it (0). ``following`` is the next instalment, if it waits."""

    until_row: int
    following: Instalment | None
    number: int = 0
    of: int = 0

    @property
    def nothing(self) -> bool:
        """Whether no instalment is open yet."""
        return bool(self.of) and not self.number


def open_part(instalments: Sequence[Instalment]) -> OpenPart:
    """How much of a piece its instalments, in their order, leave open."""
    opened = [each for each in instalments if each.is_open]
    until = opened[-1].until_row if opened else 0
    following = next((each for each in instalments if each.until_row > until), None)
    return OpenPart(until, following, len(opened), len(instalments))


def open_words(piece: Piece, part: OpenPart) -> str:
    """The words of a piece as far as they are open; nothing where none are."""
    if part.nothing:
        return ""
    return words_until(piece.results, part.until_row) if part.of else piece.words


@dataclass(frozen=True)
class OtherSize:
    """A piece as a reader wished it: its words, the plan where there is one, and what it comes to."""

    words: str
    plan: str
    comes_to: str


def measures_of(piece: Piece) -> list[tuple[str, str, float]]:
    """The measures that a reader may wish for: key, name, and what it is now in centimetres; none where it is not a
    plan and cannot be read as one."""
    plan = _plan_of(piece)
    if plan is None:
        return []
    forecast = results_of_plan(plan_text(plan)).forecast
    return [(each.key, each.words, each.of(forecast)) for each in following_measures(plan)]


def in_another_size(piece: Piece, measure: str, wish: str, inches: bool) -> OtherSize | None:
    """The size that comes nearest to a wish; ``None`` where it is no number, or there is no such size."""
    plan, length = _plan_of(piece), decimal(wish)
    if plan is None or not length:
        return None
    stick = next((each for each in following_measures(plan) if each.key == measure), None)
    found = _nearest(plan, stick, length * CM_PER_INCH if inches else length) if stick is not None else None
    if found is None:
        return None
    resized, comes_to = found
    text = plan_text(resized)
    written = piece.current.written
    words = in_its_words(written, text).text if written else results_of_plan(text).results.text
    return OtherSize(words, "" if written else text, said_length(comes_to))


def _nearest(plan: Plan, stick: FollowingMeasure, cm: float) -> tuple[Plan, float] | None:
    knob = next(each for each in parameters(plan) if each.key == stick.knob)
    found = nearest_sizes(knob, stick.of, cm)
    resized = knob.turned(found.nearest.value) if found is not None else None
    return (resized, found.nearest.comes_to) if found is not None and resized is not None else None


def _plan_of(piece: Piece) -> Plan | None:
    current = piece.current
    if current.plan:
        return results_of_plan(current.plan).plan
    return plan_of_words(current.words).plan
