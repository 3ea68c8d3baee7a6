"""A pattern as its page shows it: everything that the engine knows of it, in the order in which it is read."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from django.utils.translation import gettext as _
from django.utils.translation import gettext_lazy as _lazy
from django.utils.translation import ngettext

from bias.planning.gauge_form import said_gauge as said_gauge_of_plan
from bias.planning.size_table import SizeTable, size_table
from bias.printing.print_parts import MARGIN_MM, PAPERS, PrintChoices
from bias.publishing.charts import PrintedCharts, printed_charts
from bias.publishing.instructions import PrintedLine, Printing, printed_lines
from bias.publishing.materials import Materials, materials_of
from bias.publishing.models import Publication
from bias.results import PlanResults, Results, results_of_plan, schematic_svg, technique_in_short
from bias.results.worn import Wearable, wearable_piece
from knitting.assembly.finishing import FinishingStep, ends_to_weave_in
from knitting.constructions import too_small_for_head
from knitting.publishing import Surroundings, technical_edit
from knitting.saying.finishing import said_step
from knitting.saying.pieces import said_gauge
from knitting.saying.technical_edit import said_remark
from knitting.sizing.parameters import Parameter, parameters
from knitting.stitches import STITCHES, Family

_SHAPING = frozenset({Family.INCREASE, Family.DECREASE, Family.YARN_OVER, Family.CABLE, Family.CLUSTER})

_LARGE_PT, _USUAL_PT, _SMALL_PT = 15.0, 10.5, 9.5
_MM_A_POINT = 0.3528
_LABEL_UNITS, _LEAST_UNITS = 15.0, 400.0
"""The height of a label in a schematic, and the least width that leaves room for the cloth between labels."""


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

    @cached_property
    def sizes(self) -> tuple[Results, ...]:
        """The piece in each of its sizes; in its own where it has no others."""
        return tuple(each.results for each in self.table.plans) if self.table else (self.results,)

    @property
    def measures(self) -> list[tuple[str, tuple[str, ...]]]:
        """What it measures, in every size: folded where it is worn so, and laid flat."""
        laid = tuple(each.said_size if each.laid else "" for each in self.sizes)
        worn = tuple(each.said_folded if each else "" for each in self._wearables)
        found = [(_("folded, as worn"), worn), (_("laid open"), laid)] if all(worn) else [(_("finished"), laid)]
        return [*found, *(self.table.measures if self.table else ())]

    @cached_property
    def _wearables(self) -> tuple[Wearable | None, ...]:
        """How it is worn in every size, where it is worn at all."""
        construction = self.plan.plan.construction if self.plan else ""
        found = (wearable_piece(each, construction, "") for each in self.sizes)
        return tuple(each if each is not None and each.garment is not None else None for each in found)

    @property
    def heads(self) -> list[tuple[str, bool]]:
        """The names of its sizes, and which of them stands out."""
        names = self.table.heads if self.table else ()
        return [(name, at + 1 == self.publication.bold) for at, name in enumerate(names)]

    @property
    def _drawn(self) -> int:
        """Which of its sizes is drawn and charted: the one that stands out, or the first."""
        return max(0, min(self.publication.bold - 1, len(self.sizes) - 1))

    @property
    def drawn(self) -> Results:
        """The piece as it is drawn and charted."""
        return self.sizes[self._drawn]

    @property
    def drawn_size(self) -> str:
        """The name of the size that is drawn, where it has several."""
        return self.table.heads[self._drawn] if self.table else ""

    @cached_property
    def schematic(self) -> str:
        """The cloth with its measures."""
        if not self.alone:
            return schematic_svg(self.drawn)
        millimetres = PAPERS[self.publication.paper][0] - 2 * MARGIN_MM
        return schematic_svg(self.drawn, max(_LEAST_UNITS, millimetres * _LABEL_UNITS / (self.points * _MM_A_POINT)))

    @property
    def points(self) -> float:
        """How large its words are on paper."""
        kept = self.publication
        return _LARGE_PT if kept.large else _SMALL_PT if kept.paper == Publication.Paper.A5 else _USUAL_PT

    @cached_property
    def folded(self) -> str:
        """How it is worn, folded, where nobody gave a picture of it and it is folded to be worn."""
        wearable = self._wearables[self._drawn]
        if self.publication.picture or wearable is None or not wearable.said_folded:
            return ""
        return wearable.folded(alone=self.alone)

    @cached_property
    def materials(self) -> Materials:
        """What it takes in every size."""
        return materials_of(self.sizes, list(self.publication.piece.yarns.all()))

    @property
    def said_materials(self) -> list[tuple[tuple[str, bool], ...]]:
        """Yarn with its margin, needles, marks and holders, the size told apart that stands out."""
        return [self._printing.parted(line) for line in self.materials.said(self.publication.needles)]

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
        return [says for _note, says in self.drawn.said_misreadings()]

    @property
    def _printing(self) -> Printing:
        kept, names = self.publication, self.table.heads if self.table else ()
        return Printing(kept.dialect, kept.every_count, names, kept.bold - 1, not self.tells_rows)

    @cached_property
    def lines(self) -> list[PrintedLine]:
        """The rows in words; of several sizes in one where only figures differ."""
        return list(printed_lines(self.sizes, self._printing))

    @property
    def apart(self) -> bool:
        """Whether some of its rows are printed for each size by itself."""
        return any(line.size for line in self.lines)

    @property
    def contents(self) -> list[tuple[str, str]]:
        """The sections of the page, by their keys, for its contents."""
        every = (
            ("size", _("Finished size"), self.schematic),
            ("materials", _("Materials"), True),
            ("gauge", _("Gauge"), True),
            ("abbreviations", _("Abbreviations"), self.abbreviations),
            ("notes", _("Before you begin"), self.notes),
            ("instructions", _("Instructions"), self.lines),
            ("charts", _("Charts"), self.shows_charts),
            ("finishing", _("Finishing"), True),
            ("care", _("Care"), self.publication.care),
            ("terms", _("Terms"), self.terms),
        )
        return [(key, head) for key, head, there in every if there]

    @property
    def terms(self) -> list[str]:
        """What others may do with it: the ready sentence that its writer chose, and her own words."""
        kept = self.publication
        ready = TERMS[Publication.Terms(kept.ready_terms)]
        by = kept.by.strip() or _("the writer")
        return [each for each in (str(ready).format(by=by), kept.terms.strip()) if each]

    @property
    def tells_rows(self) -> bool:
        """Whether its rows are told in words: also where charts are wished, if they are of one size or too large."""
        wished = self.publication.shows != Publication.Shows.CHARTS
        return wished or self.table is not None or not all(chart.drawings for chart in self.charts.charts)

    @property
    def shows_charts(self) -> bool:
        """Whether it shows its chart."""
        return self.publication.shows != Publication.Shows.WORDS and bool(self.drawn.worked.rows)

    @cached_property
    def charts(self) -> PrintedCharts:
        """Its charts: cut to the paper, or whole on the site."""
        return printed_charts(self.drawn, self.publication.by_wale, self.choices if self.alone else None)

    @property
    def choices(self) -> PrintChoices:
        """The paper and its cells, as charts are cut by."""
        return PrintChoices(
            paper=self.publication.paper,
            dialect=self.publication.dialect,
            cell="large" if self.publication.large else "middle",
        )

    @property
    def finishing(self) -> list[str]:
        """What is done after the last row."""
        ends = ends_to_weave_in(self.drawn.worked)
        figures = {FinishingStep.WEAVE_IN: ngettext("{ends} end", "{ends} ends", ends).format(ends=ends)}
        ended = self.drawn.worked.finished
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
        names = self.table.heads if self.table else ("",)
        unfit = tuple(("", fit.part) for fit, _whole in plan.fits()) if plan else ()
        return Surroundings(
            yarn=tuple(
                (name, yarn)
                for name, yarn in zip(names, self.materials.yarn, strict=True)
                if any(each.ball_m for each in yarn)
            ),
            unfit=unfit,
            head=too_small_for_head(plan.forecast) if plan else None,
            care=kept.care,
            terms=" ".join(self.terms),
            gauge_told=plan is None or plan.plan.gauge is not None,
        )


_FIELDS = {"NO_CARE": "care", "NO_TERMS": "terms", "NO_YARN": "yarn", "NEAR_A_BALL": "yarn", "NO_GAUGE": "size"}
"""The field or the page where a remark is mended."""


TERMS = {
    Publication.Terms.WRITTEN: "",
    Publication.Terms.OWN_COPY: _lazy(
        "This copy is yours. Knit from it as often as you like; please do not pass it on, but tell others where it is."
    ),
    Publication.Terms.SHARE_ALIKE: _lazy(
        "You may pass it on, change it and sell what you knit from it, if you name {by} and share it on these terms."
    ),
}
"""The ready terms."""


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
