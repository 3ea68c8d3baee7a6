"""What is to be said to a person, as a value: ``knitting.saying`` says it in the reader's language when it is read."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, TypeVar, dataclass_transform

Kind = TypeVar("Kind", bound=type)


@dataclass_transform(frozen_default=True)
def dataclass_when_made(cls: Kind) -> Kind:
    """A frozen dataclass whose methods are written when the first value of it is made.

    There are a hundred kinds of problems and questions, of which most texts have none; writing the methods of them all
    would be a third of the time that the command line takes to start.
    """

    def first(self: Any, *given: Any, **named: Any) -> None:
        for each in reversed(type(self).__mro__):
            if each.__dict__.get("__init__") in _UNWRITTEN:
                del each.__init__  # type: ignore[misc]
                dataclass(frozen=True)(each)
        type(self).__init__(self, *given, **named)

    _UNWRITTEN.add(first)
    cls.__init__ = first  # type: ignore[misc]
    return cls


_UNWRITTEN: set[Any] = set()


class Statement:
    """Something to be said, as its facts: one class a sentence, or a :class:`Sentence` that brings its own."""

    __slots__ = ()


@dataclass(frozen=True, slots=True)
class Sentence(Statement):
    """A sentence with places for its facts: the English, which is the source of the catalogue, not yet translated."""

    source: str
    facts: tuple[tuple[str, object], ...] = ()


def N_(source: str) -> str:  # noqa: N802 (its name in every project that uses gettext)
    """Words of a table as they stand: the catalogue takes them up here, and whoever shows them says them."""
    return source


def sentence(source: str, **facts: object) -> Sentence:
    """A sentence for whoever refuses or explains something once, in one place.

    Places are those of :func:`knitting.saying.sentences.filled`: ``{count:stitches}`` is a number with its unit.

    >>> sentence("'{part}' has {count:stitches}.", part="wing", count=4).facts
    (('part', 'wing'), ('count', 4))
    """
    return Sentence(source, tuple(facts.items()))


class Refused(ValueError):
    """Something that cannot be done: why, and what would help where that can be told."""

    def __init__(self, why: Statement, hint: Statement | None = None) -> None:
        super().__init__(why)
        self.why = why
        self.hint = hint
