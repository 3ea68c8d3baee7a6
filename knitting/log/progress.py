"""Where a piece stands after its events: the same for any order of arrival and any doubling."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from knitting.log.events import (
    CountDifference,
    Event,
    Measured,
    NeedleChanged,
    PartWorked,
    RowWorked,
    TakenBack,
    Undone,
    Weighed,
    WentOn,
    WentOnFrom,
)
from knitting.measures import Gauge


@dataclass(frozen=True, slots=True)
class DeviceConflict:
    """Two devices did what does not go together.

    One went back to after row ``low`` while the other, not knowing of it, worked up to row ``high``. ``settles`` are
    the events that an answer settles.
    """

    low: int
    high: int
    settles: tuple[UUID, ...]


@dataclass(frozen=True, slots=True)
class Progress:
    """Rows worked so far, the events that say so of the last one, and when it was worked.

    ``live`` are the worked rows by their events. ``stale`` is the last of the rows that were worked as they were
    written before and are written otherwise now, or 0. ``part`` is how many parts of the next row are worked.
    ``epoch`` counts what was taken back, ripped or jumped: a device that has seen fewer works from an older place.
    ``needle_cm`` is 0 where the needle is not known, and ``weighed`` the last row after which yarn was weighed.
    """

    rows: int = 0
    last: tuple[UUID, ...] = ()
    worked_at: datetime | None = None
    part: int = 0
    stale: int = 0
    conflict: DeviceConflict | None = None
    epoch: int = 0
    live: tuple[tuple[UUID, int], ...] = ()
    differences: tuple[CountDifference, ...] = ()
    measured: tuple[tuple[int, Gauge], ...] = ()
    needle_cm: float = 0.0
    weighed: int = 0


def progress(events: Iterable[Event], changed_at: Mapping[int, int] | None = None) -> Progress:
    """Where the events lead, whatever their order of arrival.

    A row counts once however many devices saw it, and until each of its events is taken back. The piece stands after
    the highest row that counts. ``changed_at`` says for older revisions the first row (from 1) that is written
    otherwise now: what was worked from there on by them is ``stale``.
    """
    changed = changed_at or {}
    known = sorted({event.id: event for event in events}.values(), key=lambda event: (event.happened_at, event.id))
    taken_back = _taken_back(known)
    kept = [event for event in known if event.id not in taken_back]
    worked = [event for event in kept if isinstance(event, RowWorked | WentOnFrom)]
    live = [event for event in worked if not _is_stale(event, changed)]
    rows = max((event.row for event in live), default=0)
    last = sorted((event for event in live if event.row == rows and rows), key=lambda event: event.id)
    stale = max((event.row for event in worked if _is_stale(event, changed)), default=0)
    return Progress(
        rows,
        tuple(event.id for event in last),
        max((event.happened_at for event in last), default=None),
        _part(kept, rows),
        stale if stale > rows else 0,
        _conflict(known, worked, taken_back, rows),
        sum(event.lowers for event in known),
        tuple((event.id, event.row) for event in worked),
        _differences(kept, rows),
        tuple((event.row, Gauge(event.stitches, event.rows)) for event in kept if isinstance(event, Measured)),
        next((event.length_cm for event in reversed(kept) if isinstance(event, NeedleChanged)), 0.0),
        max((event.row for event in kept if isinstance(event, Weighed)), default=0),
    )


def not_taken_back(events: Iterable[Event]) -> list[Event]:
    """Events each once, in the order in which they happened, without those that were taken back."""
    known = sorted({event.id: event for event in events}.values(), key=lambda event: (event.happened_at, event.id))
    taken_back = _taken_back(known)
    return [event for event in known if event.id not in taken_back]


def _taken_back(known: Sequence[Event]) -> set[UUID]:
    """Every event that is taken back; ripping and jumping can be taken back themselves, and then take nothing."""
    by_back = {each for event in known if isinstance(event, TakenBack | Undone) for each in event.takes_back}
    others = [event for event in known if event.lowers and not isinstance(event, TakenBack)]
    return by_back | {each for event in others if event.id not in by_back for each in event.takes_back}


def _is_stale(event: Event, changed_at: Mapping[int, int]) -> bool:
    first = changed_at.get(event.revision)
    return first is not None and event.row >= first


def _part(kept: Sequence[Event], rows: int) -> int:
    of_next = [event for event in kept if isinstance(event, PartWorked) and event.row == rows + 1]
    return of_next[-1].part if of_next else 0


def _conflict(
    known: Sequence[Event], worked: Sequence[Event], taken_back: set[UUID], rows: int
) -> DeviceConflict | None:
    """Rows that one device worked without knowing that another had gone back behind them."""
    settled = {each for event in known for each in event.settles}
    low, settles = rows, list[UUID]()
    for lowering in known:
        if not lowering.lowers or lowering.id in taken_back or lowering.id in settled:
            continue
        if any(event.row > lowering.lowers_to and _unknowing(event, lowering) for event in worked):
            low, settles = min(low, lowering.lowers_to), [*settles, lowering.id]
    return DeviceConflict(low, rows, tuple(settles)) if settles and low < rows else None


def _unknowing(event: Event, lowering: Event) -> bool:
    """Whether a row was worked on another device that did not know yet of going back, nor the other of the row."""
    if event.device is None or lowering.device is None or event.device == lowering.device:
        return False
    return event.epoch <= lowering.epoch


def _differences(kept: Sequence[Event], rows: int) -> tuple[CountDifference, ...]:
    """What stands on the needle otherwise than written, after rows that are still worked."""
    found: dict[int, CountDifference] = {}
    for event in kept:
        if isinstance(event, WentOn) and event.row <= rows:
            found |= {each.row: each for each in event.differences}
    return tuple(found[row] for row in sorted(found))
