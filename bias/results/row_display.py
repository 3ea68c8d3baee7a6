"""What pages show of a row and of the cloth, the same on every page."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from bias.results.pieces import Results
from bias.results.techniques import listed_techniques, shaped_in
from drawing.cloth_svg import needle_path
from drawing.strip import part_names
from knitting.dialects.tokens import lines_of
from knitting.rows import Side
from knitting.saying.pieces import said_new_stitch

_MOST_PLACES = 20_000
"""Places of needle lines that a page carries; of very long pieces every so manyth row's line is sent."""


def row_context(found: Results, number: int, named: Sequence[str] = ()) -> dict[str, Any]:
    """What is shown of row ``number``, counted from 1; nothing where the piece has none.

    ``named`` are names of its parts between marks, where a plan has given them some.
    """
    if not found.worked.rows:
        return {"number": 0, "row": None}
    worked = found.worked.rows[number - 1]
    return {
        "number": number,
        "row": worked,
        "said": lines_of(found.text)[worked.span.line - 1],
        "strip": found.strip(worked, named),
        "yarn": found.yarn(worked.colour),
        "new_stitches": _new_stitches(found, number, named),
        "techniques": listed_techniques(shaped_in(worked)),
        "row_group_at": next(at for at, each in enumerate(found.row_groups) if each.last >= number - 1),
    }


def _new_stitches(found: Results, number: int, named: Sequence[str]) -> list[tuple[str, str]]:
    """What new stitches become in the next row: the part's name (none where there is only one), and the sentence."""
    row = found.worked.rows[number - 1]
    names = part_names(row, named)
    names = names if row.side is Side.RS else names[::-1]
    several, new = len(names) > 1, found.new_stitches(number)
    return [(names[each.part] if several else "", said_new_stitch(each)) for each in new]


def cloth_context(found: Results, number: int, inks: Mapping[str, str] | None = None) -> dict[str, Any]:
    """The drawing with the needle on a row, and the needle's line for every other; ``inks`` as the cloth has them."""
    page = found.page
    if page is None:
        return {}
    step = page.places.size // _MOST_PLACES + 1
    return {
        "svg": found.cloth_svg(number, inks=inks),
        "needles": [needle_path(page.needle(at)) for at in range(0, page.boundaries, step)],
        "needle_step": step,
        "zones": found.column_zones,
        "first_row": page.first_row,
    }
