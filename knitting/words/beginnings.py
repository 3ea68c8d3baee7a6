"""What a line begins, told before it is read: so that rows broken over lines can be joined."""

from __future__ import annotations

from collections.abc import Sequence
from functools import cache, lru_cache

from knitting.dialects.dialect import Dialect
from knitting.dialects.tokens import Token, tokens_of
from knitting.rows import FastenOff, Repeat, Stretch
from knitting.tidying.tidy import Begins
from knitting.words.claims import split_claim
from knitting.words.headers import header_of
from knitting.words.orders import order_reader
from knitting.words.row_reader import head_of
from knitting.words.slots import slots_of

_MOST_KEPT = 16_384
_NEAR_FRONT = 6


class LineBeginnings:
    """Knows the beginnings of lines in a dialect."""

    def __init__(self, words: Dialect) -> None:
        self.words = words

    def of_line(self, text: str) -> Begins | None:
        """What the words of a line begin, or ``None`` where they begin nothing that is known."""
        return _begins(self.words, text)

    def is_count(self, text: str) -> bool:
        """Whether a line is a count and nothing else."""
        left, stated = split_claim(tokens_of(text), self.words)
        return bool(stated) and not left

    def is_repeat(self, text: str) -> bool:
        """Whether a sentence asks for rows to be worked again."""
        return _is_repeat(self.words, text)

    def opens_with_stitch(self, text: str) -> bool:
        """Whether a line begins with a stitch."""
        tokens = tokens_of(text)
        if not tokens:
            return False
        stem = tokens[0].text.rstrip("0123456789")
        return self.words.stitch_at(tokens, 0) is not None or stem in self.words.short_stitches


@cache
def beginnings(words: Dialect) -> LineBeginnings:
    """The beginnings of lines in a dialect."""
    return LineBeginnings(words)


@lru_cache(maxsize=_MOST_KEPT)
def _begins(words: Dialect, text: str) -> Begins | None:
    if words.plain_head.match(text):
        return Begins.ROW
    stripped = text.strip()
    if stripped.startswith("#"):
        return Begins.NOTE
    colon = text.find(":")
    head = head_of(text[: colon + 1] if colon > 0 else text, 1, words)
    if head is not None:
        return Begins.ROW if text[head.end - 1 :].strip(" .") else Begins.BARE_HEAD
    header = header_of(text)
    if header is not None:
        meaning = words.headers.get(header[0].lower())
        if meaning is not None:
            return Begins.NOTE if meaning == "note" else Begins.SETTING
        if _begins(words, header[1]) is Begins.ORDER:  # "Neckband: pick up 40 sts"
            return Begins.ORDER
    tokens = tokens_of(text)
    if tokens and (order_reader(words).begins_order(tokens) or slots_of(words).form("like_section", tokens, 0)):
        return Begins.ORDER
    return Begins.ORDER if _breaks_off(tokens, words) else None


@lru_cache(maxsize=_MOST_KEPT)
def _is_repeat(words: Dialect, text: str) -> bool:
    first = text.split(maxsplit=1)[0].lower().rstrip(".") if text.strip() else ""
    if not any(first in words.classes[name] for name in ("rep", "continue", "fasten")):
        return False
    found = order_reader(words).read(tokens_of(text)).orders
    return bool(found) and isinstance(found[0], Repeat | Stretch | FastenOff)


def _breaks_off(tokens: Sequence[Token], words: Dialect) -> bool:
    """Whether an order begins here that is not at its end yet: "Repeat rows 3 and 4 until there are"."""
    binds = any(token.text in words.classes["bind"] for token in tokens[1:_NEAR_FRONT])
    if tokens and binds and slots_of(words).number(tokens[1]) is not None:  # "Slip 4, bind off, knitting two together"
        return tokens[-1].text not in (".", "!", "?", ":")
    if not tokens or tokens[-1].text not in words.dangling:
        return False
    return any(tokens[0].text in words.classes[name] for name in ("rep", "continue", "bind", "inc", "dec"))
