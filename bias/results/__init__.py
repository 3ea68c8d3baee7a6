"""The one door to the core: words or a plan in, all results out, kept by their content."""

from bias.results.counts import CountMeaning, SaidCounts, meaning_of, observation_of, possible_rows, said_counts
from bias.results.fabrics import EdgeView, edge_view, swatch
from bias.results.finding import FoundWord, made_as, words_like
from bias.results.instalments import PartingPlace, parting_places, words_until
from bias.results.memory import digest, forget_all, remembered
from bias.results.naming import named_plan, named_words
from bias.results.on_needles import PieceOnNeedles, first_difference, piece_on_needles
from bias.results.pieces import (
    COMPACT,
    Results,
    dialects,
    language_of_dialect,
    recent,
    results_of_words,
)
from bias.results.plans import (
    PlanResults,
    advice_of_words,
    begun_text,
    changed_text,
    kept_text,
    mended_words,
    plan_of_words,
    plans_of_parts,
    read_text,
    results_of_plan,
    row_count,
    said_steps,
    trials_of_words,
    why_unreadable,
    within,
    words_of_json,
    words_of_part,
)
from bias.results.published import (
    published_chart_svg,
    published_charts,
    published_key,
    schematic_svg,
    written_lines,
)
from bias.results.resizing import InItsWords, in_its_words
from bias.results.row_display import cloth_context, row_context
from bias.results.techniques import (
    ListedTechnique,
    ShortTechnique,
    ShownTechnique,
    cluster_in_short,
    every_run,
    shaped_in,
    shown_technique,
    technique_chapters,
    technique_in_short,
)
from drawing.chart import ChartPage
from drawing.chart_once import SectionChart
from drawing.chart_svg import Window
from drawing.chart_svg import windows as chart_windows
from drawing.cloth import ClothPage
from drawing.clues import clue
from drawing.strip import StripPart
from drawing.tiles import CELL
from knitting.cloth import Layout, Measures
from knitting.files import NotRead
from knitting.needle.worked import WorkedRow
from knitting.remedies import Advice, WordsAdvice
from knitting.substitution import OwnHand, Substitution
from knitting.techniques.occasions import technique_for
from knitting.words.writer import WrittenKind, WrittenLine
from knitting.working.row_groups import RowGroup

__all__ = [
    "CELL",
    "COMPACT",
    "Advice",
    "ChartPage",
    "ClothPage",
    "CountMeaning",
    "EdgeView",
    "FoundWord",
    "InItsWords",
    "Layout",
    "ListedTechnique",
    "Measures",
    "NotRead",
    "OwnHand",
    "PartingPlace",
    "PieceOnNeedles",
    "PlanResults",
    "Results",
    "RowGroup",
    "SaidCounts",
    "SectionChart",
    "ShortTechnique",
    "ShownTechnique",
    "StripPart",
    "Substitution",
    "Window",
    "WordsAdvice",
    "WorkedRow",
    "WrittenKind",
    "WrittenLine",
    "advice_of_words",
    "begun_text",
    "changed_text",
    "chart_windows",
    "cloth_context",
    "clue",
    "cluster_in_short",
    "dialects",
    "digest",
    "edge_view",
    "every_run",
    "first_difference",
    "forget_all",
    "in_its_words",
    "kept_text",
    "language_of_dialect",
    "made_as",
    "meaning_of",
    "mended_words",
    "named_plan",
    "named_words",
    "observation_of",
    "parting_places",
    "piece_on_needles",
    "plan_of_words",
    "plans_of_parts",
    "possible_rows",
    "published_chart_svg",
    "published_charts",
    "published_key",
    "read_text",
    "recent",
    "remembered",
    "results_of_plan",
    "results_of_words",
    "row_context",
    "row_count",
    "said_counts",
    "said_steps",
    "schematic_svg",
    "shaped_in",
    "shown_technique",
    "swatch",
    "technique_chapters",
    "technique_for",
    "technique_in_short",
    "trials_of_words",
    "why_unreadable",
    "within",
    "words_like",
    "words_of_json",
    "words_of_part",
    "words_until",
    "written_lines",
]
