"""What of a row cannot be read as a step: said in its place, and passed over."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.dialects.dialect import Dialect
from knitting.dialects.spelling import nearest_stitch
from knitting.dialects.tokens import Token, raw_of, span_of
from knitting.problems import Problem, ProblemKind, Span, TextMend, unreadable
from knitting.rows import Unread
from knitting.statements import Sentence, sentence

CLOSERS = {"(": ")", "[": "]", "{": "}"}


class UnreadSteps:
    """A place in the tokens of a row, and what could not be read up to there."""

    tokens: Sequence[Token]
    line_text: str
    dialect: Dialect
    at: int
    talk: list[Span]
    problems: list[Problem]
    unclosed_said: bool

    def _span(self, start: int) -> Span:
        return span_of(tuple(self.tokens[start : self.at]))

    def _phrase_end(self, at: int, closer: str) -> int:
        at += 1
        while at < len(self.tokens) and self.tokens[at].text not in (",", ";", ".", closer or ","):
            at += 1
        return at

    def _unread(self, end: int) -> Unread:
        tokens = self.tokens[self.at : end]
        self.at = end
        span, text = span_of(tuple(tokens)), raw_of(tuple(tokens), self.line_text)
        said = text if len(text) <= 40 else text[:39] + "…"
        counted = self.dialect.counts_first and len(tokens) > 1 and tokens[0].number is not None
        word = tokens[1] if counted else tokens[0]
        if len(tokens) > 2 or not word.is_word:
            self._say(ProblemKind.CANNOT_READ, span, sentence("'{said}' cannot be read as a step.", said=said))
            return Unread(text, span)
        near = nearest_stitch(word.text, self.dialect)
        hint = sentence("Did you mean '{near}'?", near=near) if near else None
        mends = (TextMend(word.span, near),) if near else ()
        self._say(
            ProblemKind.UNKNOWN_STITCH, span, sentence("'{said}' is no stitch that Bias knows.", said=said), hint, mends
        )
        return Unread(text, span)

    def _say_unclosed(self) -> None:
        """One problem for all brackets that are never closed, at the first of them; its mend closes them all."""
        waiting: list[Token] = []
        for token in self.tokens:
            if token.text in CLOSERS:
                waiting.append(token)
            elif waiting and token.text == CLOSERS[waiting[-1].text]:
                waiting.pop()
        if self.unclosed_said or not waiting:
            return
        self.unclosed_said = True
        missing = "".join(CLOSERS[token.text] for token in reversed(waiting))
        last = next((token for token in reversed(self.tokens) if token.text != "."), self.tokens[0])
        self._say(
            ProblemKind.CANNOT_READ,
            waiting[0].span,
            sentence("The bracket '{text}' is never closed.", text=waiting[0].text),
            sentence("Put '{closer}' after the last of its stitches.", closer=missing),
            (TextMend(Span(0, last.span.end), missing),),
        )

    def refuse_talk(self) -> None:
        """Say that what was passed over is no step."""
        for span in self.talk:
            said = self.line_text[span.column - 1 : span.end - 1]
            self._say(ProblemKind.CANNOT_READ, span, sentence("'{said}' cannot be read as a step.", said=said))
        self.talk.clear()

    def _refuse(self, start: int, message: Sentence) -> Unread:
        span = self._span(start)
        self._say(ProblemKind.CANNOT_READ, span, message)
        return Unread(self.line_text[span.column - 1 : span.end - 1], span)

    def _say(
        self,
        kind: ProblemKind,
        span: Span,
        message: Sentence,
        hint: Sentence | None = None,
        mends: tuple[TextMend, ...] = (),
    ) -> None:
        self.problems.append(unreadable(kind, span, message, hint, mends=mends))
