"""The schema of an archive, told from the columns that it holds."""

from __future__ import annotations

from typing import Any

from django.db import models

from bias.accounts.models import Ways
from bias.archive.contents import FORMAT, VERSION
from bias.archive.tables import COLUMNS
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

_KINDS: tuple[tuple[type[models.Field[Any, Any]], dict[str, Any]], ...] = (
    (models.UUIDField, {"type": "string", "format": "uuid"}),
    (models.DateTimeField, {"type": "string", "format": "date-time"}),
    (models.BooleanField, {"type": "boolean"}),
    (models.IntegerField, {"type": "integer"}),
    (models.FloatField, {"type": "number"}),
    (models.DecimalField, {"type": "string"}),
    (models.JSONField, {}),
    (models.Field, {"type": "string"}),
)


def basket_schema() -> dict[str, Any]:
    """What stands in each file of an archive; ``pieces/*/plan.json`` has a schema of its own."""
    yarn = _row(Yarn, lots=_list(_row(Lot)))
    piece = _row(
        Piece,
        copies=_list(_row(Copy)),
        yarns=_list(_row(PieceYarn, yarn=_uid_or_nothing())),
        draft=_or_nothing(_row(Draft)),
        sketch=_or_nothing(_row(Sketch)),
        remarks=_list(_row(Remark)),
        publication=_or_nothing(_row(Publication)),
        instalments=_list(_row(Instalment)),
        taken_from=_or_nothing(_row(TakenPiece)),
    )
    thing = _row(Thing, members=_list(_row(Member, piece=_uid_or_nothing())), steps=_list(_row(StepDone)))
    whole = {
        "format": {"const": FORMAT},
        "version": {"const": VERSION},
        "made_at": {"type": "string", "format": "date-time"},
        "pieces": {"type": "integer"},
        "things": {"type": "integer"},
        "ways": _row(Ways),
        "body": _or_nothing(_row(OwnBody)),
        "draft": _or_nothing(_row(Draft)),
        "drill_answers": _list(_row(DrillAnswer)),
    }
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "Everything that a knitter has, file by file",
        "type": "object",
        "properties": {
            "basket.json": {"type": "object", "required": ["format", "version"], "properties": whole},
            "yarns.json": _list(yarn),
            "pieces/*/piece.json": piece,
            "pieces/*/revisions/*.json": _row(Revision),
            "pieces/*/log.json": _list(_row(Event)),
            "things/*.json": thing,
        },
    }


def _row(model: type[models.Model], **beside: Any) -> dict[str, Any]:
    columns = {name: _column(model._meta.get_field(name)) for name in COLUMNS[model]}
    return {"type": "object", "required": list(columns), "properties": {**columns, **beside}}


def _column(field: Any) -> dict[str, Any]:
    kind = next(told for sort, told in _KINDS if isinstance(field, sort))
    return _or_nothing(kind) if field.null and kind else dict(kind)


def _or_nothing(kind: dict[str, Any]) -> dict[str, Any]:
    return {"anyOf": [kind, {"type": "null"}]}


def _uid_or_nothing() -> dict[str, Any]:
    return _or_nothing({"type": "string", "format": "uuid"})


def _list(kind: dict[str, Any]) -> dict[str, Any]:
    return {"type": "array", "items": kind}
