"""A piece as a good editor would print it."""

from knitting.formatter.formatting import fair_copy

__all__ = ["fair_copy"]
