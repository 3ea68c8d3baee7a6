"""Pieces that lie better: what would mend a bend of the cloth, each tried before it is offered."""

from knitting.remedies.advice import Advice, PlanTrials, advise
from knitting.remedies.time_limit import StillTrying
from knitting.remedies.written_rows import WordsAdvice, WordsMend, WordsTrials, advise_words

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
