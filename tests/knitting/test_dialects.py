"""Dialects: words in and words out are tables alone, and every table works to the same rows."""

import re
import tomllib
from importlib.resources import files

import pytest

from knitting.dialects.detection import detect
from knitting.dialects.dialect import dialect, dialect_codes, dialect_from
from knitting.formatter.worked_runs import say_runs
from knitting.stitches import STITCHES, Family
from knitting.words.reader import read
from knitting.words.writer import write
from knitting.working.piece_worker import work_piece
from tests.knitting.asking import work_reading
from tests.knitting.rows_of_dialects import ROWS
from tests.knitting.test_written_rows import CASES, _set_up

LINES = [(code, *line.split(" | ")) for code, table in ROWS.items() for line in table.strip().splitlines()]


@pytest.mark.parametrize(("code", "needle", "words", "parts", "runs"), LINES)
def test_a_row_of_another_dialect_comes_to_its_parts_and_runs(code, needle, words, parts, runs):
    tongue = dialect(code)
    begin = write(read("\n".join(_set_up(needle)), dialect("us")).piece, tongue)
    row = tongue.row_head
    reading = read(f"{begin}{row} 3: {words}", tongue)
    piece = work_piece(reading.piece, reading.problems)
    assert not piece.problems
    assert "-".join(str(part) for part in piece.rows[-1].parts) == parts
    assert " / ".join(say_runs(part.runs) for part in piece.rows[-1].work) == runs


def outcome(piece):
    """All that is the same in every dialect."""
    return [
        (row.section, row.time, row.side, row.colour, row.before, row.after, row.work, row.complete)
        for row in piece.rows
    ] + [piece.on_needle, piece.bound_off, piece.dropped, piece.held]


@pytest.mark.parametrize("code", dialect_codes())
@pytest.mark.parametrize("text", [
    "\n".join([*([header] if header else []), *_set_up(needle), f"Row 3: {words}"])
    for header, needle, words, _, _ in CASES
], ids=[f"{case[1]}: {case[2]}" for case in CASES])  # fmt: skip
def test_every_written_row_is_the_same_in_every_dialect(text, code):
    us = read(text, dialect("us"))
    written = write(us.piece, dialect(code))
    again = read(written, dialect(code))
    assert not again.problems, written
    assert without_places(outcome(work_piece(again.piece, again.problems))) == without_places(
        outcome(work_piece(us.piece, us.problems))
    )


def without_places(found):
    """Clusters and the like keep where they were written; that differs."""
    return re.sub(r"Span\([^)]*\)", "", repr(found))


@pytest.mark.parametrize(
    ("text", "code"),
    [
        ("Cast on 5 sts.\nRow 1: Knit.\nBind off.", "us"),
        ("Cast on 5 sts.\nRow 1: Knit.\nCast off.", "uk"),
        ("Tension: 20 sts and 28 rows = 10 cm\nCast on 5 sts.", "uk"),
        ("Cast on 5 sts.\nRow 2 and every alt row: Purl.", "uk"),
        ("Cast on 5 sts.\nRow 1: k2, yfwd, k to end", "uk"),
        ("Avviare 5 m.\nFerro 1: Diritto.", "it"),
        ("Montare 5 maglie.", "it"),
        ("Language: Italiano\nTitle: no words else", "it"),
        ("Lingua: it", "it"),
        ("20 M anschlagen.\nReihe 1: Rechts.\nAbketten.", "de"),
        ("Maschenprobe: 20 M und 28 R = 10 cm\n5 Maschen anschlagen.", "de"),
        ("Sprache: Deutsch\nTitel: keine Wörter sonst", "de"),
        ("Monter 20 m.\nRang 1 : Endroit.\nRabattre.", "fr"),
        ("Échantillon : 20 m et 28 rangs = 10 cm\nMonter 5 mailles.", "fr"),
        ("Langue : Français", "fr"),
        ("Language: UK English\nBind off.", "uk"),
        ("", "us"),
        ("1234", "us"),
    ],
)
def test_the_dialect_is_told_from_the_text_or_set_in_it(text, code):
    assert detect(text).code == code


def test_what_would_mend_a_problem_is_said_in_the_readers_words():
    piece = work_reading(read("Avviare 9 m.\nFerro 1: 1 dir, dir fino alle ultime 4 m, 3 dir. (8 m)"))
    assert [mend.text for problem in piece.problems for mend in problem.mends] == ["dir fino alle ultime 3 m"]
    piece = work_reading(read("Avviare 9 m.\nFerro 1: diritto. (8 m)"))
    assert [mend.text for problem in piece.problems for mend in problem.mends] == ["(9 m)"]


INVENTED = """
name = "Quayside"
code = "quay"
based_on = "us"

[heads]
row = ["Course/Courses"]

[classes]
row = ["courses", "course"]
st = ["loops", "loop"]

[singular]
loops = "loop"
courses = "course"

[stitches]
k = ["plain"]
p = ["ridge"]
yo = ["gap"]
k2tog = ["join"]

[goals]
to_end = ["right along"]

[orders]
cast_on = ["begin with {n} <st> {manner}"]
bind_off = ["close {manner}"]
"""


def test_a_dialect_is_one_table_and_no_code():
    quay = dialect_from(tomllib.loads(INVENTED))
    us = read("Cast on 5 sts.\nRow 1: K2, yo, k to end. (6 sts)\nRow 2: P1, k2tog, p to end.\nBind off.")
    written = write(us.piece, quay)
    assert written.splitlines() == [
        "Begin with 5 loops.",
        "Course 1: Plain2, gap, plain right along. (6 loops)",
        "Course 2: Ridge1, join, ridge right along.",
        "Close.",
    ]
    again = read(written, quay)
    assert without_places(outcome(work_piece(again.piece, again.problems))) == without_places(
        outcome(work_piece(us.piece, us.problems))
    )
    problems = work_reading(read("Begin with 5 loops.\nCourse 1: plian, join", quay)).problems
    assert [problem.hint for problem in problems if problem.mends] == ["Did you mean 'plain'?"]


def test_every_file_of_the_folder_is_a_dialect():
    folder = files("knitting.dialects")
    assert {f"{code}.toml" for code in dialect_codes()} == {
        entry.name for entry in folder.iterdir() if entry.name.endswith(".toml")
    }
    assert dialect_codes()[0] == "us"
    assert {dialect(code).code for code in dialect_codes()} == set(dialect_codes())


WRITTEN = [key for key, kind in STITCHES.items() if kind.family is not Family.REST and key != "in_pattern"]


@pytest.mark.parametrize("code", dialect_codes())
@pytest.mark.parametrize("key", WRITTEN)
def test_every_stitch_is_written_and_said_in_every_dialect(code, key):
    words = dialect(code)
    assert words.written["stitches"].get(key), (
        f"'{key}' cannot be written in {words.name}: add it to [stitches] of {code}.toml."
    )
    if "k" in words.spoken:  # a dialect without names of its own says those of the table
        assert words.spoken.get(key), f"'{key}' is not said in {words.name}: add it to [spoken] of {code}.toml."


def test_a_dialect_may_be_based_on_one_that_is_based_on_another():
    words = dialect_from({"name": "Own", "code": "own", "based_on": "uk", "stitches": {"m1": ["incr"]}})
    written = {key: words.written["stitches"][key][0] for key in ("m1", "bo", "k2tog")}
    assert written == {"m1": "incr", "bo": "cast off", "k2tog": "k2tog"}
