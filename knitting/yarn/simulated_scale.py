"""A kitchen scale that is none: the lines that one would send while yarn is laid on it."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import count
from math import exp
from random import Random

LINES_A_SECOND = 10
_SETTLES_S = 0.25
_WOBBLE_G = 0.05
_STEADY_G = 0.3
_STEP_G = 0.1


def scale_lines(grams: float, laid_s: float = 0.5, seed: int = 0) -> Iterator[tuple[float, str]]:
    """Times in seconds and lines without end: an empty scale, then something laid on it that wobbles and settles.

    >>> lines = scale_lines(92.0)
    >>> next(lines)[1], [line for _, line in (next(lines) for _ in range(40))][-1]
    ('ST,GS,+    0.0 g', 'ST,GS,+   92.0 g')
    """
    noise = Random(seed)
    for line in count():
        at = line / LINES_A_SECOND
        on = grams * (1 - exp(-(at - laid_s) / _SETTLES_S)) if at > laid_s else 0.0
        steady = at <= laid_s or abs(grams - on) < _STEADY_G
        shown = on + (noise.gauss(0, _WOBBLE_G) if not steady else 0.0)
        shown = round(round(shown / _STEP_G) * _STEP_G, 1)
        yield at, f"{'ST' if steady else 'US'},GS,{'+' if shown >= 0 else '-'}{abs(shown):7.1f} g"
