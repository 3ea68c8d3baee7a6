"""A change of a plan that cannot be made."""

from __future__ import annotations

from knitting.statements import Refused


class CannotEdit(Refused):
    """A change that cannot be made; the reason says what could be."""
