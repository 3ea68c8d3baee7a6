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
from bias.publishing.models import Publication
from bias.yarns.actions import keep_whole
from bias.yarns.models import Yarn
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered
from knitting.files import plan_text
from knitting.log import RowWorked, Weighed
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
    _fill_shelf(owner)
    _publish(owner)
    return made


def _publish(owner: Any) -> None:
    """What writers add to some of the pieces; what is there is left alone."""
    for title, about in _read("publications").items():
        piece = Piece.objects.of(owner).filter(title=title).first()
        if piece is not None and not Publication.objects.filter(piece=piece).exists():
            told = {key: value.strip() if isinstance(value, str) else value for key, value in about.items()}
            Publication.objects.create(piece=piece, **told)


@transaction.atomic
def _fill_shelf(owner: Any) -> None:
    """The yarns of the demo, what its pieces keep of them and what was weighed; those that are there are left alone."""
    about = _read("yarns")
    for each in about["yarn"]:
        if not Yarn.objects.of(owner).filter(name=each["name"]).exists():
            _put_on_shelf(owner, each)
    for each in about["kept"]:
        piece = Piece.objects.of(owner).filter(title=each["piece"]).first()
        if piece is not None and not piece.yarns.exists():
            _keep_yarn(owner, piece, each)


def _put_on_shelf(owner: Any, about: dict[str, Any]) -> None:
    grams, metres = about["ball"]
    yarn = Yarn(owner=owner, ball_grams=grams, ball_metres=metres, name=about["name"], colour=about["colour"])
    yarn.fibre, yarn.note = about["fibre"], about.get("note", "")
    yarn.weight, yarn.price = about["weight"], about.get("price")
    yarn.full_clean()
    yarn.save()
    for lot in about["lots"]:
        yarn.lots.create(name=lot.get("name", ""), whole=lot.get("whole", 0), opened_grams=lot.get("opened", 0))


def _keep_yarn(owner: Any, piece: Piece, about: dict[str, Any]) -> None:
    kept = keep_whole(piece, Yarn.objects.of(owner).get(name=about["yarn"]), about["colour"])
    kept.balls, kept.start_grams = about["balls"], about.get("start", 0)
    kept.reserve_metres, kept.reserve_for = about.get("reserve", (0, ""))
    kept.save()
    for row, grams in about["weighed"]:
        weighed = Weighed(
            id=uuid5(NAMESPACE_URL, f"{piece.pk} weighed {row}"),
            row=row,
            grams=grams,
            colour=about["colour"],
            happened_at=timezone.now() - timedelta(hours=1),
        )
        Event.of(piece, weighed).save()


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
