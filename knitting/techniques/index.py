"""The index of all techniques, looked up by any word that a dialect has for them."""

from __future__ import annotations

from functools import cache

from knitting.dialects.dialect import dialect, dialect_codes
from knitting.saying.language import _
from knitting.techniques.technique import Technique, techniques


def techniques_like(asked: str) -> tuple[Technique, ...]:
    """Those that a word may mean in any dialect, the nearest first; all of them where nothing is asked.

    >>> [found.key for found in techniques_like("mattress stitch")]
    ['mattress']
    """
    words = asked.casefold().split()
    if not words:
        return tuple(techniques().values())
    whole = " ".join(words)
    just_so, others = [], []
    for each in techniques().values():
        names = _names(each.key)
        title = each.title.casefold()
        if whole in names or whole == title:
            just_so.append(each)
        elif all(any(word in name for name in (title, *names)) for word in words):
            others.append(each)
    return (*just_so, *others)


@cache
def _names(key: str) -> tuple[str, ...]:
    """What it is called anywhere: its own other words, and how each dialect writes and reads its stitch."""
    found = dict.fromkeys(word.casefold() for word in techniques()[key].also)
    for code in dialect_codes():
        for word in dialect(code).written["stitches"].get(key, ()):
            found.setdefault(word.casefold())
    return tuple(found)


def said_group(group: str) -> str:
    """The heading of a chapter."""
    return {
        "plain": _("Plain and slipped stitches"),
        "increases": _("Increases"),
        "decreases": _("Decreases"),
        "crossing": _("Cables and clusters"),
        "casting_on": _("Casting on"),
        "tab": _("The tab"),
        "binding_off": _("Binding off"),
        "holding": _("Stitches that wait"),
        "marks": _("Marks"),
        "round": _("In the round"),
        "yarn_changes": _("Changing the yarn"),
        "undoing": _("Going back"),
        "picking_up": _("Picking up"),
        "sewing": _("Seams"),
        "finishing": _("Finishing"),
    }[group]
