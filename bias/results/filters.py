"""Filters of every template: what the core says as facts, in words."""

from __future__ import annotations

from django import template

from knitting.problems import TextMend
from knitting.saying.problems import said_mend
from knitting.saying.statements import said as said_statement
from knitting.statements import Statement

register = template.Library()


@register.filter
def said(value: Statement | TextMend) -> str:
    """A statement, or what a press on a mend of the words does."""
    return said_mend(value) if isinstance(value, TextMend) else said_statement(value)
