"""Reading what stands between rows: cast-ons, repeats, marks, bind-offs."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace

from knitting.problems import Span
from knitting.rows import (
    BindOff,
    CastOn,
    Claim,
    JoinRound,
    MarkStitches,
    Order,
    Repeat,
    RepeatEnd,
    Row,
    Tab,
    Times,
    ToEnd,
    UntilCount,
    UntilLength,
    WorkTo,
)
from knitting.stitches import KNIT, PURL
from knitting.words.claims import split_claim
from knitting.words.dialect import Dialect
from knitting.words.slots import Slots
from knitting.words.templates import Found
from knitting.words.tokens import Token, span_of

_MAKERS: dict[str, Callable[[Found, Span, str], Order]] = {
    "tab": lambda f, span, _: Tab(_int(f, "n"), _int(f, "rows_n"), _int(f, "side"), _int(f, "edge"), span, KNIT),
    "cast_on": lambda f, span, _: CastOn(_int(f, "n"), span),
    "pick_up": lambda f, span, _: CastOn(_int(f, "n"), span, picked_up=True),
    "join": lambda f, span, _: JoinRound(span),
    "mark_centre": lambda f, span, _: MarkStitches((), span),
    "mark_stitches": lambda f, span, _: MarkStitches(_rows(f), span),
    "repeat": lambda f, span, _: Repeat(_rows(f), _until(f), span),
    "repeat_last": lambda f, span, _: Repeat((), _until(f), span, last=_int(f, "n")),
    "plain_knit": lambda f, span, said: _plain(said, _int(f, "n"), span, purl=False),
    "plain_purl": lambda f, span, said: _plain(said, _int(f, "n"), span, purl=True),
    "plain_garter": lambda f, span, said: _plain(said, _int(f, "n"), span, purl=False),
    "bind_off": lambda f, span, _: BindOff(str(f["manner"]), span),
    "fasten_off": lambda f, span, said: BindOff(said.lower(), span),
}


class OrderReader:
    """Reads the orders of one line, one sentence after another."""

    def __init__(self, dialect: Dialect) -> None:
        self.dialect = dialect
        self.slots = Slots(dialect)

    @property
    def openings(self) -> frozenset[str]:
        """The words with which an order or a row may begin."""
        words = {word for form in _MAKERS for template in self.dialect.forms[form] for word in template.openings}
        return frozenset(words | set(self.dialect.heads))

    def read(self, tokens: Sequence[Token]) -> tuple[list[Order], tuple[Token, ...]]:
        """The orders that could be read, and the tokens from the first that could not."""
        orders: list[Order] = []
        rest = tuple(tokens)
        while rest and (not orders or any(token.text != "." for token in rest)):
            order, after = self._one(rest)
            if order is None:
                return orders, rest
            orders.append(order)
            rest = rest[after:]
            while rest and rest[0].text == ".":
                rest = rest[1:]
        return orders, ()

    def _one(self, tokens: tuple[Token, ...]) -> tuple[Order | None, int]:
        for form, make in _MAKERS.items():
            found = self.slots.form(form, tokens, 0)
            if not found:
                continue
            values, after = found
            ending = self.slots.form("ending", tokens, after)
            after = ending[1] if ending else after
            sentence = next((i for i in range(after, len(tokens)) if self._stops(tokens, i)), len(tokens))
            left, claim = split_claim(tokens[after:sentence], self.dialect)
            if any(token.text != "." for token in left):
                continue
            order = make(values, span_of(tokens[:after]), _said(tokens[:after]))
            return _with_claim_and_ending(order, claim, _int(ending[0], "n") if ending else None), sentence
        return None, 0

    def _stops(self, tokens: tuple[Token, ...], at: int) -> bool:
        """A full stop ends the sentence, unless only a count in brackets follows it."""
        if tokens[at].text != ".":
            return False
        after, claim = split_claim(tokens[at + 1 :], self.dialect)
        return claim is None or bool(after)


def _with_claim_and_ending(order: Order, claim: Claim | None, ending: int | None) -> Order:
    if isinstance(order, CastOn | Tab | Repeat | Row) and claim is not None:
        order = replace(order, claim=claim)
    if isinstance(order, Repeat) and ending is not None:
        order = replace(order, ending=ending)
    return order


def _plain(said: str, rows: int, span: Span, purl: bool) -> Row:
    stitch = PURL if purl else KNIT
    name = said.split()[0].capitalize()
    return Row(name, (), (WorkTo(stitch, ToEnd(), span, whole=True),), span, times=rows)


def _said(tokens: Sequence[Token]) -> str:
    return " ".join(token.raw for token in tokens)


def _int(found: Found, slot: str) -> int:
    value = found.get(slot, 1)
    assert isinstance(value, int)
    return value


def _rows(found: Found) -> tuple[int, ...]:
    rows = found["rows"]
    assert isinstance(rows, tuple)
    return rows


def _until(found: Found) -> RepeatEnd:
    until = found["until"]
    assert isinstance(until, UntilCount | Times | UntilLength)
    return until
