"""Written rows that lie better: the mends of the plan that they can be read as, else other rows."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from knitting.cloth import Bend, Finding, flatness, lay_flat
from knitting.cloth.findings import FLAT_DEG
from knitting.needle.piece_worker import work_piece
from knitting.needle.worked import WorkedPiece
from knitting.plan.plan import Plan
from knitting.plan.recognise import Recognised
from knitting.rows import Piece
from knitting.straightening.advice import MOST_OFFERED, advise
from knitting.straightening.judging import left_of
from knitting.straightening.row_ways import rewritten
from knitting.straightening.turning import turned_in_turn
from knitting.straightening.unrolled import rolled
from knitting.words.reader import MOST_BYTES, MOST_IN_LINE, MOST_LINES
from knitting.words.writer import write

_MOST_TRIED = 16
_PATIENCE = 1_000_000
"""Stitches laid out after which nothing more is tried."""
_MOST_ROWS = 3_000
_MOST_LETTERS = MOST_BYTES * 3 // 4
_MOST_LONGER = 2
"""Times as many rows: a piece that would be longer than that is another one."""


@dataclass(frozen=True, slots=True)
class WordsMend:
    """What would mend a bend of a written piece: the plan that it can be read as, changed, or other rows.

    ``anew`` says that the rows are written out anew; else only some of the words are others.
    """

    says: str
    plan: Plan | None = None
    piece: Piece | None = None
    anew: bool = False


@dataclass(frozen=True, slots=True)
class WordsAdvice:
    """A finding about how a written piece lies, and what would mend it."""

    finding: Finding
    mends: tuple[WordsMend, ...] = ()


def advise_words(worked: WorkedPiece, read: Recognised) -> tuple[WordsAdvice, ...]:
    """How the cloth of a written piece lies, with mends that were tried. ``read`` is the plan read out of it."""
    found = flatness(lay_flat(worked))
    planned = {(each.finding.bend, each.finding.rows): each.mends for each in advise(read.plan)} if read.plan else {}
    trials = _Trials(worked, found)
    advice = []
    for each in found:
        mends = _turned(worked) if each.bend is Bend.SLANT else []
        if not mends:
            mends = [WordsMend(mend.says, plan=mend.plan) for mend in planned.get((each.bend, each.rows), ())]
        if not mends and each.asks:
            mends = trials.mends(each)
        advice.append(WordsAdvice(each, tuple(mends) if each.asks else ()))
    return tuple(advice)


def _turned(worked: WorkedPiece) -> list[WordsMend]:
    """Eyelets turned in every other time of their repeat, if every row then comes to its count and none slants."""
    piece = turned_in_turn(worked.piece)
    again = work_piece(piece, gauge=worked.piece.headers.gauge) if piece else None
    if again is None or again.problems or [row.end for row in again.rows] != [row.end for row in worked.rows]:
        return []
    if any(each.bend is Bend.SLANT for each in flatness(lay_flat(again))):
        return []
    return [WordsMend("turn their order in every other pattern row (then it does not slant)", piece=piece)]


def _fits(piece: Piece) -> bool:
    """Whether its words are no more than are read."""
    lines = write(piece).split("\n")
    fitting = len(lines) <= MOST_LINES and max(map(len, lines)) <= MOST_IN_LINE
    return fitting and sum(map(len, lines)) < _MOST_LETTERS


@dataclass
class _Trials:
    """Other rows tried in the place of some, no more than there is patience for."""

    worked: WorkedPiece
    found: tuple[Finding, ...]
    stitches: int = 0

    def mends(self, finding: Finding) -> list[WordsMend]:
        """The rows that lie best, one or two of them."""
        sound = not self.worked.problems and len(self.worked.rows) <= _MOST_ROWS
        better = sorted(self._better(finding), key=lambda each: each[0]) if sound else []
        return [mend for _, mend in better[:MOST_OFFERED]]

    def _better(self, finding: Finding) -> Iterator[tuple[float, WordsMend]]:
        flat = 0
        for tries, other in enumerate(rewritten(self.worked, finding, self.found)):
            if tries == _MOST_TRIED or flat == MOST_OFFERED or self.stitches > _PATIENCE:
                return
            piece = rolled(self.worked, other.items, other.headers)
            again = work_piece(piece)
            self.stitches += again.stitches
            if again.problems or not _fits(piece) or len(again.rows) > _MOST_LONGER * len(self.worked.rows):
                continue
            left = left_of(finding, self.found, flatness(lay_flat(again)))
            if left is not None:
                flat += left.size < FLAT_DEG
                yield left.size, WordsMend(f"{other.says} ({left.says})", piece=piece, anew=True)
