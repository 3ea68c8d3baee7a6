"""Written pieces become plans that come to every stitch of every row again, or it is said what stands in the way."""

import re
import textwrap
from itertools import chain
from pathlib import Path

import pytest

from knitting.compiling import compile_plan
from knitting.constructions import CONSTRUCTIONS
from knitting.dialects.dialect import dialect
from knitting.forecast.forecast import forecast_of
from knitting.formatter import format_piece
from knitting.recognise.recognition import recognise
from knitting.recognise.several import recognise_each
from knitting.rows import Marking
from knitting.saying.statements import said
from knitting.substitution import FirstStitch, OwnHand, substitute
from knitting.words.writer import write
from knitting.working.comparison import stitches_of
from knitting.working.piece_worker import work_piece
from knitting.written import work_text
from tests.knitting.asking import worked
from tests.knitting.planning import made


def pieces() -> dict[str, str]:
    """The written pieces by their names."""
    found: dict[str, list[str]] = {}
    for line in (Path(__file__).parent / "recognised_pieces.txt").read_text("utf-8").splitlines():
        if line.startswith("# "):
            found[line[2:]] = []
        else:
            list(found.values())[-1].append(line)
    return {name: "\n".join(lines) for name, lines in found.items()}


PIECES = pieces()
NOT_TOLD = {
    "tab and triangle": "Stitches are cast on anew or come back from a holder: that is not told as a plan yet.",
    "two cast-ons": "Stitches are cast on anew or come back from a holder: that is not told as a plan yet.",
    "held wing": "Stitches are cast on anew or come back from a holder: that is not told as a plan yet.",
    "shawl from a tab by hand": "The marker of 'line 1' has no stitch to its left to stand before.",
}
"""What is not recognised yet, and why."""


def knitting_of(piece):
    """Every row as it is knitted: its side, its colour, its stitches in their order, wherever its marks are."""
    return [
        (row.side, row.colour, row.start, row.end, _in_one(chain.from_iterable(stitches_of(row.work))))
        for row in piece.rows
    ]


def _in_one(runs):
    found = []
    for kind, times in runs:
        found += [kind] * times
    return found


def same_again(piece):
    """The plan of a piece, once it was seen to come to the same knitting."""
    found = recognise(piece)
    assert found.plan is not None, [said(each) for each in found.said]
    assert not forecast_of(found.plan).troubles
    again = work_piece(compile_plan(found.plan))
    assert not again.problems
    assert knitting_of(again) == knitting_of(piece)
    assert (again.bound_off, again.dropped) == (piece.bound_off, piece.dropped)
    return found


@pytest.mark.parametrize("name", [name for name in PIECES if name not in NOT_TOLD])
def test_a_written_piece_becomes_a_plan_of_the_same_knitting(name):
    piece = worked(PIECES[name])
    assert not piece.problems
    same_again(piece)


@pytest.mark.parametrize(("name", "why"), NOT_TOLD.items())
def test_what_stands_in_the_way_is_said(name, why):
    piece = worked(PIECES[name])
    assert not piece.problems
    found = recognise(piece)
    assert found.plan is None
    assert why in said(found.said[0])


HANDS = [("us", False), ("uk", True), ("it", False), ("it", True)]


@pytest.mark.parametrize("name", CONSTRUCTIONS)
@pytest.mark.parametrize(("code", "fair"), HANDS)
def test_every_construction_is_recognised_in_every_hand(name, code, fair):
    piece = compile_plan(made(name))
    text = write(format_piece(work_piece(piece)) if fair else piece, dialect(code))
    same_again(work_text(text, dialect(code)).worked)


OWN_WAYS = [
    OwnHand(increase="lifted_pair", decrease="k2tog_pair"),
    OwnHand(increase="yo", marking=Marking.BOTH, first_stitch=FirstStitch.SLIP),
    OwnHand(double="k3tog", marking=Marking.BEFORE, bind_off="stretchy"),
]


@pytest.mark.parametrize("name", CONSTRUCTIONS)
@pytest.mark.parametrize("way", OWN_WAYS, ids=["lifted", "markers and slipped", "three together"])
def test_every_construction_is_recognised_in_ones_own_hand(name, way):
    same_again(worked(write(substitute(work_piece(compile_plan(made(name))), way).piece)))


def typed(text):
    """A pattern as it is typed by somebody else: other heads, other joints, lines broken where they are long."""
    text = re.sub(r"^(Row|Rnd) (\d+) \((RS|WS)\): ", r"\1 \2 [\3] - ", text, flags=re.MULTILINE)
    text = re.sub(r"^(Row|Rnd) (\d+): ", r"\1 \2. ", text, flags=re.MULTILINE)
    text = text.replace("Cast on", "CO").replace("Bind off", "BO").replace("Repeat rows", "Rep rows")
    broken = (textwrap.wrap(line, 46) if line else [""] for line in text.split("\n"))
    return "\n".join(part for parts in broken for part in parts)


@pytest.mark.parametrize("name", CONSTRUCTIONS)
def test_every_construction_is_recognised_as_somebody_else_types_it(name):
    text = typed(write(compile_plan(made(name))))
    piece = worked(text)
    assert not piece.problems, text
    same_again(piece)


BAD = [
    ("CO 9 sts.\nRow 1: Knit.\nBind off.", "come back from a holder"),
    ("CO 9 sts.", "come back from a holder"),
    ("Row 1: Knit.", "do not all add up yet"),
    ("Cast on 9 sts.\nRow 1: K8, k2tog.\nRow 2: Knit.", "do not all add up yet"),
    ("CO 20 sts.\nRow 1: K5, pm, k10, pm, k5.\nRow 2: P.\nRow 3: K to m, rm, k to m, sm, m1, k1, pm, k to end.\nRow 4: P.\n"
     "Row 5: K to m, m1, sm, k to m, rm, k1, m1, k to end.\nRow 6: P.", "marks are set, moved or taken off within it"),
    ("\n".join(["CO 60 sts.", *(f"Row {row}: K{3 + row * 7 % 31}, yo, k2, k2tog, k to end." for row in range(1, 5001))]), "do not all add up"),
    ("My shawl is the loveliest of all.", "do not all add up"),
]  # fmt: skip


@pytest.mark.parametrize(("text", "says"), BAD, ids=[case[0][:24] for case in BAD])
def test_what_is_no_plan_is_refused_in_words(text, says):
    found = recognise(worked(text))
    assert found.plan is None
    assert says in said(found.said[0])


COURSES = {
    "capelet with seed edges": [
        "3 parts and 0 marked lines from the cast-on of 63.",
        "Rows 1 to 5: the count stands still, in seed and figure 1.",
        "Row 6: the count stands still, in figure 1 and stockinette.",
        "Rows 7 to 8: 4 marked lines more, the count stands still, in seed and stockinette.",
        "Rows 9 to 28: +8 every 2 rows, 10 times, in seed and stockinette.",
    ],
    "irregular motif in the middle": [
        "1 part and 0 marked lines from the cast-on of 30.",
        "Rows 1 to 10: the count stands still, in stockinette.",
        "Rows 11 to 13: as they are written.",
        "Row 14: the count stands still, in stockinette.",
        "Rows 15 to 34: +2 every 2 rows, 10 times, in stockinette.",
    ],
    "bias": [
        "1 part and 0 marked lines from the cast-on of 30.",
        "Rows 1 to 50: shaped, and the count stands still, in stockinette.",
    ],
    "yoke bottom-up in round with 8 markers": [
        "1 part and 0 marked lines from the cast-on of 60.",
        "Rounds 1 to 6: the count stands still, in rib 1x1.",
        "Round 7: 3 marked lines more, the count stands still, in stockinette.",
        "Rounds 8 to 37: +8 every 2 rounds, 15 times, in stockinette.",
    ],
    "mitre marked": [
        "2 parts and 1 marked line from the cast-on of 41.",
        "Row 1: the count stands still, in garter.",
        "Rows 2 to 41: -2 every 2 rows, 20 times, in garter.",
    ],
    "bound off within": [
        "1 part and 0 marked lines from the cast-on of 40.",
        "Rows 1 to 2: the count stands still, in stockinette.",
        "Rows 3 to 4: -8, in stockinette.",
        "Rows 5 to 16: -2 every 2 rows, 6 times, in stockinette.",
    ],
}


@pytest.mark.parametrize(("name", "course"), COURSES.items())
def test_it_is_told_what_was_recognised_as_the_rows_go(name, course):
    assert [said(each) for each in same_again(worked(PIECES[name])).said] == course


def test_rows_without_rhythm_are_refused_with_their_rows():
    rows = [f"Row {row}: K{3 + row * 7 % 31}, yo, k{1 + row * 5 % 11}, k2tog, k to end." for row in range(3, 303)]
    piece = worked("\n".join(["Cast on 60 sts.", "Row 1: Knit.", "Row 2: Knit.", *rows]))
    assert not piece.problems
    assert said(recognise(piece).said[0]) == "Rows 3 to 302 follow no rhythm."


def test_row_numbers_begin_afresh_with_another_cast_on_and_with_held_stitches():
    two = worked(PIECES["two cast-ons"])
    assert (len(two.rows), two.rows[21].end, two.rows[22].label, two.rows[-1].end) == (42, 30, "Row 1", 5)
    wing = worked(PIECES["held wing"])
    assert [(row.label, row.end) for row in wing.rows[-2:]] == [("Row 1", 25), ("Row 2", 25)]
    piece = worked("CO 12 sts. Join.\nRnd 1: Knit.\nBO.\nCO 5 sts.\nRow 1: Knit.\nRow 2: Purl.")
    assert [(row.in_round, row.side.value, row.end) for row in piece.rows] == [
        (True, "RS", 12),
        (False, "RS", 5),
        (False, "WS", 5),
    ]


def test_several_pieces_of_one_text_are_a_plan_each():
    text = "Title: Corner set\nSection: Growing\n" + PIECES["two cast-ons"].replace(
        "CO 15", "\nSection: Shrinking\nCO 15"
    )
    parts = recognise_each(worked(text))
    assert [part.title for part in parts] == ["Corner set, Growing", "Corner set, Shrinking"]
    ends = [[row.end for row in work_piece(compile_plan(part.found.plan)).rows][-1] for part in parts]
    assert ends == [30, 5]
    assert recognise_each(worked(PIECES["bias"])) == ()
    assert recognise_each(worked("CO 9 sts.\nRow 1: K8.\nBO.\nCO 9 sts.\nRow 1: K.")) == ()
