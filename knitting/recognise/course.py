"""What a recognised plan does, in the order of its rows."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from knitting.forecast.forecast import Forecast
from knitting.forecast.stages import StageForecast
from knitting.plan.plan import LineKind
from knitting.statements import Statement, sentence


@dataclass(frozen=True, slots=True)
class RecognisedStage(Statement):
    """Rows of one rhythm: from ``first`` to ``last``, ``change`` stitches every ``rhythm`` rows, so many ``times``.

    ``rest`` rows follow that are no whole time; ``fabrics`` are what its parts are in, each once, and ``lines`` how
    many are marked from here on that were not before. ``shaped`` ones may leave the count as it is.
    """

    first: int
    last: int
    change: int
    rhythm: int
    times: int
    rest: int
    fabrics: tuple[str, ...]
    lines: int
    in_round: bool
    shaped: bool


def course_of(forecast: Forecast) -> Iterator[Statement]:
    """The beginning, and each stage as a statement."""
    plan = forecast.plan
    yield sentence(
        "{parts:parts} and {lines:marked lines} from the cast-on of {cast_on}.",
        parts=len(plan.parts),
        lines=sum(line.kind is not LineKind.UNMARKED for line in plan.lines),
        cast_on=plan.cast_on,
    )
    for stage in forecast.stages:
        first, rows = stage.first_row, len(stage.setup)
        yield from _holders(stage)
        if stage.stage.as_written:
            yield _as_written(first, first + rows - 1, plan.in_round)
        else:
            yield _stage(stage)


def _holders(stage: StageForecast) -> Iterator[Statement]:
    """The parts that are put on a holder in a stage, or return from one."""
    for row, planned in enumerate(stage.stage.setup, start=stage.first_row):
        if planned.back:
            yield sentence("Before row {row} '{part}' returns from its holder.", row=row, part=planned.back)
        if planned.hold:
            yield sentence("In row {row} '{part}' is put on a holder.", row=row, part=planned.hold)


def _as_written(first: int, last: int, in_round: bool) -> Statement:
    if in_round:
        return sentence("Rounds {first} to {last}: as they are written.", first=first, last=last)
    return sentence("Rows {first} to {last}: as they are written.", first=first, last=last)


def _stage(stage: StageForecast) -> RecognisedStage:
    rhythm = stage.stage.rhythm
    even = stage.cycle.change * stage.times == stage.totals[stage.times * rhythm] - stage.begins
    fabrics = dict.fromkeys(part.fabric for part in stage.split.parts)
    return RecognisedStage(
        stage.first_row,
        stage.first_row + len(stage.setup) + stage.rows - 1,
        stage.cycle.change if even else stage.ends - stage.begins,
        rhythm if even else stage.rows,
        stage.times if even else 1,
        stage.rows - stage.times * rhythm if even else 0,
        tuple(fabrics),
        sum(added.line.kind is not LineKind.UNMARKED for added in stage.added),
        stage.in_round,
        bool(stage.stage.shapings),
    )
