"""Without the network: the service worker, which keeps the pages at the needles on the device, and the page that it
shows in place of one that only the server can answer."""

from __future__ import annotations

import json
from functools import cache
from pathlib import Path

from django.contrib.auth.decorators import login_not_required
from django.contrib.staticfiles import finders
from django.contrib.staticfiles.storage import staticfiles_storage
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_safe

from bias.at_needles.page_context import page_context
from bias.at_needles.views import copy_asked
from bias.at_needles.worked_copy import worked_copy_of

_NAME = "service-worker.js"


@require_safe
def page(request: HttpRequest, piece_id: int) -> HttpResponse:
    """What a device shows in place of a page that only the server can answer."""
    return render(
        request, "at_needles/offline.html", page_context(worked_copy_of(request.user, piece_id, copy_asked(request)))
    )


@login_not_required
@require_safe
def service_worker(request: HttpRequest) -> HttpResponse:
    """The script, from the root so that it may serve every page."""
    answer = HttpResponse(_script(), content_type="text/javascript; charset=utf-8")
    answer["Cache-Control"] = "no-cache"
    answer["Service-Worker-Allowed"] = "/"
    return answer


@cache
def _script() -> str:
    """The script after the names of all files that ship: it is another one wherever one of them is."""
    found = finders.find(_NAME)
    if not found:
        raise Http404("There is no service worker.")
    shipped = sorted(staticfiles_storage.url(name) for finder in finders.get_finders() for name, _ in finder.list(None))
    return f"const SHIPPED = {json.dumps(shipped)};\n{Path(str(found)).read_text('utf-8')}"
