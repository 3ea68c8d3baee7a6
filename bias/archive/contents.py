"""What stands in an archive: a folder for each piece, one file for each thing, the yarns, and what is told of all."""

from __future__ import annotations

import csv
import json
import re
from collections.abc import Iterator
from io import StringIO
from typing import Any, TypeAlias

from django.utils import timezone
from django.utils.text import slugify

from bias.accounts.models import ways_of
from bias.archive.tables import told, told_all
from bias.pieces.models import Piece, Revision
from bias.planning.models import Sketch
from bias.publishing.models import Publication
from bias.sharing.models import TakenPiece
from bias.things.models import Thing
from bias.worn.models import OwnBody
from bias.writing.models import Draft
from bias.yarns.models import Yarn

FORMAT, VERSION = "bias-basket", 1
BASKET = "basket.json"
Files: TypeAlias = Iterator[tuple[str, str]]
"""Names in the archive, with what stands in each."""
_MOST_DRAWN_ROWS = 1_200
_LOG_COLUMNS = ("happened_at", "kind", "copy", "row", "revision", "id", "takes_back")


def files_of_basket(owner: Any) -> Files:
    """What is told of the whole: the format with its version, her ways and measures, her yarns."""
    body = OwnBody.objects.filter(owner=owner).first()
    draft = Draft.objects.filter(owner=owner, piece=None).first()
    whole = {
        "format": FORMAT,
        "version": VERSION,
        "made_at": timezone.now().isoformat(),
        "pieces": Piece.objects.of(owner).count(),
        "things": Thing.objects.of(owner).count(),
        "ways": told(ways_of(owner)),
        "body": told(body) if body is not None else None,
        "draft": told(draft) if draft is not None else None,
        "drill_answers": told_all(owner.drill_answers.all()),
    }
    yarns = Yarn.objects.filter(owner=owner).prefetch_related("lots").order_by("pk")
    yield BASKET, _json(whole)
    yield "yarns.json", _json([{**told(yarn), "lots": told_all(yarn.lots.all())} for yarn in yarns])


def files_of_piece(piece: Piece) -> Files:
    """A piece: its revisions, its log, its yarns, what is typed and not saved; and the same for people to read."""
    at = f"pieces/{piece.pk:05d}-{_named(piece.title)}"
    revisions = list(piece.revisions.order_by("number"))
    events = list(piece.events.order_by("received_at", "pk"))
    draft, sketch = piece.drafts.filter(owner=piece.owner).first(), Sketch.objects.filter(piece=piece).first()
    taken = TakenPiece.objects.filter(piece=piece).first()
    published = Publication.objects.filter(piece=piece).first()
    yarns = [
        {**told(kept), "yarn": str(kept.yarn.uid) if kept.yarn is not None else None}
        for kept in piece.yarns.select_related("yarn").order_by("pk")
    ]
    about = {
        **told(piece),
        "copies": told_all(piece.copies.all()),
        "yarns": yarns,
        "draft": told(draft) if draft is not None else None,
        "sketch": told(sketch) if sketch is not None else None,
        "remarks": told_all(piece.remarks.order_by("pk")),
        "publication": told(published) if published is not None else None,
        "instalments": told_all(piece.instalments.all()),
        "taken_from": told(taken) if taken is not None else None,
    }
    yield f"{at}/piece.json", _json(about)
    for revision in revisions:
        yield f"{at}/revisions/{revision.number:05d}.json", _json(told(revision))
    yield f"{at}/log.json", _json(told_all(events))
    yield from _for_people(at, revisions[-1], events)


def files_of_thing(thing: Thing) -> Files:
    """A thing: how its pieces meet, which they are, what of it is done."""
    members = [
        {**told(member), "piece": str(member.piece.uid) if member.piece is not None else None}
        for member in thing.members.select_related("piece")
    ]
    about = {**told(thing), "members": members, "steps": told_all(thing.steps_done.all())}
    yield f"things/{thing.pk:05d}-{_named(thing.title)}.json", _json(about)


def _for_people(at: str, revision: Revision, events: list[Any]) -> Files:
    """The words, the plan, the log as a table, and drawings of a piece that can be drawn in a moment."""
    if events:
        yield f"{at}/log.csv", _log_csv(events)
    if not revision.readable:
        return
    if revision.plan:
        yield f"{at}/plan.json", revision.plan
    yield f"{at}/words.txt", revision.words
    found = revision.results
    if len(found.worked.rows) <= _MOST_DRAWN_ROWS and found.page is not None:
        yield f"{at}/cloth.svg", found.cloth_alone()


def _log_csv(events: list[Any]) -> str:
    out = StringIO()
    writer = csv.writer(out)
    writer.writerow(_LOG_COLUMNS)
    for event in events:
        row = told(event)
        writer.writerow([row[column] if row[column] is not None else "" for column in _LOG_COLUMNS])
    return out.getvalue()


def _named(title: str) -> str:
    """A title as it may stand in the name of a file."""
    return re.sub(r"[^a-z0-9-]", "", slugify(title))[:40] or "untitled"


def _json(value: Any) -> str:
    return json.dumps(value, ensure_ascii=False, indent=1)
