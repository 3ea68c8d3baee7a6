"""Written rows that lie better: the mends of the plan that they can be read as, and those that need no plan."""

from __future__ import annotations

from dataclasses import dataclass

from knitting.cloth import Bend, Finding, flatness, lay_flat
from knitting.needle.piece_worker import work_piece
from knitting.needle.worked import WorkedPiece
from knitting.plan.plan import Plan
from knitting.plan.recognise import Recognised
from knitting.rows import Piece
from knitting.straightening.advice import advise, to_mend
from knitting.straightening.turning import turned_in_turn


@dataclass(frozen=True, slots=True)
class WordsMend:
    """What would mend a bend of a written piece: the plan that it can be read as, changed, or other rows."""

    says: str
    plan: Plan | None = None
    piece: Piece | None = None


@dataclass(frozen=True, slots=True)
class WordsAdvice:
    """A finding about how a written piece lies, and what would mend it."""

    finding: Finding
    mends: tuple[WordsMend, ...] = ()


def advise_words(worked: WorkedPiece, read: Recognised) -> tuple[WordsAdvice, ...]:
    """How the cloth of a written piece lies, with mends that were tried. ``read`` is the plan read out of it."""
    found = flatness(lay_flat(worked))
    planned = {(each.finding.bend, each.finding.rows): each.mends for each in advise(read.plan)} if read.plan else {}
    advice = []
    for each in found:
        mends = _turned(worked) if each.bend is Bend.SLANT else []
        if not mends:
            mends = [WordsMend(mend.says, plan=mend.plan) for mend in planned.get((each.bend, each.rows), ())]
        advice.append(WordsAdvice(each, tuple(mends) if to_mend(each) else ()))
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
