"""What changed since an earlier revision: for those who have the pattern already."""

from __future__ import annotations

from dataclasses import dataclass
from difflib import SequenceMatcher

from bias.pieces.models import Piece
from bias.results import Results, written_lines


@dataclass(frozen=True, slots=True)
class Erratum:
    """Lines as they were and as they are; one of both may be empty."""

    was: tuple[str, ...]
    now: tuple[str, ...]


def errata(before: Results, after: Results, code: str) -> tuple[Erratum, ...]:
    """The lines that differ between two revisions, in the words of one dialect; the same rows differ in nothing."""
    old, new = ([line.written for line in written_lines(each, code)] for each in (before, after))
    changes = SequenceMatcher(a=old, b=new, autojunk=False).get_opcodes()
    return tuple(Erratum(tuple(old[a:b]), tuple(new[c:d])) for what, a, b, c, d in changes if what != "equal")


def since(piece: Piece, number: int, code: str) -> tuple[Erratum, ...] | None:
    """What changed in a piece since a revision of it; ``None`` where there is no such revision."""
    earlier = piece.revisions.filter(number=number).first()
    if earlier is None or not earlier.readable:
        return None
    return errata(earlier.results, piece.current.results, code)
