"""What is said of a statement: its sentence out of the tables, with its figures, in the reader's language."""

from __future__ import annotations

from importlib import import_module
from typing import TYPE_CHECKING

from knitting.saying.language import _
from knitting.saying.sentences import filled
from knitting.statements import Refused, Sentence, Statement

if TYPE_CHECKING:
    from knitting.plan.troubles import Trouble

_SAID_IN = {
    "knitting.fabric.facts": "plan_troubles",
    "knitting.plan.facts": "plan_troubles",
    "knitting.plan.changes": "plan_changes",
    "knitting.forecast.facts": "forecasts",
    "knitting.flatness.statements": "findings",
    "knitting.recognise.course": "recognitions",
}
"""Where the sentences of the statements of a module stand; loaded when the first of them is said."""


def said(statement: Statement) -> str:
    """A statement in the reader's language."""
    if isinstance(statement, Sentence):
        facts = {name: said(fact) if isinstance(fact, Statement) else fact for name, fact in statement.facts}
        return filled(_(statement.source), statement, **facts)
    kind = type(statement)
    sentence = import_module(f"knitting.saying.{_SAID_IN[kind.__module__]}").TEMPLATES[kind]
    return filled(_(sentence), statement) if isinstance(sentence, str) else sentence(statement)


def said_words(words: str) -> str:
    """Words of a table in the reader's language."""
    return _(words) if words else ""


def said_refusal(refused: Refused) -> str:
    """Why something cannot be done, and what would help."""
    return " ".join(said(each) for each in (refused.why, refused.hint) if each is not None)


def trouble_line(trouble: Trouble) -> str:
    """What does not come out in a plan, in the one line that the command line prints: where, what, and what would."""
    place = " ".join(str(each + 1) if isinstance(each, int) else each for each in trouble.where)
    if not trouble.mends:
        return f"{place}: {said(trouble.facts)}"
    nearest = "; ".join(said(mend.says) for mend in trouble.mends)
    return _("{place}: {trouble} Nearest: {nearest}.").format(
        place=place, trouble=said(trouble.facts), nearest=nearest.replace("; ", _("; or "))
    )
