"""One text for several sizes: figures that differ stand side by side, ``25 (27, 31)``."""

from __future__ import annotations

import re
from collections.abc import Sequence

_FIGURE = re.compile(r"\d+(?:[.,]\d+)?")
_SEVERAL = re.compile(r"\d+(?:[.,]\d+)?\s\(\d+(?:[.,]\d+)?(?:,\s\d+(?:[.,]\d+)?)*\)")
_WORD = re.compile(r"\d+(?:[.,]\d+)?|[^\W\d]+|\S|\s+")
_ONE_OR_MANY = {"st": "sts", "sts": "sts", "row": "rows", "rows": "rows", "remains": "remain", "remain": "remain"}


def in_one(texts: Sequence[str]) -> str | None:
    """The words of several sizes as one text, or ``None`` where more than figures differ.

    >>> in_one(["Cast on 25 sts.", "Cast on 27 sts.", "Cast on 31 sts."])
    'Cast on 25 (27, 31) sts.'
    """
    if not texts:
        return None
    lines = [text.split("\n") for text in texts]
    if len({len(each) for each in lines}) != 1:
        return None
    found = [_line(versions) for versions in zip(*lines, strict=True)]
    return "\n".join(line for line in found if line is not None) if None not in found else None


def side_by_side(figures: Sequence[str]) -> str:
    """A figure of several sizes, with its unit if it has one, as it stands in a text.

    >>> side_by_side(["420 m", "510 m"]), side_by_side(["2", "2"])
    ('420 (510) m', '2')
    """
    return in_one(figures) or ", ".join(figures)


def _line(versions: Sequence[str]) -> str | None:
    if len(set(versions)) == 1:
        return versions[0]
    words = [_WORD.findall(_counted_words(version)) for version in versions]
    if len({len(each) for each in words}) != 1:
        return None
    found = [_word(each) for each in zip(*words, strict=True)]
    return "".join(word for word in found if word is not None) if None not in found else None


def _counted_words(line: str) -> str:
    """Numbers of times that have a word of their own as figures, so that they stand beside others."""
    return re.sub(r",? (once|twice) more\b", lambda m: f", {1 if m[1] == 'once' else 2} more times", line)


def _word(versions: Sequence[str]) -> str | None:
    if len(set(versions)) == 1:
        return versions[0]
    if all(_FIGURE.fullmatch(word) for word in versions):
        return f"{versions[0]} ({', '.join(versions[1:])})"
    plural = {_ONE_OR_MANY.get(word, word) for word in versions}
    return plural.pop() if len(plural) == 1 else None


def of_size(line: str, sizes: int, chosen: int) -> tuple[tuple[str, bool], ...]:
    """A line in pieces, those figures told apart that are of one of its sizes (from 0).

    >>> of_size("Cast on 25 (27, 31) sts.", 3, 1)
    (('Cast on 25 (', False), ('27', True), (', 31) sts.', False))
    """
    found: list[tuple[str, bool]] = []
    end = 0
    for match in _SEVERAL.finditer(line):
        figures = [each.span() for each in _FIGURE.finditer(line, match.start(), match.end())]
        if len(figures) == sizes:
            start, stop = figures[chosen]
            found += [(line[end:start], False), (line[start:stop], True)]
            end = stop
    return tuple(part for part in (*found, (line[end:], False)) if part[0])
