"""How a piece is meant to lie."""

from __future__ import annotations

from enum import Enum

from knitting.statements import sentence


class Curvature(Enum):
    """How a piece should lie, with the sentence that says so."""

    FLAT = sentence("It should lie flat.")
    CUPS = sentence("It should cup at the shoulders: its rows widen fast, then slowly.")
    DOME = sentence("It is a tube that closes in a dome.")
    TUBE = sentence("It is a tube: it hangs straight.")
