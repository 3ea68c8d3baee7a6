"""What a process does once before it serves."""

import gc

from django.urls import get_resolver

_YOUNG, _OLDER = 1_000, (10, 1_000)
"""How often the collector looks: results are many small values that live long, and looking through all of them stops
every thread for longer than a press takes."""


def settle() -> None:
    """Load all pages, and spare the collector what is never freed: it would look through that again and again, for
    longer than most answers take."""
    get_resolver().url_patterns  # noqa: B018 - asking is what loads them
    gc.collect()
    gc.freeze()
    gc.set_threshold(_YOUNG, *_OLDER)
