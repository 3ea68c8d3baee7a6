"""Things of several pieces and boards of squares in the published JSON."""

from __future__ import annotations

from typing import Any

from knitting.assembly.board import Board, Joining, Order
from knitting.assembly.finishing import BoardSums
from knitting.assembly.folding import folded
from knitting.assembly.joints import Assembly, ease
from knitting.assembly.openings import openings
from knitting.assembly.picking import picked
from knitting.assembly.spans import Span
from knitting.cloth import measure


def assembly_json(assembly: Assembly) -> dict[str, Any]:
    """Seams with how they match, openings with whose head goes through, picked-up stitches, the folded size, pieces."""
    as_worn = folded(assembly)
    return {
        "seams": [_seam(assembly, seam.a, seam.b) for seam in assembly.seams],
        "openings": [
            {
                "name": " + ".join(_named(span) for span in opening.spans),
                "stitches": round(sum(_stitches(assembly, span) for span in opening.spans)),
                "cm": round(opening.cm, 2),
                "stretched_cm": [round(cm, 1) for cm in opening.stretched_cm],
                "head": opening.head.value,
            }
            for opening in openings(assembly)
        ],
        "picked_up": [
            {"name": found.name, "stitches": found.total, "each": list(found.each), "rows": list(found.rows)}
            for found in (picked(assembly, pick_up) for pick_up in assembly.pick_ups)
        ],
        "folded": {"width_cm": round(as_worn.width_cm, 2), "height_cm": round(as_worn.height_cm, 2)},
        "pieces": {
            name: {"kind": assembly.kinds.get(name, name), "rows": len(layout.worked.rows), **_size(measure(layout))}
            for name, layout in assembly.pieces.items()
        },
    }


def board_json(board: Board, order: Order, sums: BoardSums) -> dict[str, Any]:
    """The order of the squares, how they are joined, and what all comes to."""
    return {
        "order": [list(square) for square in order.squares],
        "picked": order.count(Joining.PICKED),
        "joined": order.count(Joining.JOINED),
        "sewn": order.count(Joining.SEWN),
        "first_rows": [board.first_row] * board.squares,
        "seams_m": round(sums.seams_m, 2),
        "edging_sts": sums.edging_stitches,
        "width_cm": round(sums.width_cm, 2),
        "height_cm": round(sums.height_cm, 2),
        "ends": sums.ends,
        "stitches": {"A": sums.stitches_a * board.squares, "B": sums.stitches_b * board.squares},
    }


def _seam(assembly: Assembly, a: Span, b: Span) -> dict[str, Any]:
    a_cm, b_cm = assembly.length_cm(a), assembly.length_cm(b)
    eased, differs = ease(a_cm, b_cm)
    return {
        "a": _named(a),
        "b": _named(b),
        "a_cm": round(a_cm, 2),
        "b_cm": round(b_cm, 2),
        "mismatch_pct": round(100 * differs, 2),
        "ease": eased.name.lower().replace("_", " "),
    }


def _named(span: Span) -> str:
    whole = "" if span.share == 1.0 else f" {span.first:g} to {span.last:g}"
    return f"{span.piece}: {span.edge.value}{whole}"


def _stitches(assembly: Assembly, span: Span) -> float:
    return assembly.length_cm(span) / assembly.pieces[span.piece].gauge.stitch_cm


def _size(measured: Any) -> dict[str, float]:
    return {"width_cm": round(measured.width_cm, 2), "height_cm": round(measured.height_cm, 2)}
