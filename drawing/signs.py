"""Signs of the chart: one for every way a stitch looks, drawn by us after the symbols of JIS L 0201 (1995).

A sign is a path in a square of 100 units, y downwards; a knitted face has none of its own but an upright stroke,
a purled one lies flat, and what is worked purlwise stands on a bar.
"""

from __future__ import annotations

from dataclasses import dataclass

from knitting.needle.worked import ClusterWork
from knitting.stitches import Face, Family, Lean, Look, SignShape, StitchKind

_BAR = "M22 92H78"
_RING = "M22 50a28 28 0 1 0 56 0a28 28 0 1 0 -56 0"
_SMALL_RING = "M37 23a13 13 0 1 0 26 0a13 13 0 1 0 -26 0"
_LOOP = "M30 88C70 62 76 14 50 14S30 62 70 88"
_STANDS, _LIES = (14, 86), (16, 84)
_UPRIGHT, _FLAT = f"M50 {_STANDS[0]}V{_STANDS[1]}", f"M{_LIES[0]} 50H{_LIES[1]}"
SINGLE_STROKES = {_UPRIGHT: (_STANDS, True), _FLAT: (_LIES, False)}
"""The signs of one stroke, from where to where and whether it is upright: charts draw a line of them as one dashed."""
_RIGHT, _LEFT = "M18 88L82 12", "M82 88L18 12"


@dataclass(frozen=True, slots=True)
class Sign:
    """What is drawn in a cell. ``tone`` is what the cell's ground tells: knit, purl, more, fewer, hole or none."""

    path: str
    tone: str


def sign_of(work: StitchKind | ClusterWork, face: Face) -> Sign:
    """The sign of a stitch that shows a face.

    >>> from knitting.stitches import KNIT
    >>> sign_of(KNIT, Face.PURL)
    Sign(path='M16 50H84', tone='purl')
    """
    if isinstance(work, ClusterWork):
        spread = {1: "fewer", 0: "knit", -1: "more"}[(work.uses > work.makes) - (work.uses < work.makes)]
        return Sign(_cluster(work.makes), spread)
    path = _path(work, face)
    return Sign(path, _tone(work, face))


def face_of(work: StitchKind | ClusterWork, right_side: bool) -> Face:
    """The face that a stitch shows on the right side, worked on a right-side or a wrong-side row."""
    if isinstance(work, ClusterWork):
        return Face.KNIT
    return work.face_on_rs if right_side else work.face_on_ws


def _tone(kind: StitchKind, face: Face) -> str:
    if kind.family in (Family.REST, Family.DROP, Family.BIND_OFF):
        return "none"
    if kind.look is Look.HOLE:
        return "hole"
    if kind.change:
        return "more" if kind.change > 0 else "fewer"
    return face.value


def _path(kind: StitchKind, face: Face) -> str:  # noqa: C901 - a table: one line for each family of stitches
    purled = face is Face.PURL
    match kind.family:
        case Family.PLAIN if kind.sign is SignShape.PATTERN:
            return "M20 56Q35 36 50 50T80 44"
        case Family.PLAIN if kind.sign is SignShape.LOOPED:
            return _LOOP + (_BAR if purled else "")
        case Family.PLAIN:
            return _FLAT if purled else _UPRIGHT
        case Family.SLIP:
            return ("M18 16L50 84L82 16" if kind.uses == 1 else "M10 16L36 84L50 40L64 84L90 16") + (
                "M24 50H76" if kind.sign is SignShape.IN_FRONT else ""
            )
        case Family.YARN_OVER:
            return _RING
        case Family.INCREASE:
            return _increase(kind) + (_BAR if purled else "")
        case Family.DECREASE:
            return _decrease(kind) + (_BAR if purled else "")
        case Family.CABLE:
            return {Lean.RIGHT: _RIGHT + "M30 30L42 42M58 58L70 70"}.get(kind.lean, _LEFT + "M70 30L58 42M42 58L30 70")
        case Family.CAST_ON:
            return "M20 70C20 30 50 30 50 62S80 70 80 34"
        case Family.BIND_OFF:
            return "M18 62Q50 22 82 62M50 42V80"
        case Family.DROP:
            return "M24 24L76 76M76 24L24 76"
        case Family.REST:
            return "M20 30V70M20 50H80M80 30V70" if kind.makes == 0 else ""
        case _:
            return _FLAT


def _increase(kind: StitchKind) -> str:
    """A bar lifted is a loop on a stem that leans; a stitch worked twice branches upwards."""
    if kind.uses:
        side = {Lean.RIGHT: "M50 60L20 16", Lean.LEFT: "M50 60L80 16"}.get(kind.lean, "M50 60L20 16M50 60L80 16")
        return "M50 88V16" + side
    lifted = kind.sign is SignShape.LIFTED
    stem = {Lean.RIGHT: "M34 88L58 34", Lean.LEFT: "M66 88L42 34"}.get(kind.lean, "M50 88V36")
    hook = {Lean.RIGHT: "M34 88H62", Lean.LEFT: "M66 88H38"}.get(kind.lean, "M36 88H64") if lifted else ""
    return stem + hook + _SMALL_RING


def _decrease(kind: StitchKind) -> str:
    """The stitch that lies on top is the long stroke; those below it are short ones."""
    strokes = {
        Lean.RIGHT: _RIGHT + "M56 44L84 88",
        Lean.LEFT: _LEFT + "M44 44L16 88",
        Lean.UPRIGHT: "M50 12V88M50 40L18 88M50 40L82 88",
    }[kind.lean]
    return strokes + "".join(_further(kind.lean, at) for at in range(kind.uses - 2))


def _further(lean: Lean, at: int) -> str:
    """The stroke of one stitch more that is taken in: nothing where the top one stands upright between two."""
    if lean is Lean.UPRIGHT:
        return ""
    top, foot = (46 + 5 * at, 58 + 13 * at) if lean is Lean.RIGHT else (54 - 5 * at, 42 - 13 * at)
    return f"M{top} {56 - 6 * at}L{foot} 88"


def _cluster(makes: int) -> str:
    """As many strokes from one point as there are stitches made."""
    if makes < 2:
        return "M50 14V88M50 40L18 88M50 40L82 88"
    ends = [14 + 72 * at / (makes - 1) for at in range(makes)]
    return "".join(f"M50 88L{end:.0f} 16" for end in ends)
