"""The one door to the core: words or a plan in, all results out, kept by their content."""

from bias.results.count_errors import Why, Whys, places_of, seen_of, whys_of
from bias.results.fabrics import EdgeView, edge_view, swatch
from bias.results.on_needles import OnNeedles, first_difference, on_needles
from bias.results.pieces import COMPACT, Workout, dialects, digest, recent, words_of_json, workout
from bias.results.plans import (
    Planned,
    advice_of_words,
    mended_words,
    plan_of_words,
    planned,
    trials_of_words,
    within,
)
from bias.results.row_display import cloth_shown, row_shown
from drawing.chart_svg import CELL, Window
from drawing.chart_svg import windows as chart_windows
from drawing.cloth import ClothPage
from drawing.clues import clue
from drawing.strip import StripPart
from drawing.techniques import Technique, technique
from knitting.cloth import Layout, Measures
from knitting.diagnosis import Way
from knitting.files import NotRead
from knitting.needle.worked import WorkedRow
from knitting.remedies import Advice, WordsAdvice
from knitting.substitution import Exchanged, Habits
from knitting.working.row_groups import Fold

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
