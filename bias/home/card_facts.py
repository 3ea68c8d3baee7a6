"""What a card of the basket says of a piece at a row: worked out once, then kept with its drawing."""

from __future__ import annotations

import contextlib
import hashlib
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import asdict, dataclass
from functools import cache
from pathlib import Path
from typing import Any

from django.db import DatabaseError, transaction
from django.utils.translation import get_language

import drawing
import knitting
from bias.at_needles.row_view import RowView
from bias.home.models import KeptCard
from bias.results import digest

_MOST_KEPT = 4_000
"""Cards of one knitter; of more the oldest go."""
_CODE = (Path(knitting.__file__).parent, Path(drawing.__file__).parent)


@dataclass(frozen=True, slots=True)
class NextRow:
    """The row that comes next: the stitches on the needle and their parts, its side, its change."""

    start: int
    parts: tuple[int, ...]
    marked: bool
    in_round: bool
    side: str
    change: int


@dataclass(frozen=True, slots=True)
class CardFacts:
    """All that a card says: rows in all and rows done, the share of the stitches, places that do not add up."""

    rows: int
    done: int
    percent: int
    problems: int
    following: NextRow | None = None

    @staticmethod
    def of(view: RowView) -> CardFacts:
        """The facts of a piece at the row where work goes on."""
        row = view.row
        following = (
            NextRow(row.start, row.before.parts, bool(row.before.marks), row.in_round, row.side.value, row.change)
            if row is not None
            else None
        )
        worked = view.results.worked
        return CardFacts(len(worked.rows), view.rows, view.percent, len(worked.problems), following)

    @staticmethod
    def kept(data: Mapping[str, Any]) -> CardFacts:
        """The facts as they were kept."""
        following = data["following"]
        row = NextRow(**{**following, "parts": tuple(following["parts"])}) if following is not None else None
        return CardFacts(data["rows"], data["done"], data["percent"], data["problems"], row)


@cache
def _code() -> str:
    """A digest of the code that works out and draws a card: other code makes other cards."""
    found = hashlib.blake2b(digest_size=12)
    code = (path for folder in _CODE for path in folder.rglob("*") if path.suffix in (".py", ".toml"))
    for path in (Path(__file__), *sorted(code)):
        found.update(path.read_bytes())
    return found.hexdigest()


def key_of(source: str, rows: int) -> str:
    """The name of a card: of words or a plan, after so many rows, in the language of now."""
    return digest(f"{_code()}\n{get_language()}\n{rows}\n{source}")


def known(owner: Any, keys: Iterable[str]) -> dict[str, tuple[CardFacts, str]]:
    """The cards that are kept, with their drawings, by their keys."""
    found = KeptCard.objects.filter(owner=owner, key__in=list(keys))
    return {each.key: (CardFacts.kept(each.facts), each.drawing) for each in found}


def keep(owner: Any, made: Sequence[tuple[str, CardFacts, str]]) -> None:
    """Keep cards that were worked out; of very many the oldest are let go.

    A database that cannot be written just now keeps nobody from seeing her basket.
    """
    rows = [KeptCard(owner=owner, key=key, facts=asdict(facts), drawing=svg) for key, facts, svg in made]
    with contextlib.suppress(DatabaseError), transaction.atomic():
        KeptCard.objects.bulk_create(rows, ignore_conflicts=True)
        of_owner = KeptCard.objects.filter(owner=owner).order_by("-kept_at", "-pk")
        oldest = of_owner.values_list("pk", flat=True)[_MOST_KEPT:]
        KeptCard.objects.filter(pk__in=list(oldest)).delete()
