"""How a worked piece lies: walls, zones, layout, measures."""

from knitting.cloth.findings import Bend, Finding, Verdict
from knitting.cloth.flatness import flatness, shape_json
from knitting.cloth.layout import Layout, NoLayout, lay_flat
from knitting.cloth.measuring import Measures, measure
from knitting.cloth.outline import bends, outline, outlines, upright
from knitting.cloth.textures import Patch, Texture, texture_patches

__all__ = [
    "Bend",
    "Finding",
    "Layout",
    "Measures",
    "NoLayout",
    "Patch",
    "Texture",
    "Verdict",
    "bends",
    "flatness",
    "lay_flat",
    "measure",
    "outline",
    "outlines",
    "shape_json",
    "texture_patches",
    "upright",
]
