"""What rows come to: runs by part, the needle before and after, the piece as a whole."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property
from itertools import accumulate
from typing import NamedTuple, TypeAlias

from knitting.needle.needle import Mark, Needle
from knitting.problems import Problem, Question, Span
from knitting.rows import Cluster, Order, Piece, Side, Step
from knitting.stitches import Family, StitchKind


class GroupWork(NamedTuple):
    """Runs that are worked together, as the steps of a repeat are."""

    runs: tuple[Run, ...]

    @property
    def uses(self) -> int:
        """Stitches taken from the left needle each time."""
        return sum(run.work.uses * run.times for run in self.runs)

    @property
    def makes(self) -> int:
        """Stitches put on the right needle each time."""
        return sum(run.work.makes * run.times for run in self.runs)


class ClusterWork(NamedTuple):
    """A cluster: several stitches worked into the same ones."""

    cluster: Cluster

    @property
    def uses(self) -> int:
        """Stitches that it is worked into."""
        return self.cluster.over

    @property
    def makes(self) -> int:
        """Stitches that it leaves."""
        return self.cluster.makes


Workable: TypeAlias = "StitchKind | ClusterWork | FabricWork | GroupWork"


class FabricWork(NamedTuple):
    """A stitch as a fabric asks. It stands in rows only until the fabric is known; then other runs take its place."""

    fabric: str

    @property
    def uses(self) -> int:
        """Stitches taken from the left needle."""
        return 1

    @property
    def makes(self) -> int:
        """Stitches put on the right needle."""
        return 1


class Run(NamedTuple):
    """The same thing worked so many times over."""

    work: Workable
    times: int


class ElasticRun(NamedTuple):
    """Which run of a part came from a goal, and how many of its stitches did.

    A run may hold more: ``k4, k to last 2 sts`` is one run, and its first four stand whatever the count.
    """

    run: int
    stitches: int


class PartWork(NamedTuple):
    """What a row does in one part. ``stitches`` is what stands there afterwards.

    ``mark`` is the mark that a part of one stitch belongs to, ``after`` the marker that is passed
    or placed at the part's far end; both are ``None`` where there is none.
    """

    runs: tuple[Run, ...]
    stitches: int
    mark: Mark | None = None
    after: Mark | None = None


class WorkedRow(NamedTuple):
    """One row as it came to be. ``work`` is in working order, the needles in right-side order.

    ``span`` is where the row is written, ``order_line`` the line that called for it: its own, or a repeat's.
    """

    label: str
    section: str
    time: int
    side: Side
    colour: str
    span: Span
    before: Needle
    after: Needle
    work: tuple[PartWork, ...]
    in_round: bool = False
    bound_off: int = 0
    dropped: int = 0
    complete: bool = True
    in_tab: bool = False
    order_line: int = 0
    turned: bool = False

    @property
    def start(self) -> int:
        """Stitches on the needle before the row."""
        return self.before.total

    @property
    def end(self) -> int:
        """Stitches on the needle after the row."""
        return self.after.total

    @property
    def change(self) -> int:
        """Stitches gained, or lost below zero."""
        return self.end - self.start

    @property
    def rests(self) -> bool:
        """Whether some of its stitches are held or left unworked."""
        return self.turned or any(_rests(run) for part in self.work for run in part.runs)

    @property
    def parts(self) -> tuple[int, ...]:
        """Counts between marks after the row, in right-side order."""
        return self.after.parts

    @property
    def work_in_rs_order(self) -> tuple[PartWork, ...]:
        """The parts' work from the right-side start, whichever way the row was worked."""
        return self.work if self.side is Side.RS else self.work[::-1]


def _rests(run: Run) -> bool:
    if isinstance(run.work, GroupWork):
        return any(_rests(inner) for inner in run.work.runs)
    return isinstance(run.work, StitchKind) and run.work.family is Family.REST


@dataclass(frozen=True, slots=True)
class LineCount:
    """What one written line came to: for the margin beside it."""

    line: int
    times: int
    first_start: int
    end: int
    parts: tuple[int, ...]
    complete: bool
    increases: int
    decreases: int
    side: str
    first_row: int | None
    last_row: int | None


class RestingStitches(NamedTuple):
    """Stitches that rest on a holder: from after ``row`` rows until ``back`` rows were worked, or for good.

    ``place`` and ``back_place`` are the stitches of the needle on the right-side start's side of them then.
    """

    name: str
    stitches: int
    row: int
    place: int
    back: int | None = None
    back_place: int = 0


class WorkedOrder(NamedTuple):
    """One thing done in the course of a piece: the ``steps`` of a row, or an ``order`` between rows.

    ``section`` counts the sections of the piece from 0; ``colour`` is the one that the row's own head names.
    """

    section: int
    steps: tuple[Step, ...] = ()
    colour: str = ""
    order: Order | None = None


@dataclass(frozen=True)
class WorkedPiece:
    """A piece as it came to be: the one way out of the engine.

    ``course`` is what was done one after the other, repeats unrolled; the rows of a tab are its order's. ``breaks``
    are the rows (from 0) that do not go on from the one before them: stitches were cast on anew or came back from a
    holder. ``rests`` are the stays of stitches on holders.
    """

    piece: Piece
    rows: tuple[WorkedRow, ...]
    needle: Needle
    problems: tuple[Problem, ...]
    bound_off: int = 0
    dropped: int = 0
    lines: tuple[LineCount, ...] = ()
    finished: bool = False
    held: Mapping[str, int] = field(default_factory=dict)
    breaks: tuple[int, ...] = ()
    rests: tuple[RestingStitches, ...] = ()
    course: tuple[WorkedOrder, ...] = ()
    questions: tuple[Question, ...] = ()

    @property
    def on_needle(self) -> int:
        """Stitches left on the needle at the end."""
        return self.needle.total

    @property
    def stitches(self) -> int:
        """Stitches worked in all, counted after each row."""
        return self.stitches_after[-1]

    @cached_property
    def stitches_after(self) -> tuple[int, ...]:
        """Stitches worked when so many rows are done, from none to all of them."""
        return tuple(accumulate((row.end for row in self.rows), initial=0))

    @cached_property
    def times(self) -> Mapping[tuple[str, str], int]:
        """How often each row is worked, by its label and its section."""
        found: dict[tuple[str, str], int] = {}
        for row in self.rows:
            found[row.label, row.section] = max(found.get((row.label, row.section), 0), row.time)
        return found

    @cached_property
    def sound_rows(self) -> int:
        """How many rows from the beginning could be worked to their ends, each on the one before it."""
        back: dict[int, int] = {}
        for rest in self.rests:
            if rest.back is not None:
                back[rest.back] = back.get(rest.back, 0) + rest.stitches
        begun_anew = min((at for at in self.breaks if at and at not in back), default=len(self.rows))
        for at, row in enumerate(self.rows[:begun_anew]):
            if not row.complete or (at and row.start != self.rows[at - 1].end + back.get(at, 0)):
                return at
        return begun_anew

    @cached_property
    def all_go_on(self) -> bool:
        """Whether every row goes on whole from the one before it: nothing rests, nothing is turned away from."""
        return not self.rests and not any(row.rests for row in self.rows[: self.sound_rows])

    @property
    def tab_rows(self) -> int:
        """Rows at the beginning that belong to a tab."""
        return next((i for i, row in enumerate(self.rows) if not row.in_tab), len(self.rows))
