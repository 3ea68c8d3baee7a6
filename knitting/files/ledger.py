"""The published JSON and table of a worked piece."""

from __future__ import annotations

from typing import Any

from knitting.dialects.dialect import Dialect
from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.saying.problems import SaidProblem, problems_of
from knitting.saying.questions import SaidQuestion, questions_of


def as_json(worked: WorkedPiece, with_cells: bool = False, words: Dialect | None = None) -> dict[str, Any]:
    """A worked piece in the published form; its problems are said in the ``words`` of a dialect.

    ``docs/notation.md`` describes every key.
    """
    rows = [row_as_json(row) for row in worked.rows]
    if with_cells:
        from knitting.in_pattern.piece_in_pattern import cells  # loads numpy, which counts need not

        rows = [{**row, "cells": shown} for row, shown in zip(rows, cells(worked), strict=True)]
    found = {
        "title": worked.piece.title,
        "rows": rows,
        "on_needle": worked.on_needle,
        "bound_off": worked.bound_off,
        "dropped": worked.dropped,
        "held": dict(worked.held),
        "problems": [problem_as_json(problem) for problem in problems_of(worked, words)],
    }
    if worked.questions:
        found["questions"] = [question_as_json(question) for question in questions_of(worked.questions, words)]
    return found


def question_as_json(question: SaidQuestion) -> dict[str, Any]:
    """One question in the published form: the first answer is taken meanwhile."""
    return {
        "line": question.where.line,
        "column": question.where.column,
        "row": question.row,
        "asks": question.asks,
        "taken": question.taken,
        "answers": [answer.text.strip() for answer in question.answers],
    }


def row_as_json(row: WorkedRow) -> dict[str, Any]:
    """One worked row in the published form."""
    return {
        "row": row.label,
        "section": row.section,
        "time": row.time,
        "side": row.side.value,
        "colour": row.colour,
        "line": row.span.line,
        "start": row.start,
        "end": row.end,
        "parts": list(row.parts),
    }


def problem_as_json(problem: SaidProblem) -> dict[str, Any]:
    """One problem in the published form."""
    return {
        "line": problem.where.line,
        "column": problem.where.column,
        "row": problem.row,
        "time": problem.time,
        "kind": problem.kind.value,
        "message": problem.message,
        "hint": problem.hint,
    }


def as_table(worked: WorkedPiece) -> str:
    """The rows as a table for the terminal."""
    lines = [f"{'':>5}  {'row':<14} {'time':>4}  side  {'colour':<8} {'start':>6} {'end':>6}  parts"]
    section = ""
    for index, row in enumerate(worked.rows, start=1):
        if row.section != section:
            section = row.section
            lines.append(f"       {section}")
        parts = "-".join(str(part) for part in row.parts)
        lines.append(
            f"{index:>5}  {row.label:<14} {row.time:>4}  {row.side.value:<4}  {row.colour:<8} "
            f"{row.start:>6} {row.end:>6}  {parts}"
        )
    lines.append(f"on the needle {worked.on_needle}, bound off {worked.bound_off}, dropped {worked.dropped}")
    return "\n".join(lines)
