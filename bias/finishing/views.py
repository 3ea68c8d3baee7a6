"""Bind off and block: what is left to do when the last row is worked."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils.translation import gettext as _
from django.utils.translation import ngettext
from django.views.decorators.http import require_safe

from bias.at_needles.worked_copy import WorkedCopy, worked_copy_of
from bias.parsing import whole_number
from bias.results import Results
from bias.results.yarn import yarn_of_piece
from bias.yarns.models import yarn_in_hand
from knitting.assembly.finishing import FinishingStep, ends_to_weave_in, pins
from knitting.log import Ticked, not_taken_back
from knitting.measures import said_length
from knitting.saying.finishing import EDGES, said_edge, said_step
from knitting.saying.statements import said_words
from knitting.saying.yarn import said_tails


@require_safe
def finishing(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The list of what is to be done, with its figures; each is ticked off in the log."""
    copy = worked_copy_of(request.user, piece_id, whole_number(request.GET.get("copy")))
    found = copy.on.results
    yarns, reserves = yarn_in_hand(copy.piece.yarns.all())
    report = yarn_of_piece(found, yarns, reserves, copy.events, copy.progress.rows).report
    about = {
        "piece": copy.piece,
        "worked_copy": copy,
        "ways": copy.ways,
        "copy": copy.copy,
        "row_view": copy.row_view,
        "asked": copy.asked,
        "steps": _steps(copy, found),
        "edges": [(said_words(needs), said_words(how)) for needs, how in EDGES],
        "tails": said_tails(report),
        "sides": _sides(found),
        "size": found.said_size if found.laid else "",
        "washed": report.gauge.washed,
        "done": copy.row_view.row is None and bool(copy.row_view.all_rows),
        "left": len(copy.row_view.all_rows) - copy.row_view.rows,
    }
    return render(request, "finishing/finishing.html", about)


def _steps(copy: WorkedCopy, found: Results) -> list[dict[str, Any]]:
    """Every step with its figure, and the event that ticked it off, if one did."""
    ticked = {event.what: str(event.id) for event in not_taken_back(copy.events) if isinstance(event, Ticked)}
    return [
        {
            "key": step.value,
            "said": said_step(step.value),
            "figure": _figure(step, found),
            "event": ticked.get(step.value, ""),
        }
        for step in FinishingStep
    ]


def _figure(step: FinishingStep, found: Results) -> str:
    worked = found.worked
    if step is FinishingStep.BIND_OFF and worked.rows:
        many = worked.rows[-1].end
        return ngettext("1 stitch", "{number} stitches", many).format(number=many)
    if step is FinishingStep.WEAVE_IN:
        many = ends_to_weave_in(worked)
        return _("{number} ends, two more for every ball that is joined").format(number=many)
    if step in (FinishingStep.PIN, FinishingStep.UNPIN) and found.laid:
        return _("about {number} pins").format(number=pins(side.length for side in found.measures.sides))
    return ""


def _sides(found: Results) -> list[tuple[str, str]]:
    """The straight sides to pin to, by the edge that each belongs to."""
    if not found.laid:
        return []
    return [(said_edge(side.edge), said_length(side.length)) for side in found.measures.sides]
