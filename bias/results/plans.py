"""Plans at the one door: what a plan comes to, and the plan that can be read out of written rows."""

from __future__ import annotations

import json
from dataclasses import dataclass, replace
from functools import cached_property
from itertools import count
from time import monotonic
from typing import Protocol, TypeVar

from django.utils.translation import get_language
from django.utils.translation import gettext as _

from bias.results.memory import digest, noted, remembered, shared
from bias.results.pieces import Results, results_of_words
from knitting.cloth import lay_flat, measure
from knitting.compiling import compiled
from knitting.constructions import CONSTRUCTIONS
from knitting.dialects.dialect import dialect
from knitting.dialects.languages import dialect_of_language
from knitting.dialects.tables import FIRST
from knitting.files import NotRead, piece_from_json, plan_from_text, plan_text
from knitting.forecast.forecast import Forecast, forecast_of
from knitting.gauges import Swatch
from knitting.in_pattern.growing_edges import GrowingEdges
from knitting.in_pattern.whole_repeats import whole_at
from knitting.measures import said_length
from knitting.plan.plan import LineKind, Plan
from knitting.plan.split import RowSplit
from knitting.recognise.recognition import Recognition, recognise
from knitting.recognise.several import RecognisedPart, recognise_each
from knitting.remedies import Advice, PlanTrials, StillTrying, WordsAdvice, WordsTrials
from knitting.remedies.time_limit import Steps, to_the_end
from knitting.rows import Step
from knitting.saying.names import in_language
from knitting.saying.statements import said_refusal
from knitting.sizing.repeat_fit import RepeatFit, edges_of, uneven_fits
from knitting.sorting.roles import Role
from knitting.statements import sentence
from knitting.words.order_writer import sentence as write_sentence
from knitting.words.patching import patched
from knitting.words.writer import Writer, write

Each = TypeVar("Each", covariant=True)

_ROWS_TO_A_BORDER = 200
"""Rows within which it is told when a pattern is whole at its borders."""


_BYTES, _BYTES_A_ROW, _BYTES_OF_A_NUMBER = 100_000, 4_000, 300
_TRIED, _STITCHES_TRIED = 16, 1_000_000
"""How many other rows are kept for a piece whose cloth is to lie better."""


@dataclass(frozen=True, eq=False)
class PlanResults:
    """A plan with its course and its written rows."""

    source: str
    forecast: Forecast
    text: str

    @property
    def bytes_kept(self) -> int:
        """About how much memory it takes."""
        return _BYTES + _BYTES_A_ROW * self.forecast.rows

    @property
    def plan(self) -> Plan:
        """The plan itself."""
        return self.forecast.plan

    def part_names(self, row: int) -> tuple[str, ...]:
        """The names of the parts between marks in a row, counted from 1, in right-side order.

        Between each two marks stands the name of the largest part; stitches between a line's own two markers are
        called as the line is.
        """
        split = self._split(row)
        between = iter(self.wide_parts(row))
        found = [next(between, "")]
        for line in split.lines if split else ():
            if line.kind is LineKind.BOTH:
                found.append(line.name)
            if line.kind is not LineKind.UNMARKED:
                found.append(next(between, ""))
        return tuple(found)

    def wide_parts(self, row: int) -> tuple[str, ...]:
        """The names of the parts between the lines that the cloth shows, in right-side order."""
        split = self._split(row)
        runs = split.segments() if split else []
        return tuple(max((split.parts[at] for at in run), key=lambda part: part.count).name for run in runs if split)

    def _split(self, row: int) -> RowSplit | None:
        stages = [stage for stage in self.forecast.stages if stage.first_row <= row]
        return stages[-1].closing if stages else None

    @cached_property
    def edges(self) -> GrowingEdges | None:
        """The growing edges of its parts row by row; ``None`` where the plan has troubles."""
        return edges_of(self.forecast)

    def fits(self) -> list[tuple[RepeatFit, int | None]]:
        """Parts in which a pattern does not come out even, each with the row after which whole repeats fill it."""
        found = uneven_fits(self.forecast)
        return [(each, self._whole_after(each.part)) for each in found]

    def _whole_after(self, part: str) -> int | None:
        at = self.segment_of(part, 1)
        return whole_at(self.edges, at, ahead=_ROWS_TO_A_BORDER) if self.edges is not None and at >= 0 else None

    def segment_of(self, part: str, row: int) -> int:
        """Which of the parts between marks of a row, counted from 1, holds a part of the plan; -1 where none does."""
        split = self._split(row)
        for at, run in enumerate(split.segments() if split else ()):
            if split is not None and any(split.parts[place].name == part for place in run):
                return at
        return -1

    def line_names(self, row: int) -> tuple[str, ...]:
        """The names of the marked lines in a row, counted from 1, in right-side order."""
        split = self._split(row)
        return tuple(line.name for line in split.lines if line.kind is not LineKind.UNMARKED) if split else ()

    @cached_property
    def trials(self) -> PlanTrials:
        """What is tried to make its cloth lie better."""
        construction = CONSTRUCTIONS.get(self.plan.construction)
        return PlanTrials(self.plan, construction.curvature if construction else None)

    @property
    def advice(self) -> tuple[Advice, ...]:
        """How its cloth lies, with what would mend it."""
        return self.trials.advice()

    def advice_within(self, seconds: float) -> tuple[Advice, ...] | None:
        """The advice if it can be had so soon; asked again, the trials go on where they were left."""
        return within(self.trials, seconds)

    @cached_property
    def said_unwashed(self) -> str:
        """What it measures before it is washed, where its swatch tells; else nothing."""
        source = self.plan.known_from
        before = source.before if isinstance(source, Swatch) and source.after else None
        if before is None:
            return ""
        found = measure(lay_flat(self.results.worked, before))
        return _("{width} by {height} before washing").format(
            width=said_length(found.width_cm), height=said_length(found.height_cm)
        )

    @cached_property
    def results(self) -> Results:
        """All that comes of its rows, at the gauges that the plan has from row to row."""
        found = results_of_words(self.text)
        later = tuple((change.row, change.gauge) for change in self.plan.gauges)
        return replace(found, later=later) if later else found


@remembered()
def results_of_plan(source: str) -> PlanResults:
    """What a kept plan comes to; the same text is done once. ``NotRead`` if it is no plan."""
    forecast = forecast_of(plan_from_text(source))
    return PlanResults(source, forecast, write(compiled(forecast), dialect(forecast.plan.dialect)))


@remembered(weigh=lambda _: _BYTES_OF_A_NUMBER)
def row_count(written: str, plan: str) -> int:
    """How many rows there are, of written rows or of a plan: what a press has to know, kept when all else is not."""

    def counted() -> int:
        results = results_of_plan(plan).results if plan else results_of_words(written)
        return len(results.worked.rows)

    return shared(f"rows-{digest(written)}-{digest(plan)}", counted)


def said_steps(steps: tuple[Step, ...], plan: Plan) -> str:
    """The steps of a row as a sentence, in the words in which the plan is written."""
    return write_sentence(Writer(dialect(plan.dialect)).steps(steps))


def why_unreadable(source: object) -> str:
    """Why a kept plan can no longer be read, in words; nothing for one that can."""
    try:
        results_of_plan(source if isinstance(source, str) else "")
    except NotRead as why:
        return said_refusal(why)
    return ""


def kept_text(plan: Plan) -> str:
    """A plan as the text that is kept of it. ``NotRead`` where it would not be read back as the same plan."""
    text = plan_text(plan)
    if results_of_plan(text).plan != plan:
        raise NotRead(sentence("It would not be read back as it is."))
    return text


def begun_text(plan: Plan) -> str:
    """A new plan as the text that is kept of it, its own names, title and rows in the knitter's language."""
    spoken = plan.dialect or dialect_of_language(get_language() or "")
    try:
        return kept_text(replace(in_language(plan), dialect=spoken))
    except NotRead:  # a fabric's name means something else in those words
        return kept_text(in_language(plan))


def read_text(plan: Plan) -> str:
    """The text that is kept of a plan that was read: named in the knitter's language, in the words it was read in."""
    return kept_text(in_language(plan))


def changed_text(plan: Plan, before: Plan) -> str:
    """A changed plan as the text that is kept of it: names that are new in it are in the knitter's language."""
    return kept_text(replace(in_language(plan, before), dialect=before.dialect))


def words_of_json(text: str) -> str:
    """The written rows of a piece that is given as JSON; ``NotRead`` says why it is none."""
    try:
        data = json.loads(text)
    except (ValueError, RecursionError):
        raise NotRead(sentence("The file cannot be read as JSON.")) from None
    return write(piece_from_json(data))


@remembered()
def plan_of_words(words: str) -> Recognition:
    """The plan that written rows can be read as, or why they cannot."""
    found = results_of_words(words)
    return _in_its_dialect(recognise(found.worked), found)


@remembered()
def plans_of_parts(words: str) -> tuple[RecognisedPart, ...]:
    """The pieces of a text with several cast-ons, each with the plan that it can be read as; none where it has one."""
    found = results_of_words(words)
    parts = recognise_each(found.worked)
    return tuple(replace(each, found=_in_its_dialect(each.found, found)) for each in parts)


def _in_its_dialect(read: Recognition, words: Results) -> Recognition:
    """A plan whose rows are written in the dialect of the words that it was read from."""
    code = words.reading.dialect.code
    if read.plan is None or code == FIRST:
        return read
    return replace(read, plan=replace(read.plan, dialect=code))


def words_of_part(words: str, number: int) -> str:
    """The lines of one of several pieces, counted from 1, under its own title and what is set for all of them.

    Nothing where these lines by themselves would be another plan than the one that was read.
    """
    parts, reading = plans_of_parts(words), results_of_words(words).reading
    begun, lines = 0 if number == 1 else parts[number - 2].last_line, words.split("\n")
    first = min(order.span.line for section in reading.piece.sections for order in section.orders)
    settings = {each.where.line for each in reading.roles if each.role is Role.SETTING and each.where.line < first}
    titled = {at for at in settings if lines[at - 1].rstrip().endswith(reading.piece.title)}
    own = lines[begun : parts[number - 1].last_line] if number > 1 else lines[first - 1 : parts[0].last_line]
    title = f"{Writer(reading.dialect).key('title')}: {parts[number - 1].title}"
    part = "\n".join([title, *(lines[at - 1] for at in sorted(settings - titled)), "", *own])
    read, wanted = plan_of_words(part).plan, parts[number - 1].found.plan
    return part if read is not None and wanted is not None and replace(read, name=wanted.name) == wanted else ""


def _weight_of_trials(trials: WordsTrials) -> int:
    """Of large pieces few others are tried."""
    tried = min(_TRIED, 2 + _STITCHES_TRIED // max(trials.worked.stitches, 1))
    return tried * _BYTES_A_ROW * len(trials.worked.rows)


@remembered(weigh=_weight_of_trials)
def trials_of_words(words: str) -> WordsTrials:
    """What is tried to make the cloth of written rows lie better."""
    found = results_of_words(words)
    return WordsTrials(found.worked, lambda: found.layout, lambda: plan_of_words(words))


def advice_of_words(words: str) -> tuple[WordsAdvice, ...]:
    """How the cloth of written rows lies, with what would mend it."""
    return trials_of_words(words).advice()


class _Trials(Protocol[Each]):
    steps: Steps

    def advice(self) -> tuple[Each, ...]: ...


@noted
def within(trials: _Trials[Each], seconds: float) -> tuple[Each, ...] | None:
    """The advice of some trials if it can be had so soon; at least one change is tried each time it is asked."""
    until = monotonic() + seconds
    tried = count()
    trials.steps.go_on = lambda: next(tried) == 0 or monotonic() < until
    try:
        return trials.advice()
    except StillTrying:
        return None
    finally:
        trials.steps.go_on = to_the_end


def mended_words(words: str, finding: int, mend: int) -> str | None:
    """Written rows with one of the mends that keep them written rows; ``None`` where there is no such mend."""
    advice = advice_of_words(words)
    mends = advice[finding].mends if 0 <= finding < len(advice) else ()
    chosen = mends[mend] if 0 <= mend < len(mends) else None
    if chosen is None or chosen.piece is None:
        return None
    found = results_of_words(words)
    if chosen.anew:
        return write(chosen.piece, found.reading.dialect)
    return patched(words, found.worked.piece, chosen.piece, found.reading.dialect)
