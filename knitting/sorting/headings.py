"""Headings: short lines that name a part of the piece."""

from __future__ import annotations

import re

from knitting.dialects.dialect import Dialect
from knitting.dialects.tokens import tokens_of
from knitting.sorting.asking import asks

_MOST_WORDS = 6
_MOST_LETTERS = 120
_ENDS_SENTENCE = (".", "!", "?", ",", ";")
_BRACKETS = re.compile(r"\s*[(\[][^)\]]*[)\]]\s*")


def looks_like_heading(text: str, words: Dialect) -> bool:
    """Whether a line that holds no order may name a part: a few words that ask for nothing, no sentence.

    >>> from knitting.dialects.dialect import dialect
    >>> looks_like_heading("SHAPE CROWN", dialect()), looks_like_heading("Weave in all ends.", dialect())
    (True, False)
    """
    if len(text) > _MOST_LETTERS:
        return False
    bare = _BRACKETS.sub(" ", text.strip()).strip().rstrip(":").strip()
    if not bare or bare.endswith(_ENDS_SENTENCE) or len(bare.split()) > _MOST_WORDS:
        return False
    if not bare[0].isupper():
        return False
    tokens = tokens_of(bare)
    return all(token.is_word or token.number is not None or token.text in "-&/'#," for token in tokens) and not any(
        asks(tokens, at, 0, words) for at in range(len(tokens)) if not bare.isupper()
    )


def heading_of(text: str, words: Dialect) -> tuple[str, int]:
    """The name that a heading gives, and how many copies it asks for (0 where it says nothing of it).

    >>> from knitting.dialects.dialect import dialect
    >>> heading_of("Panel (make 2)", dialect()), heading_of("Crown:", dialect())
    (('Panel', 2), ('Crown', 0))
    """
    copies = 0
    text = text[:_MOST_LETTERS]
    for inner in re.findall(r"[(\[]([^)\]]*)[)\]]", text):
        numbers = [token.number or words.numbers.get(token.text, 0) for token in tokens_of(inner)]
        copies = next((number for number in numbers if number), copies)
    return _BRACKETS.sub(" ", text).strip().rstrip(":").strip(), copies
