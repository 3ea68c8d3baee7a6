"""Answers that the forms of things share: a gauge as it was typed."""

from __future__ import annotations

from collections.abc import Mapping

from bias.parsing import decimal
from knitting.measures import Gauge
from knitting.statements import Refused, sentence


def gauge_answered(given: Mapping[str, str]) -> Gauge | None:
    """The gauge that was typed; ``None`` where none was, ``Refused`` where it is none."""
    typed = [given.get(key, "").strip() for key in ("gauge_stitches", "gauge_rows")]
    if not any(typed):
        return None
    stitches, rows = (decimal(each) for each in typed)
    gauge = Gauge(stitches or 0.0, rows or 0.0)
    if not gauge.believable:
        raise Refused(
            sentence(
                "A gauge is 2 to 200 stitches and rows to 10 cm, not '{one}' and '{other}'.",
                one=typed[0][:20],
                other=typed[1][:20],
            )
        )
    return gauge
