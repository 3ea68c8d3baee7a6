"""Which columns of which tables an archive tells, and how a row is told and read back: one list for both ways."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from datetime import datetime
from decimal import Decimal
from types import MappingProxyType
from typing import Any, TypeAlias
from uuid import UUID

from django.core.exceptions import ValidationError
from django.db import models

from bias.accounts.models import Ways
from bias.at_needles.models import Copy, Event
from bias.learning.models import DrillAnswer
from bias.pieces.models import Piece, Revision
from bias.planning.models import Sketch
from bias.publishing.models import Publication
from bias.sharing.models import Instalment, Remark, TakenPiece
from bias.things.models import Member, StepDone, Thing
from bias.worn.models import OwnBody
from bias.writing.models import Draft
from bias.yarns.models import Lot, PieceYarn, Yarn

Told: TypeAlias = dict[str, Any]

COLUMNS: Mapping[type[models.Model], tuple[str, ...]] = MappingProxyType(
    {
        Piece: (
            "uid", "title", "begun_at", "touched_at", "finished_at", "chapter", "joined", "put_away_at",
            "for_learning",
        ),
        Revision: ("number", "written", "plan", "made_at"),
        Event: ("id", "copy", "kind", "row", "revision", "takes_back", "data", "happened_at", "received_at"),
        Copy: ("number", "name", "put_away", "begun_at"),
        PieceYarn: (
            "colour", "name", "ball_grams", "ball_metres", "balls", "start_grams", "reserve_metres", "reserve_for",
        ),
        Draft: ("words", "started_from", "changes", "page", "typed_at"),
        Sketch: ("started_from", "plans", "at", "changes", "page"),
        Yarn: (
            "uid", "name", "fibre", "weight", "ball_grams", "ball_metres", "price", "colour", "note", "put_away_at",
            "touched_at",
        ),
        Lot: ("name", "whole", "opened_grams"),
        Remark: ("row", "text", "counts", "name", "revision", "made_at", "answer", "resolved_at"),
        Instalment: ("until_row", "opens_at"),
        TakenPiece: ("title", "who", "revision", "until_row", "base", "taken_at"),
        Thing: ("uid", "title", "joined", "board", "number", "begun_at", "touched_at", "put_away_at"),
        Member: ("copy", "name"),
        StepDone: ("step", "done_at"),
        Publication: (
            "by", "about", "needles", "care", "ready_terms", "terms", "picture", "picture_says", "dialect", "shows",
            "paper", "large", "size_key", "sizes", "bold", "every_count", "by_wale",
        ),
        Ways: ("dialect", "marking", "first_stitch", "left_handed", "size", "rest_minutes", "pedal", "volume")
        + ("units", "language", "needles"),
        OwnBody: ("bust_cm", "neck_cm", "shoulders_cm"),
        DrillAnswer: ("asked", "topic", "right", "answered_at"),
    }
)  # fmt: skip
LEFT_OUT: Mapping[type[models.Model], frozenset[str]] = MappingProxyType(
    {
        Piece: frozenset({"id", "owner", "form_id"}),
        Revision: frozenset({"id", "piece"}),
        Event: frozenset({"piece"}),
        Copy: frozenset({"id", "piece"}),
        PieceYarn: frozenset({"id", "piece", "yarn"}),
        Draft: frozenset({"id", "owner", "piece"}),
        Sketch: frozenset({"id", "piece", "changed_at"}),
        Yarn: frozenset({"id", "owner", "form_id"}),
        Lot: frozenset({"id", "yarn"}),
        Remark: frozenset({"id", "piece", "link"}),
        Instalment: frozenset({"id", "piece"}),
        TakenPiece: frozenset({"id", "piece", "owner", "link"}),
        Thing: frozenset({"id", "owner", "form_id"}),
        Member: frozenset({"id", "thing", "piece"}),
        StepDone: frozenset({"id", "thing"}),
        Publication: frozenset({"id", "piece", "changed_at"}),
        Ways: frozenset({"id", "knitter"}),
        OwnBody: frozenset({"id", "owner"}),
        DrillAnswer: frozenset({"id", "owner"}),
    }
)
"""What is told by where a row stands, or belongs to one server alone."""


class NotRead(ValueError):
    """A row of an archive that cannot be read: which column, and why."""


def told(row: models.Model) -> Told:
    """A row as it is told."""
    return {name: _plain(getattr(row, name)) for name in COLUMNS[type(row)]}


def told_all(rows: Iterable[models.Model]) -> list[Told]:
    """Rows as they are told."""
    return [told(row) for row in rows]


def read(model: type[models.Model], given: Any) -> Told:
    """The columns of a row as they are kept, each tried as a form would try it. :class:`NotRead` where one cannot be.

    A column that is not told has what it usually has.
    """
    if not isinstance(given, dict):
        raise NotRead(model.__name__)
    found: Told = {}
    for name in COLUMNS[model]:
        if name not in given:
            continue
        field = model._meta.get_field(name)
        assert isinstance(field, models.Field), "only columns are told"
        try:
            found[name] = field.clean(given[name], None)
        except (ValidationError, TypeError, ValueError, OverflowError) as why:
            raise NotRead(f"{model.__name__}.{name}") from why
    return found


def _plain(value: Any) -> Any:
    if isinstance(value, datetime):
        return value.isoformat()
    return str(value) if isinstance(value, UUID | Decimal) else value
