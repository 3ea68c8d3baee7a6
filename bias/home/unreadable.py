"""A piece that was kept and can no longer be read: a page of its own, with the last good state and the ways on."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.utils.translation import gettext as _
from django.views.decorators.http import require_POST, require_safe

from bias.pieces.actions import stand_again
from bias.pieces.models import Revision
from bias.planning import actions
from bias.planning.actions import SketchState, state_over
from bias.results import NotRead, why_unreadable


@dataclass(frozen=True, slots=True)
class UnreadablePiece:
    """What cannot be read of a piece, and what still can."""

    state: SketchState

    @property
    def why(self) -> str:
        """Why its newest revision cannot be read; nothing where it can."""
        return _why(self.state.revision)

    @property
    def text(self) -> str:
        """What is kept and cannot be read, as it is."""
        return self.state.revision.plan if self.why else self._sketched

    @property
    def _sketched(self) -> str:
        sketch = self.state.sketch
        return str(sketch.plans[sketch.at]) if sketch is not None and sketch.at < len(sketch.plans) else ""

    @property
    def why_not_the_sketch(self) -> str:
        """Why the plan that is being changed cannot be read; nothing where it can, or there is none."""
        return why_unreadable(self._sketched) if self.state.sketch is not None else ""

    @property
    def can_go_back(self) -> bool:
        """Whether an earlier change of the plan can be read."""
        return self.state.sketch is not None and self.state.sketch.last_readable is not None

    @property
    def last_good(self) -> Revision | None:
        """The newest revision that can be read; ``None`` where none can."""
        return next((each for each in self._newest_first() if not _why(each)), None)

    def _newest_first(self) -> list[Revision]:
        return list(self.state.piece.revisions.order_by("-number"))


def _why(revision: Revision) -> str:
    return why_unreadable(revision.plan) if revision.plan else ""


def _of(request: HttpRequest, piece_id: int) -> UnreadablePiece:
    """Of a knitter's piece; anybody else's is not found."""
    return UnreadablePiece(state_over(Revision.objects.newest_of(request.user, piece_id)))


class UnreadableMiddleware:
    """Answers with the page of an unreadable piece wherever one is met."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        return self.get_response(request)

    def process_exception(self, request: HttpRequest, exception: Exception) -> HttpResponse | None:
        """The page for what is kept and not read; any other fault goes on."""
        match = request.resolver_match
        piece_id = match.kwargs.get("piece_id") if match else None
        if not isinstance(exception, NotRead) or piece_id is None:
            return None
        found = _of(request, piece_id)
        if request.content_type == "application/json":  # presses: the device keeps them and sends them again
            return JsonResponse({"why": _("This piece can no longer be read. {why}").format(why=found.why)}, status=503)
        if request.headers.get("HX-Request") == "true":
            return HttpResponse(status=204, headers={"HX-Refresh": "true"})
        about = {"piece": found.state.piece, "found": found, "revision": found.state.revision}
        return render(request, "home/unreadable.html", about, status=422)


@require_POST
def go_on(request: HttpRequest, piece_id: int) -> HttpResponse:
    """One of the ways on from an unreadable piece."""
    found = _of(request, piece_id)
    do, good = request.POST.get("do"), found.last_good
    if do == "back":
        actions.go_back_to_readable(found.state)
    elif do == "drop":
        actions.drop(found.state)
    elif do == "revision" and good is not None and found.why:
        actions.drop(found.state)
        stand_again(found.state.piece, good.number)
    return redirect("plan", piece_id)


@require_safe
def text_file(request: HttpRequest, piece_id: int) -> HttpResponse:
    """What is kept of an unreadable piece, as it is, for taking away."""
    found = _of(request, piece_id)
    if not (found.why or found.why_not_the_sketch):
        raise Http404("This piece can be read.")
    answer = HttpResponse(found.text, content_type="text/plain; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="unreadable-{piece_id}.txt"'
    return answer
