"""How a piece is meant to lie."""

from __future__ import annotations

from enum import Enum


class Curvature(Enum):
    """How a piece should lie."""

    FLAT = "It should lie flat."
    CUPS = "It should cup at the shoulders: its rows widen fast, then slowly."
    TUBE = "It is a tube: it hangs straight."
