"""What can be pressed beside a plan: one class a change, named as the page sends it (``move-line:0:-1``)."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, fields
from typing import ClassVar, get_type_hints

from bias.parsing import whole_number
from bias.results import results_of_plan
from knitting.files import plan_text
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import Plan
from knitting.plan.troubles import PlanMend
from knitting.plan_editing import structure
from knitting.plan_editing.edits import Edit, edited
from knitting.plan_editing.refusals import CannotEdit
from knitting.saying.marks import kept_mark
from knitting.saying.statements import said_refusal
from knitting.statements import Sentence, sentence

NOT_HERE = sentence("That cannot be done here.")
_MENDED = sentence("That is mended already.")


class PlanChange(ABC):
    """A change of a plan. Its fields are numbers and words, in the order in which the page sends them."""

    key: ClassVar[str]
    of_this_plan_alone: ClassVar[bool] = False
    """Whether it was offered for the plan as it was shown, and for no other."""
    says_how_it_is_to_be: ClassVar[bool] = False
    """Whether it says how one thing is to be, whatever else was changed meanwhile."""

    @abstractmethod
    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        """The plan with it; :class:`CannotEdit` says why it cannot be made. ``sent`` is all that the page sends."""

    @property
    def words(self) -> str:
        """How the page sends it.

        >>> MoveLine(0, -1).words
        'move-line:0:-1'
        """
        own = [str(getattr(self, name)) for name in _names(type(self))]
        return ":".join([self.key, *own])

    @staticmethod
    def of_words(said: str, known: Mapping[str, type[PlanChange]]) -> PlanChange:
        """The change that a page sends; :class:`CannotEdit` where it is none of those that it offers."""
        key, *words = said.split(":")
        class_ = known.get(key)
        names = _names(class_) if class_ else ()
        if class_ is None or len(words) != len(names):
            raise CannotEdit(NOT_HERE)
        hints = get_type_hints(class_)
        return class_(*(_value(hints[name], word) for name, word in zip(names, words, strict=True)))


def _names(class_: type[PlanChange]) -> tuple[str, ...]:
    return tuple(field.name for field in fields(class_))  # type: ignore[arg-type]


def _value(hint: object, word: str) -> int | str:
    if hint is not int:
        return word
    number = whole_number(word.removeprefix("-"))
    if number is None:
        raise CannotEdit(NOT_HERE)
    return -number if word.startswith("-") else number


def by_key(*classes: type[PlanChange]) -> dict[str, type[PlanChange]]:
    """Changes by the names under which a page sends them."""
    return {each.key: each for each in classes}


@dataclass(frozen=True, slots=True)
class AddLine(PlanChange):
    """A line through the middle of a part."""

    key: ClassVar[str] = "add-line"
    part: int

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        return structure.with_line(forecast.plan, self.part)


@dataclass(frozen=True, slots=True)
class RemoveLine(PlanChange):
    """A line taken out: the parts beside it become one."""

    key: ClassVar[str] = "drop-line"
    line: int

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        return structure.without(forecast.plan, self.line)


@dataclass(frozen=True, slots=True)
class MoveLine(PlanChange):
    """A line some stitches further to the left."""

    key: ClassVar[str] = "move-line"
    line: int
    left: int

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        return structure.moved(forecast.plan, self.line, self.left)


@dataclass(frozen=True, slots=True)
class AddShaping(PlanChange):
    """One shaping more in a stage."""

    key: ClassVar[str] = "add-shaping"
    stage: int

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        return structure.with_shaping(forecast.plan, self.stage)


@dataclass(frozen=True, slots=True)
class RemoveShaping(PlanChange):
    """One shaping of a stage taken out."""

    key: ClassVar[str] = "drop-shaping"
    stage: int
    shaping: int

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        return structure.without_shaping(forecast.plan, self.stage, self.shaping)


@dataclass(frozen=True, slots=True)
class AddStage(PlanChange):
    """A stage more at the end."""

    key: ClassVar[str] = "add-stage"

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        return structure.with_stage(forecast.plan)


@dataclass(frozen=True, slots=True)
class RemoveStage(PlanChange):
    """A stage taken out."""

    key: ClassVar[str] = "drop-stage"
    stage: int

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        return structure.without_stage(forecast.plan, self.stage)


@dataclass(frozen=True, slots=True)
class AddPlainRow(PlanChange):
    """A plain row before the rhythm of a stage."""

    key: ClassVar[str] = "plain-row"
    stage: int

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        return structure.with_plain_row(forecast.plan, self.stage)


@dataclass(frozen=True, slots=True)
class RemovePlainRow(PlanChange):
    """The last set-up row of a stage taken out."""

    key: ClassVar[str] = "no-plain-row"
    stage: int

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        return structure.without_plain_row(forecast.plan, self.stage)


@dataclass(frozen=True, slots=True)
class MendTrouble(PlanChange):
    """The plan without one of its troubles, as a mend of it says."""

    key: ClassVar[str] = "mend"
    of_this_plan_alone: ClassVar[bool] = True
    trouble: int
    mend: int

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        return chosen([each.mends for each in forecast.troubles], self.trouble, self.mend).plan


@dataclass(frozen=True, slots=True)
class MendBend(PlanChange):
    """The plan with one of the changes that make its cloth lie better."""

    key: ClassVar[str] = "remedy"
    of_this_plan_alone: ClassVar[bool] = True
    finding: int
    mend: int

    def made(self, forecast: Forecast, sent: Mapping[str, str]) -> Plan:
        advice = results_of_plan(plan_text(forecast.plan)).advice
        return chosen([each.mends for each in advice], self.finding, self.mend).plan


def chosen(offered: Sequence[Sequence[PlanMend]], at: int, mend: int, gone: Sentence = _MENDED) -> PlanMend:
    """The mend that was pressed among those that were offered; :class:`CannotEdit` where it is there no more."""
    if not 0 <= at < len(offered) or not 0 <= mend < len(offered[at]):
        raise CannotEdit(gone)
    return offered[at][mend]


PLAN_CHANGES = by_key(
    AddLine,
    RemoveLine,
    MoveLine,
    AddShaping,
    RemoveShaping,
    AddStage,
    RemoveStage,
    AddPlainRow,
    RemovePlainRow,
    MendTrouble,
    MendBend,
)
"""What the page of the plan offers."""


def reworded(forecast: Forecast, known: Mapping[str, str], typed: Mapping[str, str]) -> tuple[Plan, list[str]]:
    """The plan with every word other that was typed otherwise, and what could not be taken."""
    plan, refused = forecast.plan, []
    for path, text in typed.items():
        if path not in known or text.strip() == known[path]:
            continue
        try:
            plan = edited(plan, Edit(path, kept_mark(text.strip()) if path.endswith(".name") else text))
        except CannotEdit as why:
            refused.append(said_refusal(why))
    return plan, refused
