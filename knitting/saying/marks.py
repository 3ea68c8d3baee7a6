"""The names that marks and lines have of themselves. They are kept as one word in every language."""

from __future__ import annotations

from knitting.plan.plan import CENTRE
from knitting.saying.language import _


def said_mark(name: str) -> str:
    """The name of a mark; those that marks have of themselves in the reader's language.

    >>> said_mark("centre"), said_mark("mark 2"), said_mark("left wing")
    ('centre', 'mark 2', 'left wing')
    """
    first, _space, number = name.partition(" ")
    if first == "mark" and number.isdigit():
        return _("mark {number}").format(number=number)
    return {CENTRE: _("centre"), "mark": _("mark")}.get(name, name)


def kept_mark(said: str) -> str:
    """A name as it is kept: what is typed for the centre in the reader's language is the centre.

    >>> kept_mark("centre"), kept_mark("left wing")
    ('centre', 'left wing')
    """
    return CENTRE if said == _("centre") else said
