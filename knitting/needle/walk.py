"""Working along one row: from the left needle to the right one, by runs."""

from __future__ import annotations

from knitting.needle.facts import Ahead, Doing, Limit, MarkerInTheWay, NoMarkAhead, TooFew
from knitting.needle.needle import Mark, Needle
from knitting.needle.stops import Stop, over_limit
from knitting.needle.worked import ElasticRun, FabricWork, GroupWork, PartWork, Run, Workable
from knitting.problems import NOWHERE, Span
from knitting.rows import Marker
from knitting.stitches import STITCHES, Family, StitchKind

_HOLD, _UNWORKED = STITCHES["hold"], STITCHES["unworked"]

MOST_ON_NEEDLE = 10_000
MOST_MARKS = 200
_STEP_BUDGET = 100_000


class Walk:
    """The state while one row is worked.

    ``counts`` and ``marks`` are what lies ahead, next one last; ``left`` are the stitches before the
    next mark. ``runs`` and ``made`` are what stands on the right needle since the last mark.
    """

    __slots__ = (
        "at_marked_goal",
        "bound_off",
        "budget",
        "counts",
        "dropped",
        "elastic",
        "elastic_run",
        "in_round",
        "left",
        "made",
        "marks",
        "parts",
        "passes_by_word",
        "runs",
        "touched",
        "used",
    )

    def __init__(self, needle: Needle, in_round: bool, passes_by_word: bool) -> None:
        self.counts = list(needle.counts[::-1])
        self.marks = list(needle.marks[::-1])
        self.left = self.counts.pop()
        self.in_round = in_round
        self.passes_by_word = passes_by_word
        self.runs: list[Run] = []
        self.made = 0
        self.parts: list[PartWork] = []
        self.used = 0
        self.touched = False
        self.at_marked_goal = False
        self.bound_off = 0
        self.dropped = 0
        self.budget = _STEP_BUDGET
        self.elastic: list[ElasticRun | None] = []
        self.elastic_run: ElasticRun | None = None

    @property
    def remaining(self) -> int:
        """Stitches still on the left needle."""
        return self.left + sum(self.counts) + sum(mark[0] for mark in self.marks)

    # -- stitches ----------------------------------------------------------------------------------

    def work(self, what: Workable, times: int, where: Span, to_goal: bool = False) -> None:
        """Work the same thing ``times`` times, over marks where they come.

        ``to_goal`` says that the number came from a goal: the first such run of each part is its elastic
        one, which takes up any change of the part's count (see ``rehearsal``).
        """
        uses, makes = what.uses, what.makes
        self.spend(where)
        if makes * times > MOST_ON_NEEDLE and makes > uses:
            raise _too_many(where)
        if uses == 0:
            self._emit(what, times, makes, where)
            return
        while times:
            if self.left == 0:
                self._pass_marker()
            whole = min(times, self.left // uses)
            if whole:
                self.left -= whole * uses
                self.used += whole * uses
                self._emit(what, whole, makes, where)
                if to_goal and self.elastic_run is None:
                    self.elastic_run = ElasticRun(len(self.runs) - 1, whole)
                times -= whole
            if times:
                if self.left == 0 and self.marks and not self.marks[-1].in_stitch:
                    continue
                if isinstance(what, GroupWork):
                    for run in what.runs:
                        self.work(run.work, run.times, where)
                else:
                    self._across(what, where)
                times -= 1

    def _emit(self, what: Workable, times: int, makes: int, where: Span) -> None:
        if not times:
            return
        self.made += makes * times
        self.touched = True
        self.at_marked_goal = self.at_marked_goal and what.uses == 0
        if self.made > MOST_ON_NEEDLE:
            raise _too_many(where)
        if makes < what.uses or isinstance(what, GroupWork):
            self._count_off(what, times)
        runs = self.runs
        if runs and (runs[-1].work is what or (isinstance(what, FabricWork) and runs[-1].work == what)):
            runs[-1] = Run(what, runs[-1].times + times)
        else:
            runs.append(Run(what, times))

    def _count_off(self, what: Workable, times: int) -> None:
        """Keep count of what leaves the needle for good."""
        if isinstance(what, GroupWork):
            for run in what.runs:
                self._count_off(run.work, run.times * times)
        elif isinstance(what, StitchKind) and what.family is Family.BIND_OFF:
            self.bound_off += times
        elif isinstance(what, StitchKind) and what.family is Family.DROP:
            self.dropped += times

    def _across(self, what: Workable, where: Span) -> None:
        """Work one thing that begins here and takes in at least one marked stitch."""
        needs, at, taken = what.uses - self.left, len(self.marks) - 1, 0
        rest = 0
        while needs:
            if at < 0:
                raise Stop(where, TooFew(what, what.uses, what.uses - needs))
            mark = self.marks[at]
            if not mark.in_stitch:
                raise Stop(where, MarkerInTheWay(what, what.uses, what.uses - needs))
            needs -= 1
            rest = self.counts[at] - min(needs, self.counts[at])
            needs -= self.counts[at] - rest
            taken += 1
            at -= 1
        mark = self.marks[-1]
        del self.marks[-taken:], self.counts[-taken:]
        self.used += what.uses
        self.left = rest
        if what.makes == 0:
            self._emit(what, 1, 0, where)
            return
        before = (what.makes - 1) // 2
        self.made += before
        self._close()
        self.parts.append(PartWork((Run(what, 1),), 1, mark))
        self.made = what.makes - 1 - before
        self.touched, self.at_marked_goal = True, False

    # -- marks -------------------------------------------------------------------------------------

    def place(self, mark: Mark, where: Span) -> None:
        """Put a marker on the right needle here."""
        self._limit_marks(where)
        self._close(mark)

    def pass_by_word(self, step: Marker) -> None:
        """``sm``: the marker must hang just ahead (in rounds also at the end)."""
        where = step.span
        if self.left == 0 and self.marks and not self.marks[-1].in_stitch:
            self._pass_marker()
        elif not (self.in_round and self.remaining == 0):
            raise Stop(where, NoMarkAhead(step, Ahead.MARKER_HERE))

    def remove(self, step: Marker) -> None:
        """``rm``: take off the marker just ahead, or so many stitches ahead; the parts beside it become one."""
        at, before = len(self.marks) - 1, self.left
        while at >= 0 and self.marks[at].in_stitch and before < step.ahead:
            before += 1 + self.counts[at]
            at -= 1
        if at < 0 or self.marks[at].in_stitch or before != step.ahead:
            raise Stop(step.span, NoMarkAhead(step, Ahead.MARKER_HERE, ahead=step.ahead))
        joined = self.counts.pop(at)
        self.marks.pop(at)
        if at == len(self.marks):
            self.left += joined
        else:
            self.counts[at] += joined

    def mark_next(self, where: Span) -> None:
        """A locking marker into the next stitch."""
        self._limit_marks(where)
        while self.left == 0 and self.marks and not self.marks[-1].in_stitch:
            self._pass_marker()
        if self.left == 0:
            if self.marks:
                return
            raise Stop(where, TooFew(Doing.MARK_NEXT, 1, 0))
        self.marks.append(Mark(True))
        self.counts.append(self.left - 1)
        self.left = 0

    def mark_made(self, where: Span) -> None:
        """A locking marker into the stitch just made."""
        self._limit_marks(where)
        if self.made == 0:
            raise Stop(where, NoMarkAhead(Doing.MARK_MADE, Ahead.STITCH_JUST_MADE))
        self.made -= 1
        self._close()
        self.parts.append(PartWork((), 1, Mark(True)))

    def _limit_marks(self, where: Span) -> None:
        if len(self.parts) + len(self.marks) > MOST_MARKS:
            raise over_limit(where, Limit.MARKS, MOST_MARKS)

    def _pass_marker(self) -> None:
        if self.marks and not self.marks[-1].in_stitch:
            self._close(self.marks.pop())
            self.left = self.counts.pop()

    def _close(self, after: Mark | None = None) -> None:
        self.parts.append(PartWork(tuple(self.runs), self.made, None, after))
        self.elastic.append(self.elastic_run)
        self.elastic_run = None
        self.runs = []
        self.made = 0

    # -- stitches that are not worked ------------------------------------------------------------------

    def hold(self, count: int, where: Span) -> Needle:
        """Take the next stitches off the needle, with their marks; they are given back in working order."""
        if count > self.remaining:
            raise Stop(where, TooFew(Doing.HOLD, count, self.remaining))
        counts, marks = [0], list[Mark]()
        while count:
            if not self.left and self.marks:
                mark = self.marks.pop()
                self.left = self.counts.pop() + mark.width
                if mark.in_stitch:
                    self._off(1)
                    count -= 1
                marks.append(mark)
                counts.append(0)
                continue
            taken = min(count, self.left)
            self._off(taken)
            counts[-1] += taken
            count -= taken
        return Needle(tuple(counts), tuple(marks))

    def _off(self, count: int) -> None:
        self.left -= count
        self.used += count
        self._emit(_HOLD, count, 0, NOWHERE)

    @property
    def behind(self) -> int:
        """Stitches that stand on the right needle."""
        return self.made + sum(part.stitches for part in self.parts)

    def take_back(self, held: Needle, place: int) -> int:
        """Held stitches, in working order, onto the left needle at their place; how many old ones lie before it.

        ``place`` counts the stitches of the left needle from where the row began; one that is passed
        already means here.
        """
        distance = max(place - self.used, 0)
        ahead = Needle((self.left, *reversed(self.counts)), tuple(reversed(self.marks)))
        ahead = ahead.inserted(min(distance, ahead.total), held)
        self.counts = list(ahead.counts[::-1])
        self.marks = list(ahead.marks[::-1])
        self.left = self.counts.pop()
        return self.used + distance

    def start_after(self, count: int) -> None:
        """Begin behind so many stitches, which the row before turned away from."""
        while count:
            if not self.left:
                mark = self.marks.pop()
                self._close(None if mark.in_stitch else mark)
                self.left = self.counts.pop()
                if mark.in_stitch:
                    self.parts.append(PartWork((Run(_UNWORKED, 1),), 1, mark))
                    self.used += 1
                    count -= 1
                continue
            taken = min(count, self.left)
            self.left -= taken
            self.used += taken
            self._emit(_UNWORKED, taken, 1, NOWHERE)
            count -= taken
        self.touched = False

    # -- the end ------------------------------------------------------------------------------------

    def finish(self) -> tuple[PartWork, ...]:
        """The parts of the whole row, what was not worked added to them unworked."""
        self.made += self.left
        while self.marks:
            mark, count = self.marks.pop(), self.counts.pop()
            self._close(None if mark.in_stitch else mark)
            if mark.in_stitch:
                self.parts.append(PartWork((), 1, mark))
            self.made = count
        self._close()
        return tuple(self.parts)

    def spend(self, where: Span) -> None:
        self.budget -= 1
        if self.budget < 0:
            raise over_limit(where, Limit.STEPS, _STEP_BUDGET)


def _too_many(where: Span) -> Stop:
    return over_limit(where, Limit.STITCHES_ON_NEEDLE, MOST_ON_NEEDLE)


def needle_after(parts: tuple[PartWork, ...]) -> Needle:
    """The needle that the parts of a row make, in working order."""
    counts = [part.stitches for part in parts if part.mark is None]
    marks = [mark for part in parts if (mark := part.mark or part.after) is not None]
    return Needle(tuple(counts), tuple(marks))
