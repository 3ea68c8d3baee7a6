"""The role of a line: what it is for, and in which sense its words were taken."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum

from knitting.problems import Span
from knitting.statements import Sentence


class Role(Enum):
    """What a line is for."""

    ROW = "row"
    ORDER = "order"
    SETTING = "setting"
    HEADING = "heading"
    NOTE = "note"
    TALK = "talk"
    UNREAD = "unread"


@dataclass(frozen=True, slots=True)
class Understood:
    """A stretch of the text with its role, and the sense in which it was taken where that is not plain from it."""

    where: Span
    role: Role
    sense: Sentence | None = None
