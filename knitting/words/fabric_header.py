"""Header lines that give a piece a fabric of its own: its rows, or a known fabric used otherwise."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from knitting.dialects.dialect import Dialect, spelled_at
from knitting.dialects.tokens import tokens_of
from knitting.fabric import FABRIC_NAME, Fabric, Joins, Pin, Rest, adapted, fabric_trouble
from knitting.problems import NOWHERE, Unreadable
from knitting.rows import Group, Step, Work
from knitting.rows.grouping import in_groups
from knitting.rows.lists import merged
from knitting.statements import Refused, sentence
from knitting.stitches import StitchKind
from knitting.words.step_reader import StepReader
from knitting.words.step_writer import StepWriter

_JOINS = {"whole": Joins.WHOLE, "at_once": Joins.AT_ONCE, "balanced": Joins.AT_ONCE}
_PINS = {"centre": Pin.CENTRE, "left": Pin.LEFT, "right": Pin.RIGHT}
_RESTS = {"rest_stockinette": Rest.STOCKINETTE, "rest_reverse": Rest.REVERSE, "rest_garter": Rest.GARTER}
_MOST_STITCHES = 12_000


class NotAFabric(Refused):
    """Why some words are no fabric; the hint is what would mend it."""


@dataclass
class _FabricForm:
    joins: Joins | None = None
    pin: Pin = Pin.RIGHT
    first: int = 0
    mirrored: bool = False
    rest: Rest | None = None


def read_fabric(name: str, said: str, known: Mapping[str, Fabric], words: Dialect) -> Fabric:
    """The fabric that a header gives; :class:`NotAFabric` where it gives none that can be worked in rounds at least."""
    key = usable_name(name, words)
    rest, _, joined = said.strip().rstrip(".").partition(";")
    how = _FabricForm()
    for way in joined.split(",") if joined.strip() else ():
        _take(how, way, words)
    base, _, ways = rest.partition(",")
    tokens = tokens_of(base)
    named = spelled_at(words.fabrics, tokens, 0)
    if named is not None and named[1] == len(tokens) and named[0] in known:
        for way in ways.split(",") if ways.strip() else ():
            _take(how, way, words)
        return adapted(known[named[0]], key, how.joins, how.pin, how.first, how.mirrored, how.rest)
    rows = tuple(read_fabric_row(row, words) for row in rest.split("/"))
    rest_ = how.rest or Rest.STOCKINETTE
    found = Fabric(key, rows, how.joins or Joins.AT_ONCE, how.pin, how.first, rest=rest_)
    trouble = fabric_trouble(found, in_round=True)
    if trouble:
        hint = sentence("A repeat has 1 to 80 columns, and every row uses and makes as many stitches as the first one.")
        raise NotAFabric(trouble, hint)
    return found


def usable_name(name: str, words: Dialect) -> str:
    """A fabric's name as it is kept; :class:`NotAFabric` where rows could not be told from it."""
    key = " ".join(name.lower().split())
    if not FABRIC_NAME.fullmatch(key):
        raise NotAFabric(
            sentence("'{name}' cannot be a fabric's name.", name=name[:40]),
            sentence("Take one to four words of letters and figures."),
        )
    tokens = tokens_of(key)
    taken = spelled_at(words.fabrics, tokens, 0) or spelled_at(words.stitches, tokens, 0)
    if taken is not None and taken[1] == len(tokens):
        raise NotAFabric(
            sentence("'{key}' means something already.", key=key), sentence("Take another name for the fabric.")
        )
    extended = words.knowing((key,))
    said = extended.fill("in_fabric_n", fabric=extended.word("fabrics", key), n=3)
    read = StepReader(tokens_of(said), said, extended).read()
    if [getattr(step, "fabric", None) for step in read] != [key]:
        raise NotAFabric(
            sentence("'{key}' would be read as something else within a row.", key=key),
            sentence("Take another name for the fabric."),
        )
    return key


def _take(how: _FabricForm, said: str, words: Dialect) -> None:
    tokens = tokens_of(said)
    found = spelled_at(words.wearing, tokens, 0)
    key, at = found if found is not None else ("", 0)
    number = tokens[at].number if key == "from_st" and at + 1 == len(tokens) else None
    if key in _JOINS and at == len(tokens):
        how.joins = _JOINS[key]
    elif key in _PINS and at == len(tokens):
        how.pin = _PINS[key]
    elif key in _RESTS and at == len(tokens):
        how.rest = _RESTS[key]
    elif key == "mirrored" and at == len(tokens):
        how.mirrored = True
    elif number is not None and 1 <= number <= _MOST_STITCHES:
        how.first = number - 1
    else:
        ways = ", ".join(f"'{words.word('wearing', way)}'" for way in ("mirrored", "centre", "left", "whole"))
        raise NotAFabric(
            sentence("'{said}' does not say how a fabric is used.", said=said.strip()[:40]),
            sentence("There are {ways} and others.", ways=ways),
        )


def read_fabric_row(said: str, words: Dialect) -> tuple[StitchKind, ...]:
    """A row of a repeat from its right end: stitches and repeats of them, no goals."""
    reader = StepReader(tokens_of(said), said, words)
    steps = reader.read()
    if reader.problems:
        why = reader.problems[0].facts
        assert isinstance(why, Unreadable), "the reader words its own problems"
        hint = why.hint or sentence("Name stitches as the rows do: 'k2, yo, k2tog'.")
        raise NotAFabric(sentence("'{said}' cannot be read: {why}", said=said.strip()[:60], why=why.why), hint)
    return tuple(_kinds(steps, said))


def _kinds(steps: Sequence[Step], said: str) -> list[StitchKind]:
    found: list[StitchKind] = []
    for step in steps:
        if isinstance(step, Work) and len(found) + step.times <= _MOST_STITCHES:
            found += [step.stitch] * step.times
        elif isinstance(step, Group) and step.goal is None and step.times <= _MOST_STITCHES:
            inner = _kinds(step.steps, said)
            if len(found) + len(inner) * step.times > _MOST_STITCHES:
                raise NotAFabric(sentence("'{said}' has more stitches than a repeat can have.", said=said.strip()[:60]))
            found += inner * step.times
        else:
            hint = sentence("Give each stitch with its number: 'k2, p2'; nothing 'to end'.")
            raise NotAFabric(sentence("'{said}' is no row of a repeat.", said=said.strip()[:60]), hint)
    return found


def say_fabric(fabric: Fabric, writer: StepWriter) -> str:
    """The value of the header that gives a fabric."""
    words = writer.dialect
    ways = [words.word("wearing", "mirrored")] if fabric.mirrored and fabric.base else []
    said = (
        words.word("fabrics", fabric.base, 1)
        if fabric.base
        else " / ".join(say_fabric_row(row, writer) for row in fabric.rows)
    )
    pin = next(key for key, pin in _PINS.items() if pin is fabric.pin)
    pins = [words.word("wearing", pin)] if pin != "right" else []
    pins += [f"{words.word('wearing', 'from_st')} {fabric.first + 1}"] if fabric.first else []
    joins = "whole" if fabric.joins is Joins.WHOLE else "at_once" if fabric.plain else "balanced"
    joined = words.word("wearing", joins)
    if fabric.rest is not Rest.STOCKINETTE:
        joined += f", {words.word('wearing', next(key for key, rest in _RESTS.items() if rest is fabric.rest))}"
    if fabric.base:
        return f"{', '.join([said, *ways, *pins])}; {joined}"
    return f"{said}; {joined}"


def say_fabric_row(row: Sequence[StitchKind], writer: StepWriter) -> str:
    """A row of a repeat in words."""
    return writer.steps(in_groups(merged(tuple(Work(stitch, 1, NOWHERE) for stitch in row))))
