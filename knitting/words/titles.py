"""Written rows under another title, everything else as its writer had it."""

from __future__ import annotations

from collections.abc import Iterator

from knitting.dialects.detection import detect
from knitting.words.header_writer import HeaderWriter
from knitting.words.reader import read


def with_title(text: str, title: str) -> str:
    """``text`` under the title ``title``, which replaces the one it has, or stands in a line of its own before it.

    The title is read back, on one line, without space at its ends; an empty one changes nothing.

    >>> with_title("Title: Gull\\nCast on 5 sts.", "Tern")
    'Title: Tern\\nCast on 5 sts.'
    """
    title = " ".join(title.split())
    had = read(text).piece.title
    if not title or title == had:
        return text
    for changed in _replaced(text, had, title):
        if read(changed).piece.title == title:
            return changed
    head = HeaderWriter(detect(text)).key("title")
    return f"{head}: {title}\n{_without(text, had)}"


def _replaced(text: str, had: str, title: str) -> Iterator[str]:
    """The text with the title exchanged in each line that may say it, the first one first."""
    lines = text.split("\n")
    for at, line in enumerate(lines):
        if had and had in line:
            yield "\n".join([*lines[:at], line.replace(had, title, 1), *lines[at + 1 :]])


def _without(text: str, had: str) -> str:
    """The text without a line that is nothing but its title: it would be a heading under the new one."""
    lines = text.split("\n")
    bare = [at for at, line in enumerate(lines) if had and line.strip() == had]
    return "\n".join(lines[: bare[0]] + lines[bare[0] + 1 :]) if bare else text
