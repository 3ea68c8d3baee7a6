"""The published form of what may have gone wrong."""

from __future__ import annotations

from knitting.diagnosis import Diagnosis, Explanation
from knitting.needle.worked import WorkedPiece
from knitting.saying.diagnosis import said_verdict
from knitting.saying.mistakes import looked_for, mended, said_mistakes


def find_json(worked: WorkedPiece, answer: Diagnosis) -> dict[str, object]:
    """An answer about the counts of a piece."""
    return {
        "matters": said_verdict(answer.verdict),
        "expected": list(answer.expected),
        "explanations": [_explanation(worked, each) for each in answer.explanations],
    }


def _explanation(worked: WorkedPiece, each: Explanation) -> dict[str, object]:
    first = each.mistakes[0]
    return {
        "kind": first.kind.value,
        "mark": first.spot.mark,
        "side": first.spot.side,
        "or": [{"mark": spot.mark, "side": spot.side} for spot in first.others],
        "rows": list(each.rows),
        "says": said_mistakes(worked, each.mistakes),
        "look": looked_for(each.mistakes),
        "mend": mended(each.mistakes),
        "rip_rows": each.rip_rows,
        "also": [other.kind.value for other in each.mistakes[1:]],
    }
