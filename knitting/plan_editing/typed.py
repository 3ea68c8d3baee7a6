"""What was typed for a plan, read: numbers, names and choices, each refused with what it could be."""

from __future__ import annotations

from knitting.coding import as_line
from knitting.plan.checks import NAME
from knitting.plan_editing.refusals import CannotEdit
from knitting.statements import Sentence, sentence

_LONGEST_NAME = 60
_MOST = 99_999


def place_in(text: str, of: tuple[object, ...]) -> int:
    """The place that a path names among some things; :class:`CannotEdit` if there is none, as in all of these."""
    if not (text.isascii() and text.isdigit()) or int(text[:6]) >= len(of):
        raise CannotEdit(sentence("That part of the plan is not there any more."))
    return int(text)


def typed_name(text: str, of: Sentence) -> str:
    """A name that only pages show: one line of letters."""
    words = as_line(text)
    if not words or len(words) > _LONGEST_NAME:
        raise CannotEdit(sentence("{of} needs a name of 1 to {most} letters.", of=of, most=_LONGEST_NAME))
    return words


def typed_short_name(text: str, of: Sentence) -> str:
    """A name that the written rows hold as well, when its part rests on a holder."""
    words = as_line(text)
    if not NAME.fullmatch(words):
        raise CannotEdit(
            sentence(
                "{of} cannot be called '{words}': a name is letters first, then letters, figures, spaces "
                "and hyphens, 60 at most.",
                of=of,
                words=words[:30],
            )
        )
    return words


def typed_number(text: str, what: Sentence, least: int = 0, most: int = _MOST) -> int:
    """A whole number within its bounds."""
    if not (text.isascii() and text.lstrip("-").isdigit() and len(text) < 10):
        raise CannotEdit(sentence("{what} needs a whole number, not '{text}'.", what=what, text=text[:30]))
    if not least <= int(text) <= most:
        raise CannotEdit(
            sentence(
                "{what} can be {least:,} to {most:,}, not {number:,}.",
                what=what,
                least=least,
                most=most,
                number=int(text),
            )
        )
    return int(text)


def typed_decimal(text: str, what: Sentence, most: float) -> float:
    """A number above 0, with a point or a comma."""
    try:
        value = float(text.replace(",", "."))
    except ValueError:
        value = -1.0
    if not 0 < value <= most:
        raise CannotEdit(
            sentence(
                "{what} needs a number above 0 up to {most:g}, not '{text}'.", what=what, most=most, text=text[:30]
            )
        )
    return value


def typed_choice(text: str, of: tuple[str, ...], what: Sentence) -> str:
    """One of some words."""
    if text not in of:
        raise CannotEdit(
            sentence("{what} can be {choices}, not '{text}'.", what=what, choices=", ".join(of), text=text[:30])
        )
    return text
