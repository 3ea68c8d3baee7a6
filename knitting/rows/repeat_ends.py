"""How a repeat of rows ends: at a count, after so many times or rows, at a length."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypeAlias

from knitting.problems import Span


@dataclass(frozen=True, slots=True)
class UntilCount:
    """Repeat until so many stitches are on the needle at the end of a time; ``remain`` if they grow fewer."""

    count: int
    span: Span
    remain: bool = False


@dataclass(frozen=True, slots=True)
class Times:
    """Repeat so many further times.

    ``unsaid`` where one time more could be meant: "work rows 1 and 2 five times".
    """

    more: int
    span: Span
    unsaid: bool = False


@dataclass(frozen=True, slots=True)
class UntilLength:
    """Repeat until the piece measures so much, or the section, or what is worked from here on (``more``)."""

    length_cm: float
    span: Span
    section: bool = False
    more: bool = False


@dataclass(frozen=True, slots=True)
class UntilRows:
    """Repeat until so many rows are worked: in all, those of the first time with them, or so many ``more``."""

    rows: int
    span: Span
    more: bool = False


RepeatEnd: TypeAlias = UntilCount | Times | UntilLength | UntilRows
