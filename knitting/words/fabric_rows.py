"""Fabrics typed as rows, as they are worked or as the right side shows them."""

from __future__ import annotations

import re
from collections.abc import Sequence

from knitting.dialects.dialect import Dialect
from knitting.fabric import MOST_ROWS, Fabric, Joins, fabric_trouble, seen_from_behind
from knitting.statements import Statement, sentence
from knitting.stitches import StitchKind
from knitting.words.fabric_header import NotAFabric, read_fabric_row

_HEAD = re.compile(r"^\s*[^\W\d_]*\s*\d+[^:]*:\s*")
Rows = tuple[tuple[StitchKind, ...], ...]


def typed_rows(text: str, worked_flat: bool, words: Dialect) -> Rows:
    """The rows of a repeat in right-side view, from lines such as "Row 1: k2, p2".

    ``worked_flat`` says that even rows are written as they are worked on the wrong side. :class:`NotAFabric` says
    what cannot be read.
    """
    lines = [line for line in text.replace(";", "\n").split("\n") if line.strip()]
    if not lines:
        raise NotAFabric(
            sentence("No rows are written yet."), sentence("Write each row on a line of its own: 'k2, p2'.")
        )
    if len(lines) > MOST_ROWS:
        raise NotAFabric(
            sentence("{lines} rows are written, and a repeat has {most} at most.", lines=len(lines), most=MOST_ROWS)
        )
    rows = [read_fabric_row(_HEAD.sub("", line), words) for line in lines]
    return tuple(
        _from_behind(row, number) if worked_flat and number % 2 == 0 else row for number, row in enumerate(rows, 1)
    )


def _from_behind(row: Sequence[StitchKind], number: int) -> tuple[StitchKind, ...]:
    seen = [(kind, seen_from_behind(kind)) for kind in reversed(row)]
    strange = next((kind for kind, other in seen if other is None), None)
    if strange is not None:
        message = sentence(
            "Row {number} is a wrong-side row, and what '{strange}' shows on the right side is not told.",
            number=number,
            strange=strange.said,
        )
        raise NotAFabric(message, sentence("Give the rows as the right side shows them, or in rounds."))
    return tuple(other for _, other in seen if other is not None)


def typed_fabric(name: str, text: str, joins: Joins, worked_flat: bool, words: Dialect) -> Fabric:
    """The fabric of typed rows under a usable name; :class:`NotAFabric` says why it is none."""
    found = Fabric(name, typed_rows(text, worked_flat, words), joins)
    trouble = fabric_trouble(found, in_round=not worked_flat)
    if trouble:
        hint = sentence("A repeat has 1 to 80 columns, and every row uses and makes as many stitches as the first one.")
        raise NotAFabric(trouble, hint)
    return found


def reads_differently(text: str, words: Dialect) -> Statement | None:
    """What a wrong-side row shows worked flat and in rounds, where that differs."""
    try:
        flat, round_ = typed_rows(text, True, words), typed_rows(text, False, words)
    except NotAFabric:
        return None
    for number, (one, other) in enumerate(zip(flat, round_, strict=True), start=1):
        if one != other:
            return sentence(
                "Row {number} as typed shows {flat} worked flat, and {in_rounds} in rounds.",
                number=number,
                flat=_shown(one),
                in_rounds=_shown(other),
            )
    return None


def _shown(row: Sequence[StitchKind]) -> Statement:
    """How many knit and purl stitches a row shows."""
    faces = "".join(Fabric("", (tuple(row),)).faces[0])
    knits, purls = faces.count("k"), faces.count("p")
    others = len(faces) - knits - purls
    shown = [sentence("{count:knit stitches}", count=knits)] if knits else []
    shown += [sentence("{count:purl stitches}", count=purls)] if purls else []
    shown += [sentence("{count:other stitches}", count=others)] if others else []
    together = shown[0]
    for more in shown[1:]:
        together = sentence("{these} and {more}", these=together, more=more)
    return together
