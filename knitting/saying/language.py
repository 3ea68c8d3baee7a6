"""The language in which sentences are said: English is the source, any other is one catalogue of gettext."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from gettext import NullTranslations, translation
from pathlib import Path

from knitting.figures import figures_as

_ENGLISH = NullTranslations()
_FOLDER = Path(__file__).resolve().parents[2] / "locale"
_catalogue: ContextVar[NullTranslations] = ContextVar("catalogue", default=_ENGLISH)


@contextmanager
def saying_with(catalogue: NullTranslations) -> Iterator[None]:
    """Sentences made within are those of a catalogue; what it does not hold is said in English."""
    token = _catalogue.set(catalogue)
    try:
        with figures_as(lambda: catalogue.gettext("1,234.5")):
            yield
    finally:
        _catalogue.reset(token)


def catalogue(language: str) -> NullTranslations:
    """The catalogue of a language, out of the folder beside the core; English has none, nor has what is not there."""
    return translation("django", _FOLDER, [language], fallback=True)


def languages() -> list[str]:
    """The languages that there are catalogues of, and English."""
    return ["en", *sorted(path.parents[1].name for path in _FOLDER.glob("*/LC_MESSAGES/django.mo"))]


def _(sentence: str) -> str:
    """A sentence in the reader's language, its facts still to be filled in."""
    return _catalogue.get().gettext(sentence)


def ngettext(one: str, many: str, number: int) -> str:
    """A sentence that depends on a number, in the plural form that the reader's language has for it."""
    return _catalogue.get().ngettext(one, many, number)
