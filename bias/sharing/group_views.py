"""A chapter or a thing by one link: made, taken back, read."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.decorators import login_not_required
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import reverse
from django.views.decorators.http import require_http_methods, require_safe

from bias.accounts.secrets import LETTERS
from bias.accounts.signed_in import knitter_of
from bias.parsing import whole_number
from bias.pieces.actions import LONGEST_CHAPTER
from bias.pieces.models import Piece
from bias.sharing import actions
from bias.sharing.models import SharedGroup
from bias.sharing.views import DAYS, LONGEST_DAYS, guesser_refused, not_there, unlisted
from bias.things.models import Thing
from bias.things.page_context import thing_view


@require_http_methods(["GET", "HEAD", "POST"])
def share_thing(request: HttpRequest, thing_id: int) -> HttpResponse:
    """The link of a thing."""
    return _share(request, SharedGroup(owner=knitter_of(request), thing=Thing.objects.one_of(request.user, thing_id)))


@require_http_methods(["GET", "HEAD", "POST"])
def share_chapter(request: HttpRequest) -> HttpResponse:
    """The link of a chapter of the basket."""
    name = request.GET.get("chapter", "")[:LONGEST_CHAPTER]
    if name not in Piece.objects.of(request.user).in_basket().chapters():
        raise Http404("There is no such chapter.")
    return _share(request, SharedGroup(owner=knitter_of(request), chapter=name))


def _share(request: HttpRequest, group: SharedGroup) -> HttpResponse:
    """What is shared, made or taken back at a press; the secret is shown in the answer alone."""
    shown = ""
    if request.method == "POST" and request.POST.get("do") == "take-back":
        actions.take_group_back(group)
    elif request.method == "POST":
        group.says_who = bool(request.POST.get("says_who"))
        secret = actions.share_group(group, whole_number(request.POST.get("days"), LONGEST_DAYS))
        shown = request.build_absolute_uri(reverse("shared-group", args=[secret]))
    same = SharedGroup.objects.filter(owner=group.owner, thing=group.thing, chapter=group.chapter)
    about = {"group": group, "link": same.filter(taken_back_at=None).first(), "shown": shown, "days": DAYS}
    return render(request, "sharing/share_group.html", about)


@login_not_required
@require_safe
def shared_group(request: HttpRequest, secret: str) -> HttpResponse:
    """The pieces of a chapter or a thing, each with its own page; how those of a thing meet."""
    if (refused := guesser_refused(request)) is not None:
        return refused
    group = actions.open_group(secret) if len(secret) == LETTERS else None
    if group is None:
        return not_there(request)
    cards = [
        {"piece": piece, "secret": own, "results": piece.results} for piece, own in actions.links_of(group, secret)
    ]
    about: dict[str, Any] = {"group": group, "cards": cards, "more": len(group.pieces) > actions.MOST_IN_GROUP}
    if group.thing is not None and not group.thing.board:
        about["found"] = thing_view(group.owner, group.thing).results
    return unlisted(render(request, "sharing/shared_group.html", about))
