"""Three texts of one pattern brought together: as it was taken, as it is for its knitter, as its writer has it now."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from difflib import SequenceMatcher


@dataclass(frozen=True, slots=True)
class Conflict:
    """Lines that both have changed, each in her own way."""

    mine: tuple[str, ...]
    theirs: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Merged:
    """Lines in their order, and where both changed the same ones, a conflict."""

    parts: tuple[tuple[str, ...] | Conflict, ...]

    @property
    def conflicts(self) -> tuple[Conflict, ...]:
        """What somebody has to decide."""
        return tuple(part for part in self.parts if isinstance(part, Conflict))

    def text(self, theirs: Sequence[bool] = ()) -> str:
        """The text, with the writer's lines at each conflict where that is chosen, else the knitter's own."""
        lines: list[str] = []
        at = 0
        for part in self.parts:
            if isinstance(part, Conflict):
                lines += part.theirs if at < len(theirs) and theirs[at] else part.mine
                at += 1
            else:
                lines += part
        return "\n".join(lines)


def merged(base: str, mine: str, theirs: str) -> Merged:
    """What either has changed since ``base`` is taken over; what both have changed alike is taken once.

    >>> merged("a\\nb\\nc", "a\\nB\\nc", "a\\nb\\nc\\nd").text()
    'a\\nB\\nc\\nd'
    >>> merged("a\\nb", "a\\nmine", "a\\ntheirs").conflicts
    (Conflict(mine=('mine',), theirs=('theirs',)),)
    """
    if mine == base:
        return Merged((tuple(theirs.split("\n")),))
    old, one, other = (text.split("\n") for text in (base, mine, theirs))
    return Merged(tuple(_parts(old, one, other)))


def _parts(old: Sequence[str], one: Sequence[str], other: Sequence[str]) -> Iterator[tuple[str, ...] | Conflict]:
    at = mine_at = theirs_at = 0
    for begin, mine_begin, theirs_begin, length in _kept_by_both(old, one, other):
        own, new = tuple(one[mine_at:mine_begin]), tuple(other[theirs_at:theirs_begin])
        was = tuple(old[at:begin])
        if own or new or was:
            yield from _decided(was, own, new)
        if length:
            yield tuple(old[begin : begin + length])
        at, mine_at, theirs_at = begin + length, mine_begin + length, theirs_begin + length


def _decided(was: tuple[str, ...], own: tuple[str, ...], new: tuple[str, ...]) -> Iterator[tuple[str, ...] | Conflict]:
    """A stretch that somebody changed; line by line where no line came or went, as each row is one."""
    if own in (was, new):
        yield new
    elif new == was:
        yield own
    elif len(was) == len(own) == len(new) > 1:
        for lines in zip(was, own, new, strict=True):
            yield from _decided(*((line,) for line in lines))
    else:
        yield Conflict(own, new)


def _kept_by_both(old: Sequence[str], one: Sequence[str], other: Sequence[str]) -> Iterator[tuple[int, int, int, int]]:
    """Runs of lines that stand in all three: where in each, and how many; the end of all as an empty one."""
    mine, theirs = _places(old, one), _places(old, other)
    at = 0
    while at < len(old):
        if at not in mine or at not in theirs:
            at += 1
            continue
        length = 1
        while mine.get(at + length) == mine[at] + length and theirs.get(at + length) == theirs[at] + length:
            length += 1
        yield at, mine[at], theirs[at], length
        at += length
    yield len(old), len(one), len(other), 0


def _places(old: Sequence[str], new: Sequence[str]) -> dict[int, int]:
    """Where each line of the old text that was kept stands in the new one."""
    blocks = SequenceMatcher(None, old, new, autojunk=False).get_matching_blocks()
    return {block.a + at: block.b + at for block in blocks for at in range(block.size)}
