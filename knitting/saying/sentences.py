"""Sentences and the small words that many of them share."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any, NamedTuple, TypeAlias

from knitting.problems import Facts
from knitting.saying.language import _, ngettext
from knitting.words.writer import Writer


class Said(NamedTuple):
    """What is wrong, and a hint where there is one."""

    message: str
    hint: str = ""


Sentences: TypeAlias = Mapping[type[Facts], Callable[[Any, Writer], Said]]
"""For each class of facts what makes its sentence."""


def said_stitches(number: int) -> str:
    """So many stitches.

    >>> said_stitches(1), said_stitches(12)
    ('1 stitch', '12 stitches')
    """
    return ngettext("1 stitch", "{number} stitches", number).format(number=number)


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
