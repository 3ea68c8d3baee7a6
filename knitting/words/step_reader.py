"""Reading the steps of one row."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.dialects.dialect import Dialect, spelled_at
from knitting.dialects.single_steps import SINGLE_STEPS
from knitting.dialects.templates import Found
from knitting.dialects.tokens import Token
from knitting.problems import Problem, ProblemKind, Span
from knitting.rows import ChangeColour, Cluster, Goal, Group, Shape, Step, ToEnd, Turn, Unread, Work, WorkTo
from knitting.rows.without_places import with_places
from knitting.statements import sentence
from knitting.stitches import STITCHES, Family, StitchKind
from knitting.words.asides import AsideReader, closing
from knitting.words.slots import slots_of
from knitting.words.unread_steps import CLOSERS

_SINGLE_FORMS = tuple(SINGLE_STEPS)
_MOST_NESTED = 20


class StepReader(AsideReader):
    """Reads a row's tokens from left to right; what it cannot read it says and passes over."""

    def __init__(self, tokens: Sequence[Token], line_text: str, dialect: Dialect) -> None:
        self.tokens = tokens
        self.line_text = line_text
        self.dialect = dialect
        self.slots = slots_of(dialect)
        self.at = 0
        self.problems: list[Problem] = []
        self.talk: list[Span] = []
        self.unclosed_said = False
        self.known: dict[tuple[str, ...], tuple[StitchKind, int, int]] = {}

    def read(self) -> tuple[Step, ...]:
        """All steps of the row."""
        steps = self._steps(closer="", starred=False, depth=0)
        while self.at < len(self.tokens):
            steps += (self._unread(self._phrase_end(self.at, closer="")),)
            steps += self._steps(closer="", starred=False, depth=0)
        self._say_after_turn(steps)
        return self._whole_row(steps)

    def _say_after_turn(self, steps: tuple[Step, ...]) -> None:
        """What is written after ``turn`` is another row."""
        at = next((at for at, step in enumerate(steps[:-1]) if isinstance(step, Turn)), None)
        if at is not None:
            after = steps[at + 1].span.to(steps[-1].span)
            message = sentence("'{said}' comes after the turn.", said=self.line_text[after.column - 1 : after.end - 1])
            self._say(ProblemKind.CANNOT_READ, after, message, sentence("Write what follows a turn as the next row."))

    def _whole_row(self, steps: tuple[Step, ...]) -> tuple[Step, ...]:
        """A bare ``Knit.`` works the whole row where nothing else is worked in it by its stitches."""
        worked = [step for step in steps if not isinstance(step, Shape | ChangeColour)]
        match worked:
            case [Work(stitch, 1, span)] if stitch.uses == stitch.makes == 1:
                if not any(char.isdigit() for char in self.line_text[span.column - 1 : span.end - 1]):
                    whole = WorkTo(stitch, ToEnd(), span, whole=True)
                    return tuple(step if isinstance(step, Shape | ChangeColour) else whole for step in steps)
        return steps

    def _steps(self, closer: str, starred: bool, depth: int) -> tuple[Step, ...]:
        steps: list[Step] = []
        while self.at < len(self.tokens):
            token = self.tokens[self.at]
            if token.text in self._between:
                self.at += 1
            elif (known := self._known_step()) is not None:
                steps.append(known)
            elif self._passed_over(steps):
                continue
            elif token.text == closer or (starred and self._star_ends()) or (not closer and token.text in ")]}"):
                break
            else:
                start, said = self.at, len(self.problems) + len(self.talk)
                steps.append(self._step(closer, depth))
                self._keep(start, steps[-1], said)
        return tuple(steps)

    def _step(self, closer: str, depth: int) -> Step:
        token = self.tokens[self.at]
        if depth >= _MOST_NESTED:
            return self._unread(len(self.tokens))
        if token.text == "*":
            return self._star(closer, depth)
        if token.text in CLOSERS:
            return self._bracket(closer, depth)
        step = self._goal_first() or self._times_first() or self._single() or self._stitch() or self._after_verb()
        return step or self._unread(self._phrase_end(self.at, closer))

    # -- groups ---------------------------------------------------------------------------------

    def _star_ends(self) -> bool:
        return self.tokens[self.at].text == "*" or self.slots.form("star", self.tokens, self.at) is not None

    def _star(self, closer: str, depth: int) -> Step:
        start = self.at
        self.at += 1
        steps = self._steps(closer, starred=True, depth=depth + 1)
        if self.at < len(self.tokens) and self.tokens[self.at].text == "*":
            self.at += 1
        while self.at < len(self.tokens) and self.tokens[self.at].text in ",;":
            self.at += 1
        found = self.slots.form("star", self.tokens, self.at)
        if found:
            self.at = found[1]
        return self._repeated(steps, start, starred=True, said_again=found is not None)

    def _bracket(self, outer: str, depth: int) -> Step:
        start, closer, passed_over = self.at, CLOSERS[self.tokens[self.at].text], len(self.talk)
        self.at += 1
        steps = self._steps(closer, starred=False, depth=depth + 1)
        if self.at >= len(self.tokens) or self.tokens[self.at].text != closer:
            if not self.unclosed_said and closing(self.tokens, start) is not None:  # talk took its end along
                del self.talk[passed_over:]
                self.at = start
                return self._unread(len(self.tokens))
            self._say_unclosed()
            self.at = len(self.tokens)
            return Unread(self.tokens[start].text, self.tokens[start].span)
        self.at += 1
        into = self.slots.form("into", self.tokens, self.at) or self.slots.form("into_one", self.tokens, self.at)
        if into:
            self.at = into[1]
            return self._cluster(steps, start, into[0])
        return self._repeated(steps, start, starred=False, said_again=False)

    def _repeated(self, steps: tuple[Step, ...], start: int, starred: bool, said_again: bool) -> Step:
        """A group with its tail: a number of times, a goal, or nothing (to the end after a star)."""
        if not said_again:
            self._skip_again()
        goal = self.slots.goal(self.tokens, self.at)
        if goal:
            self.at = goal[1]
            self._skip_verb_behind()
            return Group(steps, self._span(start), goal=goal[0], starred=starred)
        count = self.slots.repeats if said_again else self.slots.times
        times = count(self.tokens, self.at)
        if times:
            bare = self.slots.times(self.tokens, self.at) if said_again else None
            self.at = times[1]
            self._skip_verb_behind()
            unsaid = bare is not None and bare[1] == times[1] and times[0] == bare[0] + 1
            return Group(steps, self._span(start), times[0], starred=starred, unsaid=unsaid)
        if starred:
            return Group(steps, self._span(start), goal=ToEnd(), starred=True)
        return Group(steps, self._span(start))

    def _cluster(self, steps: tuple[Step, ...], start: int, found: Found) -> Step:
        over = found.get("n", 1)
        assert isinstance(over, int)
        works = tuple(step for step in steps if isinstance(step, Work))
        if len(works) != len(steps) or not works:
            return self._refuse(start, sentence("Only stitches can be worked into the same stitch."))
        wrong = next((w for w in works if w.stitch.uses not in (0, 1, over)), None)
        if wrong is not None or over < 1:
            return self._refuse(start, sentence("This cluster cannot be worked into {over} at once.", over=over))
        return Cluster(works, over, self._span(start))

    # -- single steps -----------------------------------------------------------------------------

    def _names(self, inner: Sequence[Token], step: Work) -> bool:
        """Whether some words, read as steps, are the stitch of a step and nothing else."""
        read = StepReader(inner, self.line_text, self.dialect)
        steps = read.read()
        return not read.problems and len(steps) == 1 and isinstance(steps[0], Work) and steps[0].stitch is step.stitch

    def _goal_first(self) -> Step | None:
        """ "Bis zum Ende re": how far before what."""
        start = self.at
        goal = self.slots.goal(self.tokens, start) if self.dialect.verbs_last else None
        if goal is None or not self._of_next_stitch(goal[1]):
            return None
        self.at = goal[1]
        found = self._stitch_and_count()
        assert found is not None, "a stitch stands there"
        return self._up_to(self._modified(found[0]), goal[0], start)

    def _times_first(self) -> Step | None:
        """ "3x k2tog": how often before what."""
        start = self.at
        if self.slots.number(self.tokens[start]) is None:
            return None
        found = self.slots.form("times_first", self.tokens, start)
        if found is None or found[1] >= len(self.tokens):
            return None
        times = found[0]["n"]
        assert isinstance(times, int)
        self.at = found[1]
        token = self.tokens[self.at].text
        step = self._bracket("", 1) if token in CLOSERS else self._stitch()
        if step is None:
            self.at = start
            return None
        inner = step.steps if isinstance(step, Group) and step.times == 1 and step.goal is None else (step,)
        return Group(inner, self._span(start), times)

    def _single(self) -> Step | None:
        """A step with a form of its own: marks, colours, fabrics, holders."""
        start = self.at
        found = self.slots.first_of(_SINGLE_FORMS, self.tokens, self.at)
        if found is None:
            return None
        told = self.slots.first_of(self.dialect.told_stitches, self.tokens, self.at)
        if told is not None:
            goal = self.slots.goal(self.tokens, told[2])
            if max(told[2], goal[1] if goal else 0) > found[2]:
                return None
        form, values, self.at = found
        return SINGLE_STEPS[form](values, self._span(start))

    def _after_verb(self) -> Step | None:
        """ "Work k2", "lavorare a diritto": the verb says nothing more than the stitch after it."""
        if self.tokens[self.at].text not in self.dialect.classes["work"] or self.at + 1 >= len(self.tokens):
            return None
        self.at += 1
        step = self._stitch()
        if step is None:
            self.at -= 1
        return step

    def _own(self) -> Step | None:
        """A stitch that the text defines for itself, so many times; its steps lie where its name stands."""
        start = self.at
        ahead = tuple(token.text for token in self.tokens[start : start + 3])
        names = [name for name in self.dialect.own if name == ahead[: len(name)]]
        if not names:
            return None
        name = max(names, key=len)
        self.at = start + len(name)
        times = self.slots.times(self.tokens, self.at)
        self.at = times[1] if times else self.at
        span = self._span(start)
        steps = with_places(self.dialect.own[name], lambda _: span)
        return steps[0] if len(steps) == 1 and times is None else Group(steps, span, times[0] if times else 1)

    def _stitch(self) -> Step | None:
        if self.dialect.own and (own := self._own()) is not None:
            return own
        start = self.at
        found = self._stitch_and_count()
        if found is None:
            return None
        kind, count = found
        kind = self._modified(kind)
        if count is None:
            count = self._plain_count()
            kind = self._modified(kind)
        each = self.slots.form("in_each", self.tokens, self.at) if count in (None, 1) else None
        if each:
            self.at = each[1]
            number = each[0]["n"]
            assert isinstance(number, int)
            return Work(kind, number, self._span(start))
        if kind.uses and count is None:
            once = self.slots.form("in_next", self.tokens, self.at)
            self.at = once[1] if once else self.at
        times = self.slots.times(self.tokens, self.at)
        if times:
            self.at = times[1]
            return Work(kind, times[0] * (count or 1), self._span(start))
        if count is None and kind.family is Family.BIND_OFF:
            return self._bound_off(kind, start)
        goal = self.slots.goal(self.tokens, self.at) if count is None else None
        if goal is None:
            return Work(kind, 1 if count is None else count, self._span(start))
        self.at = goal[1]
        return self._up_to(self._modified(kind), goal[0], start)

    def _up_to(self, kind: StitchKind, goal: Goal, start: int) -> Step:
        """A stitch up to a goal: again and again where it is more than one for one."""
        if kind.uses == kind.makes == 1:
            return WorkTo(kind, goal, self._span(start))
        return Group((Work(kind, 1, self._span(start)),), self._span(start), goal=goal)

    def _bound_off(self, kind: StitchKind, start: int) -> Step:
        """ "BO loosely" as a row: all that is there, or up to a goal."""
        manner = max(self.slots.read("manner", self.tokens, self.at), key=lambda each: each[1], default=None)
        goal = self.slots.goal(self.tokens, self.at)
        if goal is None and manner is not None:
            goal = self.slots.goal(self.tokens, manner[1])
            self.at = manner[1]
        self.at = goal[1] if goal else self.at
        work = Work(kind, 1, self._span(start))
        return Group((work,), self._span(start), goal=goal[0] if goal else ToEnd())

    def _stitch_and_count(self) -> tuple[StitchKind, int | None] | None:
        told = self.slots.first_of(self.dialect.told_stitches, self.tokens, self.at)
        found = self.dialect.stitch_at(self.tokens, self.at)
        if told is not None and (found is None or told[2] > found[1]):
            self.at = told[2]
            return STITCHES[told[0].removeprefix("as_")], None
        if found:
            kind, self.at = found
            return kind, None
        token = self.tokens[self.at]
        if self.dialect.counts_first and token.number is not None:
            return self._count_before(token.number)
        word = token.text.rstrip("0123456789")
        digits = token.text[len(word) :]
        if not word or not digits or len(digits) > 9 or not digits.isascii():
            return None
        single = self.dialect.short_stitches.get(word)
        if single is None:
            return None
        self.at += 1
        return single, int(digits)

    def _count_before(self, count: int) -> tuple[StitchKind, int] | None:
        """``5 dir``, ``5 m a dir``: the number first, where the dialect counts so."""
        at = self.at + 1
        if at < len(self.tokens) and self.tokens[at].text in self.dialect.classes["st"]:
            at += 1
        found = self.dialect.stitch_at(self.tokens, at)
        if found is None:
            return None
        kind, self.at = found
        return kind, count

    def _plain_count(self) -> int | None:
        """``co 3 sts``, ``k 5``: a number of its own, unless it begins a number of times."""
        if self.at >= len(self.tokens) or self.slots.times(self.tokens, self.at):
            return None
        number = self.slots.number(self.tokens[self.at])
        if number is None:
            return None
        self.at += 1
        if self.at < len(self.tokens) and self.tokens[self.at].text in self.dialect.classes["st"]:
            self.at += 1
        return number

    def _modified(self, kind: StitchKind) -> StitchKind:
        """The kind worked through the back, or slipped another way, where the words say so."""
        while found := spelled_at(self.dialect.modifiers, self.tokens, self.at):
            key, self.at = found
            kind = STITCHES.get(f"{kind.key}_{key}", kind)
        return kind
