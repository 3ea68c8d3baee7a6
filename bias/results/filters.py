"""Filters of every template: what the core says as facts, in words."""

from __future__ import annotations

from django import template

from knitting.problems import TextMend
from knitting.saying.pieces import said_fabric, said_gauge, said_label, said_side
from knitting.saying.problems import said_mend
from knitting.saying.statements import said as said_statement
from knitting.saying.statements import said_words
from knitting.statements import Statement

register = template.Library()
register.filter("label", said_label)
register.filter("side", said_side)
register.filter("fabric_name", said_fabric)
register.filter("to_10_cm", said_gauge)


@register.filter
def said(value: Statement | TextMend | str) -> str:
    """A statement, what a press on a mend of the words does, or words of a table."""
    if isinstance(value, str):
        return said_words(value)
    return said_mend(value) if isinstance(value, TextMend) else said_statement(value)
