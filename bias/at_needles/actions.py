"""What can happen at the needles. Each is safe to send twice."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from datetime import datetime, timedelta
from uuid import UUID, uuid5

from django.db import transaction
from django.utils import timezone

from bias.at_needles.event_parsing import Sent
from bias.at_needles.models import Copy, Event
from bias.at_needles.progress import Progress, progress_of_events
from bias.pieces.actions import touch
from bias.pieces.models import Piece, Revision
from bias.results import first_difference

_ROWS_SEEN = 12
_BESIDE_ROWS = [kind for kind in Event.Kind if kind is not Event.Kind.ROW]


def progress_of(piece: Piece, copy: int = 1) -> Progress:
    """Where a copy of a piece stands, as it is written now."""
    events = list(piece.events.filter(copy=copy))
    return progress_of_events(events, changed_at(piece, {event.revision for event in events}, piece.current))


def last_rows_progress(current: Revision, copy: int, rows_seen: int = _ROWS_SEEN) -> Progress:
    """The same by a piece's newest revision, told from the newest rows alone, as after each press: a log of thousands
    of rows is not read whole.

    Only ``live`` is shorter then.
    """
    own = Event.objects.filter(piece=current.piece_id, copy=copy)
    others = list(own.filter(kind__in=_BESIDE_ROWS))  # named, as an index finds no kind that is not another
    worked = own.filter(kind=Event.Kind.ROW).order_by("-row")
    while True:
        rows = list(worked[:rows_seen])
        events = [*others, *rows]
        found = progress_of_events(events, changed_at(current.piece, {event.revision for event in events}, current))
        if len(rows) < rows_seen or rows[-1].row <= found.rows:
            return found
        rows_seen *= 8  # all of these were taken back, or are written otherwise now


def event_count(current: Revision, copy: int) -> int:
    """How many events are known of a copy. It only grows, so that a device can tell an older page from a newer one."""
    return Event.objects.filter(piece=current.piece_id, copy=copy).count()


def changed_at(piece: Piece, revisions: set[int], current: Revision) -> dict[int, int]:
    """For older revisions the first row (from 1) that is written otherwise now; none for those that are as now."""
    older = revisions - {0, current.number}
    found: dict[int, int] = {}
    for revision in Revision.objects.filter(piece=piece, number__in=older) if older else ():
        first = first_difference(revision.results, current.results)
        if first is not None:
            found[revision.number] = first
    return found


def progress_of_pieces(current: Mapping[Piece, Revision]) -> dict[int, Progress]:
    """The standing of several pieces by their ids, given their newest revisions: of each the copy worked last of those
    that are out."""
    by_piece: dict[int, dict[int, list[Event]]] = {piece.pk: {} for piece in current}
    away = set(Copy.objects.filter(piece__in=by_piece, put_away=True).values_list("piece", "number"))
    for event in Event.objects.filter(piece__in=by_piece):
        if (event.piece_id, event.copy) not in away:
            by_piece[event.piece_id].setdefault(event.copy, []).append(event)
    found = {}
    for piece, revision in current.items():
        copies = by_piece[piece.pk].values()
        changed = changed_at(piece, {event.revision for events in copies for event in events}, revision)
        found[piece.pk] = _last_worked(progress_of_events(events, changed) for events in copies)
    return found


def _last_worked(found: Iterable[Progress]) -> Progress:
    begun = [progress for progress in found if progress.worked_at is not None]
    return max(begun, key=lambda progress: progress.worked_at or datetime.min, default=Progress())


def take_in(current: Revision, sent: Sequence[Sent], rows: int) -> list[UUID]:
    """Keep the events that are not known yet, and note that the piece was worked on; rows beyond the last of ``rows``
    are passed over. All of them are acknowledged: sent again they change nothing.

    ``current`` is the newest revision of the piece. What can be asked before is, so that nobody waits for the one who
    writes longer than the writing takes.
    """
    fitting = {each.id: each for each in sent if _fits(each, current.number, rows)}
    known = set(Event.objects.filter(pk__in=fitting).values_list("pk", flat=True))
    now = timezone.now()
    new = [each for each in fitting.values() if each.id not in known]
    made = [_event(current.piece, each, now + timedelta(microseconds=at)) for at, each in enumerate(new)]
    if made:
        with transaction.atomic():
            Event.objects.bulk_create(made, ignore_conflicts=True)
            touch(current.piece)
    return [each.id for each in sent]


def _fits(sent: Sent, current: int, rows: int) -> bool:
    """Whether an event can be kept. A row of an older version, worked while the network was away, is: that one may have
    been longer."""
    return sent.kind != Event.Kind.ROW or sent.row <= rows or sent.revision not in (0, current)


def _event(piece: Piece, sent: Sent, now: datetime) -> Event:
    return Event(
        id=sent.id,
        piece=piece,
        copy=sent.copy,
        kind=sent.kind,
        row=sent.row,
        revision=sent.revision,
        data=sent.data,
        happened_at=sent.happened_at or now,
    )


def row_done(piece: Piece, event_id: UUID, row: int, rows: int, at: datetime | None = None, copy: int = 1) -> Progress:
    """Note that a row was worked; rows beyond the last of ``rows`` are passed over."""
    if row >= 1:
        current = piece.current
        take_in(current, [Sent(event_id, Event.Kind.ROW, row, copy, current.number, at)], rows)
    return progress_of(piece, copy)


@transaction.atomic
def take_back(piece: Piece, event_id: UUID, row: int, at: datetime | None = None, copy: int = 1) -> Progress:
    """Take a worked row back. Where several devices noted it, each of their events is taken back."""
    if not Event.objects.filter(pk=event_id).exists():
        live = progress_of(piece, copy)
        if live.rows == row:
            for place, taken in enumerate(live.last):
                own = event_id if place == 0 else uuid5(event_id, str(taken))
                Event.objects.get_or_create(
                    id=own,
                    defaults={
                        "piece": piece,
                        "copy": copy,
                        "kind": Event.Kind.BACK,
                        "row": row,
                        "takes_back": taken,
                        "happened_at": at or timezone.now(),
                    },
                )
            touch(piece)
    return progress_of(piece, copy)
