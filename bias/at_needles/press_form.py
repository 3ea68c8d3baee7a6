"""A press as a form sends it where the page's scripts do not run."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class PressForm:
    """One event behind a button: what pressing it ``does`` in words, its kind, its row, and what belongs to it.

    Lists stand as JSON, as the form sends them.
    """

    does: str
    kind: str
    row: int
    reason: str = ""
    takes_back: str = ""
    settles: str = ""
    differences: str = ""
    text: str = ""

    @property
    def text_name(self) -> str:
        """The field that its text belongs to."""
        return "says" if self.kind == "mended" else "text"
