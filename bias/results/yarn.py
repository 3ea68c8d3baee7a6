"""The yarn of a piece: its forecast and its stripes."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from typing import Any

from bias.results.pieces import Results, results_of_words
from bias.results.plans import kept_text, results_of_plan
from drawing import inks
from drawing.yarn import forecast_svg
from knitting.files.yarn_json import yarn_json
from knitting.log import Event
from knitting.rows import Stripe
from knitting.statements import Sentence
from knitting.words.stripe_header import with_stripes
from knitting.yarn.from_log import weighed_yarn
from knitting.yarn.labels import label_of, labelled
from knitting.yarn.outlook import Reserve
from knitting.yarn.report import YarnReport, yarn_report
from knitting.yarn.stripes import Bands, StripePlan, rhythm, stripes
from knitting.yarn.striping import rows_ahead, whole_stripes
from knitting.yarn.weighing import Yarn


@dataclass(frozen=True, eq=False)
class PieceYarn:
    """The yarn of a piece on the needles: what is told of it, weighings that are left out and why, its picture."""

    report: YarnReport
    left_out: tuple[Sentence, ...]
    done: int

    @property
    def json(self) -> dict[str, Any]:
        """The forecast in the published JSON."""
        return yarn_json(self.report)

    def picture(self, title: str, narrow: bool = False, alone: bool = False) -> str:
        """The forecast as SVG, or nothing where no yarn is known; ``alone`` with its own colours."""
        return forecast_svg(self.report, self.done, title, narrow, inks.YARN if alone else "")


def yarn_of_piece(
    found: Results, yarns: Sequence[Yarn], reserves: Sequence[Reserve], events: Iterable[Event], done: int
) -> PieceYarn:
    """The yarn of a piece after ``done`` rows; a colour for which nothing is kept has what its header tells."""
    headers = found.worked.piece.headers
    given = {yarn.colour for yarn in yarns}
    labels = {name: label_of(said) for name, said in headers.yarns if name not in given}
    every = (*yarns, *labelled(labels))
    weighed = weighed_yarn(events, every, len(found.worked.rows))
    report = yarn_report(
        found.worked, None, every, weighed.weighings, reserves, later=found.later, now=min(done, len(found.worked.rows))
    )
    return PieceYarn(report, weighed.left_out, done)


def stripes_of(
    found: Results, yarns: Sequence[Yarn], bands: Bands | None, done: int, rows_each: int = 2, hand: float = 1.0
) -> StripePlan:
    """Stripes for the rows after ``done``: by bands, or where there are none in a rhythm of ``rows_each``."""
    ahead = rows_ahead(found.worked, None, done, found.later, hand)
    if bands is None:
        return rhythm(ahead.row_m, yarns, rows_each, first=ahead.first, bind_off_m=ahead.bind_off_m)
    return stripes(ahead.row_m, yarns, bands, pair=ahead.pair, first=ahead.first, bind_off_m=ahead.bind_off_m)


def striped_source(
    words: str, plan: str, done: int, planned: StripePlan, names: Sequence[tuple[str, str]]
) -> tuple[str, str]:
    """A piece's words, or its plan, with the stripes written in: whichever of the two it has, the other stays empty."""
    if not plan:
        found = results_of_words(words)
        return with_stripes(words, whole_stripes(found.worked, done, planned), names), ""
    known = results_of_plan(plan)
    whole: tuple[Stripe, ...] = whole_stripes(known.results.worked, done, planned)
    yarns = (*known.plan.yarns, *(each for each in names if each[0] not in dict(known.plan.yarns)))
    return "", kept_text(replace(known.plan, stripes=whole, yarns=yarns))
