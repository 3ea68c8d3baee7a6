"""A piece as a good editor would print it."""

from knitting.formatter.formatting import format_piece

__all__ = ["format_piece"]
