"""The count check: what the knitter counts against what should be there, and what would explain the difference."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from bias.making.sitting import Sitting
from bias.workbench import Whys, whys_of

_MOST = 99_999
_MOST_ROWS_FITTING = 4


@dataclass(frozen=True, slots=True)
class PartCounted:
    """A part between marks: where it stands from the right edge, what should be there, what was typed."""

    place: int
    name: str
    expected: int
    typed: str


@dataclass(frozen=True)
class Counting:
    """The parts after the last row worked, as the needle faces the knitter now, and what their counts mean."""

    row: int
    label: str
    parts: tuple[PartCounted, ...]
    facing: str
    total: int
    refusal: str = ""
    whys: Whys | None = None
    fitting: tuple[str, ...] = ()


def counting(now: Sitting, sent: Mapping[str, str]) -> Counting | None:
    """The count check of a piece where it stands; ``None`` before its first row is worked."""
    if not now.rows:
        return None
    worked = now.all_rows[now.rows - 1]
    needle, following = worked.after, now.row
    names = _names(len(needle.counts))
    typed = [sent.get(f"part{at}", "").strip() for at in range(len(needle.counts))]
    parts = [PartCounted(at, names[at], count, typed[at] or str(count)) for at, count in enumerate(needle.counts)]
    behind = following is not None and following.side.value == "WS"
    facing = "wrong side" if behind else "right side"
    shown = tuple(parts[::-1] if behind else parts)
    label = f"{worked.label}, row {now.rows} of {len(now.all_rows)}"
    bare = Counting(now.rows, label, shown, facing, needle.total)
    if not any(typed):
        return bare
    wrong = next((text for text in typed if text and not (text.isascii() and text.isdigit() and len(text) < 6)), None)
    if wrong is not None:
        said = f"'{wrong[:12]}' is no count: type the stitches of each part in figures, such as {needle.counts[0]}."
        return Counting(now.rows, label, shown, facing, needle.total, refusal=said)
    counts = [min(int(text), _MOST) if text else count for text, count in zip(typed, needle.counts, strict=True)]
    whys, rows = whys_of(now.workout, now.rows, counts)
    fitting = tuple(
        f"After row {place.row} ({now.all_rows[place.row - 1].label}) these counts are right. {place.look}"
        for place in rows[:_MOST_ROWS_FITTING]
        if place.row != now.rows
    )
    return Counting(now.rows, label, shown, facing, needle.total, whys=whys, fitting=fitting)


def _names(parts: int) -> list[str]:
    if parts == 1:
        return ["all stitches"]
    if parts == 2:
        return ["right half", "left half"]
    return [f"part {at} from the right edge" for at in range(1, parts + 1)]
