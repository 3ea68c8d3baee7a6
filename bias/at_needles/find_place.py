"""Lost: put down and taken up again, or ripped back. The rows that fit what is seen, with a press to go on from one."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from django.utils.translation import gettext as _

from bias.at_needles.conflicts import events_above
from bias.at_needles.counting_forms import PlaceForm
from bias.at_needles.press_form import PressForm
from bias.at_needles.worked_copy import WorkedCopy
from bias.results import observation_of, possible_rows
from knitting.diagnosis import Observation, PossibleRow
from knitting.saying.diagnosis import said_place
from knitting.saying.pieces import said_label

_ASKED = ("counts", "facing", "tail", "colour", "shows", "about")


@dataclass(frozen=True, slots=True)
class PossiblePlace:
    """A row after which everything fits: what it is, what tells it apart, and the event that goes on from there."""

    row: int
    says: str
    look: str
    here: bool
    press: PressForm


@dataclass(frozen=True)
class PlaceSearch:
    """What was asked, and the rows that fit; ``refusal`` where it could not be read."""

    asked: dict[str, str]
    ripped: bool
    colours: tuple[str, ...]
    form: PlaceForm
    refusal: str = ""
    fits: tuple[PossiblePlace, ...] = ()
    was_asked: bool = False
    exact: bool = True
    many: int = 0


def find_place(worked_copy: WorkedCopy, sent: Mapping[str, str]) -> PlaceSearch:
    """The rows of a piece that fit what is seen, nearest to where the log stands first."""
    row_view = worked_copy.row_view
    colours = tuple(dict.fromkeys(row.colour for row in row_view.all_rows if row.colour))
    asked = {key: sent.get(key, "").strip()[:200] for key in _ASKED}
    form = PlaceForm(asked, colours)
    bare = PlaceSearch(asked, bool(sent.get("ripped")), colours if len(colours) > 1 else (), form)
    if not any(asked.values()):
        return bare
    if form.refused:
        return replace(bare, refusal=form.refused)
    about = form.cleaned_data["about"]
    told = form.told
    seen = observation_of(
        row_view.results, form.cleaned_data["counts"], about=row_view.rows if about is None else about, **told
    )
    return _answered(worked_copy, bare, seen)


def _answered(worked_copy: WorkedCopy, bare: PlaceSearch, seen: Observation) -> PlaceSearch:
    row_view = worked_copy.row_view
    found = possible_rows(row_view.results, seen)
    if bare.ripped:
        found = tuple(place for place in found if place.row <= row_view.rows)
    fits = tuple(_possible(worked_copy, place, bare.ripped) for place in found)
    return replace(bare, fits=fits, was_asked=True, many=len(fits))


def _possible(worked_copy: WorkedCopy, place: PossibleRow, ripped: bool) -> PossiblePlace:
    row_view, row = worked_copy.row_view, place.row
    above = events_above(worked_copy.progress, row)
    press = PressForm(_("Go on from here"), "jump", row, _("found again"), above)
    if ripped:
        press = PressForm(_("I ripped back to here"), "ripped", row, _("ripped back"), above)
    return PossiblePlace(row, _said(worked_copy, row), row_view.sided(said_place(place)), row == row_view.rows, press)


def _said(worked_copy: WorkedCopy, row: int) -> str:
    if not row:
        return _("Before the first row")
    there = worked_copy.row_view.all_rows[row - 1]
    return _("After row {row}, {label}").format(row=row, label=said_label(there)) + (
        _(", time {time}").format(time=there.time) if there.time > 1 else ""
    )
