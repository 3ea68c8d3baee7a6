"""The command line of the drawings."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Sequence
from pathlib import Path

from drawing import inks
from drawing.chart import lay_out_chart
from drawing.chart_svg import chart_svg
from drawing.cloth import lay_out
from drawing.cloth_svg import to_svg
from knitting.cloth import NoLayout, lay_flat
from knitting.command_line.commands import ALL_WELL, PROBLEMS, WRONG_CALL
from knitting.command_line.reading import read_gauge, read_text
from knitting.measures import Gauge
from knitting.needle.worked import WorkedPiece
from knitting.saying.problems import problems_of
from knitting.saying.statements import said
from knitting.written import work_text


def main(arguments: Sequence[str] | None = None) -> int:
    """Draw one pattern; 0 if all is well, 1 with problems or nothing to draw, 2 for a wrong call."""
    options = _parser().parse_args(arguments)
    try:
        text = read_text(options.file)
        gauge = read_gauge(options.gauge) if options.gauge else None
        found = work_text(text, gauge=gauge)
        reading, worked = found.reading, found.worked
        drawn = _chart(worked, options.as_worked) if options.command == "chart" else _cloth(worked, gauge)
        if drawn is None:
            return PROBLEMS
        Path(options.svg).write_text(drawn, "utf-8")
    except (OSError, ValueError) as error:
        print(error, file=sys.stderr)
        return WRONG_CALL
    for problem in problems_of(worked, reading.dialect):
        print(problem, file=sys.stderr)
    return PROBLEMS if worked.problems else ALL_WELL


def _cloth(worked: WorkedPiece, gauge: Gauge | None) -> str | None:
    layout = lay_flat(worked, gauge)
    if isinstance(layout, NoLayout):
        print(said(layout.reason), file=sys.stderr)
        return None
    return to_svg(lay_out(layout), style=inks.CLOTH)


def _chart(worked: WorkedPiece, as_worked: bool) -> str | None:
    if not worked.rows:
        print("No row could be worked: there is nothing to chart.", file=sys.stderr)
        return None
    return chart_svg(lay_out_chart(worked), as_worked=as_worked, style=inks.CHART)


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="python -m drawing", description="Draws written rows.")
    commands = parser.add_subparsers(dest="command", required=True)
    for name, says in (("cloth", "the cloth as it will lie"), ("chart", "every stitch of every row")):
        command = commands.add_parser(name, help=says)
        command.add_argument("file", help="a text file, or - for standard input")
        command.add_argument("--svg", required=True, help="the file to write")
        command.add_argument("--gauge", help="stitches x rows to 10 cm, such as 20x28; overrides the header's")
        if name == "chart":
            command.add_argument(
                "--as-worked", action="store_true", help="signs as worked, not as the right side shows"
            )
    return parser
