"""Events as a device sends them, many at once: taken in, refused with the reason, or acknowledged once more."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.utils import timezone
from django.utils.translation import gettext as _

from bias.at_needles.actions import known_elsewhere, take_in
from bias.at_needles.after_press import after_press
from bias.at_needles.worked_copy import worked_copy_of
from bias.pieces.models import Revision
from knitting.log import Event, NotAnEvent, event_from_json, events_of_request
from knitting.saying.statements import said_refusal
from knitting.statements import N_

ELSEWHERE = N_("A press with this id is known of another piece or copy. It was not kept here: press once more.")
_LONGEST_ID = 40


def take_from_device(owner: Any, piece_id: int, body: bytes) -> tuple[dict[str, Any], int]:
    """What a device is told about the events of a request, and the status of the answer.

    The ids of ``taken`` need not be sent again, those of ``refused`` cannot be kept; ``rows``, ``epoch`` and ``count``
    say where the copy of the first event stands now, and ``asks`` whether the knitter has to be asked something.
    """
    current = Revision.objects.newest_of(owner, piece_id, bare=True)
    try:
        waiting = events_of_request(body)
    except NotAnEvent as why:
        return {"taken": [], "refused": [], "why": said_refusal(why)}, 422
    sent, refused = _read(waiting)
    copy = sent[0].copy if sent else 1
    kept = take_in(current, sent, _rows(owner, current, sent))
    after = after_press(current, copy, kept)
    read_back = {each.id for each in after.events}
    unsure = [each for each in kept if each.copy != copy or each.id not in read_back]
    elsewhere = known_elsewhere(current.piece, unsure)
    refused += [{"id": str(known), "why": _(ELSEWHERE)} for known in elsewhere]
    said = {
        "taken": [str(each.id) for each in sent if each.id not in elsewhere],
        "refused": refused,
        "asks": bool(after.progress.stale or after.progress.conflict),
        "rows": after.progress.rows,
        "epoch": after.progress.epoch,
        "count": after.count,
    }
    return said, 200


def _read(waiting: list[object]) -> tuple[list[Event], list[dict[str, str]]]:
    sent, refused = list[Event](), list[dict[str, str]]()
    for at, each in enumerate(waiting):
        try:
            # Events without a time happened in the order in which they are sent.
            sent.append(event_from_json(each, timezone.now() + timedelta(microseconds=at)))
        except NotAnEvent as why:
            known = str(each.get("id", ""))[:_LONGEST_ID] if isinstance(each, dict) else ""
            refused.append({"id": known, "why": said_refusal(why)})
    return sent, refused


def _rows(owner: Any, current: Revision, sent: list[Event]) -> int:
    """How many rows there are; what was measured may ask for more than are written."""
    rows = current.row_count
    if all(each.row <= rows for each in sent):
        return rows
    return len(worked_copy_of(owner, current.piece_id, sent[0].copy).on.results.worked.rows)
