"""Why a row stops: the sentences of the problems that working a row can meet."""

from __future__ import annotations

from dataclasses import dataclass

from knitting.problems import Mend, Problem, ProblemKind, Span, plural
from knitting.rows import Return
from knitting.words.writer import Writer


@dataclass(eq=False)
class Stop(Exception):
    """Working cannot go on in this row. It never leaves the engine: it becomes a problem."""

    kind: ProblemKind
    where: Span
    message: str
    hint: str = ""
    mends: tuple[Mend, ...] = ()
    said_before: bool = False
    uses: int = 0
    over: int = 0

    def problem(self) -> Problem:
        """The problem to show."""
        return Problem(self.kind, self.where, self.message, self.hint, mends=self.mends)


def too_few(said: str, where: Span, needs: int, left: int) -> Stop:
    """A stitch wants more stitches than are left."""
    remaining = f"{left} is left" if left == 1 else f"{left or 'none'} are left"
    if not left:
        remaining = "none is left" if needs == 1 else "none are left"
    return Stop(ProblemKind.TOO_FEW_STITCHES, where, f"{said} needs {plural(needs, 'stitch')} and {remaining}.")


def beyond_goal(said: str, where: Span, short: int, left: int, of_what: str) -> Stop:
    """A goal lies behind: "k to last 3 sts" with two left."""
    are = "is" if left == 1 else "are"
    message = f"{said} stops {plural(short, 'stitch')} before {of_what}, and {left or 'none'} {are} left before it."
    return Stop(ProblemKind.TOO_FEW_STITCHES, where, message)


def in_the_way(said: str, where: Span, needs: int, left: int) -> Stop:
    """A stitch would reach across a marker on the needle."""
    return Stop(
        ProblemKind.MARKER_IN_THE_WAY,
        where,
        f"{said} needs {plural(needs, 'stitch')} and {left} {'stands' if left == 1 else 'stand'} before the marker.",
        "The marker is in the way: remove it, or shift it.",
    )


def not_a_multiple(where: Span, uses: int, distance: int) -> Stop:
    """A repeat does not come out at its goal."""
    over = distance % uses
    return Stop(
        ProblemKind.NOT_A_MULTIPLE,
        where,
        f"The repeat uses {plural(uses, 'stitch')} and {distance} lie before its goal: "
        f"{distance // uses} times leave {over} over.",
        f"{distance - over} or {distance - over + uses} stitches there would come out.",
        uses=uses,
        over=over,
    )


def goes_nowhere(where: Span) -> Stop:
    """A repeat to a goal uses no stitches, so that the goal is never reached."""
    return Stop(ProblemKind.NEVER_REACHED, where, "The repeat uses no stitches, so it never reaches its goal.")


def not_held(name: str, where: Span, held: tuple[str, ...], writer: Writer) -> Stop:
    """No stitches are held under that name."""
    message = f"No stitches are held as '{name}'."
    hint = f"On holders are: {', '.join(held)}." if held else "Nothing is on a holder here."
    mends = tuple(Mend(where, writer.step(Return(other, where))) for other in held[:3])
    return Stop(ProblemKind.TOO_FEW_STITCHES, where, message, hint, mends)


def no_mark(said: str, where: Span, what: str) -> Stop:
    """There is no such mark ahead in this row."""
    return Stop(ProblemKind.NO_MARKER, where, f"{said}: there is no {what} ahead in this row.")


def no_centre(said: str, where: Span) -> Stop:
    """The words speak of a centre stitch and none is marked."""
    message = f"{said}: no stitch is marked as the centre."
    return Stop(ProblemKind.NO_CENTRE, where, message, "Write 'Mark the centre stitch.' before this row.")


def too_long(where: Span, message: str) -> Stop:
    """One of the limits is reached."""
    return Stop(ProblemKind.TOO_LONG, where, message)
