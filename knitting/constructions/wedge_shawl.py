"""Shawl of wedges from a garter tab: two increases a wedge in every right-side row."""

from __future__ import annotations

from knitting.constructions.cautions import Caution
from knitting.constructions.construction import (
    LEANING,
    MARKING,
    OPEN_INCREASE,
    Construction,
    Question,
    Use,
    Values,
    WishedMeasure,
    last_row_cm,
    leaning,
    marking,
    number,
    rows_cm,
    word,
)
from knitting.curvature import Curvature
from knitting.plan.plan import Beside, Count, Line, LineKind, Plan, PlannedPart, Shaping, Stage
from knitting.problems import NOWHERE
from knitting.rows import Tab
from knitting.statements import N_
from knitting.stitches import KNIT
from knitting.wearing import ALONG_THE_TOP, PutOn, Wearing


def _make(values: Values) -> Plan:
    """The middle of the tab holds a stitch for every wedge and one for every line between two."""
    wedges, edge = number(values, "wedges"), number(values, "tab")
    middle = 2 * wedges - 1
    tab = Tab(edge, 2 * middle + 1, middle, edge, NOWHERE, KNIT)
    parts = [PlannedPart("right border", edge)]
    lines = [Line("A", LineKind.UNMARKED)]
    for at in range(1, wedges + 1):
        parts.append(PlannedPart(f"wedge {at}", 1))
        lines.append(Line(f"line {at}", marking(values), 1))
    lines[-1] = Line("B", LineKind.UNMARKED)
    parts.append(PlannedPart("left border", edge))
    increase, lean = word(values, "increase"), leaning(values)
    inner = tuple(line.name for line in lines[1:-1])
    shapings = (
        Shaping(("A", "B"), Beside.INSIDE, increase, (1,), leaning=lean),
        Shaping(inner, Beside.BOTH, increase, (1,), leaning=lean),
    )
    grow = Stage("Grow", 2, shapings, Count(number(values, "to")))
    return Plan("Shawl of wedges", tab, tuple(parts), tuple(lines), (grow,))


WEDGE_SHAWL = Construction(
    key="wedge-shawl",
    title=N_("Shawl of wedges"),
    built=N_("From a garter tab at the neck: wedges side by side, each with two increases in every right-side row."),
    asks=(
        Question("wedges", N_("wedges"), 3, 2, 12, "wedges"),
        Question("tab", N_("borders of"), 3, 2, 20),
        Question("to", N_("grow to"), 215, 12, 3_000),
        OPEN_INCREASE,
        LEANING,
        MARKING,
    ),
    make=_make,
    use=Use.SHAWLS,
    worn=Wearing(PutOn.ACROSS_BACK, ALONG_THE_TOP),
    rules=(N_("The count grows by two for each wedge in every right-side row."),),
    care=(Caution.PAUSE, Caution.PINS, Caution.FIBRE),
    curvature=Curvature.FLAT,
    top=N_("the neck"),
    measures=(
        WishedMeasure("depth_cm", N_("depth along a line"), "to", rows_cm),
        WishedMeasure("hem_cm", N_("along the last row"), "to", last_row_cm),
    ),
    caveats=(N_("In garter a wedge is a quarter turn: two make a triangle, three reach round the shoulders."),),
)
