"""Changed orders put into a text, every other word left as its writer had it."""

from __future__ import annotations

from knitting.rows import Order, Piece, Row
from knitting.rows.unplaced import unplaced
from knitting.words.dialect import Dialect
from knitting.words.tokens import lines_of
from knitting.words.writer import Writer, sentence


def patched(text: str, before: Piece, after: Piece, words: Dialect) -> str:
    """The text of ``before`` with the orders of ``after``, which are the same ones in the same places but for words.

    Only lines with a changed order are written anew, and of a row only what follows its head.
    """
    lines = lines_of(text)
    writer = Writer(words)
    changed = [
        (old, new)
        for one, other in zip(before.sections, after.sections, strict=True)
        for old, new in zip(one.orders, other.orders, strict=True)
        if unplaced(old) != unplaced(new)
    ]
    # From the right of each line, so that the places of the others stay true.
    for old, new in sorted(changed, key=lambda pair: (pair[0].span.line, pair[0].span.column), reverse=True):
        at = old.span.line - 1
        lines[at] = _line(lines[at], old, new, writer)
    return "\n".join(lines)


def _line(line: str, old: Order, new: Order, writer: Writer) -> str:
    if isinstance(old, Row) and isinstance(new, Row) and old.body.line:
        return line[: old.body.column - 1] + sentence(writer.steps(new.steps)) + writer.claim(new.claim)
    said = writer.order(new)
    end = old.span.end
    claim = getattr(old, "claim", None)
    if claim is not None and claim.span.line == old.span.line:
        end = max(end, claim.span.end)
    rest = line[end - 1 :]
    return line[: old.span.column - 1] + said + rest.removeprefix(".")
