"""A form that makes a piece has an id: sent twice at once, it makes one."""

from __future__ import annotations

from uuid import uuid4

from django import template
from django.utils.html import format_html
from django.utils.safestring import SafeString

register = template.Library()


@register.simple_tag
def sent_once() -> SafeString:
    """The field with the id of this form."""
    return format_html('<input type="hidden" name="form_id" value="{}">', uuid4())
