"""A piece printed back as written rows, in the words of a dialect."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.measures import said_number
from knitting.rows import (
    BindOff,
    CastOn,
    ChangeColour,
    Claim,
    Cluster,
    Goal,
    Group,
    Headers,
    JoinRound,
    Marker,
    MarkerDeed,
    MarkStitch,
    MarkStitches,
    Order,
    Piece,
    Repeat,
    RepeatEnd,
    Row,
    SameAs,
    Step,
    Tab,
    Times,
    ToEnd,
    ToMarker,
    UntilCount,
    Work,
    WorkTo,
)
from knitting.stitches import StitchKind
from knitting.words.dialect import Dialect, dialect
from knitting.words.tokens import tokens_of


def write(piece: Piece, words: Dialect | None = None) -> str:
    """The piece as text that reads back to the same rows, one order a line."""
    return Writer(words or dialect()).piece(piece)


def say_step(step: Step, words: Dialect | None = None) -> str:
    """One step in the words of a dialect: "k to last 3 sts"."""
    return Writer(words or dialect()).step(step)


class Writer:
    """Says orders and steps in the words of one dialect."""

    def __init__(self, words: Dialect) -> None:
        self.dialect = words

    def piece(self, piece: Piece) -> str:
        """The whole piece, one order a line."""
        lines = [*self._headers(piece.headers), ""]
        for section in piece.sections:
            if section.name:
                lines += ["", f"{self._key('section')}: {section.name}"]
            lines += [self.order(order) for order in section.orders]
        lines += [text for _, text in piece.notes]
        return "\n".join(lines).strip("\n") + "\n"

    def _key(self, meaning: str) -> str:
        word = next(word for word, key in self.dialect.headers.items() if key == meaning)
        return word.capitalize()

    def _headers(self, headers: Headers) -> list[str]:
        lines = [f"{self._key('title')}: {headers.title}"] if headers.title else []
        gauge = headers.gauge
        if gauge:
            fabric = f", {gauge.fabric}" if gauge.fabric else ""
            stitches, rows = said_number(gauge.stitches), said_number(gauge.rows)
            sts, row = self.dialect.classes["st"][0], self.dialect.classes["row"][0]
            lines.append(f"{self._key('gauge')}: {stitches} {sts} x {rows} {row} = 10 cm{fabric}")
        lines += [f"{self._key('yarn')} {name}: {said}" for name, said in headers.yarns]
        if headers.stripes:
            row = self.dialect.classes["row"][0]
            stripes = ", ".join(f"{stripe.rows} {row} {stripe.colour}" for stripe in headers.stripes)
            lines.append(f"{self._key('stripes')}: {stripes}")
        return lines + [f"{key}: {value}" for key, value in headers.others]

    # -- orders ---------------------------------------------------------------------------------------

    def order(self, order: Order) -> str:
        """One order as a sentence."""
        match order:
            case Row():
                return self._row(order)
            case SameAs():
                numbers = self._numbers(order.numbers)
                body = self.dialect.fill("same_as", rows=self._numbers(order.model))
                head = self._head(order.name, numbers, order.side, order.colour)
                return f"{head}: {_sentence(body)}{self._claim(order.claim)}"
            case Repeat():
                return self._repeat(order)
            case CastOn(count, _, claim, picked_up):
                form = "pick_up" if picked_up else "cast_on"
                words = self.dialect.fill(form, n=count)
                words = words if picked_up else f"{words} {self._st(count)}"
                return _sentence(words) + self._claim(claim)
            case Tab():
                values = {"n": order.cast_on, "rows_n": order.rows, "side": order.side, "edge": order.edge}
                return _sentence(self.dialect.fill("tab", **values)) + self._claim(order.claim)
            case MarkStitches(positions):
                form = "mark_stitches" if positions else "mark_centre"
                return _sentence(self.dialect.fill(form, rows=self._numbers(positions)))
            case JoinRound():
                return _sentence(self.dialect.fill("join"))
            case BindOff(manner):
                return _sentence(self.dialect.fill("bind_off", manner=manner))

    def _row(self, row: Row) -> str:
        if not row.numbers and row.times != 1:
            match row.steps:
                case (WorkTo(stitch, ToEnd(0)),):
                    form = "plain_purl" if stitch.key == "p" else "plain_knit"
                    return _sentence(self.dialect.fill(form, n=row.times)) + self._claim(row.claim)
        numbers = self._numbers(row.numbers)
        if row.gathered:
            form = "gathered_even" if row.numbers[0] % 2 == 0 else "gathered_odd"
            words = self.dialect.fill(form, n=row.numbers[0]).split(" ", 1)
            head = self._bracketed(f"{row.name} {words[1]}", row.side, row.colour)
        else:
            head = self._head(row.name, numbers, row.side, row.colour)
        return f"{head}: {_sentence(self.steps(row.steps))}{self._claim(row.claim)}"

    def _head(self, name: str, numbers: str, side: object, colour: str) -> str:
        many = " " in numbers or "-" in numbers
        plural = next((w for w, n in self.dialect.heads.items() if n == name and w != name.lower()), name.lower())
        return self._bracketed(f"{_capital(plural) if many else name} {numbers}".strip(), side, colour)

    def _bracketed(self, head: str, side: object, colour: str) -> str:
        inner = [str(getattr(side, "value", ""))] if side is not None else []
        inner += [colour] if colour else []
        return f"{head} ({', '.join(inner)})" if inner else head

    def _claim(self, claim: Claim | None) -> str:
        if claim is None:
            return ""
        if claim.parts:
            return f" ({'-'.join(str(part) for part in claim.parts)})"
        return f" ({claim.total} {self._st(claim.total)})"

    def _st(self, count: int) -> str:
        word = self.dialect.classes["st"][0]
        return self.dialect.singular.get(word, word) if count == 1 else word

    def _repeat(self, repeat: Repeat) -> str:
        until = self._until(repeat.until)
        if repeat.numbers:
            text = self.dialect.fill("repeat", rows=self._numbers(repeat.numbers), until=until)
        else:
            text = self.dialect.fill("repeat_last", n=repeat.last, until=until)
        if repeat.ending is not None:
            text += self.dialect.fill("ending", n=repeat.ending)
        return _sentence(text) + self._claim(repeat.claim)

    def _until(self, until: RepeatEnd) -> str:
        match until:
            case UntilCount(count):
                return self.dialect.fill("until_count", n=count)
            case Times(more):
                return self.dialect.fill("further", n=more)
        form = "until_section_length" if until.section else "until_length"
        return self.dialect.fill(form, length=f"{until.length_cm:g} cm")

    def _numbers(self, numbers: Sequence[int]) -> str:
        """Row numbers as a list: "1 and 2", "1-6", "2, 5-7 and 9"."""
        stretches: list[list[int]] = []
        for number in numbers:
            if stretches and number == stretches[-1][1] + 1:
                stretches[-1][1] = number
            else:
                stretches.append([number, number])
        said: list[str] = []
        for first, last in stretches:
            said += (
                [str(first)] if first == last else [f"{first}-{last}"] if last > first + 1 else [str(first), str(last)]
            )
        joint = f" {self.dialect.classes['and'][0]} "
        return joint.join([", ".join(said[:-1]), said[-1]]) if len(said) > 1 else "".join(said)

    # -- steps -----------------------------------------------------------------------------------------

    def steps(self, steps: Sequence[Step]) -> str:
        """Steps with commas between them."""
        return ", ".join(self.step(step) for step in steps)

    def step(self, step: Step) -> str:
        """One step."""
        match step:
            case Work(stitch, times):
                return self.stitch(stitch, times)
            case WorkTo(stitch, goal, _, whole):
                word = self.dialect.written[stitch.key]
                return self._long(stitch) if whole else f"{word} {self._goal(goal)}"
            case Group():
                return self._group(step)
            case Cluster(steps, over):
                return f"({self.steps(steps)}) {self.dialect.fill('into' if over > 1 else 'into_one', n=over)}"
            case Marker(deed, _, name):
                return self.dialect.fill(
                    {MarkerDeed.PLACE: "place", MarkerDeed.PASS: "pass"}.get(deed, "remove"), name=name
                )
            case MarkStitch(made):
                return self.dialect.fill("mark_made" if made else "mark_next")
            case ChangeColour(colour):
                return self.dialect.fill("colour", colour=colour)
        return step.text

    def _long(self, stitch: StitchKind) -> str:
        """The full word of a stitch that works a whole row."""
        spellings = [s for found in self.dialect.spellings.values() for s in found if s.kind is stitch]
        return max((s.tokens[0] for s in spellings if len(s.tokens) == 1), key=len)

    def stitch(self, stitch: StitchKind, times: int) -> str:
        """A stitch so many times: "k5", "k2tog twice"."""
        word = self.dialect.written[stitch.key]
        if stitch.uses == stitch.makes == 1 and len(tokens_of(word)) == 1 and not word[-1].isdigit():
            return f"{word}{times}"
        if stitch.key in ("co", "bo", "drop", "pick_up"):
            return f"{word} {times}"
        return word if times == 1 else f"{word} {self.so_often(times)}"

    def so_often(self, times: int) -> str:
        """A number of times: "twice", "3 times"."""
        fixed = {number: word for word, number in self.dialect.fixed_times.items() if number <= 2}
        return fixed.get(times) or self.dialect.fill("times", n=times)

    def _group(self, group: Group) -> str:
        inner = self.steps(group.steps)
        tail = self._goal(group.goal) if group.goal is not None else ""
        if group.starred:
            again = self.dialect.fill("star")
            return f"*{inner}; {again} {tail or self.dialect.fill('in_all', n=group.times)}"
        if tail:
            return f"[{inner}] {tail}"
        return f"[{inner}]" if group.times == 1 else f"[{inner}] {self.so_often(group.times)}"

    def _goal(self, goal: Goal) -> str:
        match goal:
            case ToEnd(short):
                form = "to_end" if not short else "to_last" if short > 1 else "to_last_one"
                return self.dialect.fill(form, n=short)
            case ToMarker(short, name):
                form = "before_marker" if short else "to_marker"
                return self.dialect.fill(form, n=short, name=name)
        what = "centre" if goal.centre else "marked"
        return self.dialect.fill(f"before_{what}" if goal.short else f"to_{what}", n=goal.short)


def _capital(text: str) -> str:
    return text[:1].upper() + text[1:]


def _sentence(text: str) -> str:
    return f"{_capital(text.strip())}."
