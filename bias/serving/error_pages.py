"""Pages of our own for what cannot be answered: what is wrong, what was kept, what to do."""

from __future__ import annotations

import logging
import sys
from typing import Any

from django.contrib.auth.decorators import login_not_required
from django.core.exceptions import RequestDataTooBig, TooManyFieldsSent, TooManyFilesSent
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.utils.translation import gettext as _

from bias.serving.database_faults import database_fault
from bias.serving.request_log import request_id

_ASK_AGAIN_S = 5
_NOT_TEXTS = ("csrfmiddlewaretoken", "password", "code", "credential")
"""What the names of fields have in them whose contents are given back to nobody."""
_OURS = 500
"""From this status on the fault is the server's: its log has more."""
_WORTH_KEEPING = 30
"""Letters from which on what was typed is given back, where the page that it was typed in is left."""
_log = logging.getLogger("bias.serving")


def error_page(request: HttpRequest, status: int, heading: str, words: str) -> HttpResponse:
    """A page that says what is wrong; its words alone for a script. What was typed is given back in it."""
    if request.content_type == "application/json":
        return JsonResponse({"why": words}, status=status)
    if request.headers.get("HX-Request") == "true":
        return HttpResponse(words, status=status, content_type="text/plain; charset=utf-8")
    about = {"heading": heading, "words": words, "typed": _typed(request)}
    if status >= _OURS:
        about["request_id"] = request_id()
    try:
        return render(request, "said.html", about, status=status)
    except Exception:
        _log.exception("The page of an error could not be made.", extra={"request": request, "status_code": status})
        return HttpResponse(f"{heading}. {words}", status=status, content_type="text/plain; charset=utf-8")


def _typed(request: HttpRequest) -> list[str]:
    """The longer texts of a form that was sent, so that nothing typed is lost with the page."""
    try:
        sent = request.POST.items()
    except Exception:  # the body itself may be what is wrong
        return []
    texts = ((name, str(text)) for name, text in sent if not any(word in name for word in _NOT_TEXTS))
    return [text for _name, text in texts if len(text) >= _WORTH_KEEPING]


@login_not_required
def bad_request(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """400, and 413 where it is the size."""
    if isinstance(exception, RequestDataTooBig | TooManyFieldsSent | TooManyFilesSent):
        words = _("It is larger than Bias takes at once. What you typed is still in the page before this one.")
        return error_page(request, 413, _("That is too large"), words)
    words = _("It was not what Bias expects here. What you typed is still in the page before this one.")
    return error_page(request, 400, _("That could not be accepted"), words)


@login_not_required
def not_allowed(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """403."""
    return error_page(request, 403, _("Not from here"), str(exception or "") or _("This is not open to you."))


@login_not_required
def no_token(request: HttpRequest, reason: str = "") -> HttpResponse:
    """403 for a form without its token."""
    words = _("The page was open for too long, or it came from elsewhere. Open it anew and send it once more.")
    return error_page(request, 403, _("This page is too old"), words)


@login_not_required
def not_found(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """404."""
    words = _("There is nothing at this address, or it is somebody else's.")
    return error_page(request, 404, _("Not in your basket"), words)


def too_often(request: HttpRequest, words: str, seconds: int) -> HttpResponse:
    """429: asked too often; in so many seconds it may be asked again."""
    answer = error_page(request, 429, _("Too many tries"), words)
    answer["Retry-After"] = str(seconds)
    return answer


def unavailable(request: HttpRequest, heading: str, words: str) -> HttpResponse:
    """503: it cannot be answered now; asked again later it can."""
    answer = error_page(request, 503, heading, words)
    answer["Retry-After"] = str(_ASK_AGAIN_S)
    return answer


@login_not_required
def our_fault(request: HttpRequest, **_exception: Any) -> HttpResponse:
    """500; 503 where it is the disk or the database."""
    fault = database_fault(sys.exc_info()[1])
    if fault is None:
        words = _("The fault is ours, not yours. What was kept is kept; go back and try once more.")
        return error_page(request, 500, _("Something broke"), words)
    kept = _("Nothing was changed. What you press at the needles waits on this device; what you typed stays with you.")
    if request.content_type == "application/json":  # the page at the needles says itself how many presses wait
        return unavailable(request, _("Not at the moment"), fault.said)
    ask = _("Whoever runs Bias has to look at it.") if not fault.passes else ""
    return unavailable(request, _("Not at the moment"), " ".join(filter(None, (fault.said, kept, ask))))
