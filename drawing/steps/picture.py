"""The picture of one step, for either hand."""

from __future__ import annotations

from drawing import svg
from drawing.steps.finished import draw_finished
from drawing.steps.on_needles import draw_needles
from drawing.steps.scenes import draw_scene
from drawing.steps.strands import Sheet
from knitting.techniques.needles import Needles
from knitting.techniques.scene import HIGH, WIDE, Thing
from knitting.techniques.technique import School, Step


def needles_svg(now: Needles, name: str, title: str, mirrored: bool = False) -> str:
    """The picture of needles alone."""
    sheet = Sheet(name)
    draw_needles(sheet, now)
    return svg.picture(_for_hand(sheet.svg(), mirrored), WIDE, HIGH, title, "st-picture")


def step_svg(
    school: School, step: Step, name: str, mirrored: bool = False, silent: bool = False, style: str = ""
) -> str:
    """The picture of a step; its spoken title is what the step says. Figures are never mirrored.

    ``name`` is no other picture's on the page. ``silent`` where the sentence stands beside it already;
    ``style`` are colours for a picture that stands alone.
    """
    sheet = Sheet(name)
    if step.scene:
        draw_scene(sheet, step.scene)
    elif step.finished:
        draw_finished(sheet, school.begin, school.end, step.finished)
    elif step.after is not None:
        draw_needles(sheet, step.after)
    figures = any(item.thing is Thing.FIGURE for item in step.scene)
    parts = _for_hand(sheet.svg(), mirrored, figures)
    if style:
        parts = [svg.tag("style", svg.text(style)), *parts]
    if silent:
        view = f"0 0 {WIDE} {HIGH}"
        return svg.tag("svg", "".join(parts), viewBox=view, class_="st-picture", aria_hidden="true")
    return svg.picture(parts, WIDE, HIGH, step.said(mirrored), "st-picture")


def _for_hand(parts: list[str], mirrored: bool, figures: bool = False) -> list[str]:
    """The same for the left hand, where that is asked for; ``figures`` are turned back."""
    if not mirrored:
        return parts
    class_ = "st-mirrored" if figures else None
    return [svg.tag("g", "".join(parts), transform=f"matrix(-1 0 0 1 {WIDE} 0)", class_=class_)]
