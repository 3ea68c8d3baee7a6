"""A piece as a good editor would print it."""

from knitting.fair_copy.editor import fair_copy

__all__ = ["fair_copy"]
