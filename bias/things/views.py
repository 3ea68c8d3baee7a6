"""The pages of a thing: its pieces, how they meet; and what can be done with it."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.utils.translation import gettext as _
from django.views.decorators.http import require_POST, require_safe

from bias.parsing import decimal, whole_number
from bias.results.things import spans_in
from bias.things import actions
from bias.things.boards import square_lines
from bias.things.models import LONGEST_NAME, LONGEST_STEP, Thing
from bias.things.page_context import ThingView, board_view, thing_view
from knitting.assembly.joints import MOST_ALONG, OnTop, PickUp, Seam
from knitting.assembly.thing import Thing as JoinedPieces
from knitting.files.thing_json import thing_to_json
from knitting.saying.statements import said_refusal
from knitting.statements import Refused, sentence

_MOST_IN_REPEAT = 400


@require_safe
def pieces(request: HttpRequest, thing_id: int) -> HttpResponse:
    """The pieces of a thing, each with where it stands, and what comes next; a board opens with its squares."""
    thing = Thing.objects.one_of(request.user, thing_id)
    if thing.board:
        return redirect("thing-board", thing_id)
    return render(request, "things/pieces.html", _about(thing_view(request.user, thing), "pieces"))


@require_safe
def joins(request: HttpRequest, thing_id: int) -> HttpResponse:
    """How the pieces meet: laid out, with lengths, what does not match, whose head goes through."""
    return _joins_page(request, _view(request, thing_id))


@require_safe
def due(request: HttpRequest, thing_id: int) -> HttpResponse:
    """For the page at the needles of a piece: what comes next over all of them, or how the square of a board begins."""
    thing = Thing.objects.one_of(request.user, thing_id)
    if thing.board:
        lines = square_lines(thing, whole_number(request.GET.get("copy")) or 1)
        return render(request, "things/_due.html", {"thing": thing, "lines": lines})
    following = thing_view(request.user, thing).next_besides(request.GET.get("name", ""))
    return render(request, "things/_due.html", {"thing": thing, "next": following})


@require_safe
def card(request: HttpRequest, thing_id: int) -> HttpResponse:
    """A thing as the basket shows it."""
    thing = Thing.objects.one_of(request.user, thing_id)
    if thing.board:
        board = board_view(thing)
        return render(request, "things/_card.html", {"thing": thing, "view": board, "drawing": board.drawing})
    view = thing_view(request.user, thing)
    return render(request, "things/_card.html", {**_about(view, ""), "drawing": view.results.svg(thing.title, False)})


@require_safe
def text_file(request: HttpRequest, thing_id: int) -> HttpResponse:
    """All that is told of a thing, as text."""
    view = _view(request, thing_id)
    lines = [view.thing.title, "", *(f"{each.name}: {each.done} / {each.rows}" for each in view.members), ""]
    lines += [*(f"{name}: {metres}" for name, metres in view.yarn), ""]
    return HttpResponse("\n".join(lines) + "\n" + view.results.text, content_type="text/plain; charset=utf-8")


@require_safe
def json_file(request: HttpRequest, thing_id: int) -> HttpResponse:
    """A thing in the published JSON, with what it comes to."""
    view = _view(request, thing_id)
    told = {"thing": thing_to_json(view.results.thing), **view.results.json}
    return JsonResponse(told, json_dumps_params={"indent": 1, "ensure_ascii": False})


@require_POST
def change(request: HttpRequest, thing_id: int) -> HttpResponse:
    """Two edges sewn, one laid on the other, one folded, stitches picked up along some, a joint taken off or shortened.

    What cannot be is told on the page of the joints.
    """
    view = _view(request, thing_id)
    joined = view.results.thing
    at = whole_number(request.POST.get("at"))
    changes: dict[str, Callable[[], JoinedPieces]] = {
        "sew": lambda: _sewn(request, joined),
        "fold": lambda: _folded(request, joined),
        "lay-on": lambda: _laid_on(request, joined),
        "pick-up": lambda: _picked(request, view),
        "take-off": lambda: joined.without(-1 if at is None else at),
        "match": lambda: view.results.matched(-1 if at is None else at),
    }
    do = request.POST.get("do", "")
    try:
        after = changes[do]() if do in changes else joined
    except Refused as refused:
        return _joins_page(request, view, said_refusal(refused), 422)
    if not actions.join(view.thing, whole_number(request.POST.get("seen")) or 0, after):
        why = _("This thing was changed elsewhere since. It is shown as it stands now: press once more.")
        return _joins_page(request, _view(request, thing_id), why, 409)
    return redirect("thing-joins", thing_id)


@require_POST
def begin_picked(request: HttpRequest, thing_id: int) -> HttpResponse:
    """The piece that begins with a pick-up: it opens where it is planned."""
    view = _view(request, thing_id)
    at = whole_number(request.POST.get("at"))
    plan = view.results.plan_of_pick_up(-1 if at is None else at)
    if plan is None:
        why = _("Nothing can be picked up there as the pieces are now.")
        return _joins_page(request, view, why, 422)
    joint = view.results.thing.joints[at or 0]
    assert isinstance(joint, PickUp), "only what is picked up has a plan"
    return redirect("plan", actions.begin_picked(view.thing, joint.name, plan).pk)


@require_POST
def step(request: HttpRequest, thing_id: int) -> HttpResponse:
    """A step ticked off, or taken back."""
    thing = Thing.objects.one_of(request.user, thing_id)
    what = request.POST.get("step", "")[:LONGEST_STEP]
    if what:
        (actions.untick if request.POST.get("do") == "not-yet" else actions.tick)(thing, what)
    return redirect("thing-joins" if request.POST.get("back") == "joins" else "thing", thing_id)


@require_POST
def about_thing(request: HttpRequest, thing_id: int) -> HttpResponse:
    """Another name, putting it away, bringing it back."""
    thing = Thing.objects.one_of(request.user, thing_id)
    do = request.POST.get("do", "")
    if do == "put-away":
        actions.put_away(thing)
        return redirect("basket")
    if do == "bring-back":
        actions.bring_back(thing)
    else:
        actions.rename(thing, request.POST.get("name", ""))
    return redirect("thing", thing_id)


def _view(request: HttpRequest, thing_id: int) -> ThingView:
    return thing_view(request.user, Thing.objects.one_of(request.user, thing_id))


def _about(view: ThingView, on: str) -> dict[str, Any]:
    return {"thing": view.thing, "view": view, "on": on}


def _joins_page(request: HttpRequest, view: ThingView, why: str = "", status: int = 200) -> HttpResponse:
    title = _("{title}: how its pieces meet").format(title=view.thing.title)
    about = {
        **_about(view, "joins"),
        "drawing": view.results.svg(title),
        "why": why,
        "chosen": request.POST.getlist("edge"),
    }
    return render(request, "things/joins.html", about, status=status)


def _sewn(request: HttpRequest, joined: JoinedPieces) -> JoinedPieces:
    spans = _chosen(request, joined)
    if len(spans) != 2:
        raise Refused(sentence("Choose two edges to sew: {many} are chosen.", many=len(spans)))
    return joined.joined(Seam(spans[0], spans[1]))


def _laid_on(request: HttpRequest, joined: JoinedPieces) -> JoinedPieces:
    spans = _chosen(request, joined)
    if len(spans) != 2:
        raise Refused(
            sentence("Choose the edge of a piece, then the edge that it lies on: {many} are chosen.", many=len(spans))
        )
    return joined.joined(OnTop(spans[0], spans[1]))


def _folded(request: HttpRequest, joined: JoinedPieces) -> JoinedPieces:
    spans = _chosen(request, joined)
    if len(spans) != 1:
        raise Refused(sentence("Choose one edge to fold: {many} are chosen.", many=len(spans)))
    return joined.folded(spans[0])


def _picked(request: HttpRequest, view: ThingView) -> JoinedPieces:
    joined = view.results.thing
    spans = _chosen(request, joined)
    if not 1 <= len(spans) <= MOST_ALONG:
        raise Refused(sentence("Choose one edge or more to pick up along, {most} at most.", most=MOST_ALONG))
    name = " ".join(request.POST.get("name", "").replace("|", " ").split())[:LONGEST_NAME] or _("border")
    taken = {*joined.pieces, *(joint.name for joint in joined.joints if isinstance(joint, PickUp))}
    if name in taken:
        raise Refused(sentence("There is a '{name}' already. Call this one otherwise.", name=name))
    return joined.joined(
        PickUp(
            name,
            spans,
            _stitch_cm(request, view),
            whole_number(request.POST.get("multiple"), _MOST_IN_REPEAT) or 1,
            whole_number(request.POST.get("plus"), _MOST_IN_REPEAT) or 0,
            1 if request.POST.get("corners") and len(spans) > 1 else 0,
        )
    )


def _stitch_cm(request: HttpRequest, view: ThingView) -> float:
    """The width of a new stitch: as it was typed to 10 cm, else as that of the piece that is picked up from."""
    typed = request.POST.get("stitches", "").strip()
    if not typed:
        spans = _chosen(request, view.results.thing)
        layout = view.results.standing.assembly.pieces.get(spans[0].piece)
        return layout.gauge.stitch_cm if layout is not None else 0.5
    given = decimal(typed)
    if given is None or not 2 <= given <= 200:
        raise Refused(sentence("2 to 200 stitches to 10 cm are expected, not '{typed}'.", typed=typed[:20]))
    return 10 / given


def _chosen(request: HttpRequest, joined: JoinedPieces) -> Any:
    """The edges that were chosen, in the order in which they were pressed where the page tells it."""
    sent = request.POST.getlist("edge")
    pressed = [each for each in request.POST.get("order", "").split("\n") if each in sent]
    spans = spans_in([*pressed, *sent])
    return tuple(span for span in spans if span.piece in joined.pieces)
