"""Ink: page layouts from the trade's values, and SVG from the layouts."""
