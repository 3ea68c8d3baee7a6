"""What the pages at the needles are given."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Any

from bias.at_needles.copies import MOST_BY_HAND, CopyInfo
from bias.at_needles.worked_copy import WorkedCopy
from knitting.log import Event, PartWorked, RowWorked
from knitting.saying.events import TITLES, event_details
from knitting.saying.statements import said_words

_SITTINGS, _EVENTS = 40, 60


def page_context(worked_copy: WorkedCopy) -> dict[str, Any]:
    """What every page is given: the piece, the row, the copies that are out and the one that is looked at."""
    own = next((each for each in worked_copy.copies if each.number == worked_copy.copy), CopyInfo(worked_copy.copy))
    return {
        "piece": worked_copy.piece,
        "row_view": worked_copy.row_view,
        "worked_copy": worked_copy,
        "ways": worked_copy.ways,
        "copy": worked_copy.copy,
        "asked": worked_copy.asked,
        "own": own,
        "copies": _copies_near(worked_copy),
        "put_away": [each for each in worked_copy.copies if each.put_away],
    }


def _copies_near(worked_copy: WorkedCopy) -> list[CopyInfo]:
    """The copies that are out; of more than can be looked over those about the one that is worked."""
    out = [each for each in worked_copy.copies if not each.put_away]
    if len(out) <= MOST_BY_HAND:
        return out
    at = next((place for place, each in enumerate(out) if each.number == worked_copy.copy), 0)
    first = min(max(at - MOST_BY_HAND // 2, 0), len(out) - MOST_BY_HAND)
    return out[first : first + MOST_BY_HAND]


def log_context(worked_copy: WorkedCopy) -> dict[str, Any]:
    """The log as its page shows it: the newest sittings, and what was noted beside rows."""
    sat = [(_moment(each.began_s), round((each.ended_s - each.began_s) / 60), each) for each in worked_copy.sittings]
    shown = [_line(each) for each in reversed(worked_copy.events) if not isinstance(each, RowWorked | PartWorked)]
    return {**page_context(worked_copy), "sat": sat[:_SITTINGS], "shown": shown[:_EVENTS]}


def _line(event: Event) -> dict[str, Any]:
    """An event as the log lists it."""
    about = {"title": said_words(TITLES[event.kind]), "details": event_details(event)}
    return {"happened_at": event.happened_at, "row": event.row, **about}


def _moment(seconds: float) -> datetime:
    return datetime.fromtimestamp(seconds, UTC)
