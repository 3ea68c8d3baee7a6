"""Pieces that lie better: what would mend a bend of the cloth, each tried before it is offered."""

from knitting.straightening.advice import Advice, PlanTrials, advise
from knitting.straightening.in_words import WordsAdvice, WordsMend, WordsTrials, advise_words
from knitting.straightening.patience import StillTrying

__all__ = [
    "Advice",
    "PlanTrials",
    "StillTrying",
    "WordsAdvice",
    "WordsMend",
    "WordsTrials",
    "advise",
    "advise_words",
]
