"""What is left to do to a thing beside its joints: blocking, ends, washing, ticked off as they are done."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass

from django.utils.translation import gettext as _

from bias.results import Results
from bias.results.boards import BoardResults
from knitting.assembly.board import Joining
from knitting.assembly.finishing import ThingStep, ends_of_thing, pins, thing_steps
from knitting.saying.finishing import said_step


@dataclass(frozen=True, slots=True)
class StepView:
    """A step with its figure, and whether it is done."""

    key: str
    said: str
    figure: str
    done: bool


def steps_of_pieces(pieces: Sequence[tuple[str, Results]], seams: int, done: Collection[str]) -> list[StepView]:
    """The steps of a thing whose pieces have these names."""
    laid = [(name, found) for name, found in pieces if found.laid]
    figures = {
        ThingStep.BLOCK: "; ".join(f"{name} {found.said_size}" for name, found in laid),
        ThingStep.WEAVE_IN: _ends(ends_of_thing([found.worked for _, found in pieces], seams)),
        ThingStep.PIN: _("about {number} pins").format(
            number=sum(pins(side.length for side in found.measures.sides) for _, found in laid)
        ),
    }
    return _steps(seams, figures, done)


def steps_of_board(found: BoardResults, done: Collection[str]) -> list[StepView]:
    """The steps of a board of squares."""
    sums = found.sums
    round_it = 2 * [sums.width_cm, sums.height_cm]
    figures = {
        ThingStep.WEAVE_IN: _ends(sums.ends),
        ThingStep.PIN: _("about {number} pins").format(number=pins(round_it)),
    }
    return _steps(found.order.count(Joining.SEWN), figures, done)


def _ends(many: int) -> str:
    return _("{number} ends, two more for every ball that is joined").format(number=many)


def _steps(seams: int, figures: dict[ThingStep, str], done: Collection[str]) -> list[StepView]:
    return [
        StepView(step.value, said_step(step.value), figures.get(step, ""), step.value in done)
        for step in thing_steps(seams)
    ]
