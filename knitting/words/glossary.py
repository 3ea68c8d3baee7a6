"""The abbreviations that a piece uses, with what they mean."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from knitting.dialects.dialect import Dialect
from knitting.problems import NOWHERE
from knitting.rows import Marker, Piece, Row, Side, Step, Work, WorkTo
from knitting.rows.lists import every_step
from knitting.stitches import STITCHES, StitchKind
from knitting.words.step_writer import StepWriter


@dataclass(frozen=True, slots=True)
class Abbreviation:
    """A short word, what it means, and for a stitch how many it uses and makes, and its key."""

    short: str
    meaning: str
    uses: int | None = None
    makes: int | None = None
    key: str = ""


def glossary(piece: Piece, words: Dialect) -> tuple[Abbreviation, ...]:
    """The abbreviations of the steps of a piece in a dialect, stitches in the order of their table."""
    steps = list(_steps(piece))
    used = {kind.key for kind in _kinds(steps)}
    found = [_stitch(kind, words) for kind in STITCHES.values() if kind.key in used and kind.key not in words.worked]
    writer = StepWriter(words)
    for deed in dict.fromkeys(step.deed for step in steps if isinstance(step, Marker)):
        meaning = words.spoken.get(f"{deed.value}_marker", "")
        found += [Abbreviation(writer.step(Marker(deed, NOWHERE)), meaning)] if meaning else []
    sides = {row.side for section in piece.sections for row in section.orders if isinstance(row, Row)} - {None}
    for side in (side for side in Side if side in sides):
        found.append(Abbreviation(words.word("sides", side.value), words.word("sides", side.value, 1)))
    return tuple(entry for entry in found if entry.short != entry.meaning)


def _stitch(kind: StitchKind, words: Dialect) -> Abbreviation:
    by_neighbours = dict.fromkeys(words.neighbours.get(kind.key, {}).values())
    short = ", ".join(by_neighbours) or words.word("stitches", kind.key)
    return Abbreviation(short, words.spoken.get(kind.key, kind.spoken), kind.uses, kind.makes, kind.key)


def _steps(piece: Piece) -> Iterator[Step]:
    for section in piece.sections:
        for order in section.orders:
            if isinstance(order, Row):
                yield from every_step(order.steps)


def _kinds(steps: Sequence[Step]) -> Iterator[StitchKind]:
    for step in steps:
        if isinstance(step, Work | WorkTo):
            yield step.stitch
