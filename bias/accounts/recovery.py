"""Eight codes for who forgets her password: given when the account is made, each good for one new password."""

from __future__ import annotations

import secrets

from django.db import transaction
from django.utils import timezone

from bias.accounts.models import Knitter, RecoveryCode
from bias.accounts.secrets import digest

HOW_MANY = 8
_LETTERS = "abcdefghjkmnpqrstuvwxyz23456789"
"""No letter that is read as another."""
_GROUPS, _OF_A_GROUP = 3, 5
"""15 letters of 31: 74 random bits, so that a digest without a salt of its own gives nothing away."""


@transaction.atomic
def new_codes(knitter: Knitter) -> list[str]:
    """Eight new codes in the place of those that there were; shown once."""
    knitter.recovery_codes.all().delete()
    codes = ["-".join(_group() for _ in range(_GROUPS)) for _ in range(HOW_MANY)]
    RecoveryCode.objects.bulk_create(RecoveryCode(knitter=knitter, digest=_digest_of(code)) for code in codes)
    return codes


def codes_left(knitter: Knitter) -> int:
    """How many codes are not used yet."""
    return knitter.recovery_codes.filter(used_at=None).count()


@transaction.atomic
def recover(name: str, code: str, password: str) -> bool:
    """Give a knitter another password for a code of hers; whether it was one. All her sessions end with that."""
    still = RecoveryCode.objects.filter(knitter__username=name, knitter__is_active=True, used_at=None)
    found = still.filter(digest=_digest_of(code)).select_related("knitter").first()
    if found is None or not still.filter(pk=found.pk).update(used_at=timezone.now()):
        return False
    found.knitter.set_password(password)
    found.knitter.save(update_fields=["password"])
    return True


def _group() -> str:
    return "".join(secrets.choice(_LETTERS) for _ in range(_OF_A_GROUP))


def _digest_of(code: str) -> str:
    """A code however it was typed: spaces, hyphens and capitals do not matter."""
    return digest("".join(letter for letter in code.lower() if letter in _LETTERS))
