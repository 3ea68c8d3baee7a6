"""A resized plan in the words that it was brought in with."""

from __future__ import annotations

from dataclasses import dataclass

from bias.results.memory import remembered
from bias.results.pieces import Results, results_of_words
from bias.results.plans import plan_of_words, results_of_plan
from knitting.forecast.forecast import forecast_of
from knitting.sizing.resized_words import resized_words

_BYTES_A_LETTER = 40


@dataclass(frozen=True)
class InItsWords:
    """The words of a piece in another size.

    ``own`` says that only figures of the words as they were brought in are others; else they are written anew. Lines
    that speak of the size that was (counted from 1) are ``outdated``.
    """

    text: str
    own: bool
    outdated: tuple[int, ...] = ()

    @property
    def results(self) -> Results:
        """All that comes of the words."""
        return results_of_words(self.text)


@remembered(weigh=lambda found: _BYTES_A_LETTER * len(found.text))
def in_its_words(written: str, plan: str) -> InItsWords:
    """A plan in the words of the rows that it was read from; in those of their dialect where that cannot be."""
    now, begun = results_of_plan(plan), plan_of_words(written).plan
    if begun is not None:
        found = resized_words(written, forecast_of(begun), now.forecast)
        if found is not None:
            return InItsWords(found.text, own=True, outdated=found.outdated)
    return InItsWords(now.results.written(results_of_words(written).reading.dialect.code), own=False)
