"""The demo: pieces of an invented knitting circle, planned and written, some of them half knitted."""

from __future__ import annotations

import tomllib
from dataclasses import replace
from datetime import timedelta
from pathlib import Path
from typing import Any
from uuid import NAMESPACE_URL, uuid5

from django.conf import settings
from django.db import transaction
from django.utils import timezone

from bias.at_needles.models import Event
from bias.pieces.actions import keep_piece, keep_plan
from bias.pieces.models import Piece
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered
from knitting.files import plan_text
from knitting.log import RowWorked
from knitting.measures import Gauge

DEMO = Path(settings.ROOT) / "demo"
_MINUTES_A_ROW = 4


def load_demo(owner: Any) -> list[Piece]:
    """Lay every demo piece that is not there yet into a knitter's basket, with the rows worked of it."""
    made = []
    for name, about in reversed(_read("plans").items()):
        plan = plan_of(about)
        if not Piece.objects.of(owner).filter(revisions__plan=plan).exists():
            made.append(_load(keep_plan(owner, plan), name, about))
    for name, about in reversed(_read("progress").items()):
        words = (DEMO / f"{name}.txt").read_text("utf-8")
        if not Piece.objects.of(owner).filter(revisions__written=words).exists():
            made.append(_load(keep_piece(owner, words), name, about))
    return made


def _read(name: str) -> dict[str, Any]:
    return tomllib.loads((DEMO / f"{name}.toml").read_text("utf-8"))


def plan_of(about: dict[str, Any]) -> str:
    """The plan that a demo file speaks of, as its text."""
    answers = {key: str(value) for key, value in about["answers"].items()}
    found = answered(CONSTRUCTIONS[about["shape"]], answers)
    assert not found.refusals, found.refusals
    plan = found.plan()
    yarns = tuple((name, about["yarn"]) for name, _ in plan.yarns) or (("A", about["yarn"]),)
    return plan_text(replace(plan, name=about["name"], gauge=Gauge(*about["gauge"]), yarns=yarns))


@transaction.atomic
def _load(piece: Piece, name: str, about: dict[str, Any]) -> Piece:
    rows = about.get("rows", 0)
    last = timezone.now() - timedelta(hours=about.get("hours_ago", 0))
    Event.objects.bulk_create(
        Event.of(
            piece,
            RowWorked(
                id=uuid5(NAMESPACE_URL, f"{piece.pk} {name} {row}"),
                row=row,
                happened_at=last - timedelta(minutes=_MINUTES_A_ROW * (rows - row)),
            ),
        )
        for row in range(1, rows + 1)
    )
    return piece
