"""How long changes are tried: whoever asks may stop, and ask again later where it was left."""

from __future__ import annotations

from collections.abc import Callable
from typing import TypeAlias

GoOn: TypeAlias = Callable[[], bool]
"""Asked before each change is tried: whether to go on."""


class StillTrying(Exception):
    """There are changes left to try: asked once more, those tried so far are known."""


def to_the_end() -> bool:
    """Every change that is worth it is tried."""
    return True
