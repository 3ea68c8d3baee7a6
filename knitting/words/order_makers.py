"""How each order is made from the slots of its form."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from knitting.dialects.templates import Found
from knitting.problems import NOWHERE, Span
from knitting.rows import (
    BindOff,
    CastOn,
    ChangeYarn,
    FastenOff,
    Graft,
    HoldAll,
    InFabric,
    JoinRound,
    Marking,
    MarkStitches,
    Order,
    RemoveMarks,
    Repeat,
    RepeatEnd,
    ReturnHeld,
    Row,
    Side,
    Step,
    Stretch,
    Tab,
    Times,
    ToEnd,
    UntilLength,
    WorkTo,
)
from knitting.stitches import KNIT, PURL

_PURL_ROW = WorkTo(PURL, ToEnd(), NOWHERE, whole=True)
_KNIT_ROW = WorkTo(KNIT, ToEnd(), NOWHERE, whole=True)
NOT_TWISTED = "not_twisted"
"""The manner of joining that has words of its own in every dialect."""
_HOLDER = "holder"
"""What stitches on hold are called where nothing is said."""

MAKERS: dict[str, Callable[[Found, Span, str], Order]] = {
    "tab": lambda f, span, _: Tab(
        number_in(f, "n"), number_in(f, "rows_n"), number_in(f, "side"), number_in(f, "edge"), span, KNIT
    ),
    "cast_on": lambda f, span, _: CastOn(number_in(f, "n"), span, manner=_manner(f)),
    "return_held": lambda f, span, _: ReturnHeld(str(f["held"]), span),
    "pick_up": lambda f, span, _: CastOn(number_in(f, "n"), span, picked_up=True, manner=_manner(f)),
    "join_careful": lambda f, span, _: JoinRound(span, NOT_TWISTED),
    "join": lambda f, span, _: JoinRound(span, _manner(f)),
    "mark_centre": lambda f, span, _: MarkStitches((), span),
    "mark_stitches": lambda f, span, _: MarkStitches(_rows(f), span),
    "marker_before_centre": lambda f, span, _: MarkStitches((), span, Marking.BEFORE),
    "marker_before": lambda f, span, _: MarkStitches(_rows(f), span, Marking.BEFORE),
    "markers_beside_centre": lambda f, span, _: MarkStitches((), span, Marking.BOTH),
    "markers_beside": lambda f, span, _: MarkStitches(_rows(f), span, Marking.BOTH),
    "remove_marks": lambda f, span, _: RemoveMarks(span),
    "change_yarn": lambda f, span, _: ChangeYarn(str(f["colour"]), span),
    "hold_all": lambda f, span, _: HoldAll(str(f.get("held", _HOLDER)), span),
    "graft": lambda f, span, _: Graft(span),
    "work_rows": lambda f, span, _: Repeat(_rows(f), _until_all(f), span),
    "repeat": lambda f, span, _: Repeat(_rows(f), _until(f), span),
    "repeat_last": lambda f, span, _: Repeat((), _until(f), span, last=_last(f)),
    "repeat_bare": lambda f, span, _: Repeat((), _until(f), span, as_set=True),
    "repeat_once": lambda f, span, _: Repeat((), Times(1, span), span, last=number_in(f, "n")),
    "repeat_as_set": lambda f, span, _: Repeat((), _until(f), span, as_set=True),
    "work_once": lambda f, span, _: Repeat(_rows(f), Times(1, span), span),
    "plain_ridges": lambda f, span, said: _plain(said, 2 * number_in(f, "n"), span, _KNIT_ROW),
    "plain_knit": lambda f, span, said: _plain(said, number_in(f, "n"), span, _KNIT_ROW),
    "plain_purl": lambda f, span, said: _plain(
        said, number_in(f, "n"), span, WorkTo(PURL, ToEnd(), NOWHERE, whole=True)
    ),
    "plain_fabric": lambda f, span, said: _plain(said, number_in(f, "n"), span, _fabric(f)),
    "plain_until": lambda f, span, said: Stretch((_plain(said, 1, span, _fabric(f)),), _until(f), span),
    "plain_length": lambda f, span, said: Stretch((_plain(said, 1, span, _fabric(f)),), _length(f, span), span),
    "slip_and_bind_off": lambda f, span, _: BindOff(_manner(f), span, number_in(f, "slipped"), number_in(f, "n")),
    "bind_off_to": lambda f, span, _: BindOff(_manner(f), span, left=number_in(f, "n")),
    "bind_off": lambda f, span, _: BindOff(_manner(f), span, stated=number_in(f, "n") if "n" in f else 0),
    "fasten_off": lambda f, span, _: FastenOff(span),
    "repeat_named": lambda f, span, _: Repeat((), _until(f), span, named=str(f["label"])),
}


def with_tail(order: Order, tail: tuple[str, Found, int] | None) -> Order:
    """The order with what is said after it: how a repeat ends, what is let down at a bind-off."""
    if tail is None:
        return order
    form, values, _ = tail
    if isinstance(order, Repeat) and form == "ending":
        return replace(order, ending=number_in(values, "n" if "n" in values else "ordinal"))
    if isinstance(order, Repeat | Stretch):
        side = values["facing"]
        assert isinstance(side, Side)
        return replace(order, ending_side=side)
    if isinstance(order, BindOff):
        return replace(order, drops=True)
    return order


def _plain(said: str, rows: int, span: Span, step: Step) -> Row:
    return Row(said.split()[0].capitalize(), (), (step,), span, times=rows, head="plain")


def _fabric(found: Found) -> InFabric:
    return InFabric(str(found.get("fabric", "pattern")), NOWHERE, goal=ToEnd(), whole=True)


def number_in(found: Found, slot: str) -> int:
    """A number of a form, one where it says none."""
    value = found.get(slot, 1)
    assert isinstance(value, int)
    return value


def _last(found: Found) -> int:
    """How many rows "these rows" are; "both rows" are two, "this row" is one."""
    return number_in(found, "n")


def _rows(found: Found) -> tuple[int, ...]:
    rows = found.get("rows", found.get("ordinals"))
    assert isinstance(rows, tuple)
    return rows


def _manner(found: Found) -> str:
    return str(found.get("manner", ""))


def _until(found: Found) -> RepeatEnd:
    until = found["until"]
    assert isinstance(until, RepeatEnd)
    return until


def _length(found: Found, span: Span) -> RepeatEnd:
    length = found["length"]
    assert isinstance(length, float)
    return UntilLength(length, span, more=True)


def _until_all(found: Found) -> RepeatEnd:
    """ "Work rows 1 and 2 five times": five in all, where "repeat" would say five more."""
    until = found["until_all"]
    assert isinstance(until, RepeatEnd)
    return until
