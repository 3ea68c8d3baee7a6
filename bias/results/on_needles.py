"""A piece as it is on the needles: with what was measured on it, and with the counts that are really there."""

from __future__ import annotations

from dataclasses import dataclass, replace

from django.utils.translation import gettext as _

from bias.results.memory import remembered
from bias.results.pieces import Results, results_of_words
from bias.results.plans import results_of_plan
from knitting.diagnosis import as_knitted
from knitting.files import plan_from_text, plan_text
from knitting.log import CountDifference
from knitting.measures import GaugesFrom
from knitting.misreadings import Misreading
from knitting.plan.plan import GaugeFrom
from knitting.rows import Marking
from knitting.substitution import FirstStitch, OwnHand, substitute
from knitting.working.piece_worker import work_piece


@dataclass(frozen=True, eq=False)
class PieceOnNeedles:
    """What comes of a piece at the needles. ``stuck`` is the row that cannot be worked on the counts that are there, or
    0; ``named`` are names of parts that its plan gives, by row."""

    results: Results
    stuck: int = 0
    plan: str = ""

    @property
    def bytes_kept(self) -> int:
        """About how much memory it takes."""
        return self.results.bytes_kept

    def part_names(self, row: int) -> tuple[str, ...]:
        """The names of the parts between marks in a row (from 1), where a plan has given them some."""
        return results_of_plan(self.plan).part_names(row) if self.plan else ()

    def misreadings_of(self, row: int) -> list[Misreading]:
        """The notes of a row (from 1)."""
        return [misreading for misreading in self.results.misreadings if misreading.row == row - 1]


@remembered()
def piece_on_needles(
    words: str,
    plan: str,
    measured: GaugesFrom = (),
    differences: tuple[CountDifference, ...] = (),
    marking: str = "",
    first_stitch: str = "",
) -> PieceOnNeedles:
    """Written rows, or those of a plan (its text, else nothing), as they are on the needles.

    ``marking`` and ``first_stitch`` are the knitter's own habits; where they cannot be worked the rows stay as written.
    """
    found, plan = _measured(words, plan, measured)
    found = _in_hand(found, marking, first_stitch)
    if not differences:
        return PieceOnNeedles(found, plan=plan)
    knitted = as_knitted(found.worked, differences)
    return PieceOnNeedles(replace(found, worked=knitted.worked), knitted.stuck, plan)


def _measured(words: str, plan: str, measured: GaugesFrom) -> tuple[Results, str]:
    """A measurement counts from the row after it: lengths that lie ahead take as many rows as it asks for."""
    later = tuple((row + 1, gauge) for row, gauge in sorted(measured, key=lambda each: each[0]))
    if plan:
        known = plan_from_text(plan)
        since = [GaugeFrom(row, gauge, _("measured on the piece")) for row, gauge in later]
        plan = plan_text(replace(known, gauges=(*known.gauges, *since))) if since else plan
        return results_of_plan(plan).results, plan
    found = results_of_words(words)
    if not later:
        return found, ""
    return replace(found, worked=work_piece(found.reading.piece, found.reading.problems, later=later), later=later), ""


def _in_hand(found: Results, marking: str, first_stitch: str) -> Results:
    habits = OwnHand(
        marking=Marking(marking) if marking else None,
        first_stitch=FirstStitch(first_stitch) if first_stitch else None,
    )
    if habits == OwnHand():
        return found
    exchanged = substitute(found.worked, habits).piece
    if exchanged == found.worked.piece:
        return found
    worked = work_piece(exchanged, gauge=exchanged.headers.gauge)
    alike = [row.end for row in worked.rows] == [row.end for row in found.worked.rows]
    return replace(found, worked=worked) if alike and not worked.problems else found


def first_difference(before: Results, now: Results) -> int | None:
    """The first row (from 1) that two versions of a piece do not share; ``None`` if they share all of the shorter."""
    if before.text == now.text:
        return None
    for number, (one, other) in enumerate(zip(before.worked.rows, now.worked.rows), start=1):
        if (one.work, one.after, one.side, one.colour) != (other.work, other.after, other.side, other.colour):
            return number
    return None
