"""Who is answered first: a press at the needles never waits for what is worked out for a page.

Python works for one request at a time in a process, whatever the number of its threads. So each process of the server
has a process of its own for pages, which works them out one after the other and to which the machine gives what presses
leave. Whoever would have to wait for too long is asked to come again, and the page does so by itself.
"""

from __future__ import annotations

import contextlib
import threading
from collections.abc import Callable, Iterable
from concurrent.futures import Executor
from concurrent.futures import TimeoutError as TookTooLong
from concurrent.futures.process import BrokenProcessPool
from typing import Any, TypeAlias

from django.http import HttpRequest, HttpResponse
from django.utils.translation import gettext as _

from bias.serving.error_pages import unavailable
from bias.serving.page_process import Answered, Environ, answer_page, page_process

MOST_WAITING = 10
"""Pages that wait in a process, with the one that is worked out; the other threads are left to presses."""
LONGEST_WAIT_S = 20.0
_LARGEST = 8_000_000
"""Bytes of a request that are handed on; a larger one is refused anyway."""
_BESIDE = ("/static/", "/sw.js", "/sign-in/", "/health/")
_PRESS = "/needles/events/"
_BUSY = "bias.busy"

App: TypeAlias = Callable[[Environ, Any], Iterable[bytes]]


class Lanes:
    """A site with a lane for pages, one at a time, and the threads of the server for presses."""

    def __init__(
        self,
        app: App,
        desk: Callable[[], Executor] = page_process,
        answer: Callable[[Environ, bytes], Answered] = answer_page,
    ) -> None:
        self.app = app
        self.open_desk, self.answer = desk, answer
        self.places = threading.BoundedSemaphore(MOST_WAITING)
        self.desk = desk()

    def __call__(self, environ: Environ, start_response: Any) -> Iterable[bytes]:
        """Answer when it is the request's turn, or that it has to come again."""
        path = environ.get("PATH_INFO", "")
        body = None if path.endswith(_PRESS) or path.startswith(_BESIDE) else _body(environ)
        if body is None:
            return self.app(environ, start_response)
        if not self.places.acquire(blocking=False):
            return self._busy(environ, start_response)
        try:
            answered = self._at_the_desk(environ, body)
        finally:
            self.places.release()
        if answered is None:
            return self._busy(environ, start_response)
        start_response(answered.status, answered.headers)
        return [] if environ.get("REQUEST_METHOD") == "HEAD" else [answered.body]

    def _at_the_desk(self, environ: Environ, body: bytes) -> Answered | None:
        """The answer of the lane for pages; ``None`` where it did not begin in time, or its process has ended."""
        desk = self.desk
        plain = {name: value for name, value in environ.items() if isinstance(value, str | int | bool)}
        try:
            turn = desk.submit(self.answer, plain, body)
            with contextlib.suppress(TookTooLong):
                return turn.result(LONGEST_WAIT_S)
            return None if turn.cancel() else turn.result()
        except BrokenProcessPool:
            if self.desk is desk:
                self.desk = self.open_desk()
            return None

    def _busy(self, environ: Environ, start_response: Any) -> Iterable[bytes]:
        return self.app({**environ, _BUSY: True}, start_response)


def _body(environ: Environ) -> bytes | None:
    """What a request holds; ``None`` where that is more than any page takes."""
    given = environ.get("CONTENT_LENGTH") or "0"
    length = int(given) if given.isdigit() else 0
    if length > _LARGEST or "HTTP_TRANSFER_ENCODING" in environ:
        return None
    held: bytes = environ["wsgi.input"].read(length) if length else b""
    return held


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
