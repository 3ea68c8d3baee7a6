"""What the server writes down: each fault with its traceback, each request that took long with what it did.

No text of a knitter is written: no path beside its pattern, no form, no message of an exception but those of the
database and the disk.
"""

from __future__ import annotations

import json
import logging
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from datetime import UTC, datetime
from secrets import token_hex
from time import monotonic
from traceback import format_tb
from typing import Any

from django.db import DatabaseError, connection
from django.http import HttpRequest, HttpResponse

from bias.results.memory import work_noted

SLOW_S = 1.0
_TOLD = 4
"""Of how many pieces of work a slow request tells."""
_slow = logging.getLogger("bias.slow")
_id: ContextVar[str] = ContextVar("request_id", default="-")


def request_id() -> str:
    """The id of the request that is being answered: its page shows it and the log has it."""
    return _id.get()


class RequestLogMiddleware:
    """Gives every request an id, and writes down those that took long."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer; the answer carries the id."""
        token = _id.set(token_hex(4))
        began = monotonic()
        try:
            with work_noted() as work, _statements_counted() as asked:
                answer = self.get_response(request)
            answer["X-Request-Id"] = request_id()
            took = monotonic() - began
            if took > SLOW_S:
                _slow.warning("%s took %.1f s: %s", said_request(request), took, _said_work(work, asked))
            return answer
        finally:
            _id.reset(token)


@contextmanager
def _statements_counted() -> Iterator[list[float]]:
    """How long each statement to the database took, in seconds."""
    took: list[float] = []

    def timed(execute: Any, *args: Any) -> Any:
        began = monotonic()
        try:
            return execute(*args)
        finally:
            took.append(monotonic() - began)

    with connection.execute_wrapper(timed):
        yield took


def _said_work(work: list[tuple[str, float]], asked: list[float]) -> str:
    longest = sorted(work, key=lambda done: -done[1])[:_TOLD]
    said = [f"{name} {seconds:.1f} s" for name, seconds in longest]
    return ", ".join([*said, f"{len(asked)} statements {sum(asked):.1f} s"])


def said_request(request: HttpRequest) -> str:
    """A request without anything that was typed: its id, how it asked, the pattern of its address."""
    match = request.resolver_match
    return f"request {request_id()}: {request.method} /{match.route if match else '?'}"


class WithoutTexts(logging.Formatter):
    """Writes a record without its message where it is of a request: only what we ourselves wrote in the code."""

    def format(self, record: logging.LogRecord) -> str:
        """One record: when, how grave, which request, and the traceback of what broke."""
        head = f"{self.formatTime(record)} {record.levelname}"
        request = getattr(record, "request", None)
        if not isinstance(request, HttpRequest):
            return f"{head} {record.getMessage()}"
        broke = record.exc_info[1] if record.exc_info else None
        said = f"{head} {getattr(record, 'status_code', '')} {said_request(request)}"
        return "\n".join([said, *_said_faults(broke)])


class AsJson(logging.Formatter):
    """The same as one line of JSON, for programs that gather logs."""

    def format(self, record: logging.LogRecord) -> str:
        """One record: when, how grave, from where, what, and the id of the request if it is of one."""
        plain = WithoutTexts().format(record).split(" ", 3)[-1]
        told = {
            "time": datetime.fromtimestamp(record.created, UTC).isoformat(timespec="milliseconds"),
            "level": record.levelname,
            "from": record.name,
            "request": request_id(),
            "message": plain,
        }
        return json.dumps(told, ensure_ascii=False)


def _said_faults(broke: BaseException | None) -> Iterator[str]:
    """An exception and those behind it, the first cause last: where each was met, and its kind."""
    while broke is not None:
        told = f": {broke}" if isinstance(broke, DatabaseError | OSError) else ""
        yield "".join(format_tb(broke.__traceback__)) + f"{type(broke).__module__}.{type(broke).__qualname__}{told}"
        broke = broke.__cause__ or broke.__context__
