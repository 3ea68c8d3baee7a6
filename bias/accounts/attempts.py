"""How often something may be tried: a wrong password of one name from one place, a link that leads nowhere."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping
from contextlib import suppress
from dataclasses import dataclass

from django.conf import settings
from django.core.cache import cache
from django.http import HttpRequest

WITHIN_S = 300
_OF_A_NAME_FROM_A_PLACE, _FROM_A_PLACE, _OF_A_NAME = 5, 20, 50
"""Wrong passwords within that time after which no other is tried."""
_LINKS_FROM_A_PLACE, _REMARKS_FROM_A_PLACE = 30, 12


@dataclass(frozen=True, slots=True)
class Tries:
    """What was tried in vain of late: how often each sort of it may be, and which of it is forgotten after one that was
    right."""

    limits: Mapping[str, int]
    slips: str = ""

    @staticmethod
    def at_signing_in(request: HttpRequest) -> Tries:
        """Passwords of the name that is given, from the address that it comes from."""
        return Tries.of_name(request, request.POST.get("login", ""))

    @staticmethod
    def of_name(request: HttpRequest, given: str) -> Tries:
        """Passwords of a name, from the address that they come from."""
        name, place = given.casefold(), place_of(request)
        both = _key("both", name, place)
        limits = {
            both: _OF_A_NAME_FROM_A_PLACE,
            _key("place", place): _FROM_A_PLACE,
            _key("name", name): _OF_A_NAME,
        }
        return Tries(limits, both)

    @staticmethod
    def at_links(request: HttpRequest) -> Tries:
        """Links that lead nowhere, from the address that they come from."""
        return Tries({_key("link", place_of(request)): _LINKS_FROM_A_PLACE})

    @staticmethod
    def at_remarks(request: HttpRequest) -> Tries:
        """Remarks that are left, from the address that they come from: each counts."""
        return Tries({_key("remark", place_of(request)): _REMARKS_FROM_A_PLACE})

    @property
    def too_many(self) -> bool:
        """Whether nothing else is tried for now, be it right or wrong."""
        counted = cache.get_many(self.limits)
        return any(counted.get(key, 0) >= most for key, most in self.limits.items())

    def note_wrong(self) -> None:
        """One more that was wrong."""
        for key in self.limits:
            cache.add(key, 0, WITHIN_S)
            with suppress(ValueError):  # it ended between the two
                cache.incr(key)

    def forget(self) -> None:
        """The right one from this place: what was wrong before it was a slip."""
        cache.delete(self.slips)


def place_of(request: HttpRequest) -> str:
    """The address that a request comes from, told by the server in front where there is one."""
    header = "HTTP_X_REAL_IP" if settings.BIAS_BEHIND_PROXY else "REMOTE_ADDR"
    return str(request.META.get(header, ""))


def _key(*parts: str) -> str:
    """A name for the cache that holds nothing that was typed."""
    return "attempts-" + hashlib.blake2b("\0".join(parts).encode("utf-8", "replace"), digest_size=16).hexdigest()
