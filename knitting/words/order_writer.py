"""One order of a piece in the words of a dialect."""

from __future__ import annotations

import re
from collections.abc import Sequence

from knitting.dialects.dialect import Dialect
from knitting.dialects.tokens import tokens_of
from knitting.dialects.vocabulary import HeadWord
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
    SameAs,
    Side,
    Stretch,
    Tab,
    Times,
    ToEnd,
    UntilCount,
    UntilRows,
    WorkTo,
)
from knitting.words.header_writer import HeaderWriter
from knitting.words.order_makers import NOT_TWISTED
from knitting.words.row_reader import read_head
from knitting.words.stretch_words import say_stretch


class OrderWriter(HeaderWriter):
    """Says the orders of a piece in the words of one dialect.

    Rows are called rounds where the orders before them were in the round.
    """

    def __init__(self, words: Dialect) -> None:
        super().__init__(words)
        self.read_with = words

    def heed(self, order: Order) -> None:
        """Call the rows of the orders that follow as this one does: "rounds" once the work is joined."""
        if isinstance(order, Row | SameAs) and order.numbers:
            in_round = isinstance(order, Row) and order.in_round
            self.dialect = self.read_with.calling(self._head_word(order.name, "round" if in_round else order.head))
        elif isinstance(order, JoinRound):
            self.dialect = self.read_with.calling(self._head_word("", "round"))
        elif isinstance(order, CastOn | Tab):
            self.dialect = self.read_with

    def order(self, order: Order) -> str:
        """One order as a sentence."""
        if isinstance(order, Row | SameAs) and order.numbers:
            self.heed(order)
        match order:
            case Row():
                return self._row(order)
            case SameAs():
                body = self.dialect.fill("same_as", rows=self.numbers(order.model))
                if len(order.model) > 1 and len(set(order.model)) < len(order.model):
                    body = self._same_often(order.model)
                head = self._head(order.name, order.head, order.numbers, order.side, order.colour)
                return f"{head}: {sentence(body)}{self.stated(order)}"
            case Repeat():
                return self._repeat(order)
            case Stretch():
                text = say_stretch(order, self.until(order.until), self.dialect) + self._ending(order.ending_side)
                text = self._as_called(text)
                return sentence(text) + self.stated(order)
            case BindOff():
                return self._bind_off(order)
            case ChangeYarn(colour):
                return sentence(self.dialect.fill("change_yarn", colour=colour))
            case HoldAll(name) | ReturnHeld(name):
                form = "hold_all" if isinstance(order, HoldAll) else "return_held"
                return sentence(self.dialect.fill(form, held=name))
        return self._start(order)

    def _start(self, order: CastOn | Tab | MarkStitches | JoinRound | FastenOff | Graft | RemoveMarks) -> str:
        """How stitches come onto the needle, are joined and marked; and the plainest orders."""
        match order:
            case CastOn(count, _, claim, picked_up, manner):
                form, said = "pick_up" if picked_up else "cast_on", self._manner(manner)
                return sentence(self.dialect.fill(form, n=count, manner=said)) + self.claim(claim)
            case Tab():
                values = {"n": order.cast_on, "rows_n": order.rows, "side": order.side, "edge": order.edge}
                return sentence(self.dialect.fill("tab", **values)) + self.claim(order.claim)
            case MarkStitches(positions, _, way):
                return sentence(self.dialect.fill(_MARK_FORMS[way][bool(positions)], rows=self.numbers(positions)))
            case JoinRound(_, manner):
                if manner == NOT_TWISTED:
                    return sentence(self.dialect.fill("join_careful"))
                return sentence(f"{self.dialect.fill('join')} {self._manner(manner)}".replace(" ,", ","))
        return sentence(self.dialect.fill(_PLAIN_ORDERS[type(order)]))

    def _same_often(self, model: Sequence[int]) -> str:
        """ "Repeat rows 3 and 4 twice": the rows and how often they come."""
        period = next(n for n in range(1, len(model) + 1) if list(model) == list(model[:n]) * (len(model) // n))
        rows, often = self.numbers(model[:period]), self.so_often(len(model) // period)
        return figures_apart(self.dialect.fill("same_as_times", rows=rows, times=often), rows)

    def _row(self, row: Row) -> str:
        if row.head == "plain":
            return sentence(self._plain(row)) + self.stated(row)
        if row.gathered and not row.numbers:
            head = self._bracketed(_capital(self._as_called(self.dialect.fill(row.head))), row.side, row.colour)
        elif row.gathered:
            words = self._as_called(self.dialect.fill(row.head, n=row.numbers[0])).split(" ", 1)
            called = self._name(row.name, "round" if row.in_round else "row")
            head = self._bracketed(f"{called} {words[1]}", row.side, row.colour)
        elif row.numbers:
            head = self._head(row.name, row.head, row.numbers, row.side, row.colour, row.note)
        else:
            head = self._bracketed(_capital(self._unnumbered(row)), row.side, row.colour)
        return f"{head}: {sentence(self.steps(row.steps))}{self.stated(row)}"

    def _plain(self, row: Row) -> str:
        match row.steps:
            case (WorkTo(stitch, ToEnd(0)),):
                return self.dialect.fill("plain_purl" if stitch.key == "p" else "plain_knit", n=row.times)
            case (InFabric(fabric),):
                return self.dialect.fill("plain_fabric", n=row.times, fabric=self.dialect.word("fabrics", fabric))
        return self.dialect.fill("next_times", n=row.times) + ": " + self.steps(row.steps)

    def _unnumbered(self, row: Row) -> str:
        """The head of a row without a number: as it was written, if this dialect reads it so."""
        read = read_head(tokens_of(f"{row.name}: x"), self.read_with)
        if read is not None and (read.key, read.times, read.in_round) == (row.head, row.times, row.in_round):
            return row.name
        label = " ".join(row.name.lower().split()[:-1])
        words = self.dialect.fill(row.head, n=row.times, label=label)
        return self._as_called(words, self._head_word("", "round")) if row.in_round else words

    def _as_called(self, words: str, called: HeadWord | None = None) -> str:
        """Some words of the tables with rows called as they are in the orders before."""
        many, one = self.dialect.of_class("row", 2), self.dialect.of_class("row", 1)
        if called is not None:
            many, one = self.dialect.as_noun(called.many), self.dialect.as_noun(called.one)
        heads = ((word, self.dialect.heads.get(word.lower())) for word in words.split())
        return " ".join(
            word if head is None else many if word.lower() == head.many.lower() else one for word, head in heads
        )

    def _head_word(self, name: str, key: str) -> HeadWord:
        """The word of a row's head: the one that was written where this dialect has it."""
        heads = self.dialect.heads
        return heads.get(name.lower()) or next(
            (head for head in heads.values() if head.key == key), next(iter(heads.values()))
        )

    def _name(self, name: str, key: str, many: bool = False) -> str:
        head = self._head_word(name, key)
        return head.many if many else head.one

    def _head(self, name: str, key: str, numbers: Sequence[int], side: object, colour: str, note: str = "") -> str:
        head = f"{self._name(name, key, len(numbers) > 1)} {self.numbers(numbers)}"
        return self._bracketed(head, side, colour, note)

    def _bracketed(self, head: str, side: object, colour: str, note: str = "") -> str:
        inner = [self.dialect.word("sides", str(getattr(side, "value", "")))] if side is not None else []
        inner += [words for words in (colour, note) if words]
        return f"{head} ({', '.join(inner)})" if inner else head

    def stated(self, order: Row | SameAs | Repeat | Stretch) -> str:
        """What is said of the count of rows, with the space before it."""
        if order.gain is None:
            return self.claim(order.claim)
        form = "count_loss" if order.gain.lost else "count_gain"
        return f" ({self.dialect.fill(form, n=order.gain.stitches)}){self.claim(order.claim)}"

    def claim(self, claim: Claim | None) -> str:
        """A stated count with the space before it, or nothing."""
        return f" {self.count(claim.total, claim.parts)}" if claim else ""

    def count(self, total: int, parts: Sequence[int] = ()) -> str:
        """A count as it stands at the end of a row: "(45 sts)", "(12-1-12)", "(44 sts: 10-11-11-12)"."""
        parts = parts[:-1] if parts and not parts[-1] else parts
        said = "-".join(str(part) for part in parts)
        if 1 < len(parts) < _MANY_PARTS:
            return f"({said})"
        counted = f"{total} {self.dialect.of_class('st', total)}"
        return f"({counted}: {said})" if len(parts) > 1 else f"({counted})"

    def _repeat(self, repeat: Repeat) -> str:
        until = self.until(repeat.until)
        if repeat.named:
            text = self.dialect.fill("repeat_named", label=repeat.named, until=until)
        elif repeat.as_set:
            text = self.dialect.fill("repeat_as_set", until=until)
        elif repeat.numbers:
            rows = self.numbers(repeat.numbers)
            if isinstance(repeat.until, Times) and repeat.until.unsaid:
                text = self.dialect.fill("work_rows", rows=rows, until_all=self.so_often(repeat.until.more + 1))
            else:
                text = self.dialect.fill("repeat", rows=rows, until=until)
            text = figures_apart(text, rows) if len(repeat.numbers) > 1 else text
        else:
            text = self.dialect.fill("repeat_last", n=repeat.last, until=until)
        if repeat.ending is not None:
            text += self.dialect.fill("ending", n=repeat.ending)
        text += self._ending(repeat.ending_side)
        return sentence(text) + self.stated(repeat)

    def _ending(self, side: Side | None) -> str:
        """ ", ending with a WS row", or nothing."""
        return (
            self.dialect.fill("ending_side", facing=self.dialect.word("sides", side.value)) if side is not None else ""
        )

    def until(self, until: RepeatEnd) -> str:
        """The end of a repeat of rows."""
        match until:
            case UntilCount(count, _, remain):
                form = "until_remains" if count == 1 else "until_remain"
                return self.dialect.fill(form if remain else "until_count", n=count)
            case Times(more) if more in self.fixed:
                return self.dialect.fill("further_fixed", times=self.fixed[more])
            case Times(more):
                return self.dialect.fill("further", n=more)
            case UntilRows(rows):
                return self.dialect.fill("until_more_rows" if until.more else "until_rows", n=rows)
        form = "until_more_length" if until.more else "until_section_length" if until.section else "until_length"
        return self.dialect.fill(form, length=f"{until.length_cm:.10g} cm")

    def _bind_off(self, order: BindOff) -> str:
        manner = self._manner(order.manner)
        form = "slip_and_bind_off" if order.slipped else "bind_off_to" if order.left else "bind_off"
        text = self.dialect.fill(form, manner=manner, n=order.left, slipped=order.slipped)
        if manner.startswith(",") and order.left:
            text = text.replace(manner, f"{manner},")
        if order.drops:
            text += self.dialect.fill("drop_both" if order.slipped else "drop_last", n=order.left)
        return sentence(text.replace(" ,", ","))

    def _manner(self, manner: str) -> str:
        """A manner of the tables in this dialect, or several of them; other words as they stand."""
        keys = manner.split()
        if keys and all(key in self.dialect.written["manners"] for key in keys):
            return " ".join(self.dialect.word("manners", key) for key in keys)
        return manner


_MARK_FORMS = {
    Marking.STITCH: ("mark_centre", "mark_stitches"),
    Marking.BEFORE: ("marker_before_centre", "marker_before"),
    Marking.BOTH: ("markers_beside_centre", "markers_beside"),
}
"""The form for the centre, and the one for stitches by their numbers."""

_MANY_PARTS = 4
"""Parts from which on nobody adds them up in her head: their sum is said as well."""

_PLAIN_ORDERS: dict[type, str] = {
    FastenOff: "fasten_off",
    Graft: "graft",
    RemoveMarks: "remove_marks",
}


def _capital(text: str) -> str:
    """The text with its first letter a capital, also behind a star or a bracket."""
    opened = text[: len(text) - len(text.lstrip("*[("))]
    rest = text[len(opened) :]
    return opened + rest[:1].upper() + rest[1:]


def figures_apart(text: str, rows: str) -> str:
    """A comma where a figure straight after some row numbers would read as one of them."""
    return re.sub(rf"\b{re.escape(rows)} (?=\d)", f"{rows}, ", text) if rows else text


def sentence(text: str) -> str:
    """Words as a sentence of their own."""
    return f"{_capital(text.strip())}."
