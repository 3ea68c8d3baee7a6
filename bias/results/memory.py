"""What a process remembers of what it worked out: one memory for everything, bounded in bytes."""

from __future__ import annotations

import hashlib
import logging
from collections.abc import Callable, Hashable, Iterator
from contextlib import contextmanager, suppress
from contextvars import ContextVar
from functools import wraps
from threading import RLock
from time import monotonic
from typing import Any, ParamSpec, TypeVar

from cachetools import LRUCache
from django.conf import settings
from django.core.cache import cache
from django.utils.translation import get_language

from knitting.measures import said_units

MOST_BYTES = 96_000_000
"""About as much as a process keeps; what was used longest ago goes first."""
_SMALL = 60_000
"""Bytes of what says nothing of its size."""
_LONGEST_KEY = 24
_SHARED_S = 86_400 * 7

_log = logging.getLogger("bias.memory")
_Arguments = ParamSpec("_Arguments")
_Result = TypeVar("_Result")


def _bytes_kept(value: object) -> int:
    """What a value says that it takes, a text its length, anything else a little."""
    return len(value) if isinstance(value, str) else int(getattr(value, "bytes_kept", _SMALL))


_kept: LRUCache[Hashable, tuple[Any, int]] = LRUCache(MOST_BYTES, getsizeof=lambda kept: kept[1])
_lock = RLock()
_work: ContextVar[list[tuple[str, float]] | None] = ContextVar("work", default=None)


def remembered(
    weigh: Callable[[Any], int] = _bytes_kept,
) -> Callable[[Callable[_Arguments, _Result]], Callable[_Arguments, _Result]]:
    """Has a function do the same thing once in a language and in units, while its result is remembered.

    ``weigh`` tells about how many bytes a result takes once all of it was asked for; a text weighs its length, other
    things what they say of themselves as ``bytes_kept``. Two threads may both do it the first time.
    """

    def kept_by(function: Callable[_Arguments, _Result]) -> Callable[_Arguments, _Result]:
        @wraps(function)
        def once(*args: _Arguments.args, **kwargs: _Arguments.kwargs) -> _Result:
            key = _key(function.__qualname__, *args, *sorted(kwargs.items()))
            with _lock:
                if key in _kept:
                    found: _Result = _kept[key][0]
                    return found
            made = noted(function)(*args, **kwargs)
            weight = weigh(made)
            with _lock:
                if weight <= MOST_BYTES:
                    _kept[key] = made, weight
            return made

        return once

    return kept_by


@contextmanager
def work_noted() -> Iterator[list[tuple[str, float]]]:
    """What was worked out anew in the meantime: the name of each function and how many seconds it took."""
    done: list[tuple[str, float]] = []
    token = _work.set(done)
    try:
        yield done
    finally:
        _work.reset(token)


def noted(function: Callable[_Arguments, _Result]) -> Callable[_Arguments, _Result]:
    """Has a function note that it was done, and how long that took, for :func:`work_noted`."""

    @wraps(function)
    def timed(*args: _Arguments.args, **kwargs: _Arguments.kwargs) -> _Result:
        began = monotonic()
        try:
            return function(*args, **kwargs)
        finally:
            done = _work.get()
            if done is not None:
                done.append((function.__qualname__, monotonic() - began))

    return timed


def shared(name: str, work: Callable[[], int]) -> int:
    """A number that takes long to find, found once for all workers of a release where they share a cache.

    Without an answer of the cache it is worked out: no press waits for what only makes it quicker.
    """
    key = f"{settings.BIAS_RELEASE}-{name}"
    try:
        found = cache.get(key)
    except Exception:
        _log.warning("The shared cache does not answer.", exc_info=True)
        return work()
    if not isinstance(found, int):
        found = work()
        with suppress(Exception):
            cache.set(key, found, _SHARED_S)
    return found


def known(function: Callable[..., _Result], *args: object) -> _Result | None:
    """What a remembered function gave for some arguments, if it is still remembered."""
    with _lock:
        found = _kept.get(_key(function.__qualname__, *args))
    return found[0] if found is not None else None


def forget_all() -> None:
    """Begin with an empty memory."""
    with _lock:
        _kept.clear()


def digest(text: str) -> str:
    """A short name of a text: equal for equal texts alone."""
    return hashlib.blake2b(text.encode("utf-8", "replace"), digest_size=12).hexdigest()


def _key(*parts: object) -> Hashable:
    """Parts by which something is remembered; long texts by their short names."""
    short = (digest(each) if isinstance(each, str) and len(each) > _LONGEST_KEY else each for each in parts)
    return (get_language(), said_units(), *short)
