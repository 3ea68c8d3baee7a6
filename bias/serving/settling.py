"""What a process does once before it serves."""

import gc

from django.urls import get_resolver

_YOUNG, _OLDER = 1_000, (10, 20)
"""How often the collector looks at what is young, older and oldest: results are many small values that live long."""
_OLDEST = 2
"""The generation that a look through everything is known by."""
_THAWED = 200
"""After how many such looks the next takes in all that was spared."""


class Spared:
    """Spares the collector what it has looked through once: looking through all results again and again stopped every
    thread for ten times as long as a press takes.

    What is spared is still freed when nothing holds it. Values that hold each other, as a request and its knitter do,
    wait for the next look through everything.
    """

    def __init__(self) -> None:
        self._looks = 0

    def __call__(self, phase: str, info: dict[str, int]) -> None:
        """Called by the collector before and after each look."""
        if info["generation"] < _OLDEST:
            return
        if phase == "stop":
            gc.freeze()
            return
        self._looks += 1
        if self._looks % _THAWED == 0:
            gc.unfreeze()


def settle() -> None:
    """Load all pages, and spare the collector what is never freed: it would look through that again and again, for
    longer than most answers take."""
    get_resolver().url_patterns  # noqa: B018 - asking is what loads them
    gc.callbacks.append(Spared())
    gc.collect()
    gc.collect()  # it compares what came since with what it found last: nothing, now
    gc.set_threshold(_YOUNG, *_OLDER)
