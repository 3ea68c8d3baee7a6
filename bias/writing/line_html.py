"""The lines beside the text as HTML.

A pattern has hundreds of them and they are made anew while it is typed: a template for each took half of the time
that an answer may take. Every text goes through ``escape``.
"""

from __future__ import annotations

from collections.abc import Iterable
from html import escape

from django.utils.safestring import SafeString, mark_safe

from bias.writing.margin import MarginLine, MarkedText


def lines_html(lines: Iterable[MarginLine], swapped: bool = False) -> SafeString:
    """The lines one after another; ``swapped`` ones each take the place of the line of their number."""
    return mark_safe("".join(_line(line, swapped) for line in lines))


def _line(line: MarginLine, swapped: bool) -> str:
    classes = "ln is-wrong" if line.wrong else "ln"
    role = f' title="{escape(line.role)}"' if line.role else ""
    swap = ' hx-swap-oob="true"' if swapped else ""
    return (
        f'<div class="{classes}" id="ln-{line.number}" data-line="{line.number}"{swap}>'
        f'<span class="no"{role}>{line.number}</span><span class="tx">{"".join(map(_marked, line.marked_text))}</span>'
        f'<span class="qd">{_misreading(line)}</span><span class="sd">{line.side}</span>'
        f'<span class="dl">{_change(line)}</span><span class="ct">{_count(line)}</span></div>'
    )


def _marked(some: MarkedText) -> str:
    text = escape(some.text)
    if some.ink:
        text = f'<span class="ink-{some.ink}">{text}</span>'
    return f"<u>{text}</u>" if some.wrong else text


def _misreading(line: MarginLine) -> str:
    return f'<span class="db" title="{escape(line.misreading)}">i</span>' if line.misreading and not line.wrong else ""


def _change(line: MarginLine) -> str:
    count = line.count
    if count is None:
        return ""
    if line.balanced:
        said = f'<span title="increases and decreases cancel">+{count.increases} -{count.decreases}</span>'
    elif line.change > 0:
        said = f'<span class="up">+{line.change}</span>'
    else:
        said = f'<span class="down">{line.change}</span>' if line.change else ""
    return f"{said}<small>{line.row_group}</small>" if line.row_group else said


def _count(line: MarginLine) -> str:
    if line.count is None:
        return ""
    doubtful = "" if line.sure or not line.count.times else "<i>?</i>"
    parts = f"<small>{line.parts}</small>" if line.parts else ""
    return f"<span>{line.count.end}{doubtful}</span>{parts}"
