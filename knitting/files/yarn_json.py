"""The yarn of a piece, its stripes, and what a yarn could become, in the published JSON."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from knitting.yarn.metres import Spending
from knitting.yarn.report import YarnReport
from knitting.yarn.stripes import StripePlan
from knitting.yarn.weighing import Yarn


def yarn_json(report: YarnReport) -> dict[str, Any]:
    """Metres, grams and balls of every colour, ball ends, the outlook of every stop, the last safe one, tails.

    Metres and grams of a colour are this hand's; its parts are as predicted. ``docs/notation.md`` tells every key.
    """
    safe = report.last_safe
    cast_on_cm, bind_off_cm = report.tails_cm
    return {
        "loop_cm": round(report.loop_cm, 4),
        "colours": {
            each.colour: {
                "loops": round(each.loops, 1),
                "metres": round(each.metres, 2),
                "grams": round(each.grams, 2),
                "balls": each.balls,
                "cast_on_m": round(each.part(Spending.CAST_ON), 2),
                "rows_m": round(each.part(Spending.ROWS), 2),
                "bind_off_m": round(each.part(Spending.BIND_OFF), 2),
                "joins_m": round(each.part(Spending.JOINS), 2),
            }
            for each in report.colours
        },
        "ball_ends": [{"colour": end.colour, "ball": end.ball, "row": end.row} for end in report.ball_ends],
        "outlook": [
            {
                "row": chance.row,
                "colour": chance.colour,
                "left_g": round(chance.over_g, 2),
                "sd_g": round(chance.sd_g, 2),
                "chance": round(chance.chance, 4),
            }
            for chance in report.outlook
        ],
        "last_safe": {"row": safe.row, "chance": round(safe.chance, 4)} if safe else None,
        "weigh_next": report.weigh_next,
        "tails": {"cast_on_cm": round(cast_on_cm, 1), "bind_off_cm": round(bind_off_cm, 1)},
    }


def stripes_json(plan: StripePlan, yarns: Sequence[Yarn]) -> dict[str, Any]:
    """The bands from row to row, and grams that stay over of every yarn."""
    weighs: Mapping[str, float] = {yarn.colour: yarn.grams_a_metre for yarn in yarns}
    return {
        "bands": [{"colour": band.colour, "from": band.first, "to": band.last} for band in plan.bands],
        "unused_g": {colour: round(metres * weighs[colour], 2) for colour, metres in plan.unused_m.items()},
    }
