"""Reading what stands between rows: cast-ons, repeats, marks, bind-offs, and what keeps them company."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cache, cached_property

from knitting.dialects.dialect import Dialect
from knitting.dialects.templates import Found
from knitting.dialects.tokens import Token, span_of
from knitting.problems import Span
from knitting.rows import (
    ChangeYarn,
    Order,
    Place,
    Repeat,
    Row,
    Shape,
    Times,
)
from knitting.sorting.asking import is_talk
from knitting.words.claims import Stated, split_claim, with_stated
from knitting.words.order_makers import MAKERS, number_in, with_tail
from knitting.words.pick_ups import further_edge, marker_after, tells_how, with_marks
from knitting.words.shaping import read_shaping
from knitting.words.slots import slots_of
from knitting.words.step_reader import StepReader

_TAILS = {
    "repeat": ("ending_side", "ending"),
    "work_rows": ("ending_side", "ending"),
    "repeat_last": ("ending_side", "ending"),
    "repeat_as_set": ("ending_side", "ending"),
    "repeat_once": ("ending_side", "ending"),
    "plain_until": ("ending_side",),
    "work_once": ("ending_side", "ending"),
    "slip_and_bind_off": ("drop_both", "drop_last"),
    "bind_off_to": ("drop_both", "drop_last"),
}
_FARTHEST = 14
_BEGINNINGS = ("cast_on", "pick_up")
_COMPANY = ("company", "company_between")
_ENDS = frozenset({".", ",", ";", "(", "[", "{", "-", "=", ":", "!"})
_GOES_ON = frozenset({"and", "then"})


@dataclass(frozen=True, slots=True)
class SentencesRead:
    """What some sentences ask for, what in them asks for nothing, and what could not be read."""

    orders: tuple[Order, ...]
    talk: tuple[Span, ...] = ()
    unread: tuple[tuple[Token, ...], ...] = ()


@cache
def order_reader(words: Dialect) -> OrderReader:
    """The reader of orders in a dialect."""
    return OrderReader(words)


class OrderReader:
    """Reads the orders of one line, one sentence or clause after another."""

    def __init__(self, dialect: Dialect) -> None:
        self.dialect = dialect
        self.slots = slots_of(dialect)
        self._conjunctions = frozenset([*dialect.classes["and"], *dialect.classes["then"]])
        self._between = _ENDS - {"(", "[", "{"} | _GOES_ON | {*dialect.classes["and"], *dialect.classes["then"]}

    @property
    def openings(self) -> frozenset[str]:
        """The words with which an order or a row may begin."""
        words = {word for form in MAKERS for template in self.dialect.forms[form] for word in template.openings}
        return frozenset(words | set(self.dialect.heads))

    @cached_property
    def _by_opening(self) -> Mapping[str, tuple[str, ...]]:
        """The forms that a sentence may have, by its first word."""
        found: dict[str, list[str]] = {}
        for form in MAKERS:
            for word in {word for template in self.dialect.forms[form] for word in template.openings}:
                found.setdefault(word, []).append(form)
        return {
            word: tuple(form for form in MAKERS if form in forms or form in self._open_forms)
            for word, forms in found.items()
        }

    @cached_property
    def _open_forms(self) -> tuple[str, ...]:
        """The forms that may begin with a number or any word."""
        return tuple(form for form in MAKERS if any(not t.openings for t in self.dialect.forms[form]))

    def forms_with(self, word: str) -> tuple[str, ...]:
        """The forms that may begin with a word, none where only those do that begin with anything."""
        return tuple(form for form in self._by_opening.get(word, ()) if form not in self._open_forms)

    def begins_order(self, tokens: Sequence[Token]) -> bool:
        """Whether the first clause of some words is an order, or keeps one company."""
        if not tokens:
            return False
        found = self._order(tuple(tokens), 0) or self._shaping(tuple(tokens), 0)
        return found is not None or self._company(tuple(tokens), 0) is not None

    def read(self, tokens: Sequence[Token], begun: bool = True) -> SentencesRead:
        """The orders of some words, and what else stands among them."""
        whole = tuple(tokens)
        orders: list[Order] = []
        talk: list[Span] = []
        unread: list[tuple[Token, ...]] = []
        marks: list[int] = []
        at = 0
        while at < len(whole):
            if whole[at].text in self._between and not (whole[at].text == "-" and self._is_count(whole, at)):
                at += 1
                continue
            told = self._of_pick_up(whole, at, orders)
            if told is not None:
                talk += [span_of(whole[at : told[0]])] if not told[1] else []
                marks += [len(orders)] if told[1] else []
                at = told[0]
                continue
            taken = self._taken(whole, at)
            if taken is not None:
                orders += taken[0]
                talk += [] if taken[0] else [span_of(whole[at : taken[1]])]
                at = taken[1]
                continue
            counted = self._count_alone(whole, at)
            if counted is not None and (orders or talk or unread):
                if orders:
                    orders[-1] = with_stated(orders[-1], counted[0])
                at = counted[1]
                continue
            if orders and self._restates(whole, at, orders[-1]):
                talk.append(span_of(whole[at : at + 4]))
                at += 4
                continue
            shaped = self._in_last_row(whole, at, orders[-1]) if orders else None
            if shaped is not None:
                orders[-1:] = shaped[0]
                at = shaped[1]
                continue
            more = self._more_of_the_same(whole, at, orders, bool(talk))
            if more is not None:
                orders.append(more[0])
                at = more[1]
                continue
            end = self._clause_end(whole, at)
            clause = whole[at:end]
            row = self._row_without_head(clause)
            if row is not None:
                orders.append(row)
                at = end
                continue
            if is_talk(clause, self.dialect, begun or bool(orders)):
                talk.append(span_of(clause))
            else:
                unread.append(clause)
            at = end
        return SentencesRead(tuple(with_marks(orders, marks)), tuple(talk), tuple(unread))

    def _of_pick_up(self, tokens: tuple[Token, ...], at: int, orders: Sequence[Order]) -> tuple[int, bool] | None:
        """Where what is told of stitches just picked up ends, and whether it sets a mark beside them."""
        if tells_how(tokens, at, orders[-1] if orders else None) and not self._is_count(tokens, at):
            return self._sentence_end(tokens, at), False
        marked = marker_after(self.slots, tokens, at, orders)
        return (marked, True) if marked is not None else None

    def _taken(self, tokens: tuple[Token, ...], at: int) -> tuple[list[Order], int] | None:
        """The orders of the clause at ``at``, none where it only keeps others company; ``None`` where it is unknown."""
        found = self._order(tokens, at)
        shaped = self._shaping(tokens, at) if found is None else None
        if shaped is not None:
            return shaped
        company = self._company(tokens, at)
        if found is not None and (company is None or found[1] >= company):
            return [found[0]], found[1]
        return ([], company) if company is not None else None

    def _order(self, tokens: tuple[Token, ...], at: int) -> tuple[Order, int] | None:
        """The order at ``at`` that takes in most words, and the place after it with its count."""
        best: tuple[Order, int, int] | None = None
        for form in self._by_opening.get(tokens[at].text, self._open_forms):
            found = self.slots.form(form, tokens, at)
            if not found:
                continue
            if not self._may_end(tokens, found[1]):
                found = self._before_company(form, tokens, at) or found
            values, after = found
            tail = self.slots.first_of(_TAILS[form], tokens, after) if form in _TAILS else None
            after = tail[2] if tail else after
            if not self._may_end(tokens, after) or (best is not None and after <= best[1]):
                continue
            order = MAKERS[form](values, span_of(tokens[at:after]), " ".join(token.raw for token in tokens[at:after]))
            best = with_tail(order, tail), after, at
        if best is None:
            return None
        order, after, _ = best
        end = self._sentence_end(tokens, after)
        left, stated = split_claim(tokens[after:end], self.dialect)
        if stated and all(token.text in _ENDS or token.text in self._between for token in left):
            return with_stated(order, stated), end
        return order, after

    def _before_company(self, form: str, tokens: tuple[Token, ...], at: int) -> tuple[Found, int] | None:
        """The form where its free words end with the company that it keeps: "cast on 45 sts with 4 mm needles"."""
        for place in range(at + 2, min(at + _FARTHEST, len(tokens))):
            if self._company(tokens, place) is not None:
                found = self.slots.form(form, tokens[:place], at)
                if found is not None and found[1] == place:
                    return found
        return None

    def _shaping(self, tokens: tuple[Token, ...], at: int) -> tuple[list[Order], int] | None:
        found = read_shaping(tokens, at, self.dialect)
        if found is None:
            return None
        orders, after = found
        if not self._may_end(tokens, after):
            return None
        end = self._sentence_end(tokens, after)
        left, stated = split_claim(tokens[after:end], self.dialect)
        if stated and all(token.text in _ENDS for token in left):
            return [*orders[:-1], with_stated(orders[-1], stated)], end
        return list(orders), after

    def _company(self, tokens: tuple[Token, ...], at: int) -> int | None:
        """The place after words that ask for nothing by themselves, if such stand at ``at``."""
        found = self.slots.first_of(_COMPANY, tokens, at)
        if found is None or found[2] == at or not self._may_end(tokens, found[2]):
            return None
        return found[2]

    def _may_end(self, tokens: tuple[Token, ...], at: int) -> bool:
        """Whether a clause may end here: at a mark of punctuation, or where another one begins."""
        if at >= len(tokens) or tokens[at].text in _ENDS or tokens[at].text in self._between:
            return True
        return self._company(tokens, at) is not None or self._casts_on(tokens, at)

    def _casts_on(self, tokens: tuple[Token, ...], at: int) -> bool:
        """Whether stitches are cast on or picked up here: "with 4 mm needles and A cast on"."""
        forms = self._by_opening.get(tokens[at].text, self._open_forms)
        return any(form in forms for form in _BEGINNINGS) and self._order(tokens, at) is not None

    def _sentence_end(self, tokens: tuple[Token, ...], at: int) -> int:
        """The end of the sentence, with the counts in the sentence after it."""
        end = next((i for i in range(at, len(tokens)) if tokens[i].text in (".", ";")), len(tokens))
        while end < len(tokens):
            following = next((i for i in range(end + 1, len(tokens)) if tokens[i].text == "."), len(tokens))
            after, stated = split_claim(tokens[end + 1 : following], self.dialect)
            if not stated or after:
                break
            end = following
        return end

    def _count_alone(self, tokens: tuple[Token, ...], at: int) -> tuple[Stated, int] | None:
        end = next((i for i in range(at, len(tokens)) if tokens[i].text == "."), len(tokens))
        left, stated = split_claim(tokens[at:end], self.dialect)
        return (stated, end) if stated and not left else None

    def _row_without_head(self, clause: tuple[Token, ...]) -> Row | None:
        """Stitches that stand by themselves are a row: "K3tog and fasten off"."""
        if self.dialect.stitch_at(clause, 0) is None and clause[0].text.rstrip("0123456789") not in (
            self.dialect.short_stitches
        ):
            return None
        text = " " * (clause[0].column - 1) + "".join(
            token.raw + " " * ((after.column if after else token.column) - token.column - len(token.raw))
            for token, after in zip(clause, (*clause[1:], None), strict=True)
        )
        reader = StepReader(clause, text, self.dialect)
        steps = reader.read()
        if reader.problems or not steps:
            return None
        return Row("Next row", (), steps, span_of(clause), head="next")

    def _restates(self, tokens: tuple[Token, ...], at: int, last: Order) -> bool:
        """ "Repeat rows 1 and 2 three times (6 rows)": the rows that the times come to."""
        inner = tokens[at : at + 4]
        bracketed = len(inner) == 4 and inner[0].text == "(" and inner[3].text == ")"
        if not bracketed or inner[2].text not in self.dialect.classes["row"] or not isinstance(last, Repeat):
            return False
        rows, until = len(last.numbers) or last.last, last.until
        return isinstance(until, Times) and inner[1].number in (rows * until.more, rows * (until.more + 1))

    def _more_of_the_same(
        self, tokens: tuple[Token, ...], at: int, orders: Sequence[Order], company: bool
    ) -> tuple[Order, int] | None:
        """What goes on with the clause before it: "with 4 mm needles *and A*", "... *and 2 from the edge*"."""
        yarn = self.slots.form("yarn_too", tokens, at) if company and not orders else None
        if yarn is not None and self._may_end(tokens, yarn[1]):
            return ChangeYarn(str(yarn[0]["yarn_letter"]), span_of(tokens[at : yarn[1]])), yarn[1]
        return self._picked_up_more(tokens, at, orders)

    def _in_last_row(self, tokens: tuple[Token, ...], at: int, last: Order) -> tuple[list[Order], int] | None:
        """ "Work 20 rows in rib, *inc 8 sts evenly in last row*": the plain rows, the last of them shaped."""
        found = self.slots.first_of(("inc_evenly_last", "dec_evenly_last"), tokens, at)
        if found is None or not isinstance(last, Row) or last.head != "plain" or not self._may_end(tokens, found[2]):
            return None
        form, values, after = found
        span = span_of(tokens[at:after])
        shape = Shape(form == "inc_evenly_last", Place.EVENLY, span, number_in(values, "n"))
        shaped = Row("Next row", (), (shape, *last.steps), span, head="next")
        return [*([replace(last, times=last.times - 1)] if last.times > 1 else []), shaped], after

    def _picked_up_more(self, tokens: tuple[Token, ...], at: int, orders: Sequence[Order]) -> tuple[Order, int] | None:
        found = further_edge(self.slots, self.dialect, tokens, at, orders[-1] if orders else None)
        if found is None:
            return None
        order, after = found
        end = self._sentence_end(tokens, after)
        left, stated = split_claim(tokens[after:end], self.dialect)
        return (with_stated(order, stated), end) if stated and not left else (order, after)

    def _is_count(self, tokens: tuple[Token, ...], at: int) -> bool:
        return self._count_alone(tokens, at) is not None

    def _clause_end(self, tokens: tuple[Token, ...], at: int) -> int:
        """Where the clause ends that begins at ``at``: what is in brackets goes with it."""
        depth = 0
        for place in range(at, len(tokens)):
            text = tokens[place].text
            depth += 1 if text in "([{" else -1 if text in ")]}" else 0
            if depth == 0 and text in ")]}" and tokens[at].text in "([{":
                return place + 1
            if place > at and depth <= 0 and text == ":" and self._begins_other(tokens, place + 1):
                return place
            if place > at and depth <= 0 and text in (".", ";"):
                return place
            if (
                place > at
                and depth <= 0
                and (text == "," or text in self._conjunctions)
                and self._begins_other(tokens, place + 1)
            ):
                return place
        return len(tokens)

    def _begins_other(self, tokens: tuple[Token, ...], at: int) -> bool:
        while at < len(tokens) and tokens[at].text in self._between:
            at += 1
        if at >= len(tokens):
            return False
        return self._order(tokens, at) is not None or self._company(tokens, at) is not None
