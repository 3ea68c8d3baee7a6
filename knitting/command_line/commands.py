"""The command line of the core: a command for every thing that is asked; `python -m knitting --help` lists them.

Each command has a module of its own, which is loaded when it is asked for: what lays the cloth takes longer to load
than a pattern takes to check.
"""

from __future__ import annotations

import argparse
import sys
from collections.abc import Sequence
from importlib import import_module

from knitting.dialects.tables import dialect_codes
from knitting.saying.language import _, catalogue, languages, saying_with
from knitting.saying.statements import said_refusal
from knitting.statements import Refused

_MODULES = {
    "count": "rows",
    "check": "rows",
    "write": "rows",
    "shape": "shape",
    "find": "finding",
    "make": "making",
    "constructions": "listing",
    "yarn": "yarn",
    "stripes": "yarn",
    "could": "yarn",
    "assemble": "assembly",
    "board": "assembly",
}
ALL_WELL, PROBLEMS, WRONG_CALL = 0, 1, 2


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; the exit code is 0 if all is well, 1 with problems, 2 for a wrong call."""
    asked, _rest = _language_parser().parse_known_args(arguments)
    with saying_with(catalogue(asked.language)):
        options = _parser().parse_args(arguments)
        command = import_module(f"knitting.command_line.{_MODULES[options.command]}")
        try:
            answer, adds_up = command.run(options)
        except (OSError, ValueError) as error:
            print(_why(error), file=sys.stderr)
            return WRONG_CALL
        print(answer, end="")
        return ALL_WELL if adds_up else PROBLEMS


def _why(error: Exception) -> str:
    return said_refusal(error) if isinstance(error, Refused) else str(error)


def _language_parser() -> argparse.ArgumentParser:
    """What is looked for first: the others are explained in it."""
    parser = argparse.ArgumentParser(add_help=False)
    parser.add_argument(
        "--language", choices=languages(), default="en", help=_("the language of what is said, before the command")
    )
    return parser


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(
        prog="python -m knitting",
        description=_("Reads, counts and checks written rows."),
        parents=[_language_parser()],
    )
    commands = parser.add_subparsers(dest="command", required=True)
    for name, says in (
        ("count", _("print every row with its counts")),
        ("check", _("print what does not add up, one problem a line")),
        ("write", _("print the piece back in the words of a dialect")),
        ("shape", _("print the measures of the cloth as JSON")),
        ("find", _("print what went wrong where the counts are not those of the row, likeliest first")),
        ("yarn", _("print how much yarn each colour takes, whether it lasts, and when to weigh")),
        ("stripes", _("print which rows each of some yarns has")),
    ):
        command = commands.add_parser(name, help=says)
        command.add_argument("file", help=_("a text file, a piece as JSON, or - for standard input"))
        command.add_argument(
            "--read-as", choices=dialect_codes(), help=_("the dialect of the file; told from it if not set")
        )
        command.add_argument("--gauge", help=_("stitches x rows to 10 cm, such as 20x28; overrides the header's"))
        if name == "count":
            command.add_argument("--json", action="store_true", help=_("print the published JSON"))
            command.add_argument("--cells", action="store_true", help=_("with --json: what every stitch shows"))
            command.add_argument("--csv", action="store_true", help=_("print the rows as CSV"))
        if name == "check":
            command.add_argument("--roles", action="store_true", help=_("first print what each line was taken for"))
        if name == "write":
            command.add_argument("--dialect", choices=dialect_codes(), help=_("the file's own if not set"))
            command.add_argument("--as-written", action="store_true", help=_("leave the rows as they are grouped"))
            command.add_argument("--glossary", action="store_true", help=_("print the abbreviations instead"))
            command.add_argument("--json", action="store_true", help=_("print the piece as JSON instead"))
        if name == "find":
            command.add_argument(
                "--row", type=int, required=True, help=_("the row just worked, 1 for the first of all")
            )
            command.add_argument(
                "--counts", required=True, help=_("the stitches of each part, such as 24,1,25, or the sum")
            )
            command.add_argument("--facing", choices=("RS", "WS"), help=_("the side that faces before the next row"))
            command.add_argument("--colour", default="", help=_("the colour of the row just worked"))
            command.add_argument(
                "--shows", choices=("k", "p"), default="", help=_("what most of it shows on the right side")
            )
            command.add_argument("--json", action="store_true", help=_("print the published JSON"))
        if name in ("yarn", "stripes"):
            _yarn_options(command, name)
        if name == "shape":
            command.add_argument("--json", action="store_true", help=_("accepted; the answer is always JSON"))
    for name, says in (
        ("assemble", _("print how the pieces of a thing meet, what is picked up, where a head goes through")),
        ("board", _("print in which order the squares of a blanket are knitted, and what they come to")),
    ):
        command = commands.add_parser(name, help=says)
        if name == "assemble":
            command.add_argument("name", help=_("mini-poncho, capelet or bordered-triangle"))
        command.add_argument("answers", nargs="*", help=_("key=value, such as cast_on=27 or rows=12"))
        command.add_argument("--gauge", help=_("stitches x rows to 10 cm, such as 20x28"))
        command.add_argument("--json", action="store_true", help=_("print the published JSON"))
    command = commands.add_parser("could", help=_("print what some yarn could become, the largest size of each"))
    command.add_argument("yarns", nargs="+", help=_("a yarn, such as A=100g/210m or A=2x50g/105m"))
    command.add_argument("--gauge", help=_("stitches x rows to 10 cm, such as 20x28"))
    command.add_argument("--json", action="store_true", help=_("print the published JSON"))
    command = commands.add_parser("make", help=_("work a construction from a few answers"))
    command.add_argument("name", help=_("its name; see 'constructions'"))
    command.add_argument("answers", nargs="*", help=_("key=value, gauge=20x28, a measure such as width_cm=150"))
    command.add_argument("--json", action="store_true", help=_("print the published JSON of its rows"))
    command.add_argument("--words", action="store_true", help=_("print its written rows"))
    command.add_argument("--dialect", choices=dialect_codes(), help=_("the dialect of its words"))
    commands.add_parser("constructions", help=_("print every construction with its questions, defaults and rules"))
    return parser


def _yarn_options(command: argparse.ArgumentParser, name: str) -> None:
    """What the commands about yarn are given."""
    swatch = command.add_mutually_exclusive_group()
    swatch.add_argument("--washed", action="store_true", default=None, help=_("the gauge was measured after washing"))
    swatch.add_argument("--unwashed", action="store_true", help=_("the gauge was measured before washing"))
    command.add_argument("--json", action="store_true", help=_("print the published JSON"))
    if name == "yarn":
        for option, says in (
            ("--ball", _("a ball of a colour, such as A=50g/92m")),
            ("--start", _("grams of a colour at the start, such as A=100")),
            ("--weighed", _("grams left after a row, such as 60:A=48")),
            ("--reserve", _("kept for the end, such as collar:A=20m")),
        ):
            command.add_argument(option, nargs="*", action="extend", default=[], help=says)
        command.add_argument(
            "--safe", type=float, default=0.9, help=_("the chance that a safe row has; 0.9 if not set")
        )
        return
    command.add_argument("--yarn", nargs="+", action="extend", required=True, help=_("a yarn, such as A=30g/60m"))
    command.add_argument(
        "--bands",
        choices=("yarn", "height", "order", "free", "fade"),
        default="order",
        help=_("how rows are shared out"),
    )
    command.add_argument("--words", action="store_true", help=_("print the piece with its stripes instead"))
