"""Words with other numbers in them, everything else as its writer had it."""

from __future__ import annotations

import re
from collections import defaultdict

_NUMBER = re.compile(r"\d+(?:[.,]\d+)?")
_PLURALS = {"sts": "st", "rows": "row", "rnds": "rnd", "rounds": "round", "times": "time", "remain": "remains"}


def with_numbers(written: str, old: str, new: str) -> str | None:
    """``written`` with the figures of ``new`` where it has those of ``old``; ``None`` where that is not clear.

    ``old`` and ``new`` say the same in the same words but for figures; ``written`` says what ``old`` says in others.

    >>> with_numbers("CO 80 sts loosely.", "Cast on 80 sts.", "Cast on 96 sts.")
    'CO 96 sts loosely.'
    >>> with_numbers("rep rnd 1 9 more times", "Repeat rnd 1, 9 more times.", "Repeat rnd 1, 11 more times.")
    'rep rnd 1 11 more times'
    """
    if _without_numbers(old) != _without_numbers(new):
        return None
    before, after = _NUMBER.findall(old), _NUMBER.findall(new)
    there = list(_NUMBER.finditer(written))
    places: dict[str, list[re.Match[str]]] = defaultdict(list)
    for match in there:
        places[match[0]].append(match)
    exchanged: list[tuple[int, int, str]] = []
    met: dict[str, int] = defaultdict(int)
    for one, other in zip(before, after, strict=True):
        at, met[one] = met[one], met[one] + 1
        if one == other:
            continue
        if len(places[one]) != before.count(one):
            return None
        exchanged.append((*places[one][at].span(), other))
    for start, end, figure in sorted(exchanged, reverse=True):
        written = written[:start] + figure + written[end:]
    return written


def _without_numbers(text: str) -> str:
    words = _NUMBER.sub("0", text).split()
    return " ".join(_PLURALS.get(word.strip(".,;:)"), word) for word in words)
