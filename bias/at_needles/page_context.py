"""What the pages at the needles are given."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Any

from bias.at_needles.copies import Known
from bias.at_needles.models import Event
from bias.at_needles.worked_copy import Table

_SITTINGS, _EVENTS = 40, 60


def about(table: Table) -> dict[str, Any]:
    """What every page is given: the piece, the row, the copies that are out and the one that is looked at."""
    own = next((each for each in table.copies if each.number == table.copy), Known(table.copy))
    return {
        "piece": table.piece,
        "now": table.sitting,
        "table": table,
        "copy": table.copy,
        "asked": table.asked,
        "own": own,
        "copies": [each for each in table.copies if not each.put_away],
        "put_away": [each for each in table.copies if each.put_away],
    }


def log_of(table: Table) -> dict[str, Any]:
    """The log as its page shows it: the newest sittings, and what was noted beside rows."""
    sat = [(_moment(each.began_s), round((each.ended_s - each.began_s) / 60), each) for each in table.sittings]
    shown = [each for each in reversed(table.events) if each.kind not in (Event.Kind.ROW, Event.Kind.PART)]
    return {**about(table), "sat": sat[:_SITTINGS], "shown": shown[:_EVENTS]}


def _moment(seconds: float) -> datetime:
    return datetime.fromtimestamp(seconds, UTC)
