"""Mistakes that change no count: they are told from the side that faces, the colour, or what the row shows."""

from __future__ import annotations

from collections.abc import Iterator

from knitting.diagnosis.mistakes import Mistake, MistakeKind, MistakePlace
from knitting.diagnosis.observation import Observation, faces_after, in_colour, shown
from knitting.diagnosis.verdicts import WhatDiffers
from knitting.in_pattern.piece_in_pattern import cells
from knitting.needle.worked import WorkedPiece


def mismatched(worked: WorkedPiece, row: int, seen: Observation) -> tuple[bool, bool, bool]:
    """Whether the side, the colour and the look of the row on the needle are other than after a row (from 1)."""
    faces = faces_after(worked, row)
    side = seen.facing is not None and faces is not None and seen.facing is not faces
    colour = bool(seen.colour) and not in_colour(worked.rows[row - 1], seen.colour)
    shows = shown(cells(worked)[row - 1]) if seen.shows else ""
    return side, colour, bool(seen.shows and shows) and seen.shows != shows


def unseen(worked: WorkedPiece, row: int, seen: Observation, window: int) -> Iterator[Mistake]:
    """Classes of mistakes that leave every count as it is after a row and give what is seen; none where all is as it
    should be."""
    side, colour, look = mismatched(worked, row, seen)
    still = tuple(0 for _ in worked.rows[row - 1].parts)
    rest = [at for at in range(max(row - window, 0), row) if worked.rows[at].before.parts == worked.rows[at].parts]
    # A row left out or worked twice is seen by the side that faces; by colour or look alone only in rounds.
    in_round = worked.rows[row - 1].in_round
    if rest and (side or (in_round and (colour or look))):
        for kind in (MistakeKind.SKIPPED_ROW, MistakeKind.ROW_TWICE):
            yield Mistake(kind, MistakePlace(), still, rest[0] + 1, rest[-1] + 1)
    if colour:
        first = row
        while first > 1 and worked.rows[first - 2].colour == worked.rows[row - 1].colour:
            first -= 1
        yield Mistake(MistakeKind.WRONG_COLOUR, MistakePlace(), still, first, row)
    if look:
        yield Mistake(MistakeKind.WRONG_STITCH, MistakePlace(), still, row, row)


def what_differs(worked: WorkedPiece, row: int, seen: Observation) -> WhatDiffers:
    """What is other than it should be though the counts are right."""
    side, colour, look = mismatched(worked, row, seen)
    return WhatDiffers(
        seen.facing if side else None,
        (seen.colour, worked.rows[row - 1].colour) if colour else None,
        seen.shows if look else "",
    )
