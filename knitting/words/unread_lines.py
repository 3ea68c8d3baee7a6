"""What is said of a clause that cannot be read: what it would need, or how such words are written."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from knitting.dialects.dialect import Dialect
from knitting.dialects.tokens import Token, span_of
from knitting.problems import NOWHERE, Problem, ProblemKind, Span, TextMend, unreadable
from knitting.rows import ToEnd, WorkTo
from knitting.statements import Sentence, sentence
from knitting.stitches import KNIT
from knitting.words.order_writer import figures_apart
from knitting.words.orders import order_reader
from knitting.words.slots import slots_of
from knitting.words.step_writer import StepWriter

_MOST_SAID = 60
_MOST_EXAMPLES = 2
_NEEDS = ("need_mirror", "need_chart", "need_part", "need_end")
_EXAMPLE_ROWS = (1, 2)
_EXAMPLES: Mapping[str, Mapping[str, object]] = {
    "plain_knit": {"n": 4},
    "plain_purl": {"n": 4},
    "plain_fabric": {"n": 4},
    "plain_until": {},
    "repeat": {},
    "repeat_last": {"n": 2},
    "cast_on": {"n": 41},
    "pick_up": {"n": 41},
    "bind_off_to": {"n": 4},
    "bind_off": {},
    "mark_centre": {},
    "hold_all": {"held": "A"},
    "return_held": {"held": "A"},
    "change_yarn": {"colour": "B"},
}
"""Forms with the values that make an example of each, the likeliest meant first."""


def cannot_read(tokens: Sequence[Token], line_text: str, words: Dialect) -> Problem:
    """The problem of a clause that is neither an order nor talk, with the mend that makes a note of it."""
    span = span_of(tuple(tokens))
    said = line_text[span.column - 1 : span.end - 1]
    said = said if len(said) <= _MOST_SAID else said[: _MOST_SAID - 1] + "…"
    note = words.word("headers", "note").capitalize()
    hint = sentence("What is not to be worked begins with '{note}:'.", note=note)
    mends = (TextMend(Span(span.line, span.column), f"{note}: "),)
    why = _needed(tokens, said, words) or _how_written(tokens, said, words)
    return unreadable(ProblemKind.CANNOT_READ, span, why, hint, mends=mends)


def _needed(tokens: Sequence[Token], said: str, words: Dialect) -> Sentence | None:
    """What a clause asks for that its words alone do not give."""
    slots = slots_of(words)
    places = (slots.first_of(_NEEDS, tokens, at) for at in range(len(tokens)))
    match next((found[0] for found in places if found is not None), ""):
        case "need_mirror":
            return sentence("'{said}' asks for rows of another part the other way round: write them out.", said=said)
        case "need_chart":
            return sentence("'{said}' needs a chart, and only words are read: write its rows out.", said=said)
        case "need_part":
            return sentence("'{said}' points to rows elsewhere, and it is not plain which: write them out.", said=said)
        case "need_end":
            return sentence(
                "'{said}' does not say how far: a number of rows or times, a count or a length is wanted.", said=said
            )
    return None


def _how_written(tokens: Sequence[Token], said: str, words: Dialect) -> Sentence:
    """The clause beside examples of what begins with its first word, or of what a line may be."""
    examples = [f"'{_capital(example)}'" for example in _examples(tokens[0].text, words)]
    if examples:
        return sentence(
            "'{said}' cannot be read. What begins with '{word}' is written like {examples}.",
            said=said,
            word=tokens[0].raw.lower(),
            examples=", ".join(examples),
        )
    row = words.row_head
    return sentence(
        "'{said}' cannot be read. A line is a row, such as '{row} 3: {knit}', or an order, such as '{order}'.",
        said=said,
        row=row,
        knit=StepWriter(words).step(WorkTo(KNIT, ToEnd(), NOWHERE, whole=True)).capitalize(),
        order=_capital(_filled("repeat", words)),
    )


def _capital(text: str) -> str:
    return text[:1].upper() + text[1:]


def _examples(word: str, words: Dialect) -> list[str]:
    if word in words.classes["inc"] or word in words.classes["dec"]:
        change = "increase_change" if word in words.classes["inc"] else "decrease_change"
        return [_shaping(change, words)]
    forms = order_reader(words).forms_with(word)
    return [_filled(form, words) for form in _EXAMPLES if form in forms][:_MOST_EXAMPLES]


def _shaping(change: str, words: Dialect) -> str:
    return words.fill(
        "stretch_shaped",
        change=words.fill(change),
        where=words.fill("at_edges"),
        when=words.fill("when_next_and_other"),
        until=words.fill("until_count", n=41),
    )


def _filled(form: str, words: Dialect) -> str:
    fabric = words.word("fabrics", "stockinette")
    until = words.fill("until_length", length="10 cm") if form == "plain_until" else words.fill("further", n=3)
    rows = StepWriter(words).numbers(_EXAMPLE_ROWS)
    said = words.fill(form, fabric=fabric, until=until, rows=rows, **_EXAMPLES[form])
    return figures_apart(said, rows)
