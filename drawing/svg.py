"""SVG as text: numbers kept short, user text always escaped."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from html import escape

Place = tuple[float, float]


def number(value: float) -> str:
    """A figure with at most one decimal.

    >>> number(12.0), number(0.26), number(-0.04)
    ('12', '0.3', '0')
    """
    text = f"{value:.1f}".removesuffix(".0")
    return "0" if text == "-0" else text


def path(places: Sequence[Place], closed: bool = False) -> str:
    """The ``d`` of a line through some places.

    >>> path([(0, 0), (10, 2.55)], closed=True)
    'M0 0L10 2.5Z'
    """
    if not places:
        return ""
    first, *rest = (f"{number(x)} {number(y)}" for x, y in places)
    return f"M{first}" + "".join(f"L{place}" for place in rest) + ("Z" if closed else "")


def tag(name: str, content: str = "", **attributes: object) -> str:
    """An element; attribute values are escaped, ``content`` is SVG already.

    >>> tag("path", d="M0 0", class_="row"), tag("text", text("a < b"), x=2)
    ('<path d="M0 0" class="row"/>', '<text x="2">a &lt; b</text>')
    """
    said = "".join(
        f' {key.rstrip("_").replace("_", "-")}="{escape(str(value), quote=True)}"'
        for key, value in attributes.items()
        if value is not None
    )
    return f"<{name}{said}>{content}</{name}>" if content else f"<{name}{said}/>"


def text(words: str) -> str:
    """Words made safe for the inside of an element."""
    return escape(words, quote=False)


def picture(
    parts: Iterable[str],
    width: float,
    height: float,
    title: str,
    class_: str = "",
    size: str = "",
    pressed: bool = False,
) -> str:
    """A whole drawing with its spoken title; ``size`` is a width of its own, such as "18cm".

    ``pressed`` where something in it can be pressed: then it is no single image to those who cannot see it.
    """
    return tag(
        "svg",
        tag("title", text(title)) + "".join(parts),
        xmlns="http://www.w3.org/2000/svg",
        viewBox=f"0 0 {number(width)} {number(height)}",
        class_=class_ or None,
        width=size or None,
        role="group" if pressed else "img",
        aria_label=title if pressed else None,
    )
