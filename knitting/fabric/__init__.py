"""Stitch patterns: what stands in every column and row of a fabric, as its right side is seen."""

from knitting.fabric.fabric import Fabric, Joins, Unit, seen_from_behind, trouble_of
from knitting.fabric.library import FABRICS, GARTER
from knitting.fabric.written import stretch

__all__ = ["FABRICS", "GARTER", "Fabric", "Joins", "Unit", "seen_from_behind", "stretch", "trouble_of"]
