"""A mark that the site is being served from its folder: held by every process of the server for as long as it lives."""

from __future__ import annotations

import fcntl
from pathlib import Path
from typing import IO

LOCK = "serving.lock"
_held: list[IO[str]] = []


def mark_served(folder: Path) -> None:
    """Hold the mark from now on; the system lets go of it when the process ends, however that is."""
    lock = (folder / LOCK).open("a")
    fcntl.flock(lock, fcntl.LOCK_SH)
    _held.append(lock)
