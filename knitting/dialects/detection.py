"""Which dialect a text is written in: said in a header, or told from its words."""

from __future__ import annotations

import re
from collections import Counter

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
        key, _, value = line.partition(":")
        named = value.strip(" .").lower()
        for each in dialects:
            if each.headers.get(key.strip().lower()) == "language":
                stated = next((d for d in dialects if named in (d.code, d.name.lower())), None)
                if stated is not None:
                    return stated
    shown = "\n".join(lines).lower()
    said = Counter(_WORD.findall(shown))
    # Equal scores fall to the first: max() keeps it.
    return max(dialects, key=lambda each: _score(each, said, shown))


def _score(each: Dialect, said: Counter[str], shown: str) -> int:
    known = sum(said[word] for word in said.keys() & each.vocabulary)
    return known + sum(shown.count(phrase) for phrase in each.telling)
