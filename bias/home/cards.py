"""What the basket shows of each piece, twenty at a time."""

from __future__ import annotations

import logging
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import datetime
from time import monotonic
from typing import Any, ClassVar
from urllib.parse import urlencode

from django.conf import settings
from django.db.models.expressions import Combinable
from django.db.models.functions import Lower

from bias.at_needles.actions import progress_of_pieces
from bias.at_needles.row_view import RowView
from bias.home.card_facts import CardFacts, keep, key_of, known
from bias.pieces.models import Piece, PieceQuerySet, Revision
from knitting.log import Progress

_log = logging.getLogger(__name__)
A_PAGE = 20
LONGEST_SEARCH = 200
ORDERS: Mapping[str, tuple[str | Combinable, ...]] = {
    "": ("-touched_at", "-pk"),
    "title": (Lower("title"), "pk"),
    "begun": ("-begun_at", "-pk"),
}
"""How the basket can be sorted: last touched first, by title, last begun first."""


@dataclass(frozen=True, slots=True)
class Card:
    """A piece in the basket with all that is said of it there, and its shape as SVG, filled up to the row reached."""

    piece: Piece
    facts: CardFacts
    drawing: str
    worked_at: datetime | None = None

    kind: ClassVar[str] = "card"

    @property
    def begun(self) -> bool:
        """Whether a row was worked."""
        return self.facts.done > 0

    @property
    def done(self) -> bool:
        """Whether every row was worked."""
        return self.begun and self.facts.following is None


@dataclass(frozen=True, slots=True)
class FailedCard:
    """A piece whose card could not be worked out, which is our fault: the others are shown all the same."""

    piece: Piece

    kind: ClassVar[str] = "failed"


@dataclass(frozen=True, slots=True)
class WaitingCard:
    """A piece whose card is not worked out yet: the page asks for it."""

    piece: Piece

    kind: ClassVar[str] = "waiting"


@dataclass(frozen=True, slots=True)
class UnreadableCard:
    """A piece in the basket that was kept and can no longer be read; ``number`` is its newest revision."""

    piece: Piece
    number: int

    kind: ClassVar[str] = "unreadable"


AnyCard = Card | WaitingCard | UnreadableCard | FailedCard


@dataclass(frozen=True, slots=True)
class Asked:
    """Which pieces are asked for, in which order, and which twenty of them (from 1)."""

    search: str = ""
    order: str = ""
    chapter: str = ""
    finished: bool = False
    page: int = 1

    @property
    def everything(self) -> bool:
        """Whether it is the basket as it opens."""
        return self == THE_BASKET

    @property
    def address(self) -> str:
        """What stands in an address for it, but for the page."""
        shelf = "finished" if self.finished else ""
        given = {"q": self.search, "sort": self.order, "chapter": self.chapter, "shelf": shelf}
        return urlencode({name: value for name, value in given.items() if value})

    def pieces(self, owner: Any) -> PieceQuerySet:
        """The pieces of a knitter that are meant, in their order; a search and a chapter show finished ones too."""
        pieces = Piece.objects.of(owner).in_basket()
        if self.search:
            pieces = pieces.with_words(self.search[:LONGEST_SEARCH].split())
        if self.chapter:
            pieces = pieces.filter(chapter=self.chapter)
        if self.finished:
            pieces = pieces.finished()
        elif not (self.search or self.chapter):
            pieces = pieces.unfinished()
        return pieces.order_by(*ORDERS[self.order])


THE_BASKET = Asked()
"""The basket as it opens."""


@dataclass(frozen=True, slots=True)
class CardPage:
    """Some cards, and whether more follow."""

    cards: list[AnyCard]
    more: bool


def card_page(owner: Any, asked: Asked = THE_BASKET) -> CardPage:
    """The cards that a knitter asked for."""
    first = (asked.page - 1) * A_PAGE
    found = list(asked.pieces(owner)[first : first + A_PAGE + 1])
    return CardPage(cards(owner, found[:A_PAGE], settings.BIAS_CARD_SECONDS), len(found) > A_PAGE)


def card(owner: Any, piece: Piece) -> AnyCard:
    """The card of one piece, worked out if it has to be."""
    return cards(owner, [piece], None)[0]


def cards(owner: Any, pieces: Iterable[Piece], seconds: float | None) -> list[AnyCard]:
    """Cards of pieces; what is not kept yet is worked out, within some seconds where so many are given."""
    current = _current(pieces)
    where = progress_of_pieces(current)
    keys = {piece.pk: key_of(_source(revision), where[piece.pk].rows) for piece, revision in current.items()}
    kept = known(owner, keys.values())
    made: list[tuple[str, CardFacts, str]] = []
    until = monotonic() + seconds if seconds is not None else None
    last = max(where, key=lambda pk: _when(where[pk]), default=None)  # what is on the needles is never waited for
    found: list[AnyCard] = []
    for piece, revision in current.items():
        key, progress = keys[piece.pk], where[piece.pk]
        if key not in kept and piece.pk != last and until is not None and made and monotonic() > until:
            found.append(WaitingCard(piece))
            continue
        if key not in kept:
            try:
                new = _worked_out(revision, progress)
            except Exception:
                _log.exception("The card of piece %s could not be drawn", piece.pk)
                found.append(FailedCard(piece))
                continue
            if new is None:
                found.append(UnreadableCard(piece, revision.number))
                continue
            kept[key] = new
            made.append((key, *new))
        found.append(Card(piece, *kept[key], progress.worked_at))
    if made:
        keep(owner, made)
    return found


def _when(progress: Progress) -> float:
    return progress.worked_at.timestamp() if progress.worked_at is not None else 0.0


def _worked_out(revision: Revision, progress: Progress) -> tuple[CardFacts, str] | None:
    """What a card says and shows; ``None`` where the piece can no longer be read."""
    if not revision.readable:
        return None
    view = RowView(revision.results, progress)
    return CardFacts.of(view), view.results.silhouette_svg(view.rows)


def _current(pieces: Iterable[Piece]) -> Mapping[Piece, Revision]:
    """The newest revision of each piece, in their order."""
    asked = list(pieces)
    newest: dict[int, Revision] = {}
    for revision in Revision.objects.filter(piece__in=asked).order_by("piece_id", "-number"):
        newest.setdefault(revision.piece_id, revision)
    return {piece: newest[piece.pk] for piece in asked}


def _source(revision: Revision) -> str:
    return revision.plan or revision.written
