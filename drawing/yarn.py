"""The picture of a yarn's forecast: grams left against rows, with what the ending takes as a rising floor."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from drawing.svg import Place, number, path, picture, tag, text
from knitting.yarn.outlook import CoursePoint
from knitting.yarn.report import YarnReport
from knitting.yarn.weighing import Scale

_BAND = 1.645
_MOST_POINTS = 160


@dataclass(frozen=True, slots=True)
class _Frame:
    """Where the rows and the grams lie in the picture."""

    width: float
    height: float
    left: float
    rows: int
    grams: float

    @property
    def foot(self) -> float:
        """The height of no grams."""
        return self.height - 26

    def at(self, row: float, grams: float) -> Place:
        """The place of some grams after a row."""
        x = self.left + (self.width - self.left - 12) * row / max(self.rows, 1)
        return x, self.foot - (self.foot - 16) * max(grams, 0.0) / self.grams


def forecast_svg(report: YarnReport, done: int, title: str, narrow: bool = False, style: str = "") -> str:
    """Grams left of every colour whose yarn is known; nothing where there is none.

    What is knitted is a whole line, what is ahead a broken one with its band; weighings are rings, ball ends ticks.
    ``narrow`` is for a phone: no name of the upright axis, and ball ends by number alone. ``style`` are colours for a
    drawing that stands alone.
    """
    known = [(yarn.colour, place) for place, yarn in enumerate(report.hand.yarns) if yarn.grams]
    if not known or not report.stops:
        return ""
    most = max(max(report.hand.yarns[place].grams for _, place in known), 1.0)
    frame = _Frame(
        400.0 if narrow else 760.0, 240.0 if narrow else 290.0, 34 if narrow else 50, report.spent.rows, most
    )
    parts = [tag("style", text(style))] if style else []
    parts.append(_axes(frame, narrow))
    for colour, place in known:
        parts.append(_colour(report, frame, colour, place, done))
    parts += [_ball_ends(report, frame, narrow), _weighings(report, frame), _safe(report, frame)]
    return picture(parts, frame.width, frame.height, title, "yarn-forecast")


def _axes(frame: _Frame, narrow: bool) -> str:
    zero, end = frame.at(0, 0), frame.at(frame.rows, 0)
    parts = [tag("path", d=path([frame.at(0, frame.grams), zero, end]), class_="axis")]
    for share in (0.5, 1.0):
        x, y = frame.at(0, frame.grams * share)
        parts.append(tag("path", d=path([(x, y), frame.at(frame.rows, frame.grams * share)]), class_="rule"))
        parts.append(_words(f"{frame.grams * share:.0f}", x - 6, y + 5, "end"))
    step = _step(frame.rows, 4 if narrow else 8)
    for row in range(step, frame.rows + 1, step):
        x, y = frame.at(row, 0)
        parts.append(_words(str(row), x, y + 18, "middle"))
    if not narrow:
        parts.append(_words("g", zero[0] - 6, frame.foot, "end"))
    return tag("g", "".join(parts), class_="axes")


def _colour(report: YarnReport, frame: _Frame, colour: str, place: int, done: int) -> str:
    """A colour's floor of what is kept and bound off, its band and its line."""
    points = _thinned(report.course(colour))
    kept = [frame.at(point.row, point.kept_g) for point in points]
    floor = [frame.at(point.row, point.kept_g + point.bind_off_g) for point in points]
    zero = [frame.at(point.row, 0) for point in points]
    high = [frame.at(point.row, min(point.left_g + _BAND * point.sd_g, frame.grams)) for point in points]
    low = [frame.at(point.row, point.left_g - _BAND * point.sd_g) for point in points]
    line = [(point.row, frame.at(point.row, point.left_g)) for point in points]
    solid = [spot for row, spot in line if row <= done]
    ahead = [spot for row, spot in line if row >= (max((row for row, _ in line if row <= done), default=0))]
    parts = [
        tag("path", d=path([*kept, *zero[::-1]], closed=True), class_="floor-kept"),
        tag("path", d=path([*floor, *kept[::-1]], closed=True), class_="floor-bind"),
        tag("path", d=path([*high, *low[::-1]], closed=True), class_="band"),
        tag("path", d=path(ahead), class_="ahead"),
    ]
    if len(solid) > 1:
        parts.append(tag("path", d=path(solid), class_="used"))
    if len(report.spent.colours) > 1:
        x, y = line[-1][1]
        parts.append(_words(colour, x - 4, min(y - 6, frame.foot - 6), "end", "name"))
    return tag("g", "".join(parts), class_=f"colour colour-{place % 4}")


def _ball_ends(report: YarnReport, frame: _Frame, narrow: bool) -> str:
    parts = []
    for end in report.ball_ends[:40]:
        x, y = frame.at(end.row, 0)
        parts.append(tag("path", d=path([(x, y), (x, y - 10)]), class_="ball-end"))
        if not narrow and len(report.ball_ends) <= 8:
            parts.append(_words(f"{end.colour} {end.ball + 1}".strip(), x + 3, y - 12, "start"))
    return "".join(parts)


def _weighings(report: YarnReport, frame: _Frame) -> str:
    parts = []
    for weighing in report.weighings:
        if weighing.of is not Scale.LEFT:
            continue
        x, y = frame.at(weighing.row, weighing.grams)
        parts.append(tag("circle", cx=number(x), cy=number(y), r=5, class_="weighed"))
        parts.append(_words(f"{weighing.grams:.0f}", x + 8, y - 6, "start"))
    return "".join(parts)


def _safe(report: YarnReport, frame: _Frame) -> str:
    safe = report.last_safe
    if safe is None:
        return ""
    low, high = frame.at(safe.row, 0), frame.at(safe.row, frame.grams)
    return tag("path", d=path([low, high]), class_="safe") + _words(
        str(safe.row), high[0], high[1] - 3, "middle", "safe"
    )


def _thinned(points: Sequence[CoursePoint]) -> list[CoursePoint]:
    every = max(1, len(points) // _MOST_POINTS)
    found = list(points[::every])
    return found if found[-1] is points[-1] else [*found, points[-1]]


def _step(rows: int, marks: int) -> int:
    return next((step for step in (5, 10, 20, 25, 50, 100, 200, 250, 500) if rows / step <= marks), 1000)


def _words(said: str, x: float, y: float, anchor: str, class_: str = "") -> str:
    return tag("text", text(said), x=number(x), y=number(y), text_anchor=anchor, class_=class_ or None)
