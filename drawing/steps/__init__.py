"""The steps of a technique, drawn: loops on needles, the finished stitches, whole cloths and hands."""

from drawing.steps.picture import step_svg

__all__ = ["step_svg"]
