"""Numbers and ids as they come in addresses and forms, read in one place."""

from __future__ import annotations

import contextlib
from uuid import UUID

from django.utils.http import url_has_allowed_host_and_scheme

LARGEST = 99_999_999
"""No row, stitch, piece or revision has a higher number."""


class NumberConverter:
    """A number in the path of an address; nothing is found where it is larger than any that there is."""

    regex = f"[0-9]{{1,{len(str(LARGEST))}}}"

    def to_python(self, value: str) -> int:
        """The number that stands there."""
        return int(value)

    def to_url(self, value: int) -> str:
        """How a number is put there."""
        return str(value)


class Base36Converter(NumberConverter):
    """The number of a knitter as links for a new password have it: letters and figures, never a hyphen."""

    regex = "[0-9A-Za-z]{1,13}"

    def to_python(self, value: str) -> str:  # type: ignore[override]
        """As it stands there."""
        return value

    def to_url(self, value: str) -> str:  # type: ignore[override]
        """As it is."""
        return value


def whole_number(typed: str | None, most: int = LARGEST) -> int | None:
    """A whole number as it was typed, at most ``most``; ``None`` where it is none.

    >>> whole_number(" 12 "), whole_number("000000000000000012"), whole_number("9" * 400), whole_number("9" * 400, 30)
    (12, 12, 99999999, 30)
    >>> whole_number("-1"), whole_number("1.5"), whole_number("\N{SUPERSCRIPT TWO}"), whole_number("")
    (None, None, None, None)
    """
    digits = (typed or "").strip()
    if not (digits.isascii() and digits.isdigit()):
        return None
    return min(int(digits.lstrip("0")[:12] or "0"), most)


def decimal(typed: str | None, most: float = 1_000_000) -> float | None:
    """A number from 0 up as it was typed, with a point or a comma; ``None`` where it is none, or above ``most``.

    >>> decimal("4,5"), decimal(" 12 "), decimal("-1"), decimal("nan"), decimal("1e999"), decimal("")
    (4.5, 12.0, None, None, None, None)
    """
    try:
        value = float((typed or "").strip().replace(",", "."))
    except ValueError:
        return None
    return value if 0 <= value <= most else None


def own_address(asked: str, usual: str) -> str:
    """An address of this site to go back to; the usual one where another place is asked for, or none.

    >>> own_address("/pieces/3/", "/"), own_address("//elsewhere", "/"), own_address("0", "/"), own_address("", "/")
    ('/pieces/3/', '/', '/', '/')
    """
    own = asked.startswith("/") and url_has_allowed_host_and_scheme(asked, allowed_hosts=None)
    return asked if own else usual


def given_id(typed: str | None) -> UUID | None:
    """An id that a form was given; ``None`` where it is none.

    >>> given_id("00000000000040008000000000000001"), given_id("one"), given_id(None)
    (UUID('00000000-0000-4000-8000-000000000001'), None, None)
    """
    with contextlib.suppress(ValueError):
        return UUID(typed or "")
    return None
