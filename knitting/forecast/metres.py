"""The yarn of a plan before a stitch is knitted: by sums, as everything a forecast tells."""

from __future__ import annotations

from knitting.forecast.forecast import Forecast
from knitting.forecast.stages import tab_rows
from knitting.forecast.stitch_metres import cast_on_metres, metres_a_stitch
from knitting.plan.plan import Finishing
from knitting.yarn.joins import joins
from knitting.yarn.tails import bind_off_m, cut_join_m, float_m


def metres_of(forecast: Forecast) -> float:
    """Yarn of a whole plan in metres, all colours together: stitches, cast-on, bind-off and changes of colour.

    Shapings are taken as plain stitches: together they move a piece by less than a hundredth.
    """
    plan = forecast.plan
    return cast_on_metres(plan) + _rows(forecast) + _joins(forecast) + _closing(forecast)


def _rows(forecast: Forecast) -> float:
    """Stage by stage: a gauge that changes on the way counts from the row on that it is for."""
    plan, row, metres = forecast.plan, tab_rows(forecast.plan), 0.0
    for stage in forecast.stages:
        if not plan.gauges:
            metres += stage.stitches * metres_a_stitch(plan, 1)
            continue
        set_up = stage.stitches - sum(stage.totals[1:])
        metres += set_up * metres_a_stitch(plan, row + 1)
        row += len(stage.setup)
        for total in stage.totals[1:]:
            row += 1
            metres += total * metres_a_stitch(plan, row)
    return metres


def _joins(forecast: Forecast) -> float:
    stripes = forecast.plan.stripes
    if not stripes:
        return 0.0
    names = list(dict.fromkeys(stripe.colour for stripe in stripes))
    cycle = [names.index(stripe.colour) for stripe in stripes for _ in range(stripe.rows)]
    colours = [cycle[row % len(cycle)] for row in range(forecast.rows)]
    gauge = forecast.plan.gauge_at(1)
    return sum(float_m(join.rested, gauge) if join.rested else cut_join_m() for join in joins(colours))


def _closing(forecast: Forecast) -> float:
    plan, finish = forecast.plan, forecast.plan.finish
    if finish.way is not Finishing.BIND_OFF:
        return 0.0
    dropped = finish.dropped * (1 if finish.one_side else 2)
    return bind_off_m(max(forecast.ends - dropped, 0), plan.gauge_at(max(forecast.rows, 1)), finish.manner)
