"""The count check: what the knitter counts against what should be there, and what can be done about a difference."""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import dataclass, replace
from uuid import UUID, uuid4

from django.utils.translation import gettext as _

from bias.at_needles.conflicts import events_above
from bias.at_needles.counting_forms import CountForm
from bias.at_needles.press_form import PressForm
from bias.at_needles.row_view import RowView
from bias.at_needles.worked_copy import WorkedCopy
from bias.results import clue, meaning_of, observation_of, technique_for
from knitting.diagnosis import Explanation, Option, OptionKind, PossibleRow, WrongCounts, options_of
from knitting.saying.diagnosis import said_option, said_place, said_verdict, said_wrong_counts
from knitting.saying.mistakes import looked_for, said_mistakes
from knitting.saying.pieces import said_label
from knitting.statements import N_

_MOST_ROWS_FITTING = 4


@dataclass(frozen=True, slots=True)
class CountedPart:
    """A part between marks: where it stands from the right edge, what should be there, what was typed."""

    place: int
    name: str
    expected: int
    typed: str


@dataclass(frozen=True, slots=True)
class Remedy:
    """One thing that can be done: what, its cost, and the press that notes it."""

    says: str
    cost: str
    press: PressForm
    technique: str = ""


@dataclass(frozen=True, slots=True)
class ExplanationView:
    """An explanation with what to look for and what to do."""

    says: str
    look: str
    svg: str
    done: tuple[Remedy, ...]
    technique: str = ""


@dataclass(frozen=True)
class CountCheck:
    """The parts after the last row worked, as the needle faces the knitter now, and what their counts mean."""

    row: int
    label: str
    parts: tuple[CountedPart, ...]
    facing: str
    total: int
    form: CountForm
    in_all: str = ""
    colours: tuple[str, ...] = ()
    refusal: str = ""
    verdict: str = ""
    right: bool = False
    fitting: tuple[str, ...] = ()
    whatever: tuple[Remedy, ...] = ()
    explained: tuple[ExplanationView, ...] = ()
    counts: tuple[int, ...] = ()

    @property
    def counts_sent(self) -> str:
        """The counts as a form sends them."""
        return json.dumps(list(self.counts))

    @property
    def spare_id(self) -> UUID:
        """An id for noting the count."""
        return uuid4()


def check_counts(worked_copy: WorkedCopy, sent: Mapping[str, str]) -> CountCheck | None:
    """The count check of a piece where it stands; ``None`` before its first row is worked."""
    row_view = worked_copy.row_view
    if not row_view.rows:
        return None
    worked = row_view.all_rows[row_view.rows - 1]
    needle, following = worked.after, row_view.row
    typed = [sent.get(f"part{at}", "").strip() for at in range(len(needle.counts))]
    names = [row_view.sided(name) for name in part_names(len(needle.counts))]
    parts = [CountedPart(at, names[at], count, typed[at] or str(count)) for at, count in enumerate(needle.counts)]
    behind = following is not None and following.side.value == "WS"
    facing = _("wrong side") if behind else _("right side")
    shown = tuple(parts[::-1] if behind else parts)
    colours = tuple(dict.fromkeys(row.colour for row in row_view.all_rows if row.colour))
    label = _("{label}, row {rows} of {all_rows}").format(
        label=said_label(worked), rows=row_view.rows, all_rows=len(row_view.all_rows)
    )
    form = CountForm(needle.counts, sent, colours)
    in_all = sent.get("in_all", "").strip()
    bare = CountCheck(
        row_view.rows, label, shown, facing, needle.total, form, in_all, colours if len(colours) > 1 else ()
    )
    if form.refused:
        return replace(bare, refusal=form.refused)
    if form.says_nothing:
        return bare
    counts, told = form.counts, form.told
    seen = observation_of(row_view.results, counts, about=row_view.rows, **told)
    try:
        meaning = meaning_of(row_view.results, row_view.rows, seen)
    except WrongCounts as wrong:
        return replace(bare, refusal=said_wrong_counts(wrong))
    verdict = said_verdict(meaning.diagnosis.verdict)
    others = [place for place in meaning.rows[:_MOST_ROWS_FITTING] if place.row != row_view.rows]
    return replace(
        bare,
        verdict=verdict,
        right=meaning.diagnosis.verdict.is_right,
        fitting=tuple(_said_of_row(row_view, place) for place in others),
        whatever=tuple(_done(worked_copy, option, verdict) for option in meaning.options),
        explained=tuple(_explained(worked_copy, each) for each in meaning.diagnosis.explanations),
        counts=tuple(counts),
    )


def _said_of_row(row_view: RowView, place: PossibleRow) -> str:
    label = said_label(row_view.all_rows[place.row - 1])
    return _("After row {row} ({label}) these counts are right. {place}").format(
        row=place.row, label=label, place=row_view.sided(said_place(place))
    )


def _explained(worked_copy: WorkedCopy, explanation: Explanation) -> ExplanationView:
    row_view = worked_copy.row_view
    worked, pace = row_view.results.worked, worked_copy.pace.middle if worked_copy.pace else 0.0
    says = row_view.sided(said_mistakes(worked, explanation.mistakes))
    remedies = options_of(explanation, worked, row_view.rows, pace)
    return ExplanationView(
        says,
        row_view.sided(looked_for(explanation.mistakes)),
        clue(explanation.mistakes[0].kind),
        tuple(_done(worked_copy, option, says) for option in remedies),
        technique_for(explanation.mistakes[0].kind),
    )


_DOES = {
    OptionKind.LEAVE: N_("Go on with it so"),
    OptionKind.ABSORB: N_("I will do that"),
    OptionKind.HIDE: N_("I will do that"),
    OptionKind.MEND: N_("I have mended it"),
    OptionKind.RIP: N_("I have ripped back"),
}


def _done(worked_copy: WorkedCopy, option: Option, why: str) -> Remedy:
    row_view = worked_copy.row_view
    said, cost = said_option(option)
    says, does = row_view.sided(said), _(_DOES[option.kind])
    if option.kind is OptionKind.RIP and option.back_to is not None:
        above = events_above(worked_copy.progress, option.back_to)
        return Remedy(says, cost, PressForm(does, "ripped", option.back_to, does, above), technique_for(option.kind))
    if option.kind is OptionKind.MEND:
        noted = PressForm(does, "note", row_view.rows, does, text=_("Mended: {why} {says}").format(why=why, says=says))
        return Remedy(says, cost, noted, technique_for(option.kind))
    rows = json.dumps([{"row": each.row, "counts": list(each.counts)} for each in option.differences])
    title = f"{option.kind.value.capitalize()}. {says}"
    return Remedy(title, cost, PressForm(does, "mended", row_view.rows, does, differences=rows, text=says))


def part_names(parts: int) -> list[str]:
    """Names for parts between marks, in right-side order."""
    if parts == 1:
        return [_("all stitches")]
    if parts == 2:
        return [_("right half"), _("left half")]
    return [_("part {at} from the right edge").format(at=at) for at in range(1, parts + 1)]
