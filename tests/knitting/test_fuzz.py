"""Bad input: nonsense and good patterns with slips; never a crash, a hang, or a flood of memory."""

import gc
import subprocess
import sys
import time
from contextlib import contextmanager
from itertools import pairwise
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from benchmarks.pace import paced
from knitting.dialects.dialect import dialect, dialect_codes
from knitting.formatter import format_piece
from knitting.misreadings import misreadings
from knitting.substitution import FirstStitch, OwnHand, substitute
from knitting.words.highlights import highlights
from knitting.words.reader import read
from knitting.words.writer import write
from knitting.working.piece_worker import work_piece
from tests.knitting.asking import work_reading
from tests.knitting.test_files import EVERYTHING
from tests.knitting.test_problems import HOSTILE
from tests.searching import searched

ROOT = Path(__file__).parents[2]
GOOD = [demo.read_text("utf-8") for demo in sorted(ROOT.glob("demo/*.txt"))] + [EVERYTHING]
GOOD += [write(read(text).piece, dialect(code)) for text in GOOD for code in dialect_codes()[1:]]
WORDS = sorted({word for text in GOOD for word in text.split()})
SLIPS = st.lists(
    st.tuples(
        st.sampled_from(["word", "cut", "twice", "swap", "text", "number"]),
        st.floats(0, 1),
        st.floats(0, 1),
        st.sampled_from(WORDS),
        st.text(max_size=3),
        st.sampled_from([0, 1, 7, 99, 1_000, 10**7]),
    ),
    min_size=1,
    max_size=6,
)
MOST_SECONDS = 0.4
"""On a quiet machine."""


def quick_enough(seconds):
    """Whether an answer came as soon as it must; a machine that is slow just now is asked for its pace."""
    return seconds < MOST_SECONDS or seconds < paced(MOST_SECONDS)


@contextmanager
def of_itself():
    """The collector looks through nothing that other tests left: in a process of many, that takes half a second."""
    gc.freeze()
    try:
        yield
    finally:
        gc.unfreeze()


MOST_MEGABYTES = 300


def slipped(text, slips):
    """A good pattern with words put in, stretches cut out, lines doubled or exchanged."""
    for how, one, other, word, letters, number in slips:
        at, lines = int(one * len(text)), text.split("\n")
        first, second = int(one * (len(lines) - 1)), int(other * (len(lines) - 1))
        if how == "cut":
            text = text[:at] + text[at + int(other * 12) :]
        elif how in ("twice", "swap"):
            if how == "twice":
                lines.insert(second, lines[first])
            else:
                lines[first], lines[second] = lines[second], lines[first]
            text = "\n".join(lines)
        else:
            text = text[:at] + {"word": f"{word} ", "text": letters, "number": str(number)}[how] + text[at:]
    return text


def answered(text):
    """Everything that the editor asks of a text."""
    start = time.process_time()
    with of_itself():
        reading = read(text)
        piece = work_piece(reading.piece, reading.problems)
        inks = highlights(reading)
        misreadings(piece)
    assert quick_enough(time.process_time() - start)
    for each in inks.values():
        assert all(one.column + one.length <= other.column for one, other in pairwise(each))
    assert all(problem.where.line >= 1 and problem.where.column >= 1 for problem in piece.problems)
    return reading, piece


@given(st.sampled_from(GOOD), SLIPS)
@searched(250)
def test_a_pattern_with_slips_gets_an_answer_and_reads_back_as_it_was_read(text, slips):
    reading, piece = answered(slipped(text, slips))
    again = work_reading(read(write(reading.piece, reading.dialect), reading.dialect))
    if not reading.problems:
        assert [row.end for row in again.rows] == [row.end for row in piece.rows]


@given(st.text(max_size=600) | st.lists(st.sampled_from([*WORDS, "\n", "(", "]", "*", ":"]), max_size=80).map(" ".join))
@searched(250)
def test_nonsense_gets_an_answer(text):
    answered(text)


def test_no_input_takes_much_memory():
    script = (
        "import resource, sys\n"
        "from tests.knitting.test_problems import HOSTILE\n"
        "from knitting.words.reader import read\n"
        "from tests.knitting.asking import work_reading\n"
        "begun = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss\n"
        "for text in HOSTILE:\n"
        "    work_reading(read(text))\n"
        "print((resource.getrusage(resource.RUSAGE_SELF).ru_maxrss - begun) // 1024)\n"
    )
    found = subprocess.run([sys.executable, "-c", script], cwd=ROOT, capture_output=True, text=True, check=True)
    assert len(HOSTILE) > 20
    assert int(found.stdout) < MOST_MEGABYTES


LONG = {
    "all different": [
        f"Row {n}: k{n % 17 + 1}, yo, k{n % 13 + 1}, k2tog, p{n % 11}, k to end" for n in range(1, 2_900)
    ],
    "long rows": [
        f"Row {n}: {', '.join('k1' if (n * at) % 7 else 'yo, k2tog' for at in range(70))}, k to end"
        for n in range(1, 90)
    ],
    "no plain stitch": [f"Row {n}: yo, k{n % 5 + 1}, yo twice, k to end" for n in range(1, 500)],
    "all the same": [f"Row {n}: Knit." for n in range(1, 2_900)],
}


@pytest.mark.parametrize("rows", LONG.values(), ids=LONG)
def test_editing_and_exchanging_a_long_pattern_takes_a_moment(rows):
    piece = work_reading(read("\n".join(["Cast on 200 sts.", *rows])))
    assert not piece.problems
    start = time.process_time()
    format_piece(piece)
    middle = time.process_time()
    substitute(piece, OwnHand(increase="m1", decrease="ssk", first_stitch=FirstStitch.SLIP))
    assert quick_enough((middle - start) / 2)
    assert quick_enough((time.process_time() - middle) / 2)


def test_a_row_that_slipped_to_zero_is_no_row_of_a_repeat():
    text = "CO 48 sts.\nRow 0 1 (RS): Knit.\nRow 2: As row 1.\nRepeat rows 1 and 2 3 more times."
    _, piece = answered(text)
    assert piece.problems[0].kind.value == "cannot-read"
