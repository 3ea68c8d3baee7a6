"""Every change to a thing, one small function each."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace
from typing import Any
from uuid import UUID

from django.db import transaction
from django.db.models import F
from django.utils import timezone

from bias.at_needles.copies import begin_copy, rename_copy
from bias.pieces.actions import keep_plan
from bias.pieces.models import Piece
from bias.results import begun_text
from bias.things.models import LONGEST_NAME, LONGEST_TITLE, Member, StepDone, Thing
from knitting.assembly.thing import Thing as JoinedPieces
from knitting.files.thing_json import thing_text
from knitting.plan.plan import Plan


@transaction.atomic
def begin_ready_made(
    owner: Any,
    title: str,
    joined: JoinedPieces,
    plans: Mapping[str, Plan],
    kinds: Mapping[str, str],
    form_id: UUID | None = None,
) -> Thing:
    """A thing with its pieces: one piece for each kind, and a copy of it for each further name of that kind.

    The same form sent twice makes one thing.
    """
    thing, is_new = new_thing(owner, title, joined, form_id)
    if not is_new:
        return thing
    pieces: dict[str, Piece] = {}
    for name in joined.pieces:
        kind = kinds.get(name, name)
        first = kind not in pieces
        if first:
            pieces[kind] = keep_plan(owner, begun_text(_titled(plans, kind, title)))
        copy = 1 if first else begin_copy(pieces[kind])
        if len([other for other in joined.pieces if kinds.get(other, other) == kind]) > 1:
            rename_copy(pieces[kind], copy or 1, name)
        take_in(thing, name, pieces[kind], copy or 1)
    return thing


def _titled(plans: Mapping[str, Plan], kind: str, title: str) -> Plan:
    return replace(plans[kind], name=f"{title}, {kind}")


@transaction.atomic
def begin_own(owner: Any, title: str, pieces: Sequence[Piece], form_id: UUID | None = None) -> Thing:
    """A thing of pieces from the basket, none of them joined yet."""
    names = _names(pieces)
    thing, is_new = new_thing(owner, title, JoinedPieces("own", tuple(names)), form_id)
    for name, piece in names.items() if is_new else ():
        take_in(thing, name, piece)
    return thing


def new_thing(
    owner: Any, title: str, joined: JoinedPieces, form_id: UUID | None, board: str = ""
) -> tuple[Thing, bool]:
    """A thing without its pieces; or the one that the same form made before, and that it is not new."""
    made = Thing.objects.of(owner).filter(form_id=form_id).first() if form_id is not None else None
    if made is not None:
        return made, False
    about = {"title": title[:LONGEST_TITLE], "joined": thing_text(joined), "board": board}
    return Thing.objects.create(owner=owner, form_id=form_id, **about), True


def _names(pieces: Iterable[Piece], taken: Iterable[str] = ()) -> dict[str, Piece]:
    """A name of its own for each piece: its title, numbered where another has it."""
    known = set(taken)
    found: dict[str, Piece] = {}
    for piece in pieces:
        title = " ".join(piece.title.replace("|", " ").split())[: LONGEST_NAME - 4] or "piece"
        name = next(each for each in (title, *(f"{title} {at}" for at in range(2, 99))) if each not in known)
        known.add(name)
        found[name] = piece
    return found


@transaction.atomic
def join(thing: Thing, seen: int, joined: JoinedPieces) -> bool:
    """Keep how the pieces meet, over what the form saw; false where it was changed elsewhere since."""
    text = thing_text(joined)
    if text == thing.joined:
        return True
    changed = Thing.objects.filter(pk=thing.pk, number=seen).update(
        joined=text, number=F("number") + 1, touched_at=timezone.now()
    )
    return bool(changed)


@transaction.atomic
def add_piece(thing: Thing, piece: Piece, name: str = "") -> str:
    """A piece more in a thing; the name that it has there."""
    joined = thing.pieces_joined
    own = name if name and name not in joined.pieces else next(iter(_names([piece], joined.pieces)))
    take_in(thing, own, piece)
    text = thing_text(JoinedPieces(joined.name, (*joined.pieces, own), joined.joints, joined.neck))
    Thing.objects.filter(pk=thing.pk).update(joined=text, number=F("number") + 1, touched_at=timezone.now())
    return own


@transaction.atomic
def begin_picked(thing: Thing, name: str, plan: str) -> Piece:
    """The piece that begins with a pick-up, once: a second press finds the first one."""
    there = thing.members.filter(name=name).select_related("piece").first()
    if there is not None and there.piece is not None:
        return there.piece
    piece = keep_plan(thing.owner, plan)
    if there is None:
        add_piece(thing, piece, name)
    else:
        take_in(thing, name, piece)
    return piece


def take_in(thing: Thing, name: str, piece: Piece, copy: int = 1) -> None:
    """Have a piece, or a copy of it, stand in a thing under a name."""
    Member.objects.update_or_create(thing=thing, name=name, defaults={"piece": piece, "copy": copy})
    Piece.objects.filter(pk=piece.pk).update(joined=True)


def tick(thing: Thing, step: str) -> None:
    """Note that a step is done; twice is once."""
    StepDone.objects.get_or_create(thing=thing, step=step)


def untick(thing: Thing, step: str) -> None:
    """Take back that a step is done."""
    thing.steps_done.filter(step=step).delete()


def rename(thing: Thing, title: str) -> None:
    """Call a thing by another name; an empty one changes nothing."""
    said = " ".join(title.split())[:LONGEST_TITLE]
    if said:
        Thing.objects.filter(pk=thing.pk).update(title=said, touched_at=timezone.now())


def put_away(thing: Thing) -> None:
    """Put a thing away; its pieces stay in the basket."""
    Thing.objects.filter(pk=thing.pk, put_away_at=None).update(put_away_at=timezone.now())


def bring_back(thing: Thing) -> None:
    """Put a thing back into the basket."""
    Thing.objects.filter(pk=thing.pk).update(put_away_at=None, touched_at=timezone.now())
