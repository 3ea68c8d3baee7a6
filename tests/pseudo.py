"""A language that nobody speaks: every sentence in English, about two fifths longer, between two signs."""

import re

import pytest
from cachetools import LRUCache
from django.utils.translation import trans_real

from bias.results import memory

SAID, END = "\N{LEFT DOUBLE ANGLE BRACKET}", "\N{RIGHT DOUBLE ANGLE BRACKET}"
_KEPT = re.compile(r"(\{[^{}]*\}|%\(\w+\)s|%%|</?\w+[^>]*>|&#?\w+;)")


def longer(text: str) -> str:
    """A sentence with its vowels doubled; places, tags and signs stay.

    >>> longer("Row {row} done")
    '《Roow {row} doonee》'
    """
    parts = _KEPT.split(text)
    parts[::2] = [re.sub(r"([aeiouyAEIOUY])", r"\1\1", part) for part in parts[::2]]
    return f"{SAID}{''.join(parts)}{END}"


def spoken_in(catalogue: object, monkeypatch: pytest.MonkeyPatch) -> None:
    """Have the site say everything by a catalogue, and remember nothing of it afterwards."""
    monkeypatch.setitem(trans_real._translations, "en", catalogue)
    monkeypatch.setattr(memory, "_kept", LRUCache(memory.MOST_BYTES, getsizeof=lambda kept: kept[1]))


class Longer:
    """Its catalogue."""

    def to_language(self) -> str:
        return "en"

    def gettext(self, message: str) -> str:
        return longer(message) if message and message != "1,234.5" else message

    def ngettext(self, one: str, many: str, number: int) -> str:
        return self.gettext(one if number == 1 else many)
