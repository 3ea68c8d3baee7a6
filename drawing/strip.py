"""The strip: one row's parts side by side as the needle faces the knitter, with what is done in each."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from drawing.marks import letters
from knitting.dialects.dialect import Dialect
from knitting.formatter.worked_runs import runs_in_words
from knitting.needle.needle import Mark
from knitting.needle.worked import PartWork, WorkedRow
from knitting.rows import Side
from knitting.saying.language import _
from knitting.saying.marks import said_mark


@dataclass(frozen=True, slots=True)
class StripWord:
    """One thing to do, and whether it changes the count ("up", "down" or nothing)."""

    said: str
    change: int

    @property
    def way(self) -> str:
        """The change as a word for the eye."""
        return "up" if self.change > 0 else "down" if self.change < 0 else ""


@dataclass(frozen=True, slots=True)
class StripPart:
    """A part of the row: its name, what to do, what stands there afterwards and before.

    ``letter`` and ``hue`` belong to the mark that ends the part in working order; empty where none does. ``nameless``
    is a marked stitch that nobody gave a name.
    """

    name: str
    words: tuple[StripWord, ...]
    before: int
    count: int
    letter: str = ""
    hue: int = 0
    marked: bool = False
    nameless: bool = False

    @property
    def change(self) -> int:
        """Stitches gained or lost in the part."""
        return self.count - self.before

    @property
    def said(self) -> str:
        """What to do, as one line."""
        return ", ".join(word.said for word in self.words)


def strip(row: WorkedRow, words: Dialect | None = None, named: Sequence[str] = ()) -> tuple[StripPart, ...]:
    """The parts of a row in working order, empty ones left out; what to do is said in ``words``.

    ``named`` are names of the parts between marks in right-side order, where they have names of their own.
    """
    names = part_names(row, named)
    before = _counts_before(row)
    flags = _flags(row)
    found: list[StripPart] = []
    for at, part in enumerate(row.work):
        if not part.runs and not part.stitches and not before[at]:
            continue
        to_do = tuple(StripWord(said, change) for said, change in runs_in_words(part.runs, words))
        letter, hue = flags[at]
        marked = part.mark is not None
        nameless = part.mark is not None and not part.mark.name
        found.append(StripPart(names[at], to_do, before[at], part.stitches, letter, hue, marked, nameless))
    return tuple(found)


def part_names(row: WorkedRow, named: Sequence[str] = ()) -> tuple[str, ...]:
    """A name for every part in working order, as it is called whichever side is worked."""
    from_right = row.work_in_rs_order
    plain = [part for part in from_right if part.mark is None]
    names: list[str] = []
    number = 0
    for part in from_right:
        if part.mark is not None:
            names.append(said_mark(part.mark.name) or _("marked stitch"))
            continue
        number += 1
        names.append(named[number - 1] if len(named) == len(plain) else _plain_name(number, len(plain)))
    return tuple(names if row.side is Side.RS else names[::-1])


def _plain_name(number: int, of: int) -> str:
    if of == 1:
        return _("the whole row")
    if of == 2:
        return _("right half") if number == 1 else _("left half")
    return _("part {number} from the right").format(number=number)


def _counts_before(row: WorkedRow) -> list[int]:
    """Stitches of each part before the row, in working order; as now where marks came or went in it."""
    parts, marks = list(row.before.counts), list(row.before.marks)
    if row.side is Side.WS:
        parts, marks = parts[::-1], marks[::-1]
    flat: list[int] = []
    for at, count in enumerate(parts):
        flat.append(count)
        if at < len(marks) and marks[at].in_stitch:
            flat.append(1)
    return flat if len(flat) == len(row.work) else [part.stitches for part in row.work]


def _flags(row: WorkedRow) -> list[tuple[str, int]]:
    """For each part the letter of the mark at its far end: C for a centre, else by its place from the right."""
    from_right = row.work_in_rs_order
    marks = [mark for part in from_right if (mark := part.mark or part.after) is not None]
    ordered = letters([mark.name for mark in marks])
    if row.side is Side.WS:
        ordered.reverse()
    found: list[tuple[str, int]] = []
    ahead = iter(ordered)
    for part in row.work:
        found.append(next(ahead) if _has_mark(part) else ("", 0))
    return found


def _has_mark(part: PartWork) -> bool:
    mark: Mark | None = part.mark or part.after
    return mark is not None
