"""A piece as it is worn."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect
from django.urls import reverse
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from bias.parsing import own_address
from bias.pieces.models import Piece
from bias.results.worn import Wearable, construction_of, skin, wearable_piece
from bias.worn import actions, pages
from bias.worn.forms import BodyForm
from bias.yarns.models import inks_of
from knitting.worn.body import Body


@require_safe
def worn(request: HttpRequest, piece_id: int) -> HttpResponse:
    """How a piece hangs on a body."""
    piece, wearable, to = _of(request, piece_id)
    inks = inks_of(piece)
    colours = [inks.get(name, "") for name in wearable.colours] if wearable is not None else []
    about = {"piece": piece, "inks": " ".join(colours) if all(colours) else ""}
    return pages.worn_page(request, wearable, to, "worn/worn.html", about)


@require_POST
def go_on(request: HttpRequest, piece_id: int) -> HttpResponse:
    """A little further."""
    _piece, wearable, to = _of(request, piece_id)
    return pages.worn_on(request, wearable, to)


@require_safe
def data(request: HttpRequest, piece_id: int) -> HttpResponse:
    """The numbers of the cloth."""
    return pages.worn_data(request, _of(request, piece_id)[1])


@require_http_methods(["GET", "POST"])
def bodies(request: HttpRequest, piece_id: int) -> HttpResponse:
    """How far down on every body."""
    _piece, wearable, to = _of(request, piece_id)
    return pages.worn_bodies(request, wearable, to)


@require_safe
def body_data(request: HttpRequest) -> HttpResponse:
    """The skin of a body; that of a named one may be kept."""
    chosen = next(each for each in pages.bodies_of(request.user, request.GET.get("body", "")) if each.here)
    answer = HttpResponse(skin(chosen.body), content_type="application/octet-stream")
    if chosen.key != pages.OWN:
        answer["Cache-Control"] = "private, max-age=86400"
    return answer


@require_POST
def measures(request: HttpRequest) -> HttpResponse:
    """Her own measures, kept for everything that she looks at from now on."""
    form = BodyForm(request.POST, label_suffix="")
    back = own_address(request.POST.get("back", ""), reverse("basket"))
    if form.is_valid():
        sizes = form.cleaned_data
        actions.keep_measures(request.user, Body(sizes["bust"], sizes["neck"], sizes["shoulders"]))
        return redirect(f"{back}?body={pages.OWN}")
    return pages.measures_refused(request, form, back)


def _of(request: HttpRequest, piece_id: int) -> tuple[Piece, Wearable | None, pages.Addresses]:
    piece = Piece.objects.one_of(request.user, piece_id)
    wearable = wearable_piece(piece.results, construction_of(piece.current.plan), request.GET.get("way", ""))
    names = ("worn", "worn-on", "worn-data", "worn-bodies")
    return piece, wearable, pages.Addresses(*(reverse(name, args=[piece_id]) for name in names))
