"""Further sums of a piece's yarn: another yarn, waste yarn, a seam, a fringe, the size that the yarn allows."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils.translation import gettext as _
from django.views.decorators.http import require_safe

from bias.at_needles.worked_copy import WorkedCopy, worked_copy_of
from bias.parsing import decimal
from bias.results import results_of_plan
from bias.yarn_room.views import found_yarn
from knitting.measures import Gauge, said_length, said_metres
from knitting.saying.statements import said_words
from knitting.sizing.could_become import SPARE
from knitting.sizing.parameters import following_measures, parameters
from knitting.sizing.sizes import fitting_yarn
from knitting.yarn.exchange import metres_in_same_size, metres_of_same_counts
from knitting.yarn.report import YarnReport
from knitting.yarn.tails import Seam, fringe_m, seam_m, waste_yarn_m

_MOST_CM = 2_000.0


@require_safe
def more(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The sums that were asked for, with the fields to ask for others."""
    copy = worked_copy_of(request.user, piece_id)
    report = found_yarn(copy).report
    given = request.GET
    about: dict[str, Any] = {
        "piece": copy.piece,
        "gauge": report.gauge,
        "stitches": given.get("stitches", ""),
        "rows": given.get("rows", ""),
        "seam": given.get("seam", "50"),
        "fringe": given.get("fringe", "15"),
        "other": _other(report, decimal(given.get("stitches"), 200), decimal(given.get("rows"), 200)),
        "waste": _waste(report),
        "seams": _seams(decimal(given.get("seam", "50"), _MOST_CM)),
        "fringed": _fringed(report, decimal(given.get("fringe", "15"), _MOST_CM)),
        "largest": _largest(copy, report),
    }
    return render(request, "yarn_room/_more.html", about)


def _other(report: YarnReport, stitches: float | None, rows: float | None) -> str:
    """The same piece in another gauge; nothing where none is given."""
    other = Gauge(stitches or 0.1, rows or 0.1, report.gauge.fabric, washed=report.gauge.washed)
    if not stitches or not rows or not other.believable:
        return ""
    metres = sum(each.metres for each in report.colours)
    words = _("As large as this one: {same_size}. With the same stitches and rows: {same_counts}.")
    return words.format(
        same_size=said_metres(metres_in_same_size(metres, report.gauge, other)),
        same_counts=said_metres(metres_of_same_counts(metres, report.gauge, other)),
    )


def _waste(report: YarnReport) -> str:
    widest = max((row.end for row in report.worked.rows), default=0)
    words = _("Waste yarn for all {stitches} stitches of the widest row: {metres}.")
    return words.format(stitches=widest, metres=said_metres(waste_yarn_m(widest, report.gauge)))


def _seams(length_cm: float | None) -> list[tuple[str, str]]:
    names = {Seam.MATTRESS: _("mattress stitch"), Seam.WHIP: _("whip stitch"), Seam.ZIGZAG: _("zigzag")}
    return [(names[seam], said_metres(seam_m(length_cm, seam))) for seam in Seam] if length_cm else []


def _fringed(report: YarnReport, length_cm: float | None) -> str:
    return said_metres(fringe_m(report.spent.rows // 2, length_cm)) if length_cm else ""


def _largest(copy: WorkedCopy, report: YarnReport) -> str:
    """The largest size that the yarn allows, for a plan in one colour."""
    metres = sum(yarn.metres for yarn in report.yarns if yarn.grams)
    if not copy.revision.plan or not metres:
        return ""
    plan = results_of_plan(copy.revision.plan).plan
    measures, turning = following_measures(plan), parameters(plan)
    knob = next((knob for knob in turning if measures and knob.key == measures[0].knob), None)
    spare = SPARE if not report.hand.weighed else report.hand.factor + 1.28 * report.hand.factor_sd
    found = fitting_yarn(knob, metres / spare) if knob is not None else None
    if found is None or found.nearest.comes_to * spare > metres:
        return ""
    size = measures[0].of(found.nearest.forecast)
    words = _("The largest that this yarn allows, nine times in ten: {size} {measure}, {metres}.")
    said = words.format(
        size=said_length(size), measure=said_words(measures[0].words), metres=said_metres(found.nearest.comes_to)
    )
    if found.larger is None:
        return said
    up = _("The next size up, {size}, takes {metres}.")
    next_size = said_length(measures[0].of(found.larger.forecast))
    return f"{said} {up.format(size=next_size, metres=said_metres(found.larger.comes_to))}"
