"""The ledger as a table for other programs (RFC 4180: CRLF, a header line, quotes where needed)."""

from __future__ import annotations

import csv
import io

from knitting.dialects.dialect import Dialect
from knitting.formatter.worked_runs import say_runs
from knitting.needle.worked import WorkedPiece

HEADER = ("number", "row", "section", "time", "side", "colour", "line", "start", "end", "change", "parts", "work")
_FORMULA = ("=", "+", "-", "@", "\t", "\r")


def ledger_csv(worked: WorkedPiece, words: Dialect | None = None) -> str:
    """One line for every row worked. ``parts`` and ``work`` are in right-side and in working order.

    A cell that a spreadsheet would take for a formula begins with an apostrophe.
    """
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(HEADER)
    for number, row in enumerate(worked.rows, start=1):
        work = " | ".join(said for part in row.work if (said := say_runs(part.runs, words)))
        parts = " ".join(str(part) for part in row.parts)
        cells = (number, row.label, row.section, row.time, row.side.value, row.colour, row.span.line)
        writer.writerow([harmless_cell(cell) for cell in (*cells, row.start, row.end, row.change, parts, work)])
    return out.getvalue()


def harmless_cell(cell: object) -> object:
    """A cell that no spreadsheet takes for a formula: a text that begins as one is led by an apostrophe.

    >>> harmless_cell("=1+1"), harmless_cell(-4)
    ("'=1+1", -4)
    """
    return f"'{cell}" if isinstance(cell, str) and cell.startswith(_FORMULA) else cell
