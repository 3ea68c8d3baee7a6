"""Closing an account: nobody signs in to it any more, and after two weeks it is gone with all that it holds."""

from __future__ import annotations

from datetime import timedelta

from django.utils import timezone

from bias.accounts.models import Knitter

KEPT_FOR = timedelta(days=14)


def close(knitter: Knitter) -> None:
    """Close an account; sessions that are open end with their next request."""
    knitter.is_active = False
    knitter.closed_at = timezone.now()
    knitter.save(update_fields=["is_active", "closed_at"])


def open_again(knitter: Knitter) -> None:
    """Open a closed account again, as it was."""
    knitter.is_active = True
    knitter.closed_at = None
    knitter.save(update_fields=["is_active", "closed_at"])


def sweep() -> list[str]:
    """Accounts that were closed so long ago that they go for good; their names."""
    gone = Knitter.objects.filter(closed_at__lte=timezone.now() - KEPT_FOR)
    names = sorted(gone.values_list("username", flat=True))
    for each in gone:
        each.delete()
    return names
