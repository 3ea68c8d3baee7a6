"""What can be pressed beside a plan, by the name that the page sends."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from bias.results import results_of_plan
from knitting.files import plan_text
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import Plan
from knitting.plan_editing import structure
from knitting.plan_editing.edits import CannotEdit, Edit, edited

_DEEDS: Mapping[str, Callable[..., Plan]] = {
    "add-line": structure.with_line,
    "drop-line": structure.without,
    "move-line": structure.moved,
    "add-shaping": structure.with_shaping,
    "drop-shaping": structure.without_shaping,
    "add-stage": structure.with_stage,
    "drop-stage": structure.without_stage,
    "plain-row": structure.with_plain_row,
    "no-plain-row": structure.without_plain_row,
}


def done(forecast: Forecast, do: str) -> Plan:
    """The plan after a deed such as ``drop-line:0``; :class:`CannotEdit` says why it cannot be done."""
    name, *words = do.split(":")
    try:
        numbers = [int(word) for word in words]
    except ValueError:
        raise CannotEdit("That cannot be done here.") from None
    if name == "mend":
        return _mended(forecast, numbers)
    if name == "straighten":
        return _straightened(forecast, numbers)
    deed = _DEEDS.get(name)
    try:
        if deed is not None:
            return deed(forecast.plan, *numbers)
    except TypeError:
        pass
    raise CannotEdit("That cannot be done here.")


def _mended(forecast: Forecast, numbers: list[int]) -> Plan:
    """The plan without one of its troubles, as the mend says."""
    trouble, mend = (*numbers, -1, -1)[:2]
    if not 0 <= trouble < len(forecast.troubles) or not 0 <= mend < len(forecast.troubles[trouble].mends):
        raise CannotEdit("That is mended already.")
    return forecast.troubles[trouble].mends[mend].plan


def _straightened(forecast: Forecast, numbers: list[int]) -> Plan:
    """The plan with one of the changes that make its cloth lie better."""
    advice = results_of_plan(plan_text(forecast.plan)).advice
    finding, mend = (*numbers, -1, -1)[:2]
    if not 0 <= finding < len(advice) or not 0 <= mend < len(advice[finding].mends):
        raise CannotEdit("That is mended already.")
    return advice[finding].mends[mend].plan


def reworded(forecast: Forecast, known: Mapping[str, str], typed: Mapping[str, str]) -> tuple[Plan, list[str]]:
    """The plan with every word other that was typed otherwise, and what could not be taken."""
    plan, refused = forecast.plan, []
    for path, text in typed.items():
        if path not in known or text.strip() == known[path]:
            continue
        try:
            plan = edited(plan, Edit(path, text))
        except CannotEdit as why:
            refused.append(str(why))
    return plan, refused
