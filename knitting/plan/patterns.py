"""Stitch patterns in plans: what they ask of the shapings beside them."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.fabric import FABRICS
from knitting.needle.grain import NEAR_END
from knitting.plan.plan import LineKind, Shaping
from knitting.plan.split import Split, Spot
from knitting.plan.works import LineWork


def grows_unseen(split: Split, found: Sequence[Spot], shaping: Shaping, work: LineWork) -> str:
    """Why an increase cannot stand where it does: in the middle of a stitch pattern, with no line beside it."""
    if work.change <= 0:
        return ""
    for spot in found:
        part = split.parts[spot.part]
        if spot.line < 0 and _figured(part.fabric) and shaping.away + _beyond(split, spot) > NEAR_END:
            return (
                f"'{work.said}' stands {shaping.away} stitches inside '{part.name}', which is in a pattern: on which "
                "side of it the pattern grows is not said. Put a marked line there."
            )
    return ""


def _beyond(split: Split, spot: Spot) -> int:
    """Stitches between the line of a spot and the mark or edge that the written rows count from."""
    step = -1 if spot.at_head else 1
    at, counted = spot.part, 0
    while 0 <= at + step < len(split.parts):
        line = split.lines[at + min(step, 0)]
        if line.kind is not LineKind.UNMARKED:
            break
        at += step
        counted += line.stitches + split.parts[at].count
    return counted


def _figured(fabric: str) -> bool:
    known = FABRICS.get(fabric)
    return known is not None and known.width > 1
