"""The one door to the core: words or a plan in, all results out, kept by their content."""

from bias.workbench.fabrics import EdgeView, edge_view, swatch
from bias.workbench.on_needles import OnNeedles, first_difference, on_needles
from bias.workbench.plans import (
    Planned,
    advice_of_words,
    mended_words,
    plan_of_words,
    planned,
    trials_of_words,
    within,
)
from bias.workbench.shown import cloth_shown, row_shown
from bias.workbench.workouts import COMPACT, Workout, dialects, digest, recent, words_of_json, workout
from bias.workbench.wrongs import Whys, whys_of
from drawing.chart_svg import CELL, Window
from drawing.chart_svg import windows as chart_windows
from drawing.cloth import ClothPage
from drawing.strip import StripPart
from knitting.cloth import Layout, Measures
from knitting.files import NotRead
from knitting.hand import Exchanged, Habits
from knitting.needle.folds import Fold
from knitting.needle.worked import WorkedRow
from knitting.straightening import Advice, WordsAdvice

__all__ = [
    "CELL",
    "COMPACT",
    "Advice",
    "ClothPage",
    "EdgeView",
    "Exchanged",
    "Fold",
    "Habits",
    "Layout",
    "Measures",
    "NotRead",
    "OnNeedles",
    "Planned",
    "StripPart",
    "Whys",
    "Window",
    "WordsAdvice",
    "WorkedRow",
    "Workout",
    "advice_of_words",
    "chart_windows",
    "cloth_shown",
    "dialects",
    "digest",
    "edge_view",
    "first_difference",
    "mended_words",
    "on_needles",
    "plan_of_words",
    "planned",
    "recent",
    "row_shown",
    "swatch",
    "trials_of_words",
    "whys_of",
    "within",
    "words_of_json",
    "workout",
]
