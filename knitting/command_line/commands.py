"""The command line of the core: count, check, write, shape, find, make, constructions."""

from __future__ import annotations

import argparse
import json
import re
import sys
from collections.abc import Sequence
from pathlib import Path

from knitting.cloth import lay_flat
from knitting.command_line.making import listed, make
from knitting.command_line.roles import roles_table
from knitting.diagnosis import Observation, WrongCounts, diagnose
from knitting.dialects.dialect import Dialect, dialect, dialect_codes
from knitting.dialects.tokens import MOST_BYTES
from knitting.files import NotRead, ledger_csv, piece_from_json, piece_to_json
from knitting.files.diagnosis_json import find_json
from knitting.files.ledger import as_json, as_table
from knitting.files.shape_json import shape_json
from knitting.formatter import format_piece
from knitting.measures import Gauge
from knitting.needle.worked import WorkedPiece
from knitting.problems import plural
from knitting.rows import Side
from knitting.saying.diagnosis import said_verdict, said_wrong_counts
from knitting.saying.mistakes import looked_for, mended, said_mistakes
from knitting.saying.problems import problems_of
from knitting.saying.statements import said_refusal
from knitting.statements import Refused, sentence
from knitting.words.glossary import glossary
from knitting.words.writer import write
from knitting.written import work_text

_COUNTS = re.compile(r"\d{1,5}(?:[,-]\d{1,5}){0,80}")
ALL_WELL, PROBLEMS, WRONG_CALL = 0, 1, 2


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; the exit code is 0 if all is well, 1 with problems, 2 for a wrong call."""
    options = _parser().parse_args(arguments)
    if options.command == "constructions":
        print(listed(), end="")
        return ALL_WELL
    if options.command == "make":
        return _make(options)
    try:
        text = read_text(options.file)
        gauge = read_gauge(options.gauge) if getattr(options, "gauge", None) else None
    except (OSError, ValueError) as error:
        print(_why(error), file=sys.stderr)
        return WRONG_CALL
    try:
        words = dialect(options.read_as) if options.read_as else None
        found = work_text(_as_words(text), words, gauge)
    except NotRead as error:
        print(_why(error), file=sys.stderr)
        return WRONG_CALL
    worked = found.worked
    try:
        answer = roles_table(found.reading) if getattr(options, "roles", False) else ""
        answer += _answer(options, worked, gauge, found.reading.dialect)
    except ValueError as error:
        print(_why(error), file=sys.stderr)
        return WRONG_CALL
    print(answer, end="")
    return PROBLEMS if worked.problems else ALL_WELL


def _make(options: argparse.Namespace) -> int:
    """A construction worked, or its words; what does not come out is said on the other stream."""
    form = "json" if options.json else "words" if options.words else "table"
    pairs = [pair for pair in options.answers if not pair.startswith("gauge=")]
    wished = [pair.removeprefix("gauge=") for pair in options.answers if pair.startswith("gauge=")]
    try:
        gauge = read_gauge(wished[-1]) if wished else None
        made = make(options.name, pairs, gauge, form, dialect(options.dialect) if options.dialect else None)
    except ValueError as error:
        print(_why(error), file=sys.stderr)
        return WRONG_CALL
    print(made.text, end="")
    for line in made.said:
        print(line, file=sys.stderr)
    return ALL_WELL if made.sound else PROBLEMS


def _why(error: Exception) -> str:
    return said_refusal(error) if isinstance(error, Refused) else str(error)


def _as_words(text: str) -> str:
    """Written rows as they are, or those of a piece given as JSON."""
    if not text.lstrip().startswith("{"):
        return text
    try:
        data = json.loads(text)
    except (ValueError, RecursionError):
        raise NotRead(sentence("The file begins like JSON and cannot be read as JSON.")) from None
    return write(piece_from_json(data))


def _answer(options: argparse.Namespace, worked: WorkedPiece, gauge: Gauge | None, words: Dialect) -> str:
    if options.command == "check":
        return "".join(f"{problem}\n" for problem in problems_of(worked, words))
    if options.command == "write":
        return _written(options, worked, dialect(options.dialect) if options.dialect else words)
    if options.command == "find":
        return _found(options, worked)
    if options.command == "shape":
        return json.dumps(shape_json(lay_flat(worked, gauge)), indent=2) + "\n"
    if options.csv:
        return ledger_csv(worked, words)
    if options.json:
        return json.dumps(as_json(worked, options.cells, words), ensure_ascii=False) + "\n"
    return as_table(worked) + "\n"


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


def _written(options: argparse.Namespace, worked: WorkedPiece, words: Dialect) -> str:
    piece = worked.piece if options.as_written else format_piece(worked)
    if options.json:
        return json.dumps(piece_to_json(piece), ensure_ascii=False, indent=1) + "\n"
    if options.glossary:
        return "".join(f"{entry.short}: {entry.meaning}\n" for entry in glossary(piece, words))
    return write(piece, words)


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="python -m knitting", description="Reads, counts and checks written rows.")
    commands = parser.add_subparsers(dest="command", required=True)
    for name, says in (
        ("count", "print every row with its counts"),
        ("check", "print what does not add up, one problem a line"),
        ("write", "print the piece back in the words of a dialect"),
        ("shape", "print the measures of the cloth as JSON"),
        ("find", "print what went wrong where the counts are not those of the row, likeliest first"),
    ):
        command = commands.add_parser(name, help=says)
        command.add_argument("file", help="a text file, a piece as JSON, or - for standard input")
        command.add_argument(
            "--read-as", choices=dialect_codes(), help="the dialect of the file; told from it if not set"
        )
        command.add_argument("--gauge", help="stitches x rows to 10 cm, such as 20x28; overrides the header's")
        if name == "count":
            command.add_argument("--json", action="store_true", help="print the published JSON")
            command.add_argument("--cells", action="store_true", help="with --json: what every stitch shows")
            command.add_argument("--csv", action="store_true", help="print the rows as CSV")
        if name == "check":
            command.add_argument("--roles", action="store_true", help="first print what each line was taken for")
        if name == "write":
            command.add_argument("--dialect", choices=dialect_codes(), help="the file's own if not set")
            command.add_argument("--as-written", action="store_true", help="leave the rows as they are grouped")
            command.add_argument("--glossary", action="store_true", help="print the abbreviations instead")
            command.add_argument("--json", action="store_true", help="print the piece as JSON instead")
        if name == "find":
            command.add_argument("--row", type=int, required=True, help="the row just worked, 1 for the first of all")
            command.add_argument(
                "--counts", required=True, help="the stitches of each part, such as 24,1,25, or the sum"
            )
            command.add_argument("--facing", choices=("RS", "WS"), help="the side that faces before the next row")
            command.add_argument("--colour", default="", help="the colour of the row just worked")
            command.add_argument(
                "--shows", choices=("k", "p"), default="", help="what most of it shows on the right side"
            )
            command.add_argument("--json", action="store_true", help="print the published JSON")
        if name == "shape":
            command.add_argument("--json", action="store_true", help="accepted; the answer is always JSON")
    command = commands.add_parser("make", help="work a construction from a few answers")
    command.add_argument("name", help="its name; see 'constructions'")
    command.add_argument("answers", nargs="*", help="key=value, gauge=20x28, a measure such as width_cm=150")
    command.add_argument("--json", action="store_true", help="print the published JSON of its rows")
    command.add_argument("--words", action="store_true", help="print its written rows")
    command.add_argument("--dialect", choices=dialect_codes(), help="the dialect of its words")
    commands.add_parser("constructions", help="print every construction with its questions, defaults and rules")
    return parser


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
