"""``find``: what went wrong where the counts are not those of the row."""

from __future__ import annotations

import argparse
import json
import re

from knitting.command_line.reading import worked_file
from knitting.diagnosis import Observation, WrongCounts, diagnose
from knitting.files.diagnosis_json import find_json
from knitting.needle.worked import WorkedPiece
from knitting.problems import plural
from knitting.rows import Side
from knitting.saying.diagnosis import said_verdict, said_wrong_counts
from knitting.saying.mistakes import looked_for, mended, said_mistakes

_COUNTS = re.compile(r"\d{1,5}(?:[,-]\d{1,5}){0,80}")


def run(options: argparse.Namespace) -> tuple[str, bool]:
    """What would explain the counts, and whether every row adds up."""
    worked = worked_file(options).worked
    return _found(options, worked), not worked.problems


def _found(options: argparse.Namespace, worked: WorkedPiece) -> str:
    """What would explain the counts after a row, as sentences or as JSON."""
    side = Side(options.facing) if options.facing else None
    seen = Observation(facing=side, colour=options.colour, shows=options.shows)
    counts = [int(count) for count in re.split("[,-]", options.counts)] if _COUNTS.fullmatch(options.counts) else []
    if not counts:
        raise ValueError(f"Counts are written as 24,1,25, not {options.counts[:40]!r}.")
    try:
        answer = diagnose(worked, options.row, counts, seen=seen)
    except WrongCounts as wrong:
        raise ValueError(said_wrong_counts(wrong)) from None
    if options.json:
        return json.dumps(find_json(worked, answer), ensure_ascii=False) + "\n"
    lines = [said_verdict(answer.verdict)]
    for number, each in enumerate(answer.explanations, start=1):
        rip = f"Or rip {plural(each.rip_rows, 'row')}, {plural(each.rip_stitches, 'stitch')}."
        said = said_mistakes(worked, each.mistakes)
        lines.append(f"{number}. {said} {looked_for(each.mistakes)} {mended(each.mistakes)} {rip}")
    if answer.expected and not answer.explanations and not answer.verdict.is_right:
        lines.append("No one or two of the usual mistakes explain these counts: count once more, part by part.")
    return "\n".join(lines) + "\n"
