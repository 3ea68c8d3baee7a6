"""``assemble`` and ``board``: a thing of several pieces from a few answers, and a blanket of squares."""

from __future__ import annotations

import argparse
import json

from knitting.assembly.board import Turns, board, order
from knitting.assembly.finishing import comes_to
from knitting.assembly.ready_made import READY_MADE, assembled
from knitting.command_line.making import UsageError
from knitting.command_line.reading import read_gauge
from knitting.files.assembly_json import assembly_json, board_json
from knitting.measures import GUESS_IN_GARTER, said_length
from knitting.saying.assemblies import assembly_lines
from knitting.statements import sentence

_BOARD = {"rows": 4, "columns": 4, "ridges": 18, "turns": Turns.SAME.value, "seed": 0}


def run(options: argparse.Namespace) -> tuple[str, bool]:
    """One of the two, as JSON or as sentences."""
    return _assemble(options) if options.command == "assemble" else _board(options)


def _assemble(options: argparse.Namespace) -> tuple[str, bool]:
    thing = READY_MADE.get(options.name)
    if thing is None:
        known = ", ".join(READY_MADE)
        raise UsageError(
            sentence("There is no thing '{name}'. There are {known}.", name=options.name[:40], known=known)
        )
    gauge = read_gauge(options.gauge) if options.gauge else None
    made = assembled(thing, _pairs(options.answers), gauge)
    if options.json:
        return json.dumps(assembly_json(made), indent=2, ensure_ascii=False) + "\n", True
    return "\n".join(assembly_lines(made)) + "\n", True


def _board(options: argparse.Namespace) -> tuple[str, bool]:
    given = {**_BOARD, **_pairs(options.answers)}
    unknown = next((key for key in given if key not in _BOARD), None)
    if unknown is not None:
        raise UsageError(sentence("A board is told {keys}, not '{key}'.", keys=", ".join(_BOARD), key=unknown[:40]))
    if given["turns"] not in {each.value for each in Turns}:
        choices = ", ".join(each.value for each in Turns)
        raise UsageError(sentence("'turns' can be {choices}, not '{given}'.", choices=choices, given=given["turns"]))
    rows, columns, ridges, seed = (_whole(key, given[key]) for key in ("rows", "columns", "ridges", "seed"))
    made = board(rows, columns, ridges, Turns(given["turns"]), seed)
    in_turn = order(made)
    sums = comes_to(made, in_turn, read_gauge(options.gauge) if options.gauge else GUESS_IN_GARTER)
    if options.json:
        return json.dumps(board_json(made, in_turn, sums)) + "\n", True
    told = board_json(made, in_turn, sums)
    lines = [
        f"{told['picked']} sides picked up, {told['joined']} joined, {told['sewn']} sewn",
        f"{said_length(sums.width_cm)} by {said_length(sums.height_cm)}, {made.first_row} stitches in every first row",
        "order: " + " ".join(f"{row + 1}.{column + 1}" for row, column in in_turn.squares),
    ]
    return "\n".join(lines) + "\n", True


def _pairs(answers: list[str]) -> dict[str, str]:
    found = {}
    for text in answers:
        key, equals, value = text.partition("=")
        if not equals:
            raise UsageError(sentence("'{text}' is no answer: write it as key=value.", text=text[:40]))
        found[key.strip()] = value.strip()
    return found


def _whole(key: str, value: object) -> int:
    text = str(value)
    if not (text.isascii() and text.isdigit() and len(text) < 9):
        raise UsageError(sentence("'{key}' needs a whole number from 0 up, not '{value}'.", key=key, value=text[:40]))
    return int(text)
