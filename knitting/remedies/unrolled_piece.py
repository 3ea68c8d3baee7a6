"""A written piece row by row: every repeat unrolled, so that single rows can be put in, left out or changed."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from knitting.formatter.blocks import blocks_folded
from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.problems import NOWHERE
from knitting.rows import (
    Group,
    Headers,
    InFabric,
    Marker,
    MarkerDeed,
    Order,
    Piece,
    Row,
    Side,
    Step,
    Work,
    WorkTo,
)
from knitting.rows.lists import every_step
from knitting.rows.without_places import SharedByWords, without_places
from knitting.stitches import KNIT, PURL, StitchKind


@dataclass(frozen=True, slots=True)
class UnrolledRow:
    """A row of the course: its words, and how it was worked; ``number`` counts the worked rows from 1."""

    section: int
    steps: tuple[Step, ...]
    colour: str
    number: int
    row: WorkedRow

    @property
    def is_plain(self) -> bool:
        """Whether nothing changes in it, neither a count nor a mark, and all of it is worked plainly or in pattern."""
        row = self.row
        still = row.start == row.end and row.before.marks == row.after.marks and row.complete and not row.rests
        return still and all(_is_plain(step) for step in every_step(self.steps))


@dataclass(frozen=True, slots=True)
class UnrolledOrder:
    """An order between rows."""

    section: int
    order: Order


Item = UnrolledRow | UnrolledOrder


def unrolled(worked: WorkedPiece) -> list[Item]:
    """Everything done in the course of a piece, one thing after the other."""
    words = SharedByWords[None, tuple[Step, ...]](lambda steps, _: without_places(steps))
    at = worked.tab_rows
    found: list[Item] = []
    for deed in worked.course:
        if deed.order is not None:
            found.append(UnrolledOrder(deed.section, without_places(deed.order)))
            continue
        found.append(UnrolledRow(deed.section, words.of(deed.steps, None), deed.colour, at + 1, worked.rows[at]))
        at += 1
    return found


def rolled(worked: WorkedPiece, items: Sequence[Item], headers: Headers | None = None) -> Piece:
    """The piece that comes of a course: its rows numbered anew, those that come again written once."""
    sections = tuple(
        replace(section, orders=tuple(_numbered([item for item in items if item.section == at])))
        for at, section in enumerate(worked.piece.sections)
    )
    return blocks_folded(replace(worked.piece, headers=headers or worked.piece.headers, sections=sections), worked)


def _numbered(items: Sequence[Item]) -> Iterator[Order]:
    number = 0
    for item in items:
        if isinstance(item, UnrolledOrder):
            yield item.order
            continue
        number += 1
        name, head = ("Rnd", "round") if item.row.in_round else ("Row", "row")
        yield Row(name, (number,), item.steps, NOWHERE, None, item.row.in_round, item.colour, head=head)


def _is_plain(step: Step) -> bool:
    if isinstance(step, Work | WorkTo):
        return step.stitch.uses == step.stitch.makes == 1
    return isinstance(step, InFabric | Group) or (isinstance(step, Marker) and step.deed is MarkerDeed.PASS)


def shown_face(row: WorkedRow) -> StitchKind | None:
    """The one stitch that a row is worked in but for its shaping and a border; ``None`` where it is a pattern."""
    many = {KNIT: 0, PURL: 0}
    turns = 0
    last = None
    for part in row.work:
        for run in part.runs:
            if run.work in (KNIT, PURL):
                many[run.work] += run.times
                turns += last is not None and run.work is not last
                last = run.work
            elif not isinstance(run.work, StitchKind):
                return None
    if turns > _MOST_TURNS or not any(many.values()):
        return None
    return max(many, key=lambda kind: many[kind])


_MOST_TURNS = 4


def side_after(row: WorkedRow) -> Side:
    """The side of the row that follows."""
    return Side.RS if row.in_round else row.side.other
