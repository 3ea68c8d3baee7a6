"""Steps of a stitch that a pattern makes up for itself: several things worked into the same stitches."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from knitting.rows import Cluster, Work
from knitting.techniques.movements import moved
from knitting.techniques.needles import Needles

_INTO: Mapping[str, str] = MappingProxyType(
    {"k": "knit", "p": "purl", "k_tbl": "back", "p_tbl": "purl back"},
)
_MOST = 9
"""New loops that one picture can show."""


def needles_of_cluster(cluster: Cluster) -> Needles | None:
    """The needles when all of a cluster is worked and the old stitches still hang; ``None`` where that is not known.

    What is known are knit and purl stitches, through either leg, and yarn overs.
    """
    does: list[str] = []
    for step in cluster.steps:
        if not isinstance(step, Work) or (step.stitch.key not in _INTO and step.stitch.key != "yo"):
            return None
        one = "over" if step.stitch.key == "yo" else f"enter {cluster.over} {_INTO[step.stitch.key]}; wrap; draw"
        does += [one] * step.times
    if not 0 < len(does) <= _MOST:
        return None
    return moved(Needles.begin(left=cluster.over + 3, right=3, purl_side=False), ";".join(does))
