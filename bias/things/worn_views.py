"""A thing as it is worn."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.urls import reverse
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from bias.results.worn import Wearable, wearable_thing
from bias.things.models import Thing
from bias.things.page_context import thing_view
from bias.worn import pages


@require_safe
def worn(request: HttpRequest, thing_id: int) -> HttpResponse:
    """How a thing hangs on a body."""
    thing, wearable, to = _of(request, thing_id)
    return pages.worn_page(request, wearable, to, "things/worn.html", {"thing": thing, "on": "worn"})


@require_POST
def go_on(request: HttpRequest, thing_id: int) -> HttpResponse:
    """A little further."""
    _thing, wearable, to = _of(request, thing_id)
    return pages.worn_on(request, wearable, to)


@require_safe
def data(request: HttpRequest, thing_id: int) -> HttpResponse:
    """The numbers of the cloth."""
    return pages.worn_data(request, _of(request, thing_id)[1])


@require_http_methods(["GET", "POST"])
def bodies(request: HttpRequest, thing_id: int) -> HttpResponse:
    """How far down on every body."""
    _thing, wearable, to = _of(request, thing_id)
    return pages.worn_bodies(request, wearable, to)


def _of(request: HttpRequest, thing_id: int) -> tuple[Thing, Wearable | None, pages.Addresses]:
    thing = Thing.objects.one_of(request.user, thing_id)
    wearable = None
    if not thing.board:
        view = thing_view(request.user, thing)
        pieces = {each.name: each.results for each in view.members if each.results is not None}
        wearable = wearable_thing(view.results, thing.title, pieces)
    names = ("thing-worn", "thing-worn-on", "thing-worn-data", "thing-worn-bodies")
    return thing, wearable, pages.Addresses(*(reverse(name, args=[thing_id]) for name in names))
