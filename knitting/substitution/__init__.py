"""Own hand: the same piece with the knitter's own increases, decreases, marks, edges and bind-off."""

from knitting.substitution.exchange import KeptRow, Substitution, substitute
from knitting.substitution.preferences import FirstStitch, OwnHand

__all__ = ["FirstStitch", "KeptRow", "OwnHand", "Substitution", "substitute"]
