"""Where a copy stands after a press. What a process has read of a copy it keeps, and a press that is the only news adds
itself to it: most presses then read nothing but how many events there are.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from threading import Lock
from uuid import UUID

from cachetools import LRUCache
from django.db.models import Count, Max

from bias.at_needles.actions import ROWS_SEEN, changed_at, is_enough, last_events
from bias.at_needles.models import Event
from bias.pieces.models import Revision
from bias.prepared import Prepared
from knitting import log
from knitting.log import Progress, progress

_NEWS = Prepared(
    lambda piece, copy: (
        Event.objects.filter(piece=piece, copy=copy)
        .values("piece")
        .annotate(count=Count("pk"), latest=Max("received_at"))
        .values_list("count", "latest")
    ),
    numbers=2,
)
"""How many events there are of a copy, and when the last of them was received."""
_MOST_COPIES = 4_000
_MOST_EVENTS = 200
"""Of a copy with more of them beside its rows nothing is kept."""


@dataclass(frozen=True, slots=True)
class AfterPress:
    """The newest events of a copy, where it stands by them, and how many events are known of it in all.

    The number only grows, so that a device can tell an older page from a newer one.
    """

    events: tuple[log.Event, ...]
    progress: Progress
    count: int


_read: LRUCache[tuple[UUID, int], AfterPress] = LRUCache(_MOST_COPIES)
_lock = Lock()


def after_press(current: Revision, copy: int, kept: Sequence[Event]) -> AfterPress:
    """Where a copy stands once some events were taken in, of which any may have been known before."""
    key = (current.piece.uid, copy)
    count, latest = next(iter(_NEWS.rows(current.piece_id, copy)), (0, None))
    with _lock:
        before = _read.get(key)
    # An event that was known before is not received again, so the last one received tells whether it is this one.
    alone = len(kept) == 1 and kept[0].copy == copy and kept[0].received_at == latest
    if before is not None and alone and before.count + 1 == count:
        found = _with(before, kept[0], current) or _read_anew(current, copy, count)
    else:
        found = _read_anew(current, copy, count)
    with _lock:
        if len(found.events) <= _MOST_EVENTS:
            _read[key] = found
        else:
            _read.pop(key, None)
    return found


def _with(before: AfterPress, newest: Event, current: Revision) -> AfterPress | None:
    """With one event more; ``None`` where older rows are needed to tell where the copy stands."""
    events = [*before.events, *(event for event in [newest.event] if event is not None)]
    last = max((event.row for event in events if isinstance(event, log.RowWorked)), default=0)
    seen = [event for event in events if not isinstance(event, log.RowWorked) or event.row > last - ROWS_SEEN]
    found = progress(seen, changed_at(current.piece, {event.revision for event in seen}, current))
    return AfterPress(tuple(seen), found, before.count + 1) if is_enough(seen, found, ROWS_SEEN) else None


def _read_anew(current: Revision, copy: int, count: int) -> AfterPress:
    events, found = last_events(current, copy)
    return AfterPress(tuple(events), found, count)
