"""Values to JSON and back, told from the definitions of their classes."""

from knitting.coding.decoder import Decoder, NotRead, encoded
from knitting.coding.lines import as_line, is_line
from knitting.coding.shapes import AtMost, Bounds, Text

__all__ = ["AtMost", "Bounds", "Decoder", "NotRead", "Text", "as_line", "encoded", "is_line"]
