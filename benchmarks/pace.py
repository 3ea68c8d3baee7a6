"""How fast the machine is at this moment: every limit of time is a ratio to a loop of plain Python in the same run.

The limits are written as seconds on a quiet machine of two cores on which a million steps of the loop take 12 ms. On a
machine, or in a moment, of half that speed they are twice as long: what is compared is work with work.
"""

from __future__ import annotations

import os
import threading
import time
from pathlib import Path

_KERNEL, _STOLEN = Path("/proc/stat"), 8
"""Where the kernel says how long processors were taken away, and in which column of its first line."""
_STEPS = 1_000_000
_QUIET_S = 0.012
_LOOK_S, _LOOKS_IN_STEPS = 0.05, 20


def machine_seconds() -> float:
    """A clock that stands while the host of a virtual machine runs others on its processors: what no program can see
    or shorten. On a machine of its own it goes like any other."""
    ticks = int(_KERNEL.read_text().split(maxsplit=_STOLEN + 1)[_STOLEN])
    return time.perf_counter() - ticks / os.sysconf("SC_CLK_TCK") / (os.cpu_count() or 1)


def loop_seconds() -> float:
    """How long a million steps of a plain loop take now: the best of three."""
    return min(_once() for _ in range(3))


def _once() -> float:
    begun = time.perf_counter()
    for _ in range(_STEPS):
        pass
    return time.perf_counter() - begun


class Meanwhile(threading.Thread):
    """How many times as long the same work takes while other threads and processes are busy: a processor that has
    nothing else to do runs one short loop faster. It counts its own time alone, and takes a hundredth of it.

    >>> with Meanwhile() as watched:
    ...     time.sleep(0.2)
    >>> watched.slower > 0
    True
    """

    def __init__(self) -> None:
        super().__init__(daemon=True)
        self._ended = threading.Event()
        self._took: list[float] = []

    def run(self) -> None:
        """Look at the pace about twenty times a second."""
        while not self._ended.wait(_LOOK_S):
            begun = time.thread_time()
            for _ in range(_STEPS // _LOOKS_IN_STEPS):
                pass
            self._took.append(time.thread_time() - begun)

    def __enter__(self) -> Meanwhile:
        self.start()
        return self

    def __exit__(self, *_: object) -> None:
        self._ended.set()
        self.join()

    @property
    def slower(self) -> float:
        """The mean of all looks."""
        return sum(self._took) / len(self._took) * _LOOKS_IN_STEPS / _QUIET_S


def pace() -> float:
    """How many times as long the same work takes now as on a quiet machine."""
    return loop_seconds() / _QUIET_S


def paced(limit: float) -> float:
    """A limit for a quiet machine, as long as the same work may take now."""
    return limit * pace()
