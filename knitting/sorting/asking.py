"""Whether words ask the knitter to do something: only what does not may be passed over as talk."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.dialects.dialect import Dialect
from knitting.dialects.tokens import Token

_MARKS = frozenset({",", ";", ".", ":", "(", "[", "{", "*", "-", ")"})


def asks(tokens: Sequence[Token], at: int, start: int, words: Dialect) -> bool:
    """Whether the word at ``at`` begins something to be done; the clause begins at ``start``.

    A verb of the trade does so before a number, and at the beginning of a clause before one of its objects or
    before nothing; so does a stitch written in short.
    """
    token = tokens[at]
    if _is_short_stitch(token, words):
        return True
    if token.text not in words.doing.verbs:
        return False
    following = tokens[at + 1] if at + 1 < len(tokens) else None
    if following is not None and _is_number(following, words):
        return True
    before = tokens[at - 1].text if at > start else ","
    if before not in _MARKS and before not in words.doing.before:
        return False
    if following is None or following.text in _MARKS:
        return True
    return following.text in words.doing.objects or _is_short_stitch(following, words) or _is_verb(following, words)


def is_talk(tokens: Sequence[Token], words: Dialect, begun: bool) -> bool:
    """Whether nothing in some words could change a count.

    Once stitches are on the needle a number of stitches or rows is something to be understood, too.
    """
    if begun and _begins_with_verb(tokens, words):
        return False
    finishing = any(token.text in words.doing.finishing for token in tokens)
    if begun and _ends_with_verb(tokens, words) and not (finishing and tokens[-1].text in words.doing.everyday):
        return False
    for at, token in enumerate(tokens):
        following = tokens[at + 1] if at + 1 < len(tokens) else None
        numbered = following is not None and _is_number(token, words) and not _is_decimal(token)
        if begun and (token.text in words.doing.always or _refers(token, following, words)):
            return False
        if begun and numbered and following is not None and _is_counted(following, words):
            return False
        excused = finishing and token.text in words.doing.everyday
        if asks(tokens, at, 0, words) and not (excused and not (following and _is_number(following, words))):
            return False
    return True


def _is_counted(token: Token, words: Dialect) -> bool:
    """Whether a number before a word counts something: stitches, rows, or the stitch that the word names."""
    return token.text in words.counted_things or (words.counts_first and token.text in words.short_stitches)


def _begins_with_verb(tokens: Sequence[Token], words: Dialect) -> bool:
    """Whether a clause begins with a verb of the trade that has something to do, whatever that is."""
    doing = words.doing
    at = next((at for at, token in enumerate(tokens) if token.text not in doing.before), len(tokens))
    if at + 1 >= len(tokens) or tokens[at].text in doing.everyday or not _is_verb(tokens[at], words):
        return False
    following = tokens[at + 1]
    return following.is_word and following.text not in doing.beside


def _ends_with_verb(tokens: Sequence[Token], words: Dialect) -> bool:
    """Whether what is to be done is said last, where the dialect does so: "Nach dem Diagramm stricken"."""
    return words.verbs_last and bool(tokens) and _is_verb(tokens[-1], words)


def _refers(token: Token, following: Token | None, words: Dialect) -> bool:
    return following is not None and f"{token.text} {following.text}" in words.doing.refers


def _is_verb(token: Token, words: Dialect) -> bool:
    return token.text in words.doing.verbs


def _is_number(token: Token, words: Dialect) -> bool:
    return token.number is not None or token.text in words.numbers


def _is_decimal(token: Token) -> bool:
    return "." in token.text


def _is_short_stitch(token: Token, words: Dialect) -> bool:
    """ "k2", "yo", "k2tog": never a word of plain speech."""
    text = token.text
    stem = text.rstrip("0123456789")
    if not stem:
        return False
    if stem in words.short_stitches and (stem != text or any(letter.isdigit() for letter in text)):
        return True
    return text in words.telling_stitches
