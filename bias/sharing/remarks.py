"""Remarks: left by readers, gathered by row for the writer, each tried by the finder of mistakes, answered."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import groupby
from typing import Any

from django.utils import timezone

from bias.pieces.models import Piece
from bias.results import Results, SaidCounts, said_counts
from bias.sharing.models import LONGEST_REMARK, Remark, SharedLink
from knitting.saying.pieces import said_label

MOST_REMARKS = 400
"""Of a piece that are not resolved: who finds more has a word in the pattern to change first."""


_MOST_TRIED = 12
"""Different counts that are tried for one page: each may take a moment, and readers can send any."""


@dataclass(frozen=True, slots=True)
class RemarkView:
    """A remark with what its counts mean, if it gives some."""

    remark: Remark
    meaning: SaidCounts | None


@dataclass(frozen=True, slots=True)
class RowRemarks:
    """All that was said of one row (0: of the whole), and the mistake that several of them made."""

    row: int
    label: str
    each: Sequence[RemarkView]
    shared_mistake: str
    how_many: int


def leave(link: SharedLink, given: dict[str, Any]) -> bool:
    """Keep a remark; ``False`` where there are too many already. The same one again, sent twice, is one."""
    piece = link.piece
    if piece.remarks.filter(resolved_at=None).count() >= MOST_REMARKS:
        return False
    Remark.objects.get_or_create(
        piece=piece, link=link, resolved_at=None, **given, defaults={"revision": piece.current.number}
    )
    return True


def answer(piece: Piece, remark_id: int, words: str, resolved: bool) -> None:
    """Answer a remark, and say whether it is done with."""
    found = piece.remarks.filter(pk=remark_id)
    found.update(answer=words[:LONGEST_REMARK], resolved_at=timezone.now() if resolved else None)


def by_row(piece: Piece, found: Results) -> list[RowRemarks]:
    """The remarks of a piece, row by row; where several made one mistake it is said once, for the words to say it."""
    gathered = []
    tried: dict[tuple[int, tuple[int, ...]], SaidCounts] = {}
    for row, remarks in groupby(piece.remarks.all(), key=lambda remark: remark.row):
        views = [RemarkView(remark, _meaning(found, remark, tried)) for remark in remarks]
        meanings = [view.meaning for view in views if view.meaning is not None]
        explained = Counter(each.explanations[0] for each in meanings if each.explanations)
        often = explained.most_common(1)
        mistake, many = often[0] if often and often[0][1] > 1 else ("", 0)
        label = said_label(found.worked.rows[row - 1]) if 1 <= row <= len(found.worked.rows) else ""
        gathered.append(RowRemarks(row, label, views, mistake, many))
    return gathered


def _meaning(found: Results, remark: Remark, tried: dict[tuple[int, tuple[int, ...]], SaidCounts]) -> SaidCounts | None:
    """What the counts of a remark that waits mean; the same counts are tried once, and only so many on one page."""
    asked = (remark.row, remark.counted)
    if remark.resolved_at is not None or not remark.counted or not 1 <= remark.row <= len(found.worked.rows):
        return None
    if asked not in tried and len(tried) < _MOST_TRIED:
        tried[asked] = said_counts(found, *asked)
    return tried.get(asked)
