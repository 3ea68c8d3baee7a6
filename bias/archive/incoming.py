"""Taking a file in: looked at as a whole first, then a few pieces with every request, each whole or not at all."""

from __future__ import annotations

import json
import zipfile
from collections.abc import Iterable
from time import monotonic
from typing import Any, TypeVar
from uuid import UUID, uuid5

from django.core.files.uploadedfile import UploadedFile
from django.db import IntegrityError, models, transaction
from django.utils.translation import gettext as _

from bias.accounts.models import Ways
from bias.archive.contents import BASKET, FORMAT, VERSION
from bias.archive.models import Incoming
from bias.archive.outgoing import alone_with, forget, forget_old
from bias.archive.tables import NotRead, Told, read
from bias.at_needles.models import Copy, Event
from bias.learning.models import DrillAnswer
from bias.pieces.models import Piece, Revision
from bias.planning.models import Sketch
from bias.publishing.models import Publication
from bias.publishing.pictures import kept_picture
from bias.sharing.models import Instalment, Remark, TakenPiece
from bias.things.models import Member, StepDone, Thing
from bias.worn.models import OwnBody
from bias.writing.models import Draft
from bias.yarns.models import Lot, PieceYarn, Yarn
from knitting.files.thing_json import board_from_text, thing_from_text
from knitting.statements import Refused

_LONGEST_STEP_S = 0.6
MOST_BYTES, MOST_UNPACKED, MOST_FILES, MOST_IN_ONE = 200_000_000, 1_000_000_000, 100_000, 60_000_000


class NotTaken(Exception):
    """Why a file is not taken in, in words for its knitter."""


def newest(owner: Any) -> Incoming | None:
    """The file of a knitter that was brought in last."""
    return Incoming.objects.filter(owner=owner).order_by("-pk").first()


def look_at(owner: Any, upload: UploadedFile[Any]) -> Incoming:
    """Keep a file to be taken in; :class:`NotTaken` where it is none of ours, too large, or only half there."""
    if upload.size is None or upload.size > MOST_BYTES:
        raise NotTaken(_("That file is larger than {most} MB.").format(most=MOST_BYTES // 1_000_000))
    forget(Incoming.objects.filter(owner=owner))
    forget_old()
    taken = Incoming(owner=owner)
    with taken.path.open("wb") as kept:
        for chunk in upload.chunks():
            kept.write(chunk)
    try:
        taken.in_all = len(_wanted(taken))
        taken.save()
    except NotTaken:
        taken.path.unlink(missing_ok=True)
        raise
    return taken


def _wanted(taken: Incoming) -> list[str]:
    """What is to be taken, in its order: the yarns, each piece, each thing. :class:`NotTaken` says what is wrong."""
    try:
        with zipfile.ZipFile(taken.path) as whole:
            infos = whole.infolist()
            if len(infos) > MOST_FILES or sum(each.file_size for each in infos) > MOST_UNPACKED:
                raise NotTaken(_("There is more in that file than any basket holds: it is not unpacked."))
            about = _json_in(whole, BASKET)
    except (zipfile.BadZipFile, OSError, EOFError, NotRead) as why:
        raise NotTaken(_("That is no file that Bias made, or only a part of one. Take it out once more.")) from why
    if not isinstance(about, dict) or about.get("format") != FORMAT:
        raise NotTaken(_("That file was made by another program: there is no 'basket.json' of Bias in it."))
    if about.get("version") != VERSION:
        raise NotTaken(
            _("That file is of version {version}, and this Bias reads version {known}.").format(
                version=str(about.get("version"))[:20], known=VERSION
            )
        )
    names = sorted(each.filename for each in infos)
    pieces = [name for name in names if name.startswith("pieces/") and name.endswith("/piece.json")]
    things = [name for name in names if name.startswith("things/") and name.endswith(".json")]
    return [BASKET, *pieces, *things]


def go_on(taken: Incoming) -> Incoming:
    """Take the next in for about half a second."""
    begun = monotonic()
    with alone_with(taken.path) as alone:
        if not alone or not taken.still_there() or taken.ready:
            return taken
        try:
            wanted = _wanted(taken)
        except NotTaken:  # the file was lost on the way: it is asked for once more
            forget([taken])
            return taken
        with zipfile.ZipFile(taken.path) as whole:
            names = set(whole.namelist())
            while taken.done < len(wanted) and monotonic() - begun < _LONGEST_STEP_S:
                _take(taken, whole, names, wanted[taken.done])
                taken.done += 1
                taken.save()
        taken.ready = taken.done >= len(wanted)
        taken.save()
        if taken.ready:
            taken.path.unlink(missing_ok=True)
    return taken


def _take(taken: Incoming, whole: zipfile.ZipFile, names: set[str], name: str) -> None:
    """Take one in; what cannot be read is told, and the others are taken."""
    try:
        with transaction.atomic():
            if name == BASKET:
                came = _take_basket(taken.owner, whole, names)
            elif name.startswith("pieces/"):
                came = _take_piece(taken.owner, whole, names, name)
            else:
                came = _take_thing(taken.owner, _json_in(whole, name))
    except (NotRead, Refused, IntegrityError, NotTaken, zipfile.BadZipFile, KeyError) as why:
        taken.told.setdefault("unread", []).append(f"{name}: {why}"[:200])
        return
    for what in came:
        taken.told[what] = taken.told.get(what, 0) + 1


def _json_in(whole: zipfile.ZipFile, name: str) -> Any:
    """A file of an archive as JSON; :class:`NotTaken` where it is larger than any that we write."""
    try:
        info = whole.getinfo(name)
    except KeyError:
        return None
    if info.file_size > MOST_IN_ONE:
        raise NotTaken(_("'{name}' is too large.").format(name=name[:80]))
    try:
        with whole.open(info) as opened:
            return json.loads(opened.read(MOST_IN_ONE + 1))
    except (ValueError, RuntimeError, NotImplementedError, RecursionError) as why:
        raise NotRead(name) from why


def _take_basket(owner: Any, whole: zipfile.ZipFile, names: set[str]) -> list[str]:
    about = _json_in(whole, BASKET)
    if about.get("ways") and not Ways.objects.filter(knitter=owner).exists():
        Ways.objects.create(knitter=owner, **read(Ways, about["ways"]))
    if about.get("body") and not OwnBody.objects.filter(owner=owner).exists():
        OwnBody.objects.create(owner=owner, **read(OwnBody, about["body"]))
    if about.get("draft") and not Draft.objects.filter(owner=owner, piece=None).exists():
        _made(Draft(owner=owner), read(Draft, about["draft"]))
    answers = [DrillAnswer(owner=owner, **read(DrillAnswer, each)) for each in _listed(about.get("drill_answers"))]
    DrillAnswer.objects.bulk_create(answers, ignore_conflicts=True)
    came = []
    for given in _listed(_json_in(whole, "yarns.json")) if "yarns.json" in names else ():
        columns = read(Yarn, given)
        if Yarn.objects.filter(owner=owner, uid=columns["uid"]).exists():
            came.append("yarns known")
            continue
        yarn = _made(Yarn(owner=owner), columns)
        Lot.objects.bulk_create([Lot(yarn=yarn, **read(Lot, lot)) for lot in _listed(given.get("lots"))])
        came.append("yarns")
    return came


def _take_piece(owner: Any, whole: zipfile.ZipFile, names: set[str], name: str) -> list[str]:
    """A piece that is not here yet; of one that is, the revisions and presses that it lacks."""
    given, at = _json_in(whole, name), name.removesuffix("piece.json")
    columns = read(Piece, given)
    inside = sorted(each for each in names if each.startswith(f"{at}revisions/"))
    revisions = [read(Revision, _json_in(whole, each)) for each in inside]
    events = [read(Event, each) for each in _listed(_json_in(whole, f"{at}log.json"))]
    if not revisions:
        raise NotRead(f"{at}revisions")
    if not all(isinstance(each.get("data", {}), dict) for each in events):
        raise NotRead(f"{at}log.json")
    piece = Piece.objects.filter(owner=owner, uid=columns["uid"]).first()
    if piece is not None:
        return _completed(piece, revisions, events)
    piece = _made(Piece(owner=owner), columns)
    for each in revisions:
        _made(Revision(piece=piece), each)
    for each in _listed(given.get("copies")):
        _made(Copy(piece=piece), read(Copy, each))
    for each in _listed(given.get("yarns")):
        yarn = _of(Yarn, owner, each.get("yarn"))
        PieceYarn.objects.create(piece=piece, yarn=yarn, **read(PieceYarn, each))
    _take_beside(owner, piece, given)
    _take_events(piece, events)
    return ["pieces"]


def _take_beside(owner: Any, piece: Piece, given: Any) -> None:
    """What stands beside the rows of a piece: what is typed, said of it by readers, published."""
    if given.get("draft"):
        _made(Draft(owner=owner, piece=piece), read(Draft, given["draft"]))
    if given.get("sketch"):
        Sketch.objects.create(piece=piece, **_sketch(given["sketch"]))
    for each in _listed(given.get("remarks")):
        _made(Remark(piece=piece), read(Remark, each))
    if given.get("publication"):
        columns = read(Publication, given["publication"])
        columns["picture"] = kept_picture(columns.get("picture", ""))
        Publication.objects.create(piece=piece, **columns)
    for each in _listed(given.get("instalments")):
        _made(Instalment(piece=piece), read(Instalment, each))
    if given.get("taken_from"):
        _made(TakenPiece(piece=piece, owner=owner), read(TakenPiece, given["taken_from"]))


def _sketch(given: Any) -> Told:
    """A sketch whose plans are texts, one of which is the one that it stands at."""
    columns = read(Sketch, given)
    plans = columns.get("plans")
    if not isinstance(plans, list) or not all(isinstance(each, str) for each in plans):
        raise NotRead("Sketch.plans")
    if not 0 <= columns.get("at", 0) < len(plans):
        raise NotRead("Sketch.at")
    return columns


def _completed(piece: Piece, revisions: list[Told], events: list[Told]) -> list[str]:
    """What a piece that is here lacks. Where it was changed on both sides it is left as it is, and its log grows."""
    here = {each.number: each for each in piece.revisions.all()}
    same = all(
        (kept.written, kept.plan) == (each["written"], each["plan"])
        for each in revisions
        if (kept := here.get(each["number"])) is not None
    )
    came = []
    for each in revisions if same else ():
        if each["number"] not in here:
            _made(Revision(piece=piece), each)
            came = ["pieces grown"]
    if _take_events(piece, events):
        came = ["pieces grown"]
    return came or (["pieces known"] if same else ["pieces changed here"])


def _take_events(piece: Piece, events: list[Told]) -> int:
    """Presses that are not known yet. An id that is another piece's is exchanged for one that follows from it."""
    ids = [each["id"] for each in events]
    known: dict[UUID, int] = {}
    for at in range(0, len(ids), 500):
        known |= dict(Event.objects.filter(pk__in=ids[at : at + 500]).values_list("pk", "piece"))
    if any(owner != piece.pk for owner in known.values()):
        events = [_renamed(piece, each) for each in events]
        known = dict(Event.objects.filter(piece=piece).values_list("pk", "piece"))
    fresh = [Event(piece=piece, **each) for each in events if each["id"] not in known]
    received = {each["id"]: each.get("received_at") for each in events}
    for at in range(0, len(fresh), 500):
        made = Event.objects.bulk_create(fresh[at : at + 500])
        for each in made:
            each.received_at = received[each.pk] or each.received_at
        Event.objects.bulk_update(made, ["received_at"])
    return len(fresh)


def _renamed(piece: Piece, event: Told) -> Told:
    """An event with ids of this piece in place of those that are another's here, wherever they stand in it."""

    def of(given: Any) -> Any:
        known = _uid(given)
        return uuid5(piece.uid, str(known)) if known is not None else given

    data = event.get("data", {})
    if isinstance(data, dict) and isinstance(data.get("takes_back"), list):
        data = {**data, "takes_back": [str(of(each)) for each in data["takes_back"]]}
    return {**event, "id": of(event["id"]), "takes_back": of(event.get("takes_back")), "data": data}


def _take_thing(owner: Any, given: Any) -> list[str]:
    columns = read(Thing, given)
    thing_from_text(columns["joined"])
    if columns.get("board"):
        board_from_text(columns["board"])
    if Thing.objects.filter(owner=owner, uid=columns["uid"]).exists():
        return ["things known"]
    thing = _made(Thing(owner=owner), columns)
    for each in _listed(given.get("members")):
        piece = _of(Piece, owner, each.get("piece"))
        Member.objects.create(thing=thing, piece=piece, **read(Member, each))
    for each in _listed(given.get("steps")):
        _made(StepDone(thing=thing), read(StepDone, each))
    return ["things"]


_Row = TypeVar("_Row", bound=models.Model)


def _made(row: _Row, columns: Told) -> _Row:
    """A new row with its columns, also those that are otherwise set by themselves."""
    for name, value in columns.items():
        setattr(row, name, value)
    row.save(force_insert=True)
    type(row)._default_manager.filter(pk=row.pk).update(**columns)
    return row


def _of(model: type[_Row], owner: Any, given: Any) -> _Row | None:
    """What a knitter has by that id; nothing where she has none, or it is no id."""
    uid = _uid(given)
    return model._default_manager.filter(owner=owner, uid=uid).first() if uid is not None else None


def _listed(given: Any) -> Iterable[Any]:
    return [each for each in given if isinstance(each, dict)] if isinstance(given, list) else []


def _uid(given: Any) -> UUID | None:
    try:
        return UUID(str(given)) if given else None
    except ValueError:
        return None
