"""Reading what stands between rows: cast-ons, repeats, marks, bind-offs."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import replace
from functools import cache, cached_property

from knitting.dialects.dialect import Dialect
from knitting.dialects.templates import Found
from knitting.dialects.tokens import Token, span_of
from knitting.problems import NOWHERE, Span
from knitting.rows import (
    BindOff,
    CastOn,
    ChangeYarn,
    Claim,
    FastenOff,
    Graft,
    HoldAll,
    InFabric,
    JoinRound,
    Marking,
    MarkStitches,
    Order,
    RemoveMarks,
    Repeat,
    RepeatEnd,
    ReturnHeld,
    Row,
    Side,
    Step,
    Tab,
    Times,
    ToEnd,
    UntilCount,
    UntilLength,
    WorkTo,
)
from knitting.stitches import KNIT, PURL
from knitting.words.claims import split_claim
from knitting.words.slots import slots_of

_MAKERS: dict[str, Callable[[Found, Span, str], Order]] = {
    "tab": lambda f, span, _: Tab(_int(f, "n"), _int(f, "rows_n"), _int(f, "side"), _int(f, "edge"), span, KNIT),
    "cast_on": lambda f, span, _: CastOn(_int(f, "n"), span),
    "return_held": lambda f, span, _: ReturnHeld(str(f["held"]), span),
    "pick_up": lambda f, span, _: CastOn(_int(f, "n"), span, picked_up=True),
    "join": lambda f, span, _: JoinRound(span),
    "mark_centre": lambda f, span, _: MarkStitches((), span),
    "mark_stitches": lambda f, span, _: MarkStitches(_rows(f), span),
    "marker_before_centre": lambda f, span, _: MarkStitches((), span, Marking.BEFORE),
    "marker_before": lambda f, span, _: MarkStitches(_rows(f), span, Marking.BEFORE),
    "markers_beside_centre": lambda f, span, _: MarkStitches((), span, Marking.BOTH),
    "markers_beside": lambda f, span, _: MarkStitches(_rows(f), span, Marking.BOTH),
    "remove_marks": lambda f, span, _: RemoveMarks(span),
    "change_yarn": lambda f, span, _: ChangeYarn(str(f["colour"]), span),
    "hold_all": lambda f, span, _: HoldAll(str(f["held"]), span),
    "graft": lambda f, span, _: Graft(span),
    "repeat": lambda f, span, _: Repeat(_rows(f), _until(f), span),
    "repeat_last": lambda f, span, _: Repeat((), _until(f), span, last=_int(f, "n")),
    "plain_knit": lambda f, span, said: _plain(said, f, span, WorkTo(KNIT, ToEnd(), NOWHERE, whole=True)),
    "plain_purl": lambda f, span, said: _plain(said, f, span, WorkTo(PURL, ToEnd(), NOWHERE, whole=True)),
    "plain_fabric": lambda f, span, said: _plain(said, f, span, _fabric(f)),
    "slip_and_bind_off": lambda f, span, _: BindOff(str(f["manner"]), span, _int(f, "slipped"), _int(f, "n")),
    "bind_off_to": lambda f, span, _: BindOff(str(f["manner"]), span, left=_int(f, "n")),
    "bind_off": lambda f, span, _: BindOff(str(f["manner"]), span),
    "fasten_off": lambda f, span, _: FastenOff(span),
}

_TAILS = {
    "repeat": ("ending_side", "ending"),
    "repeat_last": ("ending_side", "ending"),
    "slip_and_bind_off": ("drop_both", "drop_last"),
    "bind_off_to": ("drop_both", "drop_last"),
}
_OPEN_FORMS = ("plain_knit", "plain_purl")
"""The forms that may begin with a number."""


@cache
def order_reader(words: Dialect) -> OrderReader:
    """The reader of orders in a dialect."""
    return OrderReader(words)


class OrderReader:
    """Reads the orders of one line, one sentence after another."""

    def __init__(self, dialect: Dialect) -> None:
        self.dialect = dialect
        self.slots = slots_of(dialect)

    @property
    def openings(self) -> frozenset[str]:
        """The words with which an order or a row may begin."""
        words = {word for form in _MAKERS for template in self.dialect.forms[form] for word in template.openings}
        return frozenset(words | set(self.dialect.heads))

    @cached_property
    def _by_opening(self) -> Mapping[str, tuple[str, ...]]:
        """The forms that a sentence may have, by its first word."""
        found: dict[str, list[str]] = {}
        for form in _MAKERS:
            for word in {word for template in self.dialect.forms[form] for word in template.openings}:
                found.setdefault(word, []).append(form)
        return {word: tuple(forms) for word, forms in found.items()}

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
        for form in self._by_opening.get(tokens[0].text, _OPEN_FORMS):
            found = self.slots.form(form, tokens, 0)
            if not found:
                continue
            values, after = found
            tail = self.slots.first_of(_TAILS.get(form, ()), tokens, after) if form in _TAILS else None
            after = tail[2] if tail else after
            if form == "change_yarn" and after < len(tokens) and tokens[after].text == ",":
                return _MAKERS[form](values, span_of(tokens[:after]), ""), after + 1
            sentence = next((i for i in range(after, len(tokens)) if self._stops(tokens, i)), len(tokens))
            left, claim = split_claim(tokens[after:sentence], self.dialect)
            if any(token.text != "." for token in left):
                continue
            order = _MAKERS[form](values, span_of(tokens[:after]), _said(tokens[:after]))
            return _with_tail(_with_claim(order, claim), tail), sentence
        return None, 0

    def _stops(self, tokens: tuple[Token, ...], at: int) -> bool:
        """A full stop ends the sentence, unless only a count in brackets follows it."""
        if tokens[at].text != ".":
            return False
        after, claim = split_claim(tokens[at + 1 :], self.dialect)
        return claim is None or bool(after)


def _with_claim(order: Order, claim: Claim | None) -> Order:
    if isinstance(order, CastOn | Tab | Repeat | Row) and claim is not None:
        return replace(order, claim=claim)
    return order


def _with_tail(order: Order, tail: tuple[str, Found, int] | None) -> Order:
    """The order with what is said after it: how a repeat ends, what is let down at a bind-off."""
    if tail is None:
        return order
    form, values, _ = tail
    if isinstance(order, Repeat) and form == "ending":
        return replace(order, ending=_int(values, "n"))
    if isinstance(order, Repeat):
        side = values["facing"]
        assert isinstance(side, Side)
        return replace(order, ending_side=side)
    if isinstance(order, BindOff):
        return replace(order, drops=True)
    return order


def _plain(said: str, found: Found, span: Span, step: Step) -> Row:
    return Row(said.split()[0].capitalize(), (), (step,), span, times=_int(found, "n"), head="plain")


def _fabric(found: Found) -> InFabric:
    return InFabric(str(found.get("fabric", "pattern")), NOWHERE, goal=ToEnd(), whole=True)


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
