"""The process that works out pages: the whole site once more, beside that which takes presses."""

from __future__ import annotations

import ctypes
import os
import signal
import sys
from collections.abc import Callable, Iterable
from concurrent.futures import Executor, ProcessPoolExecutor
from io import BytesIO
from multiprocessing import get_context
from typing import Any, NamedTuple, TypeAlias

Environ: TypeAlias = dict[str, Any]

_LESS_URGENT = 19
_TOLD_OF_ITS_PARENTS_END = 1
"""What ``prctl`` calls it."""
_app: Callable[[Environ, Any], Iterable[bytes]] | None = None


class Answered(NamedTuple):
    """An answer as it goes from one process to the other."""

    status: str
    headers: list[tuple[str, str]]
    body: bytes


def page_process() -> Executor:
    """A process for pages, which begins at once and ends with its parent."""
    process = ProcessPoolExecutor(1, get_context("spawn"), _begin)
    process.submit(_load)
    return process


def _begin() -> None:
    os.nice(_LESS_URGENT)
    ctypes.CDLL(None).prctl(_TOLD_OF_ITS_PARENTS_END, signal.SIGKILL)
    signal.signal(signal.SIGINT, signal.SIG_IGN)  # the parent ends it


def _load() -> None:
    """Load the site before the first page is asked for."""
    _site()


def answer_page(environ: Environ, body: bytes) -> Answered:
    """The site's answer to a request, whole."""
    begun = list[tuple[str, list[tuple[str, str]]]]()
    environ |= {"wsgi.input": BytesIO(body), "wsgi.errors": sys.stderr, "wsgi.multithread": False}
    environ |= {"wsgi.version": (1, 0), "wsgi.input_terminated": True}
    parts = _site()(environ, lambda status, headers, _=None: begun.append((status, headers)))
    try:
        held = b"".join(parts)
    finally:
        getattr(parts, "close", lambda: None)()
    return Answered(*begun[-1], held)


def _site() -> Callable[[Environ, Any], Iterable[bytes]]:
    """The site, loaded once."""
    global _app
    if _app is None:
        from django.core.wsgi import get_wsgi_application

        from bias.serving.settling import settle

        _app = get_wsgi_application()
        settle()
    return _app
