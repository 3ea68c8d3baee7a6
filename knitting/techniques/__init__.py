"""How everything is made: each stitch and each procedure as a few steps, whose loops are moved and counted."""

from knitting.techniques.index import said_group, techniques_like
from knitting.techniques.technique import School, Step, Technique, sided, technique, techniques

__all__ = ["School", "Step", "Technique", "said_group", "sided", "technique", "techniques", "techniques_like"]
