"""The steps of a technique, drawn: loops on needles, the finished stitches, whole cloths and hands."""

from drawing.steps.picture import needles_svg, step_svg

__all__ = ["needles_svg", "step_svg"]
