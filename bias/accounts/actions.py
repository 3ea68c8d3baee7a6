"""Every change to what is kept of a knitter."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from bias.accounts.models import Ways


@transaction.atomic
def keep_ways(knitter: Any, **ways: Any) -> Ways:
    """Keep how a knitter works and reads."""
    kept, _ = Ways.objects.update_or_create(knitter=knitter, defaults=ways)
    return kept
