"""Presses as devices send them, and a shawl to press for."""

import json
from uuid import uuid4

PHONE, TABLET = str(uuid4()), str(uuid4())
SHAWL = (
    "Title: Quay shawl\nGauge: 20 sts x 40 rows = 10 cm\nCast on 9 sts.\nMark the center stitch.\n"
    "Row 1: K1, yo, k to center st, yo, k1, yo, k to last st, yo, k1.\nRow 2: Purl.\n"
    "Repeat rows 1 and 2, 14 more times."
)


def send(client, piece, *events):
    """Send some events; the status and what the server says."""
    answer = client.post(
        f"/pieces/{piece.pk}/needles/events/", json.dumps({"events": list(events)}), content_type="application/json"
    )
    return answer.status_code, answer.json()


def press(kind, row, **more):
    """An event as a device sends it."""
    return {"id": str(uuid4()), "kind": kind, "row": row, "revision": 1, "data": {"device": PHONE}, **more}
