"""Numbers for several sizes, ``64 (72, 80)``: which there are, and the text as one of them reads it."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

from knitting.dialects.dialect import Dialect
from knitting.tidying.lines import TidyLine

_ONE = r"(?:\d+(?:[.,]\d+)?|[-–—])"
_NUMBERS = re.compile(
    rf"(?<![\d.,])({_ONE})(\s*)[(\[{{]\s*({_ONE}(?:\s*[,/:]\s+|\s*[,/]\s*){_ONE}(?:\s*[,/]\s*{_ONE})*|{_ONE})\s*[)\]}}](?!\s*\d)"
)
_SPLIT = re.compile(r"\s*[,/]\s*|\s+")
_NAMES = re.compile(r"^([^(\[]+?)\s*[(\[]([^)\]]+)[)\]]")
_NONE = frozenset({"-", "–", "—"})
MOST_SIZES = 24


@dataclass(frozen=True, slots=True)
class Sizes:
    """The sizes of a text: their names, and which of them is chosen (from 0)."""

    names: tuple[str, ...] = ()
    chosen: int = 0

    def __bool__(self) -> bool:
        return len(self.names) > 1


ONE_SIZE = Sizes()
"""What most texts are written in."""


def sizes_of(lines: Sequence[str], words: Dialect, chosen: int | None = None) -> Sizes:
    """The sizes that a text is written in, one of them chosen: the given one, the one it names, or the first.

    Sizes are named in a header, or told by numbers in a line that casts on.

    >>> from knitting.dialects.dialect import dialect
    >>> sizes_of(["Sizes: S (M, L)", "CO 72 (80, 88) sts."], dialect()).names
    ('S', 'M', 'L')
    >>> sizes_of(["CO 41 (20, 1, 20)."], dialect()).names
    ()
    """
    names: tuple[str, ...] = ()
    wanted = ""
    told: Counter[int] = Counter()
    for line in lines:
        key, colon, value = line.partition(":")
        if colon and key.strip().lower() in words.size_words:
            found = _NAMES.match(value.strip())
            if found:
                names = (found[1].strip(), *(each.strip() for each in found[2].split(",")))
            else:
                wanted = value.strip().lower()
        for match in _NUMBERS.finditer(line):
            count = len(_versions(match))
            if not _is_sum(match) and count > 2:
                told[count] += 1
    if not names and told:
        count, often = told.most_common(1)[0]
        names = tuple(str(number) for number in range(1, count + 1)) if often > 1 else ()
    if len(names) > MOST_SIZES:
        return Sizes()
    named = next((at for at, name in enumerate(names) if name.lower() == wanted), 0)
    return Sizes(names, min(chosen if chosen is not None else named, max(len(names) - 1, 0)))


def in_size(line: TidyLine, sizes: Sizes) -> TidyLine:
    """A line as the chosen size reads it, every other letter in its place.

    >>> in_size(TidyLine("CO 72 (80, 88) sts.", 1), Sizes(("S", "M", "L"), 1)).text
    'CO 80          sts.'
    """
    text = line.text
    for match in reversed(list(_NUMBERS.finditer(text))):
        versions = _versions(match)
        if len(versions) != len(sizes.names):
            continue
        value = versions[sizes.chosen]
        said = "0" if value in _NONE else value
        width = match.end() - match.start()
        text = text[: match.start()] + said.ljust(width)[:width] + text[match.end() :]
    return TidyLine(text, line.number, line.every_place()) if text != line.text else line


def _versions(match: re.Match[str]) -> list[str]:
    return [match[1], *(each for each in _SPLIT.split(match[3]) if each)]


def _is_sum(match: re.Match[str]) -> bool:
    """Whether the numbers in brackets are the parts of the one before them."""
    versions = _versions(match)
    if any(not each.isdigit() for each in versions):
        return False
    return int(versions[0]) == sum(int(each) for each in versions[1:])
