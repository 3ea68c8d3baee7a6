"""The fabrics of parts and lines, read out of rows."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial
from itertools import pairwise

from knitting.in_pattern.row_in_pattern import AS_SET
from knitting.needle.worked import FabricWork
from knitting.recognise.anatomy import Figured, NotRecognised, Plain
from knitting.recognise.figures import Figures, cells_of_part, edge_cells
from knitting.recognise.lines import part_names
from knitting.recognise.rhythms import RecognisedRow, is_plain
from knitting.rows import Side, Work
from knitting.statements import sentence
from knitting.stitches import KNIT, PURL, StitchKind

_FABRICS = {(KNIT, KNIT): "garter", (KNIT, PURL): "stockinette", (PURL, KNIT): "reverse_stockinette"}


def fabrics_told(
    its_rows: Sequence[RecognisedRow],
    stretch: Sequence[RecognisedRow],
    right: int,
    left: int,
    in_round: bool,
    figures: Figures,
) -> dict[str, str]:
    """The fabric of every part in a stage; a side that it does not meet is told by the rows around it.

    What is worked in a figure is in a fabric that ships, or in one of the piece's own, which ``figures`` keeps.
    """
    parts = len(its_rows[0].anatomy.parts)
    found: dict[str, str] = {}
    for at, name in enumerate(part_names(parts)):
        plains = [each.anatomy.parts[at].plain for each in its_rows]
        if any(isinstance(plain, Figured) for plain in plains):
            found[name] = figures.of([cells_of_part(each, at, right, left) for each in its_rows])
        elif _is_banded(its_rows, plains, in_round):
            found[name] = figures.of(
                [_as_seen(each.row.side, plain) for each, plain in zip(its_rows, plains, strict=True)]
            )
        else:
            found[name] = _fabric(its_rows, stretch, partial(_plain_of, at), in_round)
    if right:
        edges = [edge_cells(each.row, right, at_right=True) for each in its_rows]
        figured = any(len(set(edge)) > 1 for edge in edges)
        plainly = partial(_fabric, its_rows, stretch, lambda each: each.anatomy.parts[0].first, in_round)
        found["right border"] = figures.of(edges) if figured else plainly()
    if left:
        edges = [edge_cells(each.row, left, at_right=False) for each in its_rows]
        figured = any(len(set(edge)) > 1 for edge in edges)
        plainly = partial(_fabric, its_rows, stretch, lambda each: each.anatomy.parts[-1].last, in_round)
        found["left border"] = figures.of(edges) if figured else plainly()
    return found


def _is_banded(rows: Sequence[RecognisedRow], plains: Sequence[Plain | None], in_round: bool) -> bool:
    """Whether whole rows are knitted and purled in an order that no plain fabric has."""
    if not all(isinstance(plain, StitchKind) for plain in plains):
        return False
    seen = [_as_seen(each.row.side, plain)[0] for each, plain in zip(rows, plains, strict=True)]
    if in_round:
        return len(set(seen)) > 1 and any(one is other for one, other in pairwise(seen))
    sides = {(each.row.side, plain) for each, plain in zip(rows, plains, strict=True)}
    return len(sides) > len({side for side, _ in sides})


def _as_seen(side: Side, plain: Plain | None) -> tuple[StitchKind]:
    """A plain stitch of a row, as the right side shows it."""
    seen = PURL if (plain is PURL) is (side is Side.RS) else KNIT
    return (seen,)


def line_fabric(rows: Sequence[RecognisedRow], at: int, in_round: bool) -> str:
    """The fabric of a line's own stitch, told where it is worked plainly; nothing where it never is."""
    sides: dict[Side, StitchKind] = {}
    faces: list[StitchKind] = []
    for each in rows:
        steps = each.anatomy.across[at]
        if steps and is_plain(steps) and isinstance(steps[0], Work):
            sides.setdefault(each.row.side, steps[0].stitch)
            faces.append(steps[0].stitch)
    if not sides:
        return ""
    if in_round:
        return _fabric_of_rounds(faces)
    knitted = sides.get(Side.RS, KNIT)
    return _FABRICS.get((knitted, sides.get(Side.WS, knitted)), "")


def _named(names: set[str]) -> str:
    """The one fabric that the rows of a part name."""
    (name, *others) = sorted(names)
    if others or name in AS_SET:
        if others:
            said = sentence("'{one}' and '{other}'", one=name, other=others[0])
        else:
            said = sentence("'in {name}', which has no name", name=name.replace("_", " "))
        raise NotRecognised(sentence("A part is worked in {said}: a plan needs one named fabric for it.", said=said))
    return name


def _plain_of(at: int, told: RecognisedRow) -> Plain | None:
    return told.anatomy.parts[at].plain


def _fabric_of_rounds(faces: Sequence[StitchKind]) -> str:
    """The fabric of stitches that are worked so, round after round."""
    alternate = len(faces) > 1 and all(kind is (PURL if at % 2 else KNIT) for at, kind in enumerate(faces))
    smooth = "reverse_stockinette" if set(faces) == {PURL} else "stockinette"
    return "garter" if alternate else smooth


def _fabric(
    its_rows: Sequence[RecognisedRow],
    stretch: Sequence[RecognisedRow],
    of: Callable[[RecognisedRow], Plain | None],
    in_round: bool,
) -> str:
    named = {kind.fabric for each in its_rows if isinstance(kind := of(each), FabricWork)}
    if named:
        return _named(named)
    if in_round:
        return _fabric_of_rounds([kind for each in its_rows if isinstance(kind := of(each), StitchKind)])
    sides: dict[Side, StitchKind] = {}
    for each in (*its_rows, *stretch):
        kind = of(each)
        if isinstance(kind, StitchKind):
            sides.setdefault(each.row.side, kind)
    knitted = sides.get(Side.RS, KNIT)
    return _FABRICS.get((knitted, sides.get(Side.WS, knitted)), "reverse_garter")
