"""Written rows with other stripes, everything else as its writer had it."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.dialects.detection import detect
from knitting.dialects.dialect import Dialect
from knitting.rows import Stripe
from knitting.words.header_writer import HeaderWriter
from knitting.words.headers import header_of
from knitting.words.reader import read

_BEFORE = ("title", "language", "gauge", "yarn", "needles")


def with_stripes(text: str, stripes: Sequence[Stripe], yarns: Sequence[tuple[str, str]] = ()) -> str:
    """``text`` with these stripes in place of those that it has, and with header lines of the yarns that it lacks.

    >>> print(with_stripes("Title: Gull\\nCast on 5 sts.", [Stripe(2, "A"), Stripe(2, "B")]))
    Title: Gull
    Stripes: 2 rows A, 2 rows B
    Cast on 5 sts.
    """
    words, piece = detect(text), read(text).piece
    writer = HeaderWriter(words)
    known = dict(piece.headers.yarns)
    lines = [line for line in text.split("\n") if _meaning(line, words) != "stripes"]
    row = words.called["row"]
    new = [f"{writer.key('yarn')} {name}: {said}" for name, said in yarns if name not in known]
    if stripes:
        said = ", ".join(f"{stripe.rows} {row} {stripe.colour}" for stripe in stripes)
        new.append(f"{writer.key('stripes')}: {said}")
    at = max((at + 1 for at, line in enumerate(lines[:60]) if _meaning(line, words) in _BEFORE), default=0)
    return "\n".join([*lines[:at], *new, *lines[at:]])


def _meaning(line: str, words: Dialect) -> str:
    """What a header line sets; nothing where it is none."""
    found = header_of(line)
    return words.headers.get(found[0].lower().split()[0], "") if found else ""
