"""The yarn of a piece: how much of each colour, whether it lasts, and what is kept for it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.utils.translation import gettext as _
from django.views.decorators.http import require_POST, require_safe

from bias.at_needles.worked_copy import WorkedCopy, worked_copy_of
from bias.parsing import whole_number
from bias.results.yarn import PieceYarn, yarn_of_piece
from bias.yarn_room.scale import ScaleUnavailable, read_scale
from bias.yarns import actions
from bias.yarns.forms import PieceYarnForm
from bias.yarns.models import PieceYarn as KeptYarn
from bias.yarns.models import Yarn, yarn_in_hand
from knitting.log import Weighed, not_taken_back
from knitting.measures import said_metres
from knitting.saying.events import event_details
from knitting.saying.yarn import (
    said_ball_end,
    said_grams,
    said_hand,
    said_last_safe,
    said_loop,
    said_lots,
    said_tails,
    said_turn,
    said_weigh_next,
    short_chance,
)
from knitting.yarn.metres import Spending
from knitting.yarn.report import ColourYarn, YarnReport

_MOST_ENDS = 12


@dataclass(frozen=True)
class ColourRow:
    """A colour's line in the table of a piece's yarn, with the form that keeps a yarn for it."""

    colour: str
    name: str
    metres: str
    give: str
    grams: str
    balls: int
    cost: str
    had: str
    parts: str
    lots: str
    form: PieceYarnForm
    kept: KeptYarn | None


@require_safe
def yarn(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The yarn of a piece at one look."""
    return _page(request, worked_copy_of(request.user, piece_id, whole_number(request.GET.get("copy"))))


@require_POST
def keep(request: HttpRequest, piece_id: int) -> HttpResponse:
    """A yarn kept for a colour, or given back to the shelf."""
    copy = worked_copy_of(request.user, piece_id)
    colour = request.POST.get("colour", "")[:40]
    if request.POST.get("do") == "give-back":
        actions.give_back(copy.piece, colour)
        return redirect("piece-yarn", piece_id)
    kept = copy.piece.yarns.filter(colour=colour).first()
    form = PieceYarnForm(request.POST, instance=kept, shelf=_shelf(request))
    if not form.is_valid():
        return _page(request, copy, (colour, form), 422)
    actions.keep_for_piece(copy.piece, colour, form)
    return redirect("piece-yarn", piece_id)


@require_safe
def yarn_file(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The forecast in the published JSON."""
    found = found_yarn(worked_copy_of(request.user, piece_id, whole_number(request.GET.get("copy"))))
    return JsonResponse(found.json, json_dumps_params={"indent": 1, "ensure_ascii": False})


@require_POST
def scale(request: HttpRequest) -> HttpResponse:
    """The field for grams with what the scale of this machine says, or with why it says nothing."""
    about: dict[str, Any] = {"grams": request.POST.get("grams", "")[:12]}
    try:
        about["grams"] = f"{read_scale():g}"
    except ScaleUnavailable as why:
        about["why"] = str(why)
    return render(request, "at_needles/_grams.html", about)


def found_yarn(copy: WorkedCopy) -> PieceYarn:
    """What is told of the yarn of a copy of a piece, also where it is not known how much there is."""
    if copy.yarn is not None:
        return copy.yarn
    yarns, reserves = yarn_in_hand(copy.piece.yarns.all())
    return yarn_of_piece(copy.on.results, yarns, reserves, copy.events, copy.progress.rows)


def _shelf(request: HttpRequest) -> Any:
    return Yarn.objects.of(request.user).on_shelf()


def _page(
    request: HttpRequest, copy: WorkedCopy, sent: tuple[str, PieceYarnForm] | None = None, status: int = 200
) -> HttpResponse:
    found = found_yarn(copy)
    report = found.report
    kept = {each.colour: each for each in copy.piece.yarns.select_related("yarn").prefetch_related("yarn__lots")}
    shelf = list(_shelf(request))
    title = _("Yarn left of {title}, row by row").format(title=copy.piece.title)
    about = {
        "piece": copy.piece,
        "worked_copy": copy,
        "ways": copy.ways,
        "copy": copy.copy,
        "row_view": copy.row_view,
        "asked": copy.asked,
        "report": report,
        "colours": [_row(request, each, kept.get(each.colour), sent, copy, report) for each in report.colours],
        "shelf": shelf,
        "picture": found.picture(title),
        "narrow_picture": found.picture(title, narrow=True),
        "stops": [
            {
                "row": chance.row,
                "chance": short_chance(chance.chance),
                "over": said_grams(max(chance.over_g, 0.0)),
                "safe": report.last_safe is not None and chance.row == report.last_safe.row,
                "sure": chance.chance >= report.safe,
            }
            for chance in report.near_limit
        ],
        "said_safe": said_last_safe(report),
        "said_hand": said_hand(report),
        "said_loop": said_loop(report),
        "said_tails": said_tails(report),
        "said_turn": said_turn(report),
        "said_weigh": said_weigh_next(report),
        "ball_ends": [said_ball_end(end) for end in report.ball_ends[:_MOST_ENDS]],
        "more_ends": max(len(report.ball_ends) - _MOST_ENDS, 0),
        "left_out": found.left_out,
        "weighings": [
            {"row": event.row, "said": event_details(event), "id": str(event.id)}
            for event in sorted(not_taken_back(copy.events), key=lambda event: event.row)
            if isinstance(event, Weighed)
        ],
    }
    return render(request, "yarn_room/yarn.html", about, status=status)


def _row(
    request: HttpRequest,
    each: ColourYarn,
    kept: KeptYarn | None,
    sent: tuple[str, PieceYarnForm] | None,
    copy: WorkedCopy,
    report: YarnReport,
) -> ColourRow:
    form = PieceYarnForm(instance=kept, shelf=_shelf(request), auto_id=f"{each.colour}-%s")
    if sent is not None and sent[0] == each.colour:
        form = sent[1]
    headers = dict(copy.on.results.worked.piece.headers.yarns)
    price = kept.yarn.price if kept is not None and kept.yarn is not None else None
    return ColourRow(
        each.colour,
        kept.name if kept is not None and kept.name else headers.get(each.colour, ""),
        said_metres(each.metres),
        said_metres(1.28 * each.sd_m),
        said_grams(each.grams) if each.grams else "",
        each.balls,
        f"{price * each.balls}" if price is not None and each.balls else "",
        said_grams(kept.grams) if kept is not None and kept.grams else "",
        _said_parts(each),
        said_lots(report, each.colour, kept.yarn.metres_of_lots) if kept is not None and kept.yarn is not None else "",
        form,
        kept,
    )


def _said_parts(each: ColourYarn) -> str:
    """What the metres go into, but for the rows; nothing where that is all."""
    named = {
        Spending.CAST_ON: _("cast-on {metres}"),
        Spending.BIND_OFF: _("bind-off {metres}"),
        Spending.JOINS: _("joins {metres}"),
    }
    told = [
        words.format(metres=said_metres(each.part(spending)))
        for spending, words in named.items()
        if each.part(spending) >= 0.05
    ]
    return _("of it {parts}").format(parts=", ".join(told)) if told else ""
