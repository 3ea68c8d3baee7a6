"""What a piece seems to be meant for, told from its shape."""

from __future__ import annotations

from knitting.cloth.layout import Layout
from knitting.cloth.sheet import FEW_STITCHES
from knitting.curvature import Curvature


def meant_to(layout: Layout) -> Curvature:
    """What a piece seems to be meant for: one that begins wide and widens along marks goes over shoulders, and one that
    closes in rounds goes over a head."""
    marked = [wall for wall in layout.walls if wall.marked]
    first, last = layout.rows[0].start, layout.rows[-1].end
    if first == last and layout.in_round:
        return Curvature.TUBE
    if layout.in_round and first > FEW_STITCHES >= last:
        return Curvature.DOME
    wide = first > FEW_STITCHES and not layout.from_tab
    return Curvature.CUPS if wide and len(marked) > 1 and last > first else Curvature.FLAT


def goes_round(layout: Layout) -> bool:
    """Whether it is worn round a body or a neck: its two sides lie one on the other when it is put down."""
    in_a_tube = layout.in_round and layout.rows[0].start > FEW_STITCHES
    return in_a_tube or meant_to(layout) is Curvature.CUPS
