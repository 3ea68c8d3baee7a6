"""Steps of one row that were read before with the same words behind them: a long row has many that are equal."""

from __future__ import annotations

from knitting.rows import Step, Work
from knitting.stitches import StitchKind
from knitting.words.unread_steps import UnreadSteps

_SEEN_AHEAD = 12
_LONGEST_KNOWN = 3


class KnownSteps(UnreadSteps):
    """Keeps the stitches of a row by the words that lie before them."""

    known: dict[tuple[str, ...], tuple[StitchKind, int, int]]

    def _ahead(self, at: int) -> tuple[str, ...]:
        return tuple(token.text for token in self.tokens[at : at + _SEEN_AHEAD])

    def _known_step(self) -> Step | None:
        """A stitch before which the same words lie as before one that was read: in a long row there are many."""
        known = self.known.get(self._ahead(self.at)) if self.known else None
        if known is None:
            return None
        (stitch, times, length), start = known, self.at
        self.at += length
        return Work(stitch, times, self._span(start))

    def _keep(self, start: int, step: Step, said: int) -> None:
        plain = isinstance(step, Work) and self.at - start <= _LONGEST_KNOWN and start + _SEEN_AHEAD < len(self.tokens)
        if plain and len(self.problems) + len(self.talk) == said and step.span == self._span(start):
            assert isinstance(step, Work)
            self.known[self._ahead(start)] = step.stitch, step.times, self.at - start
