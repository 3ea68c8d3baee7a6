"""How often a wrong password may be tried: of one name from one place, of one name, from one place."""

from __future__ import annotations

import hashlib
from contextlib import suppress
from dataclasses import dataclass

from django.conf import settings
from django.core.cache import cache
from django.http import HttpRequest

WITHIN_S = 300
_OF_A_NAME_FROM_A_PLACE, _FROM_A_PLACE, _OF_A_NAME = 5, 20, 50
"""Wrong passwords within that time after which no other is tried."""


@dataclass(frozen=True, slots=True)
class Attempts:
    """The wrong passwords of late that count for one sign-in."""

    name: str
    place: str

    @staticmethod
    def of(request: HttpRequest) -> Attempts:
        """Those of the name that is given, from the address that it comes from."""
        header = "HTTP_X_REAL_IP" if settings.BIAS_BEHIND_PROXY else "REMOTE_ADDR"
        return Attempts(request.POST.get("username", "").casefold(), request.META.get(header, ""))

    def _limits(self) -> dict[str, int]:
        return {
            _key("both", self.name, self.place): _OF_A_NAME_FROM_A_PLACE,
            _key("place", self.place): _FROM_A_PLACE,
            _key("name", self.name): _OF_A_NAME,
        }

    @property
    def too_many(self) -> bool:
        """Whether no other password is tried for now, be it right or wrong."""
        limits = self._limits()
        counted = cache.get_many(limits)
        return any(counted.get(key, 0) >= most for key, most in limits.items())

    def note_wrong(self) -> None:
        """One wrong password more."""
        for key in self._limits():
            cache.add(key, 0, WITHIN_S)
            with suppress(ValueError):  # it ended between the two
                cache.incr(key)

    def forget(self) -> None:
        """The right password from this place: what was wrong before it was a slip."""
        cache.delete(_key("both", self.name, self.place))


def _key(*parts: str) -> str:
    """A name for the cache that holds nothing that was typed."""
    return "attempts-" + hashlib.blake2b("\0".join(parts).encode("utf-8", "replace"), digest_size=16).hexdigest()
