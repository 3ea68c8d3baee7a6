"""Who is answered first: a press at the needles never waits for what is worked out for a page.

Python works for one request at a time in a process, whatever the number of its threads. So pages are worked out one
after the other by a thread of their own, to which the machine gives what presses leave. Whoever would have to wait for
too long is asked to come again, and the page does so by itself.
"""

from __future__ import annotations

import contextlib
import os
import sys
import threading
from collections.abc import Callable, Iterable
from concurrent.futures import ThreadPoolExecutor
from concurrent.futures import TimeoutError as TookTooLong
from typing import Any, TypeAlias

from django.http import HttpRequest, HttpResponse
from django.utils.translation import gettext as _

from bias.serving.error_pages import unavailable

MOST_WAITING = 10
"""Pages that wait in a process, with the one that is worked out; the other threads are left to presses."""
LONGEST_WAIT_S = 20.0
_SWITCH_S = 0.0002
"""How long a page works on before a press may go between."""
_BESIDE = ("/static/", "/sw.js", "/sign-in/")
_PRESS = "/needles/events/"
_BUSY = "bias.busy"
_LESS_URGENT = 10

App: TypeAlias = Callable[[dict[str, Any], Any], Iterable[bytes]]


class Lanes:
    """A site with a lane for pages, one at a time, and the threads of the server for presses."""

    def __init__(self, app: App) -> None:
        self.app = app
        self.places = threading.BoundedSemaphore(MOST_WAITING)
        self.desk = ThreadPoolExecutor(1, "pages", initializer=_yield_to_presses)
        sys.setswitchinterval(_SWITCH_S)

    def __call__(self, environ: dict[str, Any], start_response: Any) -> Iterable[bytes]:
        """Answer when it is the request's turn, or that it has to come again."""
        path = environ.get("PATH_INFO", "")
        if path.endswith(_PRESS) or path.startswith(_BESIDE):
            return self.app(environ, start_response)
        if not self.places.acquire(blocking=False):
            return self.app({**environ, _BUSY: True}, start_response)
        try:
            turn = self.desk.submit(self.app, environ, start_response)
            with contextlib.suppress(TookTooLong):
                return turn.result(LONGEST_WAIT_S)
            if turn.cancel():  # it has not begun
                return self.app({**environ, _BUSY: True}, start_response)
            return turn.result()
        finally:
            self.places.release()


def _yield_to_presses() -> None:
    os.setpriority(os.PRIO_PROCESS, threading.get_native_id(), _LESS_URGENT)


class BusyMiddleware:
    """Says so where a page would have to wait for too long."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """The page that asks again by itself, or the answer."""
        if not request.META.get(_BUSY):
            return self.get_response(request)
        words = _("Bias is working on something large. This page asks again by itself in a few seconds.")
        answer = unavailable(request, _("One moment"), words)
        if request.method == "GET":
            answer["Refresh"] = answer["Retry-After"]
        return answer
