"""Own hand: the same piece with the knitter's own increases, decreases, marks, edges and bind-off."""

from knitting.substitution.exchange import Exchanged, Refusal, exchange
from knitting.substitution.preferences import FirstStitch, Habits

__all__ = ["Exchanged", "FirstStitch", "Habits", "Refusal", "exchange"]
