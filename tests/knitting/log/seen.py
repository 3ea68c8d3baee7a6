"""Events as devices saw them, made in one place for the tests."""

from __future__ import annotations

from datetime import UTC, datetime
from uuid import UUID, uuid4

from knitting.log import KINDS, Event
from knitting.log.reading import event_from_json

NOON = datetime(2026, 1, 5, 12, tzinfo=UTC)
PHONE, TABLET = uuid4(), uuid4()


def seen(kind: str, row: int, device: UUID | None = PHONE, epoch: int = 0, **data: object) -> Event:
    """An event of a device at noon."""
    return KINDS[kind](id=uuid4(), row=row, revision=1, happened_at=NOON, device=device, epoch=epoch, **data)


def rows(first: int, last: int, **more: object) -> list[Event]:
    """Rows worked one after the other."""
    return [seen("row", row, **more) for row in range(first, last + 1)]


def sent(data: dict[str, object]) -> Event:
    """An event as a device sends it, taken in at noon of a later day."""
    return event_from_json(data, datetime(2026, 2, 1, 12, tzinfo=UTC))
