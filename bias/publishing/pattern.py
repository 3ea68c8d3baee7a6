"""A pattern as its page shows it: everything that the engine knows of it, in the order in which it is read."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property

from django.utils.translation import gettext as _
from django.utils.translation import ngettext

from bias.planning.gauge_form import said_gauge as said_gauge_of_plan
from bias.planning.size_table import SizeTable, size_table
from bias.printing.print_parts import PrintChoices, chart_pages
from bias.publishing.models import Publication
from bias.results import PlanResults, Results, results_of_plan, technique_in_short
from bias.results.worn import wearable_piece
from bias.results.yarn import yarn_of_piece
from knitting.assembly.finishing import FinishingStep, ends_to_weave_in
from knitting.constructions import too_small_for_head
from knitting.measures import said_metres
from knitting.publishing import MARGIN, BallNeed, Notions, Surroundings, notions_of, technical_edit
from knitting.saying.finishing import said_step
from knitting.saying.pieces import said_gauge
from knitting.saying.technical_edit import said_remark
from knitting.sizing.parameters import Parameter, parameters
from knitting.stitches import STITCHES, Family
from knitting.words.several import of_size

_SHAPING = frozenset({Family.INCREASE, Family.DECREASE, Family.YARN_OVER, Family.CABLE, Family.CLUSTER})


@dataclass(frozen=True, slots=True)
class Explained:
    """An abbreviation with its meaning, and a small picture of how it is made where it shapes."""

    short: str
    meaning: str
    picture: str


@dataclass(frozen=True, slots=True)
class SaidRemark:
    """A remark of the technical edit: its sentence, and the line or the field that it is about."""

    says: str
    line: int
    field: str


@dataclass(frozen=True)
class Pattern:
    """A publication with all that comes of its piece."""

    publication: Publication
    results: Results
    plan: PlanResults | None = None
    alone: bool = False
    """Whether its drawings bring their colours, as on paper; on the site the page has them."""

    @property
    def title(self) -> str:
        """What it is called."""
        return self.results.title or self.publication.piece.title

    @cached_property
    def knobs(self) -> tuple[Parameter, ...]:
        """What may decide the sizes of a planned piece."""
        return parameters(self.plan.plan) if self.plan else ()

    @cached_property
    def sized(self) -> tuple[SizeTable | None, str]:
        """Its sizes side by side, or why there are none."""
        kept = self.publication
        if not self.plan or not kept.sizes.strip():
            return None, ""
        return size_table(self.plan.plan, self.knobs, kept.size_key, kept.sizes)

    @property
    def table(self) -> SizeTable | None:
        """Its sizes side by side."""
        return self.sized[0]

    @property
    def measures(self) -> list[tuple[str, str]]:
        """What it measures in the size that is drawn."""
        found = [(_("finished"), self.results.said_size)] if self.results.laid else []
        return [*found, (_("rows"), str(len(self.results.worked.rows))), (_("stitches"), self.results.said_stitches)]

    @property
    def schematic(self) -> str:
        """The cloth with its measures."""
        if not self.results.laid:
            return ""
        return self.results.cloth_alone(size="") if self.alone else self.results.cloth_svg()

    @cached_property
    def folded(self) -> str:
        """How it is worn, folded, where nobody gave a picture of it and it is worn at all."""
        if self.publication.picture:
            return ""
        wearable = wearable_piece(self.results, self.publication.piece.current.plan, "")
        return wearable.folded(alone=self.alone) if wearable is not None and wearable.garment is not None else ""

    @cached_property
    def yarn(self) -> tuple[BallNeed, ...]:
        """The yarn of each colour, without a margin; its balls by the label that the piece keeps."""
        kept = list(self.publication.piece.yarns.all())
        balls = {each.colour: each.ball_metres for each in kept}
        if not self.results.worked.rows:
            return ()
        report = yarn_of_piece(self.results, [], [], (), 0).report
        return tuple(BallNeed(each.colour, each.metres, balls.get(each.colour, 0.0)) for each in report.colours)

    @property
    def materials(self) -> list[str]:
        """Yarn with its margin, needles, marks and holders."""
        names = {each.colour: each.name for each in self.publication.piece.yarns.all()}
        found = [_said_yarn(each, names.get(each.colour, ""), len(self.yarn) > 1) for each in self.yarn]
        if self.publication.needles.strip():
            found.append(self.publication.needles.strip())
        return [*found, *_said_notions(notions_of(self.results.worked))]

    @property
    def gauge(self) -> str:
        """The gauge, and where it comes from."""
        if self.plan:
            return said_gauge_of_plan(self.plan.plan)
        gauge = self.results.worked.piece.headers.gauge
        return f"{said_gauge(gauge)}." if gauge else _("No gauge is told.")

    @cached_property
    def abbreviations(self) -> list[Explained]:
        """Those that are used, those that shape with a picture."""
        return [
            Explained(each.short, each.meaning, _picture_of(each.key, self.alone))
            for each in self.results.glossary(self.publication.dialect)
        ]

    @property
    def notes(self) -> list[str]:
        """Places that makers misread."""
        return [says for _note, says in self.results.said_misreadings()]

    @property
    def lines(self) -> list[str]:
        """The rows in words; of several sizes in one where only figures differ."""
        table, code = self.table, self.publication.dialect
        rows = self.results.written_rows(code, self.publication.every_count).splitlines()
        if table is None or not table.words or self.plan is None:
            return rows
        # The head of the text is told by the rest of the page, and has as many lines in every size.
        head = len(self.plan.text.splitlines()) - len(self._plan_rows)
        return table.words.splitlines()[head:]

    @property
    def _plan_rows(self) -> list[str]:
        """The rows of the plan as they stand in its text."""
        return self.results.written_rows(self.results.reading.dialect.code).splitlines()

    @property
    def parted_lines(self) -> list[tuple[tuple[str, bool], ...]]:
        """The same with the figures told apart of the size that stands out, if one does."""
        many = len(self.table.heads) if self.table else 0
        chosen = self.publication.bold - 1
        lines = [_unbroken(line.removeprefix(_ASIDE)) for line in self.lines]
        if not 0 <= chosen < many:
            return [((line, False),) if line else () for line in lines]
        return [of_size(line, many, chosen) for line in lines]

    @property
    def contents(self) -> list[tuple[str, str]]:
        """The sections of the page, by their keys, for its contents."""
        every = (
            ("size", _("Finished size"), self.schematic),
            ("materials", _("Materials"), True),
            ("gauge", _("Gauge"), True),
            ("abbreviations", _("Abbreviations"), self.abbreviations),
            ("notes", _("Before you begin"), self.notes),
            ("instructions", _("Instructions"), self.shows_words),
            ("charts", _("Charts"), self.shows_charts),
            ("finishing", _("Finishing"), True),
            ("care", _("Care"), self.publication.care),
            ("terms", _("Terms"), self.publication.terms),
        )
        return [(key, head) for key, head, there in every if there]

    @property
    def shows_words(self) -> bool:
        """Whether its rows are told in words."""
        return self.publication.shows != Publication.Shows.CHARTS

    @property
    def shows_charts(self) -> bool:
        """Whether it shows its chart."""
        return self.publication.shows != Publication.Shows.WORDS and bool(self.results.worked.rows)

    @property
    def charts(self) -> list[str]:
        """Its chart cut to the paper, where it shows one; on the site it is a picture of its own."""
        if not self.shows_charts or not self.alone:
            return []
        chart = self.results.chart_by_wale if self.publication.by_wale else self.results.chart
        windows = chart_pages(self.results, self.choices, chart)
        return [self.results.chart_window(window, False, chart) for window in windows[:_MOST_CHARTS]]

    @property
    def choices(self) -> PrintChoices:
        """The paper and its cells, as charts are cut by."""
        return PrintChoices(paper=self.publication.paper, dialect=self.publication.dialect, cell="middle")

    @property
    def finishing(self) -> list[str]:
        """What is done after the last row."""
        ends = ends_to_weave_in(self.results.worked)
        figures = {FinishingStep.WEAVE_IN: ngettext("{ends} end", "{ends} ends", ends).format(ends=ends)}
        ended = self.results.worked.finished
        steps = [step for step in FinishingStep if not (ended and step is FinishingStep.BIND_OFF)]
        return [f"{said_step(step.value)}{f' ({figures[step]})' if step in figures else ''}." for step in steps]

    @cached_property
    def edit(self) -> list[SaidRemark]:
        """What an editor would send back before it goes out."""
        found = technical_edit(self.results.text, self.results.reading, self.results.worked, self._around)
        words = self.results.reading.dialect
        return [
            SaidRemark(said_remark(each, self.results.worked, words), each.line, _FIELDS.get(each.kind.name, ""))
            for each in found
        ]

    @property
    def _around(self) -> Surroundings:
        plan, kept = self.plan, self.publication
        unfit = tuple(("", fit.part) for fit, _whole in plan.fits()) if plan else ()
        return Surroundings(
            yarn=(("", self.yarn),) if any(each.ball_m for each in self.yarn) else (),
            unfit=unfit,
            head=too_small_for_head(plan.forecast) if plan else None,
            care=kept.care,
            terms=kept.terms,
            gauge_told=plan is None or plan.plan.gauge is not None,
        )


_MOST_CHARTS = 40
_SHORT_BRACKET = re.compile(r"\([^()]{1,16}\)")
_ASIDE = "# "
"""What stands before a writer's remark in the written language."""
_FIELDS = {"NO_CARE": "care", "NO_TERMS": "terms", "NO_YARN": "yarn", "NEAR_A_BALL": "yarn", "NO_GAUGE": "size"}
"""The field or the page where a remark is mended."""


def _unbroken(line: str) -> str:
    """A line whose short brackets, such as those of a count, are not parted between two lines of the page.

    >>> _unbroken("K to end. (13 sts)")
    'K to end. (13\\xa0sts)'
    """
    return _SHORT_BRACKET.sub(lambda found: found[0].replace(" ", "\N{NO-BREAK SPACE}"), line)


def pattern_of(publication: Publication, alone: bool = False) -> Pattern:
    """The pattern of a publication, by the newest revision of its piece."""
    piece = publication.piece
    revision = piece.current
    plan = results_of_plan(revision.plan) if revision.plan else None
    return Pattern(publication, plan.results if plan else piece.results, plan, alone)


def _picture_of(key: str, alone: bool) -> str:
    kind = STITCHES.get(key)
    if kind is None or kind.family not in _SHAPING:
        return ""
    found = technique_in_short(key, alone=alone)
    return found.svg if found else ""


def _said_yarn(need: BallNeed, name: str, several: bool) -> str:
    metres = said_metres(need.metres * (1 + MARGIN))
    said = _("{metres} of {name}").format(metres=metres, name=name or _("yarn"))
    if several:
        said = f"{need.colour}: {said}"
    if need.balls:
        of = said_metres(need.ball_m)
        told = ngettext("{balls} ball of {of}", "{balls} balls of {of}", need.balls)
        said += f", {told.format(balls=need.balls, of=of)}"
    return said


def _said_notions(notions: Notions) -> Iterator[str]:
    if notions.on_needle:
        told = ngettext("{number} marker for the needle", "{number} markers for the needle", notions.on_needle)
        yield told.format(number=notions.on_needle)
    if notions.in_stitches:
        told = ngettext("{number} mark that opens", "{number} marks that open", notions.in_stitches)
        yield told.format(number=notions.in_stitches)
    if notions.holders:
        told = ngettext("waste yarn for {number} holder", "waste yarn for {number} holders", notions.holders)
        yield told.format(number=notions.holders)
    yield _("a sewing needle")
