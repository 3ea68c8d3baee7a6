"""How a worked piece lies: walls, zones, layout, measures."""

from knitting.cloth.layout import Layout, NotLaid, lay_flat
from knitting.cloth.measuring import Measures, measure
from knitting.cloth.outline import bends, outline, upright

__all__ = ["Layout", "Measures", "NotLaid", "bends", "lay_flat", "measure", "outline", "upright"]
