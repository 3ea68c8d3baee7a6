"""Answers to a construction's questions: read, checked against its rules, and made into a plan."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.construction import AnswerKind, Construction, Question, Value
from knitting.plan.checks import FABRICS
from knitting.plan.facts import NoSuchFabric
from knitting.plan.plan import Plan
from knitting.plan_editing.fabric_use import in_other_fabrics
from knitting.plan_editing.names import AS_MADE, Called, called_in
from knitting.problems import plural
from knitting.statements import Statement, sentence

_MOST_PARTS = 61
_FABRIC = "fabric."


@dataclass(frozen=True, slots=True)
class Refusal:
    """An answer that cannot be: which, why, and the nearest that can, which is used instead."""

    key: str
    why: Statement
    nearest: Value


@dataclass(frozen=True)
class Answers:
    """A construction with every question answered, and what had to be refused."""

    construction: Construction
    values: Mapping[str, Value]
    fabrics: Mapping[str, str]
    refusals: tuple[Refusal, ...]
    called: Called = AS_MADE
    """What the parts, lines and stages have been called since."""

    def plan(self) -> Plan:
        """The plan of these answers."""
        plan = self.construction.make(self.values)
        given = tuple((key, _typed(value)) for key, value in self.values.items())
        given += tuple((f"{_FABRIC}{part}", fabric) for part, fabric in self.fabrics.items())
        plan = replace(plan, construction=self.construction.key, answers=given)
        return self.called.given_to(_in_fabrics(plan, self.fabrics) if self.fabrics else plan)

    def with_value(self, key: str, value: Value) -> Answers:
        """The same answers but for one."""
        return replace(self, values={**self.values, key: value})


def answered(construction: Construction, given: Mapping[str, str]) -> Answers:
    """The answers as given; what is not answered has its default, what cannot be the nearest that can.

    A key ``fabric.PART`` sets the fabric of a part.
    """
    values: dict[str, Value] = construction.defaults
    refusals: list[Refusal] = []
    fabrics: dict[str, str] = {}
    for key, text in given.items():
        asked = construction.asked(key)
        if key.startswith(_FABRIC):
            _take_fabric(key, text, fabrics, refusals)
        elif asked is None:
            why = sentence(
                "{construction} does not ask for '{key}': it asks for {keys}.",
                construction=sentence(construction.title),
                key=key[:40],
                keys=", ".join(each.key for each in construction.asks),
            )
            refusals.append(Refusal(key, why, ""))
        else:
            _take(asked, text, values, refusals)
    if fabrics:
        parts = {part.name for part in construction.make(values).parts}
        for name in [name for name in fabrics if name not in parts]:
            del fabrics[name]
            why = sentence(
                "There is no part '{part}': there are {parts}.", part=name[:40], parts=", ".join(sorted(parts))
            )
            refusals.append(Refusal(f"{_FABRIC}{name}", why, ""))
    return Answers(construction, values, fabrics, tuple(refusals))


def _take(asked: Question, text: str, values: dict[str, Value], refusals: list[Refusal]) -> None:
    read = {AnswerKind.NUMBER: _number, AnswerKind.CHOICE: _choice, AnswerKind.PARTS: _parts}[asked.sort]
    value, why = read(asked, text.strip())
    values[asked.key] = value
    if why is not None:
        refusals.append(Refusal(asked.key, why, value))


def _number(asked: Question, text: str) -> tuple[Value, Statement | None]:
    negative = text.startswith("-")
    digits = text.removeprefix("-")
    words = sentence(asked.words)
    if not (digits.isascii() and digits.isdigit()):
        return asked.default, sentence("'{words}' needs a whole number, not '{text}'.", words=words, text=text[:40])
    wanted = int(digits[:9]) * (-1 if negative else 1)
    value = min(max(wanted, asked.least), asked.most)
    if asked.odd and value % 2 == 0:
        value += 1 if value < asked.most else -1
    if value == wanted:
        return value, None
    if asked.odd and asked.least <= wanted <= asked.most:
        return value, _is_even(asked, wanted)
    least, most = asked.least, asked.most
    range_ = sentence(
        "'{words}' can be {least:,} to {most:,}, not {wanted:,}.", words=words, least=least, most=most, wanted=wanted
    )
    return value, range_


def _is_even(asked: Question, wanted: int) -> Statement:
    words = sentence(asked.words)
    odd = [n for n in (wanted - 1, wanted + 1) if asked.least <= n <= asked.most]
    if len(odd) == 1:
        return sentence(
            "'{words} {wanted}' is even, and an odd number is needed: {odd}.", words=words, wanted=wanted, odd=odd[0]
        )
    return sentence(
        "'{words} {wanted}' is even, and an odd number is needed: {less} or {more}.",
        words=words,
        wanted=wanted,
        less=wanted - 1,
        more=wanted + 1,
    )


def _choice(asked: Question, text: str) -> tuple[Value, Statement | None]:
    known = dict(asked.choices)
    if text in known:
        return text, None
    choices, words = ", ".join(known), sentence(asked.words)
    return asked.default, sentence(
        "'{words}' can be {choices}, not '{text}'.", words=words, choices=choices, text=text[:40]
    )


def _parts(asked: Question, text: str) -> tuple[Value, Statement | None]:
    """Counts of parts with the single stitches of the lines between them: ``13,1,15,1,13``."""
    typed, words = text.replace("-", ",").split(","), sentence(asked.words)
    if not all(each.strip().isascii() and each.strip().isdigit() for each in typed):
        wanted = sentence("'{words}' needs counts with commas between them, such as 13,1,15,1,13.", words=words)
        return asked.default, wanted
    counts = tuple(int(each.strip()[:9]) for each in typed)
    if len(counts) % 2 == 0 or len(counts) < 3 or len(counts) > _MOST_PARTS or set(counts[1::2]) != {1}:
        lines = sentence(
            "'{words}' needs parts with one stitch for the line between each two: 13,1,15,1,13.", words=words
        )
        return asked.default, lines
    if counts != counts[::-1]:
        mirrored = counts[: len(counts) // 2 + 1] + counts[: len(counts) // 2][::-1]
        unlike = sentence("The parts {counts} are not the same from both ends.", counts=_said(counts))
        return _in_range(asked, mirrored), unlike
    value = _in_range(asked, counts)
    if value != counts:
        return value, sentence("Each part can have {least} to {most} stitches.", least=asked.least, most=asked.most)
    return value, None


def _in_range(asked: Question, counts: Sequence[int]) -> tuple[int, ...]:
    return tuple(min(max(count, asked.least), asked.most) for count in counts)


def _said(counts: Sequence[int]) -> str:
    return "-".join(str(count) for count in counts)


def _take_fabric(key: str, text: str, fabrics: dict[str, str], refusals: list[Refusal]) -> None:
    fabric = text.strip().replace(" ", "_")
    if fabric in FABRICS:
        fabrics[key.removeprefix(_FABRIC).replace("_", " ")] = fabric
    else:
        refusals.append(Refusal(key, NoSuchFabric(text[:40], tuple(FABRICS)), "garter"))


def _typed(value: Value) -> str:
    return ",".join(map(str, value)) if isinstance(value, tuple) else str(value)


def answers_of(plan: Plan) -> Answers | None:
    """The answers that a plan was made from, if it still is what they make; ``None`` once it was changed by hand.

    What its parts are in, and what they are called, makes no difference to its counts.
    """
    construction = CONSTRUCTIONS.get(plan.construction)
    if construction is None:
        return None
    found = answered(construction, dict(plan.answers))
    found = replace(found, called=called_in(found.plan(), plan))
    made = in_other_fabrics(found.plan(), plan)
    unchanged = (made.start, made.parts, made.lines, made.stages, made.in_round) == (
        plan.start,
        plan.parts,
        plan.lines,
        plan.stages,
        plan.in_round,
    )
    return found if unchanged and not found.refusals else None


def _in_fabrics(plan: Plan, fabrics: Mapping[str, str]) -> Plan:
    parts = tuple(replace(part, fabric=fabrics.get(part.name, part.fabric)) for part in plan.parts)
    return replace(plan, parts=parts)


def said_value(asked: Question, value: Value) -> str:
    """An answer in words.

    >>> said_value(Question("to", "grow to", 5), 61), said_value(Question("rows", "for", 5, unit="rows"), 1)
    ('61 stitches', '1 row')
    """
    if isinstance(value, tuple):
        return _said(value)
    if isinstance(value, int):
        return plural(value, asked.unit.removesuffix("es").removesuffix("s") if asked.unit != "times" else "time")
    return dict(asked.choices).get(value, value)
