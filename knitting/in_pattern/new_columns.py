"""New stitches in their columns: counted on from those worked in pattern, outwards to the end that they grew at."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import NamedTuple, TypeAlias

from knitting.in_pattern.facts import NEAR_END
from knitting.in_pattern.stitch_columns import ColumnRun, StitchColumns, joined, laid_on

_INCREASE = ord("+")


class NewStitches(NamedTuple):
    """Stitches that were put on the needle together, in right-side order.

    ``fresh`` ones are new: nothing stood in their columns; ``told`` ones were worked as a fabric asks, ``figured`` ones
    as one of several columns. ``counts`` says that columns must be counted anew about them, as they are new or came
    into a fabric. Two neighbours of the same ``pair`` (not 0), a stitch each, are made of one: which of them is new
    shows when they are counted, and one that came to another part alone is.
    """

    columns: StitchColumns
    fresh: bool = False
    told: bool = False
    counts: bool = False
    figured: bool = False
    pair: int = 0


_Bit: TypeAlias = tuple[ColumnRun, bool, bool]
"""A stretch, whether it is new, and whether it was worked as a fabric asks."""


def cut_runs(laid: Sequence[NewStitches], counts: Sequence[int]) -> Iterator[list[NewStitches]]:
    """So many stitches each time, one after the other."""
    waiting = [*reversed(laid)]
    for count in counts:
        found: list[NewStitches] = []
        while count and waiting:
            each = waiting.pop()
            many = each.columns.stitches
            if many > count:
                waiting.append(each._replace(columns=each.columns.cut(count, many)))
                each, many = each._replace(columns=each.columns.cut(0, count)), count
            found.append(each)
            count -= many
        yield found


def with_new_columns(part: Sequence[NewStitches], widths: Sequence[int]) -> tuple[StitchColumns, bool]:
    """A part with columns for its new stitches, and whether one of them stands among stitches in pattern, where
    nobody can tell on which side the pattern grows. ``widths`` are those of the fabrics by their numbers."""
    if not any(each.counts for each in part):
        return joined([each.columns for each in part]), False
    bits, pairs = _bits(part)
    core = _core(bits) if _is_changed(bits) else None
    letters = b"".join([each.columns.letters for each in part])
    if core is None:
        return StitchColumns(laid_on([wales for wales, _, _ in bits]), letters), False
    for at, place in pairs:
        letters = _told_apart(bits, at, letters, place, before=at < core[0])
    figured = any(each.figured for each in part)
    return StitchColumns(_counted_on(bits, *core, widths), letters), figured and _among_told(bits, len(letters))


def _bits(part: Sequence[NewStitches]) -> tuple[list[_Bit], list[tuple[int, int]]]:
    """The stretches of a part, and the pairs in it: where the bits and the stitches of each begin."""
    bits: list[_Bit] = []
    pairs: list[tuple[int, int]] = []
    place, open_pair = 0, 0
    for columns, fresh, told, _, _, pair in part:
        if pair and pair == open_pair:
            pairs.append((len(bits) - 1, place - 1))
        open_pair = pair
        bits += [(wales, fresh, told) for wales in columns.wales]
        place += len(columns.letters)
    return bits, pairs


def _told_apart(bits: list[_Bit], at: int, letters: bytes, place: int, before: bool) -> bytes:
    """The letters of a part with those of a pair in their order: its outer one is new. The inner one is not, among the
    bits as well. ``before`` says that it lies to the right of the stitches from which columns are counted."""
    outer, inner = (0, 1) if before else (1, 0)
    wales, _, told = bits[at + inner]
    bits[at + inner] = wales, False, told
    shown = bytearray(letters[place : place + 2])
    shown[inner], shown[outer] = max(shown), _INCREASE
    return letters[:place] + shown + letters[place + 2 :]


def _is_changed(bits: Sequence[_Bit]) -> bool:
    """Whether something is new, or columns do not follow one another."""
    end: int | None = None
    for (width, _, first, _), fresh, _ in bits:
        if fresh or (end is not None and first < end):
            return True
        end = first + width
    return False


def _core(bits: Sequence[_Bit]) -> tuple[int, int] | None:
    """The longest stretch without a new stitch, its first and its last bit; of those worked in pattern if there are
    any."""
    asked = any(told and not fresh for _, fresh, told in bits)
    longest = many = begin = 0
    core: tuple[int, int] | None = None
    for at, (wales, fresh, told) in enumerate(bits):
        if fresh or (asked and not told):
            many, begin = 0, at + 1
            continue
        many += wales.width
        if many > longest:
            longest, core = many, (begin, at)
    return core


def _counted_on(bits: Sequence[_Bit], begin: int, end: int, widths: Sequence[int]) -> tuple[ColumnRun, ...]:
    """Columns counted outwards from a core; a stitch that is not new keeps its own where there is room for it.

    Where there is none it takes the next; a stretch of a fabric that lies apart moves by whole repeats of it, so that
    it keeps its place in them.
    """
    right: list[ColumnRun] = []
    core = bits[begin][0]
    before, met = core.first, {core.fabric}
    for (width, fabric, first, since), fresh, _ in reversed(bits[:begin]):
        if fresh:
            before, fabric, since = before - width, core.fabric, core.since
        else:
            step = widths[fabric] if met - {fabric} else 1
            room = before - width
            before = first if first <= room else first - -(-(first - room) // step) * step
            met.add(fabric)
        right.append(ColumnRun(width, fabric, before, since))
    left: list[ColumnRun] = []
    core = bits[end][0]
    after, met = core.first + core.width, {core.fabric}
    for (width, fabric, first, since), fresh, _ in bits[end + 1 :]:
        if fresh:
            first, fabric, since = after, core.fabric, core.since
        else:
            step = widths[fabric] if met - {fabric} else 1
            first = first if first >= after else first + -(-(after - first) // step) * step
            met.add(fabric)
        left.append(ColumnRun(width, fabric, first, since))
        after = first + width
    return laid_on([*reversed(right), *[wales for wales, _, _ in bits[begin : end + 1]], *left])


def _among_told(bits: Sequence[_Bit], stitches: int) -> bool:
    """Whether a new stitch far from the ends of its part stands between two of one fabric."""
    place = 0
    for at, (wales, fresh, _) in enumerate(bits):
        if fresh and wales.width == 1 and NEAR_END < place < stitches - NEAR_END - 1:
            (before, _, before_told), (after, _, after_told) = bits[at - 1], bits[at + 1]
            if before_told and after_told and before.fabric == after.fabric:
                return True
        place += wales.width
    return False
