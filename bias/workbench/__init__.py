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
from bias.workbench.wrongs import Why, Whys, places_of, seen_of, whys_of
from drawing.chart_svg import CELL, Window
from drawing.chart_svg import windows as chart_windows
from drawing.cloth import ClothPage
from drawing.clues import clue
from drawing.strip import StripPart
from drawing.techniques import Technique, technique
from knitting.cloth import Layout, Measures
from knitting.files import NotRead
from knitting.hand import Exchanged, Habits
from knitting.needle.folds import Fold
from knitting.needle.worked import WorkedRow
from knitting.place import Way
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
    "Technique",
    "Way",
    "Why",
    "Whys",
    "Window",
    "WordsAdvice",
    "WorkedRow",
    "Workout",
    "advice_of_words",
    "chart_windows",
    "cloth_shown",
    "clue",
    "dialects",
    "digest",
    "edge_view",
    "first_difference",
    "mended_words",
    "on_needles",
    "places_of",
    "plan_of_words",
    "planned",
    "recent",
    "row_shown",
    "seen_of",
    "swatch",
    "technique",
    "trials_of_words",
    "whys_of",
    "within",
    "words_of_json",
    "workout",
]
