"""What stands among the steps of a row and is none: glosses, advice, company, words that gather the steps before."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Sequence
from functools import cached_property

from knitting.dialects.single_steps import SINGLE_STEPS
from knitting.dialects.tokens import Token
from knitting.rows import Cluster, Group, Step, Work
from knitting.sorting.asking import is_talk
from knitting.words.known_steps import KnownSteps
from knitting.words.slots import Slots
from knitting.words.unread_steps import CLOSERS

_ENDS_CLAUSE = frozenset({",", ";", ".", "*", *CLOSERS, *CLOSERS.values()})
_FEWEST_IN_TALK = 4
_MOST_IN_CLUSTER = 5
_SINGLE_FORMS = tuple(SINGLE_STEPS)


class AsideReader(KnownSteps, ABC):
    """Reads what is no step; the reader of steps builds on it."""

    slots: Slots

    @abstractmethod
    def _names(self, inner: Sequence[Token], step: Work) -> bool:
        """Whether some words, read as steps, are the stitch of a step and nothing else."""

    @cached_property
    def _between(self) -> frozenset[str]:
        """What stands between steps."""
        classes = self.dialect.classes
        return frozenset([",", ";", ".", *classes["and"], *classes["then"]])

    def _passed_over(self, steps: list[Step]) -> bool:
        """Whether words that ask for nothing stood here, or made the last steps one cluster."""
        start = self.at
        if self.tokens[start].text in CLOSERS:
            close = closing(self.tokens, start)
            inner = self.tokens[start + 1 : close] if close is not None else ()
            if close is None or not inner or self._is_repeated(close + 1):
                return False
            after_step = bool(steps) and self.tokens[start - 1].text not in self._between
            if is_talk(inner, self.dialect, begun=True) or (after_step and self._explains(steps[-1], inner)):
                self.at = close + 1
                self.talk.append(self._span(start))
                return True
            return False
        company = self.slots.first_of(("company",), self.tokens, start)
        if (
            company is not None
            and company[2] > start
            and self._may_end(company[2])
            and not self.slots.form("turn", self.tokens, start)
        ):
            self.at = company[2]
            self.talk.append(self._span(start))
            return True
        return self._gathered_into_one(steps) or self._repeated_so_far(steps) or self._is_talk_clause()

    def _is_repeated(self, at: int) -> bool:
        """Whether what stands behind a bracket says how often, how far or into what it is worked."""
        if at >= len(self.tokens):
            return False
        return bool(
            self.slots.repeats(self.tokens, at)
            or self.slots.goal(self.tokens, at)
            or self.slots.first_of(("into", "into_one"), self.tokens, at)
            or self.tokens[at].text in self.dialect.classes["rep"]
        )

    def _explains(self, step: Step, inner: Sequence[Token]) -> bool:
        """Whether some words name the very stitch that stands before them."""
        if not isinstance(step, Work) or step.stitch.uses == step.stitch.makes == 1:
            return False
        said = " ".join(token.text for token in inner)
        if said in (step.stitch.spoken, self.dialect.spoken.get(step.stitch.key)):
            return True
        return self._names(inner, step)

    def _may_end(self, at: int) -> bool:
        return at >= len(self.tokens) or self.tokens[at].text in self._between or self.tokens[at].text in ")]}(*"

    def _gathered_into_one(self, steps: list[Step]) -> bool:
        """ "K1, p1 and k1 into next st" without brackets: the single stitches before it are one cluster."""
        found = self.slots.first_of(("into_one",), self.tokens, self.at)
        if found is None:
            return False
        count = 0
        while count < len(steps) and count < _MOST_IN_CLUSTER:
            step = steps[-1 - count]
            if not isinstance(step, Work) or step.times != 1 or step.stitch.uses > 1:
                break
            count += 1
        if not count:
            return False
        works = [step for step in steps[len(steps) - count :] if isinstance(step, Work)]
        self.at = found[2]
        span = works[0].span.to(self.tokens[self.at - 1].span)
        del steps[len(steps) - count :]
        steps.append(works[0] if count == 1 else Cluster(tuple(works), 1, span))
        return True

    def _repeated_so_far(self, steps: list[Step]) -> bool:
        """ "K1, p1 to end" without brackets: all that the row has so far is worked again and again."""
        goal = self.slots.goal(self.tokens, self.at) if len(steps) > 1 else None
        works = [step for step in steps if isinstance(step, Work)]
        if goal is None or len(works) != len(steps) or self._of_next_stitch(goal[1]):
            return False
        self.at = goal[1]
        span = works[0].span.to(self.tokens[self.at - 1].span)
        steps[:] = [Group(tuple(works), span, goal=goal[0])]
        return True

    def _skip_again(self) -> None:
        """ "(k2, p2) rep to end": the word says nothing more than the brackets."""
        again = self.at
        while again < len(self.tokens) and (
            self.tokens[again].text in ",;" or self.tokens[again].text in self.dialect.classes["rep"]
        ):
            again += 1
        if again > self.at and (self.slots.goal(self.tokens, again) or self.slots.times(self.tokens, again)):
            self.at = again if self.tokens[again - 1].text in self.dialect.classes["rep"] else self.at

    def _skip_verb_behind(self) -> None:
        """ "Ab * noch 3 mal wiederholen": the verb may stand behind how often, and says nothing more."""
        if self.at < len(self.tokens) and self.tokens[self.at].text in self.dialect.classes["rep"]:
            begins_other = self.slots.form("star", self.tokens, self.at)
            self.at += 1 if begins_other is None or begins_other[1] == self.at + 1 else 0

    def _of_next_stitch(self, at: int) -> bool:
        """Whether a goal that ends here is that of the stitch behind it, where the dialect says last what is done."""
        if not self.dialect.verbs_last or at >= len(self.tokens):
            return False
        return self.tokens[at].number is None and self.dialect.stitch_at(self.tokens, at) is not None

    def _is_talk_clause(self) -> bool:
        """Whether a clause of several plain words stands here that asks for nothing."""
        if self.tokens[self.at].text not in self.dialect.talk_starts:
            return False
        end = self.at
        while end < len(self.tokens) and self.tokens[end].text not in _ENDS_CLAUSE:
            end += 1
        clause = self.tokens[self.at : end]
        plain = len(clause) >= _FEWEST_IN_TALK and all(token.is_word for token in clause)
        known = plain and (self.slots.first_of(_SINGLE_FORMS, self.tokens, self.at) or self._names_stitch())
        if not plain or known or not is_talk(clause, self.dialect, begun=True):
            return False
        start, self.at = self.at, end
        self.talk.append(self._span(start))
        return True

    def _names_stitch(self) -> bool:
        known = self.dialect.stitch_at(self.tokens, self.at) or self.slots.first_of(
            self.dialect.told_stitches, self.tokens, self.at
        )
        return known is not None or self.tokens[self.at].text in self.dialect.classes["work"]


def closing(tokens: Sequence[Token], at: int) -> int | None:
    """The place of the bracket that closes the one at ``at``, or ``None``."""
    waiting: list[str] = []
    for place in range(at, len(tokens)):
        text = tokens[place].text
        if text in CLOSERS:
            waiting.append(CLOSERS[text])
        elif waiting and text == waiting[-1]:
            waiting.pop()
            if not waiting:
                return place
    return None
