"""Going on with what is worked out, a little with every request; keeping measures."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from bias.results.worn import Wearable, hang
from bias.worn.models import KeptWorn, OwnBody
from knitting.worn.body import Body

_LONGEST_STEP_S = 0.3
MOST_KEPT = 120
"""Of one knitter; the oldest go."""


def kept_worn(owner: Any, wearable: Wearable, body: Body) -> KeptWorn:
    """What is known of how something hangs on a body; nothing is written for it."""
    key = wearable.key(body)
    return KeptWorn.objects.filter(owner=owner, key=key).first() or KeptWorn(owner=owner, key=key)


def go_on(owner: Any, wearable: Wearable, body: Body) -> KeptWorn:
    """Let it fall a little further. Two tabs that do so at once both come to the same rest."""
    kept = kept_worn(owner, wearable, body)
    if kept.ready or wearable.garment is None:
        return kept
    now = hang(wearable.garment, body, bytes(kept.state), _LONGEST_STEP_S)
    known = {"share": now.share, "state": now.state, "data": now.data, "told": now.told}
    with transaction.atomic():
        found = KeptWorn.objects.filter(owner=owner, key=kept.key).first()
        if found is not None and (found.ready or found.share > now.share):
            return found
        kept, new = KeptWorn.objects.update_or_create(owner=owner, key=kept.key, defaults=known)
        if new:
            older = KeptWorn.objects.filter(owner=owner).order_by("-asked_at", "-pk").values_list("pk", flat=True)
            KeptWorn.objects.filter(pk__in=list(older[MOST_KEPT:])).delete()
    return kept


def keep_measures(owner: Any, body: Body) -> None:
    """Keep the measures of a knitter."""
    measures = {"bust_cm": body.bust_cm, "neck_cm": body.neck_cm, "shoulders_cm": body.shoulders_cm}
    OwnBody.objects.update_or_create(owner=owner, defaults=measures)
