"""Where a piece stands, folded from its events: the same for any order of arrival and any doubling."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

from bias.at_needles.models import Event
from knitting.diagnosis import CountDifference
from knitting.measures import Gauge

_LOWERING = (Event.Kind.BACK, Event.Kind.RIPPED, Event.Kind.JUMP)


@dataclass(frozen=True, slots=True)
class DeviceConflict:
    """Two devices did what does not go together: after ``low`` one ripped or took back, ``high`` is what the other
    worked meanwhile. ``settles`` are the events that a choice settles."""

    low: int
    high: int
    settles: tuple[UUID, ...]


@dataclass(frozen=True, slots=True)
class Progress:
    """Rows worked so far, the events that say so of the last one, and when it was worked.

    ``live`` are the worked rows by their events. ``stale`` are rows that were worked as they were written before, and
    are written otherwise now: how far they went, or 0. ``part`` is how many parts of the next row are worked. ``epoch``
    counts what was taken back, ripped or jumped: a device that has not seen as many works from an older place.
    """

    rows: int = 0
    last: tuple[UUID, ...] = ()
    worked_at: datetime | None = None
    part: int = 0
    stale: int = 0
    parted: DeviceConflict | None = None
    epoch: int = 0
    live: tuple[tuple[UUID, int], ...] = ()
    differences: tuple[CountDifference, ...] = ()
    measured: tuple[tuple[int, Gauge], ...] = ()
    needle_cm: float = 0.0
    weighed: int = 0


def progress_of_events(events: Iterable[Any], changed_at: Mapping[int, int] | None = None) -> Progress:
    """Where the events lead, whatever their order of arrival.

    A row counts once however many devices saw it, and until each of its events is taken back. The piece stands after
    the highest row that counts. ``changed_at`` says for older revisions the first row (from 1) that is written
    otherwise now: what was worked from there on by them is ``stale``.
    """
    found = sorted({event.id: event for event in events}.values(), key=_in_order)
    back = _taken_back(found)
    at_all = [event for event in found if event.kind in (Event.Kind.ROW, Event.Kind.JUMP) and event.id not in back]
    live = [event for event in at_all if not _is_stale(event, changed_at or {})]
    rows = max((event.row for event in live), default=0)
    last = sorted((event for event in live if event.row == rows and rows), key=lambda event: str(event.id))
    went = max((event.row for event in at_all if _is_stale(event, changed_at or {})), default=0)
    kept = [event for event in found if event.id not in back]
    return Progress(
        rows,
        tuple(event.id for event in last),
        max((event.happened_at for event in last), default=None),
        _part(kept, rows),
        went if went > rows else 0,
        _parted(found, at_all, back, rows),
        sum(event.kind in _LOWERING for event in found),
        tuple((event.id, event.row) for event in at_all),
        _differences(kept, rows),
        tuple(
            (event.row, Gauge(event.data["stitches"], event.data["rows"]))
            for event in kept
            if event.kind == Event.Kind.MEASURED
        ),
        next((event.data["length_cm"] for event in reversed(kept) if event.kind == Event.Kind.NEEDLE), 0.0),
        max((event.row for event in kept if event.kind == Event.Kind.WEIGHED), default=0),
    )


def _in_order(event: Any) -> tuple[datetime, str]:
    return event.happened_at, str(event.id)


def _takes(event: Any) -> list[UUID]:
    """What an event takes back."""
    named = [UUID(each) for each in event.data.get("takes_back", ())]
    return [event.takes_back, *named] if event.takes_back else named


def _taken_back(found: Sequence[Any]) -> set[UUID]:
    """Every event that is taken back; ripping and jumping can be taken back themselves, and then take nothing."""
    by_back = {each for event in found if event.kind == Event.Kind.BACK for each in _takes(event)}
    lowered = [event for event in found if event.kind in (Event.Kind.RIPPED, Event.Kind.JUMP)]
    return by_back | {each for event in lowered if event.id not in by_back for each in _takes(event)}


def _is_stale(event: Any, changed_at: Mapping[int, int]) -> bool:
    first = changed_at.get(event.revision)
    return first is not None and event.row >= first


def _part(kept: Sequence[Any], rows: int) -> int:
    of_next = [event for event in kept if event.kind == Event.Kind.PART and event.row == rows + 1]
    return int(of_next[-1].data.get("part", 0)) if of_next else 0


def _parted(found: Sequence[Any], live: Sequence[Any], back: set[UUID], rows: int) -> DeviceConflict | None:
    """Rows that one device worked without knowing that another had gone back behind them."""
    settled = {UUID(each) for event in found for each in event.data.get("settles", ())}
    low, settles = rows, list[UUID]()
    for went_back in found:
        if went_back.kind not in _LOWERING or went_back.id in back or went_back.id in settled:
            continue
        to = went_back.row - 1 if went_back.kind == Event.Kind.BACK else went_back.row
        if any(event.row > to and _unknowing(event, went_back) for event in live):
            low, settles = min(low, to), [*settles, went_back.id]
    return DeviceConflict(low, rows, tuple(settles)) if settles and low < rows else None


def _unknowing(event: Any, went_back: Any) -> bool:
    """Whether a row was worked on another device that did not know yet of going back, nor the other of the row."""
    device, other = event.data.get("device", ""), went_back.data.get("device", "")
    if not device or not other or device == other:
        return False
    return bool(event.data.get("epoch", 0) <= went_back.data.get("epoch", 0))


def _differences(kept: Sequence[Any], rows: int) -> tuple[CountDifference, ...]:
    """What stands on the needle otherwise than written, after rows that are still worked."""
    found: dict[int, tuple[int, ...]] = {}
    for event in kept:
        if event.kind == Event.Kind.MENDED and event.row <= rows:
            for each in event.data.get("differences", ()):
                found[each["row"]] = tuple(each["counts"])
    return tuple(CountDifference(row, counts) for row, counts in sorted(found.items()))
