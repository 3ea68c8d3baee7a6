"""The copies of a piece that are knitted: what they are called, and which are put away. None is ever deleted."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from django.db import transaction
from django.db.models import Max
from django.utils.translation import gettext as _

from bias.at_needles.models import LONGEST_NAME, Copy
from bias.pieces.models import Piece
from knitting.coding.lines import as_line
from knitting.log import MOST_COPIES

MOST_BY_HAND = 12
"""Copies that are begun one after the other; the squares of a board are begun by their places."""


@dataclass(frozen=True, slots=True)
class CopyInfo:
    """A copy by its number, counted from 1; ``name`` is the knitter's own, or empty."""

    number: int
    name: str = ""
    put_away: bool = False

    @property
    def said(self) -> str:
        """What it is called."""
        return self.name or _("copy {number}").format(number=self.number)


def copies_of(piece: Piece) -> tuple[CopyInfo, ...]:
    """Every copy of a piece in order; the first is always there."""
    entered = {each.number: CopyInfo(each.number, each.name, each.put_away) for each in piece.copies.all()}
    found = {1: CopyInfo(1)} | entered
    return tuple(found[number] for number in sorted(found))


def last_worked(piece: Piece, known: Sequence[CopyInfo]) -> int:
    """The copy of all that are ``known`` that was worked last, of those that are out; the first of these where none
    was."""
    out = [each.number for each in known if not each.put_away]
    if len(known) == 1:
        return known[0].number
    newest = piece.events.filter(copy__in=out).order_by("-happened_at").values_list("copy", flat=True).first()
    return newest or out[0]


@transaction.atomic
def begin_copy(piece: Piece) -> int | None:
    """Begin one copy more; its number, or ``None`` where there are as many as there may be. A number that was put away
    is not given again, as presses for it may still wait on a device."""
    number = (piece.copies.aggregate(last=Max("number"))["last"] or 1) + 1
    if number > MOST_BY_HAND:
        return None
    Copy.objects.create(piece=piece, number=number)
    return number


def begin_copy_at(piece: Piece, number: int, name: str) -> int:
    """The copy of that number, begun under a name where it is not there yet."""
    number = min(max(number, 1), MOST_COPIES)
    Copy.objects.get_or_create(piece=piece, number=number, defaults={"name": as_line(name)[:LONGEST_NAME]})
    return number


@transaction.atomic
def rename_copy(piece: Piece, number: int, name: str) -> None:
    """Give a copy a name; an empty one takes it away. A copy that there is not is passed over."""
    if number in {known.number for known in copies_of(piece)}:
        said = as_line(name)[:LONGEST_NAME].strip()
        Copy.objects.update_or_create(piece=piece, number=number, defaults={"name": said})


@transaction.atomic
def put_away(piece: Piece, number: int, away: bool = True) -> bool:
    """Put a copy away, or bring it back; false where it is the last one that is out. Its log is kept."""
    known = copies_of(piece)
    out = {each.number for each in known if not each.put_away}
    if away and out <= {number}:
        return False
    if number in {each.number for each in known}:
        Copy.objects.update_or_create(piece=piece, number=number, defaults={"put_away": away})
    return True
