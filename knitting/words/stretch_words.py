"""Rows told in one sentence, as the sentence that tells them."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.dialects.dialect import Dialect
from knitting.problems import ordinal
from knitting.rows import InFabric, Place, Row, Shape, Side, Step, Stretch, Work, WorkTo
from knitting.stitches import Family

_PLACES = {Place.EDGE: "at_edges", Place.BEGINNING: "at_beginning", Place.END: "at_end"}
_CHANGES = {Family.BIND_OFF: "bind_off_change", Family.CAST_ON: "cast_on_change"}


def say_stretch(stretch: Stretch, until: str, words: Dialect) -> str:
    """The sentence of a stretch; ``until`` is its end in words."""
    at = next((at for at, row in enumerate(stretch.rows) if _is_shaped(row)), None)
    if at is None:
        fabric = _fabric(stretch.rows[0].steps)
        return words.fill("plain_until", fabric=words.word("fabrics", fabric), until=until)
    shaped = stretch.rows[at]
    change, where = _change(shaped.steps, words)
    sentence = words.fill(
        "stretch_shaped", change=change, where=where, when=_when(stretch, at, shaped.side, words), until=until
    )
    fabric = _fabric(shaped.steps)
    if fabric == "pattern":
        return sentence
    return f"{words.fill('shape_fabric', fabric=words.word('fabrics', fabric))}, {sentence}"


def said_ordinal(number: int, words: Dialect) -> str:
    """A number as a place in a row, as the dialect writes it: "4th", "4°"."""
    endings = words.classes["ordinal"]
    return ordinal(number) if endings[0] == "st" else f"{number}{endings[0]}"


def _is_shaped(row: Row) -> bool:
    return any(not isinstance(step, InFabric | WorkTo) for step in row.steps)


def _fabric(steps: Sequence[Step]) -> str:
    return next((step.fabric for step in steps if isinstance(step, InFabric)), "pattern")


def _change(steps: Sequence[Step], words: Dialect) -> tuple[str, str]:
    """What is done in a shaped row, and where."""
    shape = next((step for step in steps if isinstance(step, Shape)), None)
    if shape is not None:
        form = "increase_change" if shape.increase else "decrease_change"
        return words.fill(form), words.fill(_PLACES[shape.place])
    works = [(at, step) for at, step in enumerate(steps) if isinstance(step, Work)]
    place = Place.EDGE if len(works) > 1 else Place.BEGINNING if works[0][0] == 0 else Place.END
    work = works[0][1]
    form = _CHANGES.get(work.stitch.family, "")
    said = words.fill(form, n=work.times) if form else words.word("stitches", work.stitch.key)
    return said, words.fill(_PLACES[place])


def _when(stretch: Stretch, at: int, side: Side | None, words: Dialect) -> str:
    every = len(stretch.rows)
    nth = said_ordinal(every, words)
    if side is not None:
        return words.fill("when_every_side", facing=words.word("sides", side.value))
    if at == 0:
        form = {1: "when_every", 2: "when_next_and_other"}.get(every, "when_next_and_nth")
        return words.fill(form, n=every, ordinal=nth)
    return words.fill("when_every_nth", n=every, ordinal=nth)
