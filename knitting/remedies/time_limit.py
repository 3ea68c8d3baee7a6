"""How long changes are tried: whoever asks may stop, and ask again later where it was left."""

from __future__ import annotations

from collections.abc import Callable, Hashable
from typing import TypeAlias, TypeVar

GoOn: TypeAlias = Callable[[], bool]
"""Asked before each step: whether to go on."""
_Result = TypeVar("_Result")


class StillTrying(Exception):
    """There are steps left to do: asked once more, those that were done are known."""


def to_the_end() -> bool:
    """Every change that is worth it is tried."""
    return True


class Steps:
    """Steps that are done once each; before each one it is asked whether to go on.

    >>> steps = Steps()
    >>> steps.once("rows", lambda: 12), steps.once("rows", lambda: 13)
    (12, 12)
    """

    def __init__(self) -> None:
        self.done: dict[Hashable, object] = {}
        self.go_on: GoOn = to_the_end

    def once(self, key: Hashable, do: Callable[[], _Result]) -> _Result:
        """What a step gives; :class:`StillTrying` where it was not done yet and one shall not go on."""
        if key not in self.done:
            if not self.go_on():
                raise StillTrying
            self.done[key] = do()
        return self.done[key]  # type: ignore[return-value]

    def forget(self, key: Hashable) -> None:
        """What a step gave is not needed any more."""
        self.done.pop(key, None)
