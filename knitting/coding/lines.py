"""One line of text: what names and reasons may hold, so that whatever is kept is read back as it was."""

from __future__ import annotations

import unicodedata

_UNSEEN = frozenset({"Cc", "Cf", "Cs", "Zl", "Zp"})
"""Categories of characters that cannot be seen: control and format characters, halves of pairs, breaks."""
_JOINERS = "\N{ZERO WIDTH JOINER}\N{ZERO WIDTH NON-JOINER}"
"""Format characters that belong to what is seen: emoji and several scripts are joined with them."""


def is_line(text: str) -> bool:
    """Whether a text is one line of which everything can be seen, with plain spaces alone.

    >>> is_line("left edge"), is_line("left\\tedge"), is_line("left\\xa0edge"), is_line("left\\u202eedge")
    (True, False, False, False)
    """
    return text.isprintable() or all(_seen(each) for each in text)


def as_line(text: str) -> str:
    """A text as one line: each run of spaces, breaks and characters that cannot be seen becomes one space.

    >>> as_line(" left\\xa0\\tedge\\0 ")
    'left edge'
    """
    return " ".join("".join(each if _seen(each) else " " for each in text).split())


def _seen(character: str) -> bool:
    if character == " " or character in _JOINERS:
        return True
    category = unicodedata.category(character)
    return category not in _UNSEEN and category != "Zs"
