"""Drawings within printed pages."""

from __future__ import annotations

from django import template
from django.utils.safestring import SafeString, mark_safe

from bias.printing.print_parts import PrintChoices
from bias.results import Results, Window

register = template.Library()


@register.simple_tag
def chart_window(found: Results, window: Window, choices: PrintChoices) -> SafeString:
    """A window of the chart; what is user text in it was escaped where it was drawn."""
    return mark_safe(found.chart_window(window, choices.as_worked))


@register.simple_tag
def cloth(found: Results) -> SafeString:
    """The cloth with its dimensions."""
    return mark_safe(found.cloth_alone(size=""))
