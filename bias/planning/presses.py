"""How a plan is changed, on whatever page: what the page has seen, what was typed, what was pressed, who was first."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import TypeAlias

from django.http import HttpRequest
from django.utils.translation import gettext as _

from bias.parsing import whole_number
from bias.pieces.actions import RevisionConflict
from bias.planning import actions
from bias.planning.actions import Overtaken, SketchState, sketch_state
from bias.planning.plan_changes import PlanChange
from bias.results import NotRead, changed_text, kept_text, results_of_plan
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import Plan
from knitting.plan_editing.refusals import CannotEdit
from knitting.saying.statements import said_refusal
from knitting.statements import N_, sentence

ELSEWHERE = N_("This plan was changed in another tab or on another device meanwhile: it is shown as it stands now.")
_MOST_OVERTAKEN = 3
_TYPED_MEANWHILE = sentence("The plan was changed by what you typed: look at it again before it is mended.")
_LONGEST_NAME = 40

Reword: TypeAlias = Callable[[Forecast], tuple[Plan, list[str]]]
"""The plan with what was typed in its words, and what could not be taken."""


@dataclass(frozen=True, slots=True)
class PlanPress:
    """What a page of a plan sends: how many changes it has seen, its own name, and what was pressed."""

    seen: int
    page: str
    do: str

    @staticmethod
    def of(request: HttpRequest) -> PlanPress:
        """The press of a request."""
        sent = request.POST
        seen = whole_number(sent.get("seen"))
        return PlanPress(-1 if seen is None else seen, sent.get("page_name", "")[:_LONGEST_NAME], sent.get("do", ""))


@dataclass(frozen=True, slots=True)
class PressAnswer:
    """The plan after a press, and what is to be said of it."""

    state: SketchState
    notices: tuple[str, ...] = ()
    saved_elsewhere: bool = False
    """Whether the piece was saved elsewhere since the sketch was begun: the page offers both ways out."""


def answer_press(
    state: SketchState,
    press: PlanPress,
    changes: Mapping[str, type[PlanChange]],
    sent: Mapping[str, str],
    reword: Reword | None = None,
) -> PressAnswer:
    """Take what was typed, then do what was pressed, if the page has seen the plan as it stands.

    ``changes`` are those that the page offers. What only says how one thing is to be (words, a part's fabric) counts
    from the page that changed the plan last even where it has not seen that change: its answer is on the way. Any other
    press from a page that has not seen the last change is answered with the plan as it is.
    """
    late = _may_come_late(press, changes, reword)
    for _attempt in range(_MOST_OVERTAKEN):
        if press.seen != state.changes and not (late and press.page == state.page):
            break
        try:
            return _answered(state, press, changes, sent, reword)
        except Overtaken:
            state = sketch_state(state.piece)
    return PressAnswer(state, (_(ELSEWHERE),))


def _may_come_late(press: PlanPress, changes: Mapping[str, type[PlanChange]], reword: Reword | None) -> bool:
    if not press.do:
        return reword is not None
    class_ = changes.get(press.do.split(":")[0])
    return class_ is not None and class_.says_how_it_is_to_be


def _answered(
    state: SketchState,
    press: PlanPress,
    changes: Mapping[str, type[PlanChange]],
    sent: Mapping[str, str],
    reword: Reword | None,
) -> PressAnswer:
    forecast, refused, typed = results_of_plan(state.plan).forecast, list[str](), False
    if reword is not None:
        plan, refused = reword(forecast)
        typed = plan != forecast.plan
        try:
            state = actions.change(state, kept_text(plan), press.page) if typed else state
        except NotRead as why:
            refused.append(said_refusal(why))
    if refused or (reword is not None and not press.do):
        return PressAnswer(state, tuple(refused))
    if press.do in _STEPS:
        return _STEPS[press.do](state, press.page)
    try:
        asked = PlanChange.of_words(press.do, changes)
        if typed and asked.of_this_plan_alone:
            raise CannotEdit(_TYPED_MEANWHILE)
        before = results_of_plan(state.plan).forecast
        made = changed_text(asked.made(before, sent), before.plan)
    except (CannotEdit, NotRead) as why:
        return PressAnswer(state, (said_refusal(why),))
    return PressAnswer(actions.change(state, made, press.page))


def _saved(state: SketchState, over: bool) -> PressAnswer:
    saved = actions.save(state, over)
    if not isinstance(saved, RevisionConflict):
        return PressAnswer(saved)
    number = saved.current.number
    said = _("This piece was saved elsewhere meanwhile, as revision {number}. Your plan is kept, not saved.").format(
        number=number
    )
    return PressAnswer(state, (said,), saved_elsewhere=True)


_STEPS: Mapping[str, Callable[[SketchState, str], PressAnswer]] = {
    "undo": lambda state, page: PressAnswer(actions.step(state, -1, page)),
    "redo": lambda state, page: PressAnswer(actions.step(state, 1, page)),
    "save": lambda state, _: _saved(state, over=False),
    "save-over": lambda state, _: _saved(state, over=True),
    "drop": lambda state, _: PressAnswer(actions.drop(state)),
}
"""What can be pressed on every page of a plan."""
