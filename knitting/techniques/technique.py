"""A technique: when it is used, its steps in one school or in two, what goes wrong and how to tell.

The sentences stand in the tables beside this file, with ``{left}`` and ``{right}`` in them, which change places for
those who knit left-handed. Common practice, no source.
"""

from __future__ import annotations

import tomllib
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from importlib.resources import files
from types import MappingProxyType
from typing import Any

from knitting.saying.language import _
from knitting.stitches import STITCHES
from knitting.techniques.movements import moved
from knitting.techniques.needles import Needles
from knitting.techniques.scene import Item, item_of


@dataclass(frozen=True, slots=True)
class Step:
    """One step: what is said, and either the needles after it, the finished stitches, or a scene.

    ``before`` are the needles as the step begins; ``finished``: the cloth is shown two rows
    later from its right side, and the new stitches are "knit" or "purl" there, or have
    a "bar" lying across them.
    """

    sentence: str
    before: Needles | None = None
    after: Needles | None = None
    finished: str = ""
    scene: tuple[Item, ...] = ()

    def said(self, mirrored: bool = False) -> str:
        """The sentence, for either hand."""
        return sided(self.sentence, mirrored)


@dataclass(frozen=True, slots=True)
class School:
    """One way of doing it. ``name`` is empty where there is but one."""

    name: str
    begin: Needles
    steps: tuple[Step, ...]

    @property
    def end(self) -> Needles:
        """The needles after the last movement."""
        return next((step.after for step in reversed(self.steps) if step.after), self.begin)

    @property
    def uses(self) -> int:
        """Stitches that went from the left needle."""
        waiting = len(self.begin.left)
        return waiting - sum(1 for loop in self.end.left if loop.number <= waiting)

    @property
    def makes(self) -> int:
        """Stitches that came to the right needle."""
        return len(self.end.right) - len(self.begin.right)


@dataclass(frozen=True, slots=True)
class Technique:
    """How one stitch, or one procedure, is made. ``group`` is the key of its chapter in the index."""

    key: str
    group: str
    sentences: Mapping[str, str]
    schools: tuple[School, ...]
    also: tuple[str, ...] = ()
    """Other words by which it is looked for."""
    beside: int = 0
    """Plain stitches beside it that its steps work along with it."""

    @property
    def is_stitch(self) -> bool:
        """Whether it is a stitch of the table."""
        return self.key in STITCHES

    @property
    def title(self) -> str:
        """What it is called, in the reader's language."""
        return _(STITCHES[self.key].spoken) if self.is_stitch else _(self.sentences["title"])

    def told(self, what: str, mirrored: bool = False) -> str:
        """One of its sentences: "says" in short, "when" it is used, what goes "wrong", how to "tell"."""
        return sided(self.sentences.get(what, ""), mirrored)


def sided(sentence: str, mirrored: bool) -> str:
    """A sentence in the reader's language, left and right in their places for her hands."""
    left, right = _("left"), _("right")
    if mirrored:
        left, right = right, left
    return _(sentence).format(left=left, right=right) if sentence else ""


def technique(key: str) -> Technique | None:
    """The technique of a key; ``None`` where there is none.

    >>> technique("k2tog").schools[0].uses
    2
    """
    return techniques().get(key)


@cache
def techniques() -> Mapping[str, Technique]:
    """All of them, in the order of their tables."""
    found: dict[str, Technique] = {}
    for group in GROUPS:
        table = tomllib.loads(files("knitting.techniques").joinpath(f"{group}.toml").read_text("utf-8"))
        found |= {key: _technique(key, group, about) for key, about in table.items()}
    return MappingProxyType(found)


GROUPS = (
    "plain",
    "increases",
    "decreases",
    "crossing",
    "casting_on",
    "tab",
    "binding_off",
    "holding",
    "marks",
    "round",
    "yarn_changes",
    "undoing",
    "picking_up",
    "sewing",
    "finishing",
)
"""The chapters, each with a table of its own."""


def _technique(key: str, group: str, about: Mapping[str, Any]) -> Technique:
    ways = about.get("schools") or [about]
    schools = tuple(_school(way, about) for way in ways)
    sentences = {name: about[name] for name in ("title", "says", "when", "wrong", "tell") if name in about}
    return Technique(
        key, group, MappingProxyType(sentences), schools, tuple(about.get("also", ())), about.get("beside", 0)
    )


def _school(way: Mapping[str, Any], about: Mapping[str, Any]) -> School:
    left, right = way.get("begin", about.get("begin", (5, 4)))
    needles = begin = Needles.begin(left, right, about.get("purl_side", False), about.get("beside", 0))
    steps = []
    for told in way["steps"]:
        after = moved(needles, told["does"]) if "does" in told else None
        scene = tuple(item_of(line) for line in told.get("draws", ()))
        steps.append(Step(told["says"], needles, after, told.get("finished", ""), scene))
        needles = after or needles
    return School(way.get("school", ""), begin, tuple(steps))
