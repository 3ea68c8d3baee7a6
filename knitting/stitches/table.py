"""The table of stitches: every fact about one is a column here, and every list or menu of stitches is told from it.

Uses, makes and lean are common practice of the trade; the yarn of a stitch is its length in plain loops, from its geometry
and to be corrected by weighing (``knitting.yarn``): a further loop drawn through is 0.12, a float over a slipped
stitch 0.24, a yarn over lacks the two legs that are drawn through.
"""

from __future__ import annotations

from types import MappingProxyType

from knitting.stitches.kinds import Face, Family, Lean, Look, Needs, SignShape, StitchKind

_S, _F, _L = StitchKind, Family, Lean
_PURL, _HOLE, _BAR = Face.PURL, Look.HOLE, Look.BAR
_BELOW, _BESIDE = Needs.ROW_BELOW, Needs.NEIGHBOURS

# fmt: off
_ROWS = (
    _S("k", "knit", 1, 1, _F.PLAIN, purled="p", on_grid="k"),
    _S("p", "purl", 1, 1, _F.PLAIN, face_on_rs=_PURL, on_grid="p"),
    _S("k_tbl", "knit through the back", 1, 1, _F.PLAIN, behind="p_tbl", sign=SignShape.LOOPED, on_grid="t"),
    _S("p_tbl", "purl through the back", 1, 1, _F.PLAIN, face_on_rs=_PURL, behind="k_tbl", sign=SignShape.LOOPED),
    _S("sl", "slip", 1, 1, _F.SLIP, yarn=0.24, on_grid="v"),
    _S("sl_kwise", "slip knitwise", 1, 1, _F.SLIP, yarn=0.24),
    _S("sl_wyif", "slip with the yarn in front", 1, 1, _F.SLIP, yarn=0.24, sign=SignShape.IN_FRONT),
    _S("sl2tog", "slip two together knitwise", 2, 2, _F.SLIP, yarn=0.48),
    _S("yo", "yarn over", 0, 1, _F.YARN_OVER, look=_HOLE, yarn=0.8, on_grid="o"),
    _S("m1", "make one", 0, 1, _F.INCREASE, needs=_BESIDE, purled="m1p", kin="make one"),
    _S("m1l", "make one, leaning left", 0, 1, _F.INCREASE, _L.LEFT, needs=_BESIDE, purled="m1lp", mirror="m1r", kin="make one"),
    _S("m1r", "make one, leaning right", 0, 1, _F.INCREASE, _L.RIGHT, needs=_BESIDE, purled="m1rp", mirror="m1l", kin="make one"),
    _S("m1p", "make one purlwise", 0, 1, _F.INCREASE, face_on_rs=_PURL, needs=_BESIDE, kin="make one purlwise"),
    _S("m1lp", "make one purlwise, leaning left", 0, 1, _F.INCREASE, _L.LEFT, _PURL, needs=_BESIDE, mirror="m1rp", kin="make one purlwise"),
    _S("m1rp", "make one purlwise, leaning right", 0, 1, _F.INCREASE, _L.RIGHT, _PURL, needs=_BESIDE, mirror="m1lp", kin="make one purlwise"),
    _S("lli", "lift the left leg", 0, 1, _F.INCREASE, _L.LEFT, needs=_BELOW, mirror="rli", kin="lifted", sign=SignShape.LIFTED),
    _S("rli", "lift the right leg", 0, 1, _F.INCREASE, _L.RIGHT, needs=_BELOW, mirror="lli", kin="lifted", sign=SignShape.LIFTED),
    _S("kfb", "knit front and back", 1, 2, _F.INCREASE, _L.LEFT, look=_BAR, yarn=1.9, purled="pfb"),
    _S("pfb", "purl front and back", 1, 2, _F.INCREASE, _L.RIGHT, _PURL, _BAR, yarn=1.9),
    _S("kfbf", "knit front, back and front", 1, 3, _F.INCREASE, _L.UPRIGHT, look=_BAR, yarn=2.8),
    _S("k2tog", "knit two together", 2, 1, _F.DECREASE, _L.RIGHT, yarn=1.12, purled="p2tog", mirror="ssk", kin="two into one", on_grid="/"),
    _S("ssk", "slip, slip, knit", 2, 1, _F.DECREASE, _L.LEFT, yarn=1.12, purled="ssp", mirror="k2tog", kin="two into one", on_grid="\\"),
    _S("skp", "slip, knit, pass over", 2, 1, _F.DECREASE, _L.LEFT, yarn=1.12, kin="two into one"),
    _S("k2tog_tbl", "knit two together through the back", 2, 1, _F.DECREASE, _L.LEFT, yarn=1.12, purled="p2tog_tbl", kin="two into one"),
    _S("p2tog", "purl two together", 2, 1, _F.DECREASE, _L.RIGHT, _PURL, yarn=1.12, mirror="ssp", kin="two into one purlwise"),
    _S("ssp", "slip, slip, purl", 2, 1, _F.DECREASE, _L.LEFT, _PURL, yarn=1.12, mirror="p2tog", kin="two into one purlwise"),
    _S("p2tog_tbl", "purl two together through the back", 2, 1, _F.DECREASE, _L.LEFT, _PURL, yarn=1.12, kin="two into one purlwise"),
    _S("cdd", "centred double decrease", 3, 1, _F.DECREASE, _L.UPRIGHT, yarn=1.24, on_grid="^"),
    _S("sk2p", "slip one, knit two together, pass over", 3, 1, _F.DECREASE, _L.LEFT, yarn=1.24, kin="three into one"),
    _S("k3tog", "knit three together", 3, 1, _F.DECREASE, _L.RIGHT, yarn=1.24, purled="p3tog", mirror="sssk", kin="three into one"),
    _S("k3tog_tbl", "knit three together through the back", 3, 1, _F.DECREASE, _L.LEFT, yarn=1.24, kin="three into one"),
    _S("sssk", "slip three, knit them together", 3, 1, _F.DECREASE, _L.LEFT, yarn=1.24, mirror="k3tog", kin="three into one"),
    _S("p3tog", "purl three together", 3, 1, _F.DECREASE, _L.RIGHT, _PURL, yarn=1.24),
    _S("c4l", "cable of four, leaning left", 4, 4, _F.CABLE, _L.LEFT, yarn=4.08, mirror="c4r", on_grid="<"),
    _S("c4r", "cable of four, leaning right", 4, 4, _F.CABLE, _L.RIGHT, yarn=4.08, mirror="c4l", on_grid=">"),
    _S("co", "cast on", 0, 1, _F.CAST_ON),
    _S("pick_up", "pick up", 0, 1, _F.CAST_ON, yarn=1.1),
    _S("bo", "bind off", 1, 0, _F.BIND_OFF),
    _S("drop", "drop", 1, 0, _F.DROP, yarn=0.0),
    _S("in_pattern", "as the pattern asks", 1, 1, _F.PLAIN, sign=SignShape.PATTERN),
    _S("hold", "place on hold", 1, 0, _F.REST, yarn=0.0),
    _S("unworked", "leave unworked", 1, 1, _F.REST, yarn=0.0),
)
# fmt: on

STITCHES = MappingProxyType({kind.key: kind for kind in _ROWS})
"""Every kind of stitch by its key."""

_NAMED = {name for kind in _ROWS for name in (kind.purled, kind.mirror, kind.behind) if name}
assert STITCHES.keys() >= _NAMED, f"columns name stitches that are not in the table: {_NAMED - STITCHES.keys()}"

KNIT, PURL, IN_PATTERN = STITCHES["k"], STITCHES["p"], STITCHES["in_pattern"]
