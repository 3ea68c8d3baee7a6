"""Where a piece at the needles really is: what would explain counts that are not those of its row."""

from knitting.diagnosis.as_knitted import AsKnitted, as_knitted
from knitting.diagnosis.explanations import Diagnosis, Explanation, diagnose
from knitting.diagnosis.mistakes import MistakeKind
from knitting.diagnosis.observation import Observation, facing_by_tail
from knitting.diagnosis.options import Option, OptionKind, options, options_of
from knitting.diagnosis.verdicts import Matters, Verdict, WrongCounts
from knitting.diagnosis.whereabouts import PossibleRow, whereabouts

__all__ = [
    "AsKnitted",
    "Diagnosis",
    "Explanation",
    "Matters",
    "MistakeKind",
    "Observation",
    "Option",
    "OptionKind",
    "PossibleRow",
    "Verdict",
    "WrongCounts",
    "as_knitted",
    "diagnose",
    "facing_by_tail",
    "options",
    "options_of",
    "whereabouts",
]
