"""What a knitter may want done her own way."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum

from knitting.rows import Marking
from knitting.stitches import Leaning


class FirstStitch(Enum):
    """How a flat row begins, by the key of the stitch that it begins with."""

    KNIT = "k"
    SLIP = "sl"
    SLIP_IN_FRONT = "sl_wyif"


@dataclass(frozen=True, slots=True)
class OwnHand:
    """The knitter's own ways; what is empty stays as it is written.

    ``increase`` and ``decrease`` are keys of the tables of pairs, ``double`` a decrease of three to one,
    ``bind_off`` a manner of the dialects' tables.
    """

    increase: str = ""
    decrease: str = ""
    double: str = ""
    leaning: Leaning | None = None
    marking: Marking | None = None
    first_stitch: FirstStitch | None = None
    bind_off: str = ""
