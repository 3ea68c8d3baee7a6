"""Pieces that lie better: what would mend a bend of the cloth, each tried before it is offered."""

from knitting.straightening.advice import Advice, advise
from knitting.straightening.in_words import WordsAdvice, WordsMend, advise_words

__all__ = ["Advice", "WordsAdvice", "WordsMend", "advise", "advise_words"]
