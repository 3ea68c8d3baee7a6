"""Dye lots: one lot to a part where that can be, else two lots in turn."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

_MOST_TRIED = 20_000


def lots(parts: Sequence[float], had: Mapping[str, float]) -> tuple[str, ...] | None:
    """A lot for every part, by the metres that each part takes and each lot has; ``None`` where no sharing fits.

    Large parts are placed first, each into the lot that it fills best. Where there is none, two lots are knitted two
    rows each in turn, so that no line shows where one ends.

    >>> lots([60, 50, 40], {"11": 100, "12": 60})
    ('12', '11', '11')
    """
    order = sorted(range(len(parts)), key=lambda part: -parts[part])
    left = dict(had)
    chosen: dict[int, str] = {}
    tried = 0

    def place(at: int) -> bool:
        nonlocal tried
        if at == len(order):
            return True
        part = order[at]
        for lot in sorted(left, key=lambda lot: (left[lot] - parts[part], lot)):
            tried += 1
            if left[lot] < parts[part] or tried > _MOST_TRIED:
                continue
            left[lot] -= parts[part]
            chosen[part] = lot
            if place(at + 1):
                return True
            left[lot] += parts[part]
        return False

    return tuple(chosen[part] for part in range(len(parts))) if place(0) else None
