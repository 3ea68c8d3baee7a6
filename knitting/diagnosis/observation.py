"""What a knitter sees of her piece, as much of it as she knows."""

from __future__ import annotations

from dataclasses import dataclass

from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.rows import Side


@dataclass(frozen=True, slots=True)
class Observation:
    """Counts of the parts, or their sum; the side that faces her now, before the next row; the colour of the row on the
    needle; what most of that row shows on the right side ("k" or "p"); about how many rows she believes to have worked.
    """

    counts: tuple[int, ...] = ()
    facing: Side | None = None
    colour: str = ""
    shows: str = ""
    about: int | None = None


def facing_by_tail(worked: WorkedPiece, hangs: str) -> Side | None:
    """Which side faces, told from where the cast-on tail hangs ("right" or "left", of the centre or at the edge);
    ``None`` in rounds. Common practice, no source: it hangs right at the start of a right-side row."""
    if hangs not in ("right", "left") or not worked.rows or worked.rows[-1].in_round:
        return None
    return Side.RS if hangs == "right" else Side.WS


def faces_after(worked: WorkedPiece, row: int) -> Side | None:
    """The side that faces after a row (from 1), before the next one; ``None`` in rounds."""
    here = worked.rows[row - 1]
    if here.in_round:
        return None
    return worked.rows[row].side if row < len(worked.rows) else here.side.other


def shown(cells: str) -> str:
    """What most of some stitches show: "k", "p", or nothing where neither is most.

    >>> shown("kkkpkk"), shown("kpkp"), shown("ppo")
    ('k', '', 'p')
    """
    knit, purl = cells.count("k"), cells.count("p")
    if max(knit, purl) < 0.6 * len(cells):
        return ""
    return "k" if knit > purl else "p"


def in_colour(row: WorkedRow, colour: str) -> bool:
    """Whether a row may be in a colour: rows of a piece without colours may be in any."""
    return not row.colour or row.colour.casefold() == colour.casefold()
