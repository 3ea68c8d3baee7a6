"""Sharing a piece, taking a link back, taking a piece, and taking over what its writer changed since."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from django.db import transaction
from django.db.models import F, Max, Q
from django.utils import timezone

from bias.accounts.secrets import derived, digest, new_secret
from bias.pieces.actions import RevisionConflict, keep_piece, keep_plan, revise, revise_plan
from bias.pieces.models import Piece
from bias.results import parting_places
from bias.sharing.merging import Merged, merged
from bias.sharing.models import Instalment, SharedGroup, SharedLink, TakenPiece
from bias.sharing.reading import OtherSize, open_part, open_words

MOST_INSTALMENTS = 60
MOST_IN_GROUP = 60
"""Pieces of a chapter that a link shows: each is worked for its page."""


@transaction.atomic
def share(piece: Piece, days: int | None, says_who: bool) -> str:
    """A new link in the place of the one that there was, with an end or none; its secret."""
    take_back(piece)
    ends_at = timezone.now() + timedelta(days=days) if days is not None else None
    return SharedLink.make(piece, ends_at, says_who)[1]


def take_back(piece: Piece) -> None:
    """Nobody reads it by a link any more."""
    piece.shared_links.filter(taken_back_at=None, group=None).update(taken_back_at=timezone.now())


# -- several at once ------------------------------------------------------------------------------------------


@transaction.atomic
def share_group(of: SharedGroup, days: int | None) -> str:
    """A new link to a chapter or a thing in the place of the one that there was; its secret."""
    take_group_back(of)
    secret = new_secret()
    of.digest, of.ends_at = digest(secret), timezone.now() + timedelta(days=days) if days is not None else None
    of.save(force_insert=True)
    return secret


def take_group_back(of: SharedGroup) -> None:
    """Nobody reads it, or a piece of it, by that link any more."""
    now = timezone.now()
    same = SharedGroup.objects.filter(owner=of.owner, thing=of.thing, chapter=of.chapter, taken_back_at=None)
    SharedLink.objects.filter(group__in=same, taken_back_at=None).update(taken_back_at=now)
    same.update(taken_back_at=now)


def open_group(secret: str) -> SharedGroup | None:
    """The open group of a secret; nothing where there is none."""
    still = Q(ends_at=None) | Q(ends_at__gt=timezone.now())
    found = SharedGroup.objects.filter(still, digest=digest(secret), taken_back_at=None)
    return found.exclude(thing__put_away_at__isnull=False).select_related("owner", "thing").first()


def links_of(group: SharedGroup, secret: str) -> list[tuple[Piece, str]]:
    """The pieces of a group that can be read, each with the secret of its own link; those that came since get theirs
    now."""
    found = []
    for piece in group.pieces[:MOST_IN_GROUP]:
        if not piece.current.readable:
            continue
        own = derived(secret, str(piece.uid))
        about = {"piece": piece, "ends_at": group.ends_at, "says_who": group.says_who, "group": group}
        SharedLink.objects.get_or_create(digest=digest(own), defaults=about)
        found.append((piece, own))
    return found


# -- instalments ----------------------------------------------------------------------------------------------


def part_at(piece: Piece, row: int) -> bool:
    """Have an instalment end with a row; whether a line of the pattern ends there."""
    if row not in {place.row for place in parting_places(piece.results)}:
        return False
    if piece.instalments.count() >= MOST_INSTALMENTS:
        return False
    Instalment.objects.get_or_create(piece=piece, until_row=row)
    return True


def open_at(piece: Piece, row: int, moment: datetime | None) -> None:
    """Open an instalment at a moment, now where that is past; ``None`` closes it again."""
    piece.instalments.filter(until_row=row).update(opens_at=moment)


def unpart(piece: Piece, row: int) -> None:
    """Have no instalment end there."""
    piece.instalments.filter(until_row=row).delete()


# -- taking ---------------------------------------------------------------------------------------------------


@transaction.atomic
def take(owner: Any, link: SharedLink, size: OtherSize | None = None) -> Piece:
    """A piece of one's own that begins as the shared one is open now, in another size where one is wished; taken twice
    it is the one that was taken first."""
    before = TakenPiece.objects.filter(owner=owner, link__piece=link.piece, piece__put_away_at=None).first()
    if before is not None:
        return before.piece
    shared, revision = link.piece, link.piece.current
    part = open_part(list(shared.instalments.all()))
    words = open_words(shared, part)
    if size is not None and not part.of:
        piece = keep_plan(owner, size.plan) if size.plan else keep_piece(owner, size.words)
    else:
        piece = keep_plan(owner, revision.plan) if revision.plan and not part.of else keep_piece(owner, words)
    TakenPiece.objects.create(
        piece=piece, owner=owner, link=link, title=shared.title, who=link.who, revision=revision.number,
        until_row=part.until_row, base=words,
    )  # fmt: skip
    return piece


# -- what its writer changed since ----------------------------------------------------------------------------


@dataclass(frozen=True)
class WaitingChange:
    """What the writer of a taken piece has now: her words, and all three texts brought together."""

    theirs: str
    merged: Merged
    revision: int
    until_row: int
    plan: str = ""


def with_changes(owner: Any) -> list[TakenPiece]:
    """The taken pieces of a knitter whose writer changed or opened something since, by numbers: no text is read."""
    is_open = Q(link__piece__instalments__opens_at__lte=timezone.now())
    opened = Max("link__piece__instalments__until_row", filter=is_open, default=0)
    still = Q(link__ends_at=None) | Q(link__ends_at__gt=timezone.now())
    found = TakenPiece.objects.filter(
        still, owner=owner, piece__put_away_at=None, link__taken_back_at=None, link__piece__put_away_at=None
    )
    found = found.annotate(newest=Max("link__piece__revisions__number"), opened=opened)
    return list(found.exclude(newest=F("revision"), opened=F("until_row")).select_related("piece"))


def waiting_change(taken: TakenPiece) -> WaitingChange | None:
    """What waits to be taken over; ``None`` where nothing does, or the link leads there no more."""
    link = taken.link
    if link is None or not SharedLink.objects.open().filter(pk=link.pk).exists():
        return None
    shared, current = link.piece, link.piece.current
    part = open_part(list(shared.instalments.all()))
    if part.nothing or not current.readable:
        return None
    theirs = open_words(shared, part)
    mine, base = taken.piece.words, _base(taken, shared)
    if theirs == base:
        return None
    unchanged = bool(current.plan) and not part.of and bool(taken.piece.current.plan) and mine == base
    plan = current.plan if unchanged else ""
    return WaitingChange(theirs, merged(base, mine, theirs), current.number, part.until_row, plan)


def _base(taken: TakenPiece, shared: Piece) -> str:
    """The words as they were taken; those of the revision for a piece that was taken by an earlier release."""
    if taken.base:
        return taken.base
    revision = shared.revisions.filter(number=taken.revision).first()
    return revision.words if revision is not None and revision.readable else ""


@transaction.atomic
def take_over(taken: TakenPiece, change: WaitingChange, started_from: int, theirs: Sequence[bool]) -> bool:
    """Save what came of both as the newest revision; whether the piece was still as it was seen."""
    piece = taken.piece
    if change.plan:
        saved = revise_plan(piece, started_from, change.plan)
    else:
        saved = revise(piece, started_from, change.merged.text(theirs))
    if isinstance(saved, RevisionConflict):
        return False
    return _seen(taken, change)


def leave(taken: TakenPiece, change: WaitingChange) -> bool:
    """Keep the piece as it is; the same change is not offered again."""
    return _seen(taken, change)


def _seen(taken: TakenPiece, change: WaitingChange) -> bool:
    taken.base, taken.revision, taken.until_row = change.theirs, change.revision, change.until_row
    taken.save(update_fields=["base", "revision", "until_row"])
    return True
