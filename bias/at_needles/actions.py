"""What can happen at the needles. Each is safe to send twice."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from datetime import datetime
from uuid import UUID

from django.db import transaction
from django.db.models import Max, Q, Subquery
from django.utils import timezone

from bias.at_needles.models import Copy, Event, events_in
from bias.pieces.actions import touch
from bias.pieces.models import Piece, Revision
from bias.results import first_difference
from knitting import log
from knitting.log import Progress, progress

ROWS_SEEN = 4
"""Of the newest rows so many are looked at, as long as they tell where a copy stands."""
_BESIDE_ROWS = [kind for kind in log.KINDS if kind != log.RowWorked.kind]


def progress_of(piece: Piece, copy: int = 1) -> Progress:
    """Where a copy of a piece stands, as it is written now."""
    events = events_in(piece.events.filter(copy=copy))
    return progress(events, changed_at(piece, {event.revision for event in events}, piece.current))


def last_events(current: Revision, copy: int, rows_seen: int = ROWS_SEEN) -> tuple[list[log.Event], Progress]:
    """The newest rows of a copy and all that was noted beside rows, with where it stands by them, as after each press:
    a log of thousands of rows is not read whole.

    Only ``live`` is shorter then.
    """
    own = Event.objects.filter(piece=current.piece_id, copy=copy)
    beside = Q(kind__in=_BESIDE_ROWS)  # named, as an index finds no kind that is not another
    newest = Subquery(own.filter(kind=log.RowWorked.kind).order_by("-row").values("row")[:1])
    while True:
        events = events_in(own.filter(beside | Q(kind=log.RowWorked.kind, row__gt=newest - rows_seen)))
        found = progress(events, changed_at(current.piece, {event.revision for event in events}, current))
        if is_enough(events, found, rows_seen):
            return events, found
        rows_seen *= 8  # all of these were taken back, or are written otherwise now


def is_enough(events: Sequence[log.Event], found: Progress, rows_seen: int) -> bool:
    """Whether so many of the newest rows tell where a copy stands."""
    rows = [event.row for event in events if isinstance(event, log.RowWorked)]
    return not rows or max(rows) <= rows_seen or min(rows) <= found.rows


def changed_at(piece: Piece, revisions: set[int], current: Revision) -> dict[int, int]:
    """For older revisions the first row (from 1) that is written otherwise now; none for those that are as now."""
    older = revisions - {0, current.number}
    found: dict[int, int] = {}
    if not older or not current.readable:
        return found
    for revision in Revision.objects.filter(piece=piece, number__in=older):
        if not revision.readable:
            continue
        first = first_difference(revision.results, current.results)
        if first is not None:
            found[revision.number] = first
    return found


def progress_of_pieces(current: Mapping[Piece, Revision]) -> dict[int, Progress]:
    """The standing of several pieces by their ids, given their newest revisions: of each the copy worked last of those
    that are out."""
    by_piece: dict[int, dict[int, list[log.Event]]] = {piece.pk: {} for piece in current}
    away = set(Copy.objects.filter(piece__in=by_piece, put_away=True).values_list("piece", "number"))
    for kept in Event.objects.filter(piece__in=by_piece):
        event = kept.event
        if event is not None and (kept.piece_id, kept.copy) not in away:
            by_piece[kept.piece_id].setdefault(kept.copy, []).append(event)
    found = {}
    for piece, revision in current.items():
        copies = by_piece[piece.pk].values()
        changed = changed_at(piece, {event.revision for events in copies for event in events}, revision)
        found[piece.pk] = _last_worked(progress(events, changed) for events in copies)
    return found


def rows_of_copies(piece: Piece) -> dict[int, int]:
    """Rows worked of every copy that was begun of a piece; where nothing was ever taken back they are only counted."""
    kept = Event.objects.filter(piece=piece)
    lowering = [kind for kind, class_ in log.KINDS.items() if class_.lowers]
    changed = set(kept.filter(Q(kind__in=lowering) | Q(takes_back__isnull=False)).values_list("copy", flat=True))
    older = set(kept.exclude(revision__in=(0, piece.current.number)).values_list("copy", flat=True))
    plain = kept.filter(kind=log.RowWorked.kind).exclude(copy__in=changed | older)
    found = dict(plain.values_list("copy").annotate(last=Max("row")))
    return {**found, **{copy: progress_of(piece, copy).rows for copy in changed | older}}


def _last_worked(found: Iterable[Progress]) -> Progress:
    begun = [(each.worked_at, each) for each in found if each.worked_at is not None]
    return max(begun, key=lambda timed: timed[0])[1] if begun else Progress()


def take_in(current: Revision, events: Sequence[log.Event], rows: int) -> list[Event]:
    """Keep the events that are not known yet, and note that the piece was worked on. Gives those that fit the piece.

    Rows beyond the last of ``rows`` are passed over. An event that is sent again stays as it was kept first.
    ``current`` is the newest revision of the piece. Nothing is read while others wait to write.
    """
    fitting = {each.id: each for each in events if _fits(each, current.number, rows)}
    kept = [Event.of(current.piece, each) for each in fitting.values()]
    if kept:
        with transaction.atomic():
            Event.objects.bulk_create(kept, ignore_conflicts=True)
            touch(current.piece)
    return kept


def known_elsewhere(piece: Piece, events: Iterable[Event]) -> set[UUID]:
    """The ids under which something of another piece or copy was kept before: nothing was kept of these events."""
    sent = {each.id: each for each in events}
    known = Event.objects.filter(pk__in=sent).values_list("pk", "piece", "copy") if sent else ()
    return {id_ for id_, at, copy in known if (at, copy) != (piece.pk, sent[id_].copy)}


def _fits(event: log.Event, current: int, rows: int) -> bool:
    """Whether an event can be kept. A row of an older version, worked while the network was away, can: that version
    may have been longer."""
    return not isinstance(event, log.RowWorked) or event.row <= rows or event.revision not in (0, current)


def row_done(piece: Piece, event_id: UUID, row: int, rows: int, at: datetime | None = None, copy: int = 1) -> Progress:
    """Note that a row was worked; rows beyond the last of ``rows`` are passed over."""
    if row >= 1:
        current, now = piece.current, at or timezone.now()
        event = log.RowWorked(id=event_id, row=row, copy=copy, revision=current.number, happened_at=now)
        take_in(current, [event], rows)
    return progress_of(piece, copy)


@transaction.atomic
def take_back(piece: Piece, event_id: UUID, row: int, at: datetime | None = None, copy: int = 1) -> Progress:
    """Take a worked row back; where several devices noted it, for all of them."""
    if not Event.objects.filter(pk=event_id).exists():
        live = progress_of(piece, copy)
        if live.rows == row and row:
            now = at or timezone.now()
            back = log.TakenBack(id=event_id, row=row, copy=copy, happened_at=now, takes_back=live.last)
            Event.of(piece, back).save(force_insert=True)
            touch(piece)
    return progress_of(piece, copy)
