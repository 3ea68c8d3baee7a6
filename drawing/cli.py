"""The command line of the drawings."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Sequence
from pathlib import Path

from drawing.cloth import lay_out, to_svg
from knitting.cli import ALL_WELL, PROBLEMS, WRONG_CALL, read_gauge, read_text
from knitting.cloth import NotLaid, lay_flat
from knitting.needle.piece_worker import work_piece
from knitting.words.reader import read

_STYLE = (
    "<style>.cloth-ground{fill:#fffdf8}.cloth-worked{fill:#ece3cf}.cloth-row,.cloth-edge,.cloth-up,.cloth-down,"
    ".cloth-rule,.cloth-needle,.cloth-thread path{fill:none}.cloth-row{stroke:#d5cab3}.cloth-edge{stroke:#1c2333;"
    "stroke-width:1.5}.cloth-tab{fill:#ece3cf}.cloth-up{stroke:#a8352a;stroke-width:1.3}.cloth-down{stroke:#24557f;"
    "stroke-width:1.3}.cloth-thread path{stroke:#0b6b63;stroke-width:2.2}.cloth-thread rect{fill:#0b6b63}"
    ".cloth-thread text{fill:#fff;font:600 13px sans-serif}.cloth-rule{stroke:#6f6a56}.cloth-size rect{fill:#fff}"
    ".cloth-size text{fill:#545a6b;font:15px sans-serif}.is-hidden{display:none}"
    ".cloth-growth path{fill:none;stroke:#545a6b}.cloth-growth text{fill:#545a6b;font:14px sans-serif}"
    ".yarn-0{fill:#8aa3b8}.yarn-1{fill:#cdbb8d}.yarn-2{fill:#c08d80}.yarn-3{fill:#a3b093}</style>"
)
"""Colours for a drawing that stands alone; in the pages the site's styles give them."""


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
        drawn = to_svg(lay_out(layout)).replace("</title>", f"</title>{_STYLE}", 1)
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
