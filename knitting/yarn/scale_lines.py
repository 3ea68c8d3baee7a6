"""What a scale on a serial line says: grams, or nothing where it says none."""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass

_GRAMS = {"g": 1.0, "kg": 1000.0, "mg": 0.001, "oz": 28.349523125, "lb": 453.59237}
_UNSETTLED = {"US", "SD", "D", "?"}
_FAULTS = re.compile(r"\b(OL|ERR(?:OR)?|OVER(?:LOAD)?|UNDER(?:LOAD)?|LO|HI)\b|-{3,}|\bS\s+[+-](?!\s*\d)", re.IGNORECASE)
_READING = re.compile(
    r"(?:(?P<state>ST|US|S\s*S|S\s*D|S|D|\?)\s*,?\s*)?(?:(?P<net>GS|NT|G|N|GROSS|NET)\s*,?\s*)?"
    r"(?P<sign>[+-])?\s*(?P<number>\d+(?:[.,]\d+)?|[.,]\d+)\s*(?P<unit>kg|mg|oz|lb|g)?\s*(?P<after>\?|ST|US)?\s*",
    re.IGNORECASE,
)
_MOST_LETTERS = 80
_MOST_GRAMS = 100_000.0
_STABLE_LINES, _STILL_LINES = 3, 5
_STILL_G, _STILL_S = 0.3, 0.8
_LIFTED_G = 1.0


@dataclass(frozen=True, slots=True)
class Reading:
    """Grams on the scale; ``stable`` is ``None`` where the line does not say whether it has settled."""

    grams: float
    stable: bool | None = None


def grams_in(line: str) -> Reading | None:
    """What a line says, in grams; ``None`` for overload, errors, dashes, and whatever is no single number.

    >>> grams_in("ST,GS,+  92.40 g"), grams_in("US 0,0924 kg").grams, grams_in("-----"), grams_in("12 13")
    (Reading(grams=92.4, stable=True), 92.4, None, None)
    """
    text = "".join(letter for letter in line if letter.isprintable()).strip()
    if not text or len(text) > _MOST_LETTERS or _FAULTS.search(text):
        return None
    found = _READING.fullmatch(text)
    if found is None:
        return None
    grams = float(found["number"].replace(",", ".")) * _GRAMS[(found["unit"] or "g").lower()]
    if grams > _MOST_GRAMS:
        return None
    return Reading(round(-grams if found["sign"] == "-" else grams, 4), _stable(found["state"], found["after"]))


def _stable(before: str | None, after: str | None) -> bool | None:
    said = "".join((before or after or "").upper().split())
    if not said:
        return None
    return said not in _UNSETTLED


class Settling:
    """Readings one after the other until one is to be believed: three that call themselves stable, or five within
    0.3 g over 0.8 s. A scale that is emptied is ready for the next thing."""

    def __init__(self) -> None:
        self.seen: list[tuple[float, Reading]] = []
        self.done = False

    def take(self, reading: Reading | None, at_s: float) -> float | None:
        """The settled grams once they are known, a single time for what lies on the scale; else ``None``."""
        if reading is None:
            self.seen.clear()
            return None
        if reading.grams < _LIFTED_G:
            self.seen.clear()
            self.done = False
            return None
        self.seen = [*self.seen[-40:], (at_s, reading)]
        if self.done or not self._settled():
            return None
        self.done = True
        return reading.grams

    def _settled(self) -> bool:
        stable = [reading for _, reading in self.seen[-_STABLE_LINES:]]
        if len(stable) == _STABLE_LINES and all(reading.stable and _near(reading, stable[0]) for reading in stable):
            return True
        at, last = self.seen[-1]
        if last.stable is False:
            return False
        still = []
        for seen_at, reading in reversed(self.seen):
            if not _near(reading, last):
                break
            still.append(seen_at)
        return len(still) >= _STILL_LINES and at - still[-1] >= _STILL_S - 1e-9


def _near(one: Reading, other: Reading) -> bool:
    return abs(one.grams - other.grams) <= _STILL_G


def settled_in(lines: Iterable[tuple[float, str]]) -> float | None:
    """The first settled grams in lines with their times in seconds; ``None`` where nothing settles."""
    settling = Settling()
    for at_s, line in lines:
        grams = settling.take(grams_in(line), at_s)
        if grams is not None:
            return grams
    return None
