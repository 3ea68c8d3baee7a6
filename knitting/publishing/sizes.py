"""The lines of several sizes: in one where only figures differ, section by section apart where more does."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import groupby

from knitting.words.several import in_one
from knitting.words.writer import WrittenKind, WrittenLine

Lines = tuple[WrittenLine, ...]


@dataclass(frozen=True, slots=True)
class SizedLines:
    """Lines of every size at once (``size`` is ``None``), or of one size, counted from 0."""

    size: int | None
    lines: Lines


def lines_of_sizes(versions: Sequence[Lines]) -> tuple[SizedLines, ...]:
    """The lines of all sizes in reading order.

    Sections that differ in more than figures stand once for each size; where the sizes have other sections, all does.
    """
    cut = [_sections(lines) for lines in versions]
    if len({len(sections) for sections in cut}) > 1:
        return tuple(SizedLines(size, lines) for size, lines in enumerate(versions))
    found: list[SizedLines] = []
    for sections in zip(*cut, strict=True):
        joined = _in_one(sections)
        if joined is not None:
            found.append(SizedLines(None, joined))
        else:
            found += [SizedLines(size, lines) for size, lines in enumerate(sections)]
    return tuple(found)


def _sections(lines: Lines) -> list[Lines]:
    """The lines cut before each heading."""
    numbers: list[int] = []
    for line in lines:
        numbers.append((numbers[-1] if numbers else 0) + (line.kind is WrittenKind.HEADING))
    numbered = groupby(zip(numbers, lines, strict=True), key=lambda each: each[0])
    return [tuple(line for _, line in group) for _, group in numbered]


def _in_one(sections: Sequence[Lines]) -> Lines | None:
    if len({tuple(line.kind for line in lines) for lines in sections}) > 1:
        return None
    reads = in_one(["\n".join(line.reads for line in lines) for lines in sections])
    if reads is None:
        return None
    return tuple(
        replace(line, written=said, reads=said) for line, said in zip(sections[0], reads.split("\n"), strict=True)
    )
