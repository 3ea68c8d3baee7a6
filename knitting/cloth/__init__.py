"""A worked piece laid flat: walls, zones, layout, measures."""

from knitting.cloth.layout import Layout, NoLayout, lay_flat
from knitting.cloth.measuring import Measures, measure
from knitting.cloth.outline import bends, outline, outlines, upright
from knitting.cloth.textures import Patch, Texture, texture_patches

__all__ = [
    "Layout",
    "Measures",
    "NoLayout",
    "Patch",
    "Texture",
    "bends",
    "lay_flat",
    "measure",
    "outline",
    "outlines",
    "texture_patches",
    "upright",
]
