"""Written rows that lie better: the mends of the plan that they can be read as, else other rows."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, field
from itertools import islice
from typing import NamedTuple

from knitting.cloth import Layout, NoLayout, lay_flat
from knitting.dialects.tokens import MOST_BYTES, MOST_IN_LINE, MOST_LINES
from knitting.flatness import Bend, Finding
from knitting.flatness.finder import flatness
from knitting.flatness.verdicts import FLAT_DEG
from knitting.needle.worked import WorkedPiece
from knitting.plan.plan import Plan
from knitting.plan.troubles import PlanMend
from knitting.recognise.recognition import Recognition
from knitting.remedies.advice import MOST_OFFERED, PlanTrials
from knitting.remedies.judgement import BendLeft, ClothFindings, bend_left, findings_of
from knitting.remedies.row_candidates import RewrittenRows, row_candidates
from knitting.remedies.time_limit import Steps
from knitting.remedies.turned_eyelets import turned_in_turn
from knitting.remedies.unrolled_piece import rolled
from knitting.rows import Piece
from knitting.statements import Statement, sentence
from knitting.words.writer import write
from knitting.working.piece_worker import work_piece

_MOST_TRIED = 16
_MOST_SPOILED, _MOST_SECOND = 3, 8
"""How many changes that make another bend are mended by a second one, and by how many each."""
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

    says: Statement
    plan: Plan | None = None
    piece: Piece | None = None
    anew: bool = False


@dataclass(frozen=True, slots=True)
class WordsAdvice:
    """A finding about how a written piece lies, and what would mend it."""

    finding: Finding
    mends: tuple[WordsMend, ...] = ()


def advise_words(worked: WorkedPiece, read: Recognition) -> tuple[WordsAdvice, ...]:
    """How the cloth of a written piece lies, with mends that were tried. ``read`` is the plan read out of it."""
    return WordsTrials(worked, lambda: lay_flat(worked), lambda: read).advice()


def _turned(worked: WorkedPiece) -> list[WordsMend]:
    """Eyelets turned in every other time of their repeat, if every row then comes to its count and none slants."""
    piece = turned_in_turn(worked.piece)
    again = work_piece(piece, gauge=worked.piece.headers.gauge) if piece else None
    if again is None or again.problems or [row.end for row in again.rows] != [row.end for row in worked.rows]:
        return []
    if any(each.bend is Bend.SLANT for each in flatness(lay_flat(again))):
        return []
    return [WordsMend(sentence("turn their order in every other pattern row (then it does not slant)"), piece=piece)]


def _fits(piece: Piece) -> bool:
    """Whether its words are no more than are read."""
    lines = write(piece).split("\n")
    fitting = len(lines) <= MOST_LINES and max(map(len, lines)) <= MOST_IN_LINE
    return fitting and sum(map(len, lines)) < _MOST_LETTERS


class WordsTrials:
    """Other rows tried in the place of some, no more than there is patience for, and each once."""

    def __init__(
        self, worked: WorkedPiece, lay: Callable[[], Layout | NoLayout], read: Callable[[], Recognition]
    ) -> None:
        self.worked = worked
        self.lay = lay
        self.read = read
        self.steps = Steps()
        self.plan_trials: PlanTrials | None = None
        self.stitches = 0
        self.offered: list[_TriedRows] = []
        self.laid: dict[tuple[Finding, Statement], _LaidRows | None] = {}

    @property
    def now(self) -> ClothFindings:
        """How the cloth lies as it is written."""
        return self.steps.once("now", lambda: findings_of(self.lay()))

    def advice(self) -> tuple[WordsAdvice, ...]:
        """Every finding with its mends; :class:`StillTrying` if one shall not go on."""
        self.stitches, self.offered = 0, []
        planned = self._planned()
        mends: dict[Finding, list[WordsMend]] = {}
        for each in self.now.found:
            found = self._turned() if each.bend is Bend.SLANT else []
            found = found or [WordsMend(mend.says, plan=mend.plan) for mend in planned.get((each.bend, each.rows), ())]
            mends[each] = (found or self.mends(each)) if each.asks else []
        return tuple(
            WordsAdvice(each, tuple(mends[each] or (self.mended_by_the_others(each) if each.asks else ())))
            for each in self.now.found
        )

    def _turned(self) -> list[WordsMend]:
        return self.steps.once("turned", lambda: _turned(self.worked))

    def _planned(self) -> dict[tuple[Bend, tuple[int, int]], tuple[PlanMend, ...]]:
        """The mends of the plan that the rows can be read as, by finding."""
        plan = self.steps.once("plan", lambda: self.read().plan)
        if plan is None:
            return {}
        self.plan_trials = self.plan_trials or PlanTrials(plan, None)
        self.plan_trials.steps.go_on = self.steps.go_on
        return {(each.finding.bend, each.finding.rows): each.mends for each in self.plan_trials.advice()}

    def mends(self, finding: Finding) -> list[WordsMend]:
        """The rows that lie best, one or two of them."""
        if self.worked.problems or len(self.worked.rows) > _MOST_ROWS:
            return []
        others = _SecondBest()
        better = self._better(finding, row_candidates(self.worked, finding, self.now.found), others)
        better = better or self._twice(finding, others.spoiled) or others.easing
        better.sort(key=lambda each: each.left.size)
        self.offered += better[:MOST_OFFERED]
        return _said(better)

    def mended_by_the_others(self, finding: Finding) -> list[WordsMend]:
        """Those of the mends of other findings that mend this one as well: one bend may come of another."""
        judged = ((bend_left(finding, self.now, ClothFindings(each.found, each.right)), each) for each in self.offered)
        better = [each._replace(left=left) for left, each in judged if left is not None and not left.new]
        return _said(sorted(better, key=lambda each: each.left.size))

    def _better(self, finding: Finding, courses: Iterable[RewrittenRows], others: _SecondBest) -> list[_TriedRows]:
        """Those of some courses that lie better; the ``others`` that help are kept apart."""
        better: list[_TriedRows] = []
        for tries, other in enumerate(courses):
            flat = sum(each.left.size < FLAT_DEG for each in better)
            if tries == _MOST_TRIED or flat == MOST_OFFERED or self.stitches > _PATIENCE:
                break
            again = self._again(finding, other)
            self.stitches += again.worked.stitches if again is not None else 0
            left = bend_left(finding, self.now, again.cloth_findings) if again is not None else None
            if left is not None and again is not None:
                kept = others.spoiled if left.new else others.easing if left.eases else better
                kept.append(_TriedRows(left, other.says, again.worked, *again.cloth_findings))
        return better

    def _again(self, finding: Finding, other: RewrittenRows) -> _LaidRows | None:
        """Other rows worked and laid out; ``None`` where they do not come out."""
        key = (finding, other.says)
        if key in self.laid:
            return self.laid[key]
        rows = ("rows", *key)
        again = self.steps.once(rows, lambda: self._worked(other))
        self.laid[key] = self.steps.once(key, lambda: _laid(again))
        self.steps.forget(rows)
        self.steps.forget(key)
        return self.laid[key]

    def _worked(self, other: RewrittenRows) -> WorkedPiece | None:
        piece = rolled(self.worked, other.items, other.headers)
        again = work_piece(piece)
        longer = len(again.rows) > _MOST_LONGER * len(self.worked.rows)
        return again if not again.problems and not longer and _fits(piece) else None

    def _twice(self, finding: Finding, spoiled: list[_TriedRows]) -> list[_TriedRows]:
        """Two changes, where every one that helps makes another bend: the second mends that one."""
        for first in sorted(spoiled, key=lambda each: each.left.size)[:_MOST_SPOILED]:
            second = (
                other._replace(says=sentence("{says}, and {then}", says=first.says, then=other.says))
                for new in first.left.new
                for other in islice(row_candidates(first.worked, new, first.found), _MOST_SECOND)
            )
            better = self._better(finding, second, _SecondBest())
            if better:
                return better
        return []


class _LaidRows(NamedTuple):
    """Other rows, worked, and how their cloth lies."""

    worked: WorkedPiece
    cloth_findings: ClothFindings


def _laid(again: WorkedPiece | None) -> _LaidRows | None:
    return _LaidRows(again, findings_of(lay_flat(again))) if again is not None else None


class _TriedRows(NamedTuple):
    """Rows that were laid out: what they leave of a bend, and all that is found of them."""

    left: BendLeft
    says: Statement
    worked: WorkedPiece
    found: tuple[Finding, ...]
    right: frozenset[Bend]


@dataclass
class _SecondBest:
    """Rows that help, but in which another sort of bend shows instead, or much of the bend is left."""

    spoiled: list[_TriedRows] = field(default_factory=list)
    easing: list[_TriedRows] = field(default_factory=list)


def _said(better: list[_TriedRows]) -> list[WordsMend]:
    return [
        WordsMend(sentence("{says} ({then})", says=each.says, then=each.left.says), piece=each.worked.piece, anew=True)
        for each in better[:MOST_OFFERED]
    ]
