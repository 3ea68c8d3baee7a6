"""The language in which sentences are said: English is the source, any other is one catalogue of gettext."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from gettext import NullTranslations

_ENGLISH = NullTranslations()
_catalogue: ContextVar[NullTranslations] = ContextVar("catalogue", default=_ENGLISH)


@contextmanager
def saying_with(catalogue: NullTranslations) -> Iterator[None]:
    """Sentences made within are those of a catalogue; what it does not hold is said in English."""
    token = _catalogue.set(catalogue)
    try:
        yield
    finally:
        _catalogue.reset(token)


def _(sentence: str) -> str:
    """A sentence in the reader's language, its facts still to be filled in."""
    return _catalogue.get().gettext(sentence)


def ngettext(one: str, many: str, number: int) -> str:
    """A sentence that depends on a number, in the plural form that the reader's language has for it."""
    return _catalogue.get().ngettext(one, many, number)
