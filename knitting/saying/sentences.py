"""Sentences with places for the facts of a statement, and the small words that many of them share."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from string import Formatter
from typing import Any, NamedTuple, TypeAlias

from knitting.figures import figure
from knitting.problems import Facts
from knitting.saying.language import _, ngettext
from knitting.saying.marks import said_mark
from knitting.statements import Statement
from knitting.words.writer import Writer

Templates: TypeAlias = Mapping[type[Statement], "str | Callable[[Any], str]"]
"""For each class of statements its sentence, or what makes it where one sentence is not enough."""


_UNITS: Mapping[str, Callable[[int], str]] = {
    "stitches": lambda number: ngettext("1 stitch", "{number} stitches", number),
    "knit stitches": lambda number: ngettext("1 knit stitch", "{number} knit stitches", number),
    "purl stitches": lambda number: ngettext("1 purl stitch", "{number} purl stitches", number),
    "other stitches": lambda number: ngettext("1 other stitch", "{number} other stitches", number),
    "rows": lambda number: ngettext("1 row", "{number} rows", number),
    "rounds": lambda number: ngettext("1 round", "{number} rounds", number),
    "plain rows": lambda number: ngettext("1 plain row", "{number} plain rows", number),
    "plain rounds": lambda number: ngettext("1 plain round", "{number} plain rounds", number),
    "times": lambda number: ngettext("1 time", "{number} times", number),
    "parts": lambda number: ngettext("1 part", "{number} parts", number),
    "lines": lambda number: ngettext("1 line", "{number} lines", number),
    "marks": lambda number: ngettext("1 mark", "{number} marks", number),
    "marked lines": lambda number: ngettext("1 marked line", "{number} marked lines", number),
    "set-up rows": lambda number: ngettext("1 set-up row", "{number} set-up rows", number),
    "shapings": lambda number: ngettext("1 shaping", "{number} shapings", number),
    "whole repeats": lambda number: ngettext("1 whole repeat", "{number} whole repeats", number),
}


def counted(number: int, unit: str) -> str:
    """A number with its unit, in the plural form that the reader's language has for it.

    >>> counted(1, "stitches"), counted(3, "rows"), counted(1, "times")
    ('1 stitch', '3 rows', '1 time')
    """
    return _UNITS[unit](number).format(number=number)


def named(names: Iterable[str]) -> str:
    """Names one after the other.

    >>> named(["left", "right"])
    "'left', 'right'"
    """
    return ", ".join(f"'{said_mark(name)}'" for name in names)


class _Filling(Formatter):
    """Fills the places of a sentence with what a statement has under their names."""

    def __init__(self, statement: Statement) -> None:
        self.statement = statement

    def get_value(self, key: int | str, args: Any, kwargs: Any) -> Any:
        value = kwargs[key] if key in kwargs else getattr(self.statement, str(key))
        return said_mark(value) if key == "line" and isinstance(value, str) else value

    def format_field(self, value: Any, format_spec: str) -> Any:
        if format_spec in _UNITS:
            return counted(value, format_spec)
        if format_spec == "names":
            return named(value)
        if isinstance(value, int | float):
            return figure(value, format_spec)
        return super().format_field(value, format_spec)


def filled(sentence: str, statement: Statement, **more: object) -> str:
    """A sentence of the catalogue with its places filled: ``{count:stitches}`` is a number with its unit,
    ``{parts:names}`` are names, ``{count:,}`` is a figure, with the signs of the language."""
    return _Filling(statement).format(sentence, **more)


class Said(NamedTuple):
    """What is wrong, and a hint where there is one."""

    message: str
    hint: str = ""


Sentences: TypeAlias = Mapping[type[Facts], Callable[[Any, Writer], Said]]
"""For each class of facts what makes its sentence."""


def in_sentence(label: str) -> str:
    """A row's name within a sentence: "row 2"."""
    return label[:1].lower() + label[1:]


def said_left(number: int, needed: int = 2) -> str:
    """How many are left, where some are needed.

    >>> said_left(0, 1), said_left(0), said_left(1), said_left(3)
    ('none is left', 'none are left', '1 is left', '3 are left')
    """
    if not number:
        return ngettext("none is left", "none are left", needed)
    return ngettext("1 is left", "{number} are left", number).format(number=number)


def did_you_mean(text: str) -> str:
    """A question with what would mend it."""
    return _("Write '{text}'?").format(text=text)
