"""What a kind of stitch is."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum


class Family(Enum):
    """What sort of doing a stitch is."""

    PLAIN = "plain"
    SLIP = "slip"
    YARN_OVER = "yarn over"
    INCREASE = "increase"
    DECREASE = "decrease"
    CAST_ON = "cast on"
    BIND_OFF = "bind off"
    CLUSTER = "cluster"
    CABLE = "cable"
    DROP = "drop"
    REST = "rest"


class Lean(Enum):
    """Which way a stitch leans, as seen on the right side."""

    LEFT = "left"
    RIGHT = "right"
    UPRIGHT = "upright"
    NONE = "none"


class Face(Enum):
    """How a stitch shows: a flat V or a bump."""

    KNIT = "knit"
    PURL = "purl"

    @property
    def other(self) -> Face:
        """The face of the same stitch seen from the back."""
        return Face.PURL if self is Face.KNIT else Face.KNIT


class Look(Enum):
    """What the eye finds where the stitch was made."""

    CLOSED = "closed"
    HOLE = "hole"
    BAR = "bar"


class Needs(Enum):
    """What must lie under or beside a stitch that uses none."""

    NOTHING = "nothing"
    ROW_BELOW = "a row below"
    NEIGHBOURS = "a stitch on both sides"


class SignShape(Enum):
    """What the sign of a stitch on a chart is drawn as, where its family and its lean do not tell it alone."""

    BY_FAMILY = "by family"
    LOOPED = "looped"
    IN_FRONT = "with the yarn in front"
    LIFTED = "lifted"
    PATTERN = "as the pattern asks"


@dataclass(frozen=True, slots=True, eq=False)
class StitchKind:
    """An entry of the vocabulary. There is one of each, so one is equal to itself alone.

    ``uses`` stitches are taken from the left needle and ``makes`` stitches put on the right one.
    ``face_on_rs`` is how the stitch shows on the right side when it is worked on a right-side row.
    ``yarn`` is its length in loops of plain knitting (0: none, or counted already). The other columns name stitches by
    their keys: ``purled`` does the same where the stitches beside it are purled, ``mirror`` leans the other way,
    ``behind`` shows on the right side as this one does when it is worked on a wrong-side row. Stitches of one ``kin``
    can stand for one another. ``on_grid`` is the key that puts it on the small grid of an own fabric.
    """

    key: str
    spoken: str
    uses: int
    makes: int
    family: Family
    lean: Lean = Lean.NONE
    face_on_rs: Face = Face.KNIT
    look: Look = Look.CLOSED
    yarn: float = 1.0
    needs: Needs = Needs.NOTHING
    purled: str = ""
    mirror: str = ""
    behind: str = ""
    kin: str = ""
    sign: SignShape = SignShape.BY_FAMILY
    on_grid: str = ""

    @property
    def said(self) -> str:
        """Its short name, for sentences: "k2tog tbl"."""
        return self.key.replace("_", " ")

    @property
    def change(self) -> int:
        """Stitches gained (or, below zero, lost) each time it is worked."""
        return self.makes - self.uses

    @property
    def face_on_ws(self) -> Face:
        """How it shows on the right side when it is worked on a wrong-side row."""
        return self.face_on_rs.other
