"""A piece printed back as written rows, in the words of a dialect."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.dialects.dialect import Dialect, dialect
from knitting.dialects.tokens import tokens_of
from knitting.measures import Gauge, said_number
from knitting.problems import NOWHERE
from knitting.rows import (
    BindOff,
    CastOn,
    ChangeYarn,
    Claim,
    FastenOff,
    Graft,
    Headers,
    HoldAll,
    InFabric,
    JoinRound,
    Marking,
    MarkStitches,
    Order,
    Piece,
    RemoveMarks,
    Repeat,
    RepeatEnd,
    ReturnHeld,
    Row,
    SameAs,
    Side,
    Step,
    Stretch,
    Tab,
    Times,
    ToEnd,
    UntilCount,
    UntilRows,
    WorkTo,
)
from knitting.stitches import StitchKind
from knitting.words.fabric_header import say_fabric
from knitting.words.headers import RECIPES
from knitting.words.row_reader import read_head
from knitting.words.step_writer import StepWriter
from knitting.words.stretch_words import say_stretch


def write(piece: Piece, words: Dialect | None = None) -> str:
    """The piece as text that reads back to the same rows, one order a line."""
    return Writer(words or dialect()).piece(piece)


def say_step(step: Step, words: Dialect | None = None) -> str:
    """One step in the words of a dialect: "k to last 3 sts"."""
    return StepWriter(words or dialect()).step(step)


def say_cast_on(count: int, words: Dialect | None = None) -> str:
    """A cast-on, as an example to begin with: "Cast on 41 sts."."""
    return Writer(words or dialect()).order(CastOn(count, NOWHERE))


class Writer(StepWriter):
    """Says whole pieces and their orders in the words of one dialect."""

    def piece(self, piece: Piece) -> str:
        """The whole piece, one order a line."""
        lines = [*self._headers(piece.headers), ""]
        notes = list(piece.notes)
        for place, section in enumerate(piece.sections):
            if section.name or place:
                lines += ["", f"{self._key('section')}: {section.name}".rstrip()]
            for order in section.orders:
                while notes and 0 < notes[0][0].line < order.span.line:
                    lines.append(self._note(notes.pop(0)[1]))
                lines.append(self.order(order))
        lines += [self._note(text) for _, text in notes]
        return "\n".join(lines).strip("\n") + "\n"

    def _key(self, meaning: str) -> str:
        return self.dialect.word("headers", meaning).capitalize()

    def _note(self, text: str) -> str:
        if text.startswith("#"):
            return text
        return f"{self._key('note')}:{text.partition(':')[2]}"

    def _headers(self, headers: Headers) -> list[str]:
        lines = [f"{self._key('title')}: {headers.title}"] if headers.title else []
        if headers.language:
            lines.append(f"{self._key('language')}: {self.dialect.name}")
        if headers.gauge:
            lines.append(self.gauge(headers.gauge))
        lines += [f"{self._key('yarn')} {name}: {said}" for name, said in headers.yarns]
        if headers.stripes:
            row = self.dialect.classes["row"][0]
            stripes = ", ".join(f"{stripe.rows} {row} {stripe.colour}" for stripe in headers.stripes)
            lines.append(f"{self._key('stripes')}: {stripes}")
        for meaning, pair in (("increase", headers.increase), ("decrease", headers.decrease)):
            if pair:
                lines.append(f"{self._key(meaning)}: {self.recipe(pair)}")
        for fabric in headers.fabrics:
            lines.append(f"{self._key('fabric')} {fabric.key}: {say_fabric(fabric, self)}")
        known_keys = self.dialect.written["headers"]
        return lines + [
            f"{self._key(key.lower()) if key.lower() in known_keys else key}: {value}" for key, value in headers.others
        ]

    def gauge(self, gauge: Gauge) -> str:
        """A gauge as its header line."""
        key = gauge.fabric.replace(" ", "_")
        known = key in self.dialect.written["fabrics"]
        fabric = f", {self.dialect.word('fabrics', key, 1) if known else gauge.fabric}" if gauge.fabric else ""
        stitches, rows = said_number(gauge.stitches), said_number(gauge.rows)
        sts, row = self.dialect.classes["st"][0], self.dialect.classes["row"][0]
        return f"{self._key('gauge')}: {stitches} {sts} x {rows} {row} = 10 cm{fabric}"

    def recipe(self, pair: tuple[StitchKind, StitchKind]) -> str:
        """The piece's own increase or decrease, as its header names it."""
        named = next((key for key, both in RECIPES.items() if both == pair), None)
        return self.dialect.word("recipes", named) if named else self.dialect.word("stitches", pair[0].key)

    # -- orders ---------------------------------------------------------------------------------------

    def order(self, order: Order) -> str:
        """One order as a sentence."""
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
                return sentence(text) + self.stated(order)
            case CastOn(count, _, claim, picked_up):
                words = self.dialect.fill("pick_up" if picked_up else "cast_on", n=count)
                st = self.dialect.of_class("st", count)
                words = words if words.split()[-1] in self.dialect.classes["st"] else f"{words} {st}"
                return sentence(words) + self.claim(claim)
            case Tab():
                values = {"n": order.cast_on, "rows_n": order.rows, "side": order.side, "edge": order.edge}
                return sentence(self.dialect.fill("tab", **values)) + self.claim(order.claim)
            case MarkStitches(positions, _, way):
                return sentence(self.dialect.fill(_MARK_FORMS[way][bool(positions)], rows=self.numbers(positions)))
            case BindOff():
                return self._bind_off(order)
            case ChangeYarn(colour):
                return sentence(self.dialect.fill("change_yarn", colour=colour))
            case HoldAll(name) | ReturnHeld(name):
                form = "hold_all" if isinstance(order, HoldAll) else "return_held"
                return sentence(self.dialect.fill(form, held=name))
        return sentence(self.dialect.fill(_PLAIN_ORDERS[type(order)]))

    def _same_often(self, model: Sequence[int]) -> str:
        """ "Repeat rows 3 and 4 twice": the rows and how often they come."""
        period = next(n for n in range(1, len(model) + 1) if list(model) == list(model[:n]) * (len(model) // n))
        rows, often = self.numbers(model[:period]), self.so_often(len(model) // period)
        return self.dialect.fill("same_as_times", rows=f"{rows}," if often[:1].isdigit() else rows, times=often)

    def _row(self, row: Row) -> str:
        if row.head == "plain":
            return sentence(self._plain(row)) + self.stated(row)
        if row.gathered and not row.numbers:
            head = self._bracketed(_capital(self.dialect.fill(row.head)), row.side, row.colour)
        elif row.gathered:
            words = self.dialect.fill(row.head, n=row.numbers[0]).split(" ", 1)
            head = self._bracketed(f"{self._name(row.name, 'row')} {words[1]}", row.side, row.colour)
        elif row.numbers:
            head = self._head(row.name, row.head, row.numbers, row.side, row.colour)
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
        read = read_head(tokens_of(f"{row.name}: x"), self.dialect)
        if read is not None and (read.key, read.times, read.in_round) == (row.head, row.times, row.in_round):
            return row.name
        label = " ".join(row.name.lower().split()[:-1])
        words = self.dialect.fill(row.head, n=row.times, label=label)
        if row.in_round:
            words = " ".join(self._round_word(word) for word in words.split())
        return words

    def _round_word(self, word: str) -> str:
        known = self.dialect.heads.get(word)
        if known is None:
            return word
        rounds = next(head for head in self.dialect.heads.values() if head.key == "round")
        return (rounds.many if word == known.many.lower() else rounds.one).lower()

    def _name(self, name: str, key: str, many: bool = False) -> str:
        """The word of a row's head: the one that was written where this dialect has it."""
        head = self.dialect.heads.get(name.lower())
        if head is None:
            key = key if any(each.key == key for each in self.dialect.heads.values()) else "row"
            head = next(each for each in self.dialect.heads.values() if each.key == key)
        return head.many if many else head.one

    def _head(self, name: str, key: str, numbers: Sequence[int], side: object, colour: str) -> str:
        return self._bracketed(f"{self._name(name, key, len(numbers) > 1)} {self.numbers(numbers)}", side, colour)

    def _bracketed(self, head: str, side: object, colour: str) -> str:
        inner = [self.dialect.word("sides", str(getattr(side, "value", "")))] if side is not None else []
        inner += [colour] if colour else []
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
        """A count as it stands at the end of a row: "(45 sts)", "(12-1-12)"."""
        if parts:
            return f"({'-'.join(str(part) for part in parts)})"
        return f"({total} {self.dialect.of_class('st', total)})"

    def _repeat(self, repeat: Repeat) -> str:
        until = self.until(repeat.until)
        if repeat.named:
            text = self.dialect.fill("repeat_named", label=repeat.named, until=until)
        elif repeat.as_set:
            text = self.dialect.fill("repeat_as_set", until=until)
        elif repeat.numbers:
            rows = self.numbers(repeat.numbers)
            # A figure straight after the row numbers would read as one of them.
            rows += "," if until[:1].isdigit() and len(repeat.numbers) > 1 else ""
            text = self.dialect.fill("repeat", rows=rows, until=until)
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
        form = "until_section_length" if until.section else "until_length"
        return self.dialect.fill(form, length=f"{until.length_cm:.10g} cm")

    def _bind_off(self, order: BindOff) -> str:
        known = order.manner in self.dialect.written["manners"]
        manner = self.dialect.word("manners", order.manner) if known else order.manner
        form = "slip_and_bind_off" if order.slipped else "bind_off_to" if order.left else "bind_off"
        text = self.dialect.fill(form, manner=manner, n=order.left, slipped=order.slipped)
        if manner.startswith(",") and order.left:
            text = text.replace(manner, f"{manner},")
        if order.drops:
            text += self.dialect.fill("drop_both" if order.slipped else "drop_last", n=order.left)
        return sentence(text.replace(" ,", ","))


_MARK_FORMS = {
    Marking.STITCH: ("mark_centre", "mark_stitches"),
    Marking.BEFORE: ("marker_before_centre", "marker_before"),
    Marking.BOTH: ("markers_beside_centre", "markers_beside"),
}
"""The form for the centre, and the one for stitches by their numbers."""

_PLAIN_ORDERS: dict[type, str] = {
    JoinRound: "join",
    FastenOff: "fasten_off",
    Graft: "graft",
    RemoveMarks: "remove_marks",
}


def _capital(text: str) -> str:
    return text[:1].upper() + text[1:]


def sentence(text: str) -> str:
    """Words as a sentence of their own."""
    return f"{_capital(text.strip())}."
