"""The page of everything that she has: out as a file, in from one."""

from __future__ import annotations

from typing import Any

from django.http import FileResponse, Http404, HttpRequest, HttpResponse
from django.http.response import HttpResponseBase
from django.shortcuts import redirect, render
from django.utils import timezone
from django.utils.translation import gettext as _
from django.utils.translation import ngettext
from django.views.decorators.http import require_POST, require_safe

from bias.archive import incoming, outgoing
from knitting.figures import figure


@require_safe
def everything(request: HttpRequest) -> HttpResponse:
    """What there is, the file that is being made, and what came of one that was taken in."""
    return render(request, "archive/everything.html", _about(request))


@require_POST
def take_out(request: HttpRequest) -> HttpResponse:
    """Begin a file of everything."""
    outgoing.ask(request.user)
    return redirect("everything")


@require_POST
def out_goes_on(request: HttpRequest) -> HttpResponse:
    """Put the next into the file."""
    made = outgoing.newest(request.user)
    if made is not None:
        outgoing.go_on(made)
    return _fragment(request)


@require_safe
def file(request: HttpRequest) -> HttpResponseBase:
    """The file."""
    made = outgoing.newest(request.user)
    if made is None or not made.ready or not made.path.exists():
        raise Http404("There is no such file, or it is not whole yet.")
    name = f"bias-{timezone.localdate():%Y-%m-%d}.zip"
    return FileResponse(made.path.open("rb"), as_attachment=True, filename=name, content_type="application/zip")


@require_POST
def bring_in(request: HttpRequest) -> HttpResponse:
    """A file that is brought in: looked at, and begun."""
    upload = request.FILES.get("file")
    try:
        if upload is None:
            raise incoming.NotTaken(_("Choose a file first."))
        incoming.look_at(request.user, upload)
    except incoming.NotTaken as why:
        return render(request, "archive/everything.html", {**_about(request), "why": str(why)}, status=422)
    return redirect("everything")


@require_POST
def in_goes_on(request: HttpRequest) -> HttpResponse:
    """Take the next in."""
    taken = incoming.newest(request.user)
    if taken is not None:
        incoming.go_on(taken)
    return _fragment(request)


def _fragment(request: HttpRequest) -> HttpResponse:
    if request.headers.get("HX-Request") != "true":
        return redirect("everything")
    return render(request, "archive/_progress.html", _about(request))


def _about(request: HttpRequest) -> dict[str, Any]:
    owner = request.user
    made = outgoing.newest(owner)
    taken = incoming.newest(owner)
    return {
        "out": made,
        "taken": taken,
        "came": _came(taken.told) if taken is not None and taken.ready else [],
        "unread": taken.told.get("unread", []) if taken is not None else [],
        "size": figure(made.path.stat().st_size / 1e6, ".1f") if made and made.ready and made.path.exists() else "",
    }


def _came(told: dict[str, Any]) -> list[str]:
    """What came of a file, a sentence each."""

    def many(key: str, one: str, several: str) -> list[str]:
        number = told.get(key, 0)
        return [ngettext(one, several, number).format(number=number)] if number else []

    found = [
        *many("pieces", "{number} piece came in.", "{number} pieces came in."),
        *many("pieces grown", "{number} piece grew by what it lacked.", "{number} pieces grew by what they lacked."),
        *many("pieces known", "{number} piece was here already.", "{number} pieces were here already."),
        *many(
            "pieces changed here",
            "{number} piece was changed here as well, and stays as it is here.",
            "{number} pieces were changed here as well, and stay as they are here.",
        ),
        *many("things", "{number} thing came in.", "{number} things came in."),
        *many("things known", "{number} thing was here already.", "{number} things were here already."),
        *many("yarns", "{number} yarn came in.", "{number} yarns came in."),
        *many("yarns known", "{number} yarn was here already.", "{number} yarns were here already."),
    ]
    return found or [_("There was nothing in it.")]
