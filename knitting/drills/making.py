"""Drills made of a piece: mixed, each of another kind or row, those that are due first."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from random import Random
from types import MappingProxyType

from knitting.drills.drill import Drill, DrillKind, Facts
from knitting.drills.of_counts import count_after, does_it_matter, to_next_mark, which_row, which_side
from knitting.drills.of_stitches import becomes, which_lean, which_stitch
from knitting.drills.of_words import as_written, in_plain_words
from knitting.needle.worked import WorkedPiece

_TRIES = 12
_Maker = Callable[[WorkedPiece, Random], Drill | None]
_MAKERS: Mapping[DrillKind, _Maker] = MappingProxyType(
    {
        DrillKind.COUNT_AFTER: count_after,
        DrillKind.TO_NEXT_MARK: to_next_mark,
        DrillKind.BECOMES: becomes,
        DrillKind.WHICH_ROW: which_row,
        DrillKind.WHICH_SIDE: which_side,
        DrillKind.WHICH_STITCH: which_stitch,
        DrillKind.WHICH_LEAN: which_lean,
        DrillKind.DOES_IT_MATTER: does_it_matter,
        DrillKind.IN_PLAIN_WORDS: in_plain_words,
        DrillKind.AS_WRITTEN: as_written,
    }
)


def drill(kind: DrillKind, worked: WorkedPiece, chance: Random) -> Drill | None:
    """A drill of a kind; ``None`` where the piece has nothing to ask it of, as one of plain rows has no new stitch."""
    for _ in range(_TRIES):
        found = _MAKERS[kind](worked, chance)
        if found is not None:
            return found
    return None


def kinds_of(worked: WorkedPiece, seed: int = 0) -> tuple[DrillKind, ...]:
    """What can be asked of a piece."""
    return tuple(kind for kind in DrillKind if drill(kind, worked, Random(seed)) is not None)


def drills_of(worked: WorkedPiece, number: int, seed: int = 0, due: Collection[str] = ()) -> tuple[Drill, ...]:
    """So many drills, or as many as there are; topics that are due come first. The same seed makes the same ones."""
    chance = Random(seed)
    found: dict[tuple[DrillKind, int, Facts], Drill] = {}
    for kind in _order(due, chance, number):
        made = drill(kind, worked, chance)
        if made is not None:
            found.setdefault((made.kind, made.row, made.facts), made)
        if len(found) == number:
            break
    return tuple(found.values())


def _order(due: Collection[str], chance: Random, number: int) -> Iterator[DrillKind]:
    """Kinds in the order in which they are tried: the due ones, then all of them in turn, mixed anew each time."""
    known = {kind.value: kind for kind in DrillKind}
    yield from (known[topic.split(" ")[0]] for topic in due if topic.split(" ")[0] in known)
    for _ in range(number):
        yield from _mixed(tuple(DrillKind), chance)


def _mixed(kinds: Sequence[DrillKind], chance: Random) -> list[DrillKind]:
    return chance.sample(kinds, len(kinds))
