"""Short ways for the tests to ask the core."""

from __future__ import annotations

from knitting.needle.worked import WorkedPiece
from knitting.saying.problems import with_said_problems
from knitting.words.reader import Reading, read
from knitting.working.piece_worker import work_piece


def worked(text: str) -> WorkedPiece:
    """A text read and worked."""
    return work_reading(read(text))


def work_reading(reading: Reading) -> WorkedPiece:
    """What was read, worked; its problems as they are said."""
    return with_said_problems(work_piece(reading.piece, reading.problems), reading.dialect)


def one_row(count: str, words: str) -> WorkedPiece:
    """One row on a needle: "9" is nine stitches, "4*4" has a marked stitch between two parts of four."""
    if "*" not in count:
        return worked(f"Cast on {count} sts.\nRow 1: {words}")
    parts = [int(part) for part in count.split("*")]
    at, marks = 0, []
    for part in parts[:-1]:
        at += part + 1
        marks.append(str(at))
    total = sum(parts) + len(marks)
    return worked(f"Cast on {total} sts.\nMark sts {', '.join(marks)}.\nRow 1: {words}")


def kinds(piece: WorkedPiece) -> list[str]:
    """The slugs of the problems in reading order."""
    return [problem.kind.value for problem in piece.problems]


# Rows in a fabric that the piece calls "own", growing nowhere, at both ends, at the start and at the end.
GROWS = ["work in own", "work in own"]
BOTH = ["yo, work in own, yo", "work in own"]
START, END = ["yo, work in own", "work in own"], ["work in own, yo", "work in own"]


def text_of(own, cast_on, lines):
    return f"Fabric own: {own}\nCast on {cast_on} sts.\n" + "\n".join(
        f"Row {at}: {line}." for at, line in enumerate(lines, start=1)
    )
