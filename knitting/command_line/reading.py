"""What every command that is given a file does first: it reads the file and works it."""

from __future__ import annotations

import argparse
import json
import sys
from pathlib import Path

from knitting import files
from knitting.coding.decoder import NotRead
from knitting.dialects.dialect import dialect
from knitting.dialects.tokens import MOST_BYTES
from knitting.measures import Gauge
from knitting.statements import sentence
from knitting.words.writer import write
from knitting.written import WrittenPiece, work_text


def worked_file(options: argparse.Namespace) -> WrittenPiece:
    """The file of a command, read and worked. ``NotRead``, ``OSError`` and ``ValueError`` say why it cannot be."""
    words = dialect(options.read_as) if options.read_as else None
    return work_text(read_as_words(options), words, gauge_of(options))


def read_as_words(options: argparse.Namespace) -> str:
    """The text of a command's file, that of a piece given as JSON in words; standard input is read once."""
    if not hasattr(options, "text"):
        options.text = _as_words(read_text(options.file))
    text: str = options.text
    return text


def gauge_of(options: argparse.Namespace) -> Gauge | None:
    """The gauge that was given with a command; ``None`` where none was."""
    return read_gauge(options.gauge) if options.gauge else None


def read_text(file: str) -> str:
    """A pattern from a file, or from standard input for "-"; bytes that are no UTF-8 are replaced."""
    limit = MOST_BYTES + 1
    if file == "-":
        return sys.stdin.buffer.read(limit).decode("utf-8-sig", "replace")
    with Path(file).open("rb") as pattern:
        return pattern.read(limit).decode("utf-8-sig", "replace")


def read_gauge(text: str) -> Gauge:
    """A gauge as the command line takes it ("20x28"); ``ValueError`` with a sentence if it is none."""
    stitches, _, rows = text.lower().partition("x")
    try:
        gauge = Gauge(float(stitches), float(rows))
    except ValueError:
        raise ValueError(f"A gauge is written as 20x28, not {text!r}.") from None
    if not gauge.believable:
        raise ValueError(f"A gauge of {text} is not one that hand knitting has.")
    return gauge


def _as_words(text: str) -> str:
    """Written rows as they are, or those of a piece given as JSON."""
    if not text.lstrip().startswith("{"):
        return text
    try:
        data = json.loads(text)
    except (ValueError, RecursionError):
        raise NotRead(sentence("The file begins like JSON and cannot be read as JSON.")) from None
    return write(files.piece_from_json(data))
