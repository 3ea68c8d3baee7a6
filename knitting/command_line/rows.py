"""``count``, ``check`` and ``write``: the rows of a file."""

from __future__ import annotations

import argparse
import json

from knitting import files
from knitting.command_line.reading import worked_file
from knitting.command_line.roles import roles_table
from knitting.dialects.dialect import Dialect, dialect
from knitting.files.ledger import as_json, as_table
from knitting.formatter import format_piece
from knitting.needle.worked import WorkedPiece
from knitting.saying.problems import problems_of
from knitting.words.glossary import glossary
from knitting.words.writer import write


def run(options: argparse.Namespace) -> tuple[str, bool]:
    """The answer of a command, and whether every row adds up."""
    found = worked_file(options)
    worked, words = found.worked, found.reading.dialect
    answer = roles_table(found.reading) if getattr(options, "roles", False) else ""
    return answer + _answer(options, worked, words), not worked.problems


def _answer(options: argparse.Namespace, worked: WorkedPiece, words: Dialect) -> str:
    if options.command == "check":
        return "".join(f"{problem}\n" for problem in problems_of(worked, words))
    if options.command == "write":
        return _written(options, worked, dialect(options.dialect) if options.dialect else words)
    if options.csv:
        return files.ledger_csv(worked, words)
    if options.json:
        return json.dumps(as_json(worked, options.cells, words), ensure_ascii=False) + "\n"
    return as_table(worked) + "\n"


def _written(options: argparse.Namespace, worked: WorkedPiece, words: Dialect) -> str:
    piece = worked.piece if options.as_written else format_piece(worked)
    if options.json:
        return json.dumps(files.piece_to_json(piece), ensure_ascii=False, indent=1) + "\n"
    if options.glossary:
        return "".join(f"{entry.short}: {entry.meaning}\n" for entry in glossary(piece, words))
    return write(piece, words)
