"""The command line of the drawings."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Sequence
from pathlib import Path

from drawing.cloth import lay_out
from drawing.cloth_svg import to_svg
from drawing.inks import CLOTH as STYLE
from knitting.cli import ALL_WELL, PROBLEMS, WRONG_CALL, read_gauge, read_text
from knitting.cloth import NotLaid, lay_flat
from knitting.needle.piece_worker import work_piece
from knitting.words.reader import read


def main(arguments: Sequence[str] | None = None) -> int:
    """Draw one pattern; 0 if all is well, 1 with problems or nothing to draw, 2 for a wrong call."""
    options = _parser().parse_args(arguments)
    try:
        text = read_text(options.file)
        gauge = read_gauge(options.gauge) if options.gauge else None
        reading = read(text)
        worked = work_piece(reading.piece, reading.problems, gauge)
        layout = lay_flat(worked, gauge)
        if isinstance(layout, NotLaid):
            print(layout.reason, file=sys.stderr)
            return PROBLEMS
        drawn = to_svg(lay_out(layout), style=STYLE)
        Path(options.svg).write_text(drawn, "utf-8")
    except (OSError, ValueError) as error:
        print(error, file=sys.stderr)
        return WRONG_CALL
    for problem in worked.problems:
        print(problem, file=sys.stderr)
    return PROBLEMS if worked.problems else ALL_WELL


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="python -m drawing", description="Draws written rows.")
    cloth = parser.add_subparsers(dest="command", required=True).add_parser("cloth", help="the cloth as it will lie")
    cloth.add_argument("file", help="a text file, or - for standard input")
    cloth.add_argument("--svg", required=True, help="the file to write")
    cloth.add_argument("--gauge", help="stitches x rows to 10 cm, such as 20x28; overrides the header's")
    return parser
