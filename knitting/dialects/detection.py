"""Which dialect a text is written in: said in a header, or told from its words."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Mapping
from functools import cache

from knitting.dialects.dialect import Dialect, dialect, dialect_codes
from knitting.dialects.tokens import lines_of

_WORD = re.compile(r"[^\W\d_]{2,}")
_LINES_SEEN = 120
_CHARACTERS_SEEN = 400


def detect(text: str) -> Dialect:
    """The dialect of a text; where its words fit several equally well, the first of them.

    >>> detect("Tension: 20 sts and 28 rows = 10 cm").code, detect("Avviare 5 m.").code, detect("Cast on 5").code
    ('uk', 'it', 'us')
    """
    lines = [line[:_CHARACTERS_SEEN] for line in lines_of(text[: _LINES_SEEN * _CHARACTERS_SEEN])[:_LINES_SEEN]]
    dialects = [dialect(code) for code in dialect_codes()]
    for line in lines:
        key, colon, value = line.partition(":")
        if not colon:
            continue
        named = value.strip(" .").lower()
        for each in dialects:
            if each.headers.get(key.strip().lower()) == "language":
                stated = next((d for d in dialects if named in (d.code, d.name.lower())), None)
                if stated is not None:
                    return stated
    shown = "\n".join(lines).lower()
    scores = [sum(shown.count(phrase) for phrase in each.telling) for each in dialects]
    known_by = _known_by()
    for word, often in Counter(_WORD.findall(shown)).items():
        for at in known_by.get(word, ()):
            scores[at] += often
    # Equal scores fall to the first: index() finds it.
    return dialects[scores.index(max(scores))]


@cache
def _known_by() -> Mapping[str, tuple[int, ...]]:
    """The words of all dialects, each with the places of those that know it."""
    found: dict[str, list[int]] = {}
    for at, code in enumerate(dialect_codes()):
        for word in dialect(code).vocabulary:
            found.setdefault(word, []).append(at)
    return {word: tuple(places) for word, places in found.items()}
