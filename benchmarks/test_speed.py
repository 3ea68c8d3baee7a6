"""Speed of the core: a triangle of about 500 rows that grows to 1,000 stitches (250,000 in all).

Each figure stands beside a plain reference of the same run, or beside its limit in seconds.
"""

from __future__ import annotations

import time
from collections.abc import Callable

import pytest

from benchmarks.pace import paced
from benchmarks.reference import triangle
from knitting.cloth import lay_flat, measure
from knitting.diagnosis import diagnose
from knitting.words import line_reader, row_reader
from knitting.words.reader import Reading, read
from knitting.working.piece_worker import work_piece
from tests.knitting.asking import work_reading

ROWS, MOST = 496, 1_001
TEXT = f"""Title: Speed
Gauge: 20 sts and 40 rows = 10 cm, garter
Garter tab: cast on 3, knit 7 rows, pick up 3 along the side, pick up 3 from the cast-on. (9 sts)
Mark the centre stitch.
Row 1 (RS): K3, yo, k to centre st, yo, k1, yo, k to last 3 sts, yo, k3.
Row 2 (WS): Knit.
Repeat rows 1 and 2 until there are {MOST} sts.
Bind off."""
INCREASE = "K3, yo, k to centre st, yo, k1, yo, k to last 3 sts, yo, k3."
WRITTEN_OUT = "\n".join(
    [
        "Cast on 9 sts.",
        "Mark the centre stitch.",
        *(
            f"Row {row}: K3, yo, k to centre st, yo, k1, yo, k to last 3 sts, yo, k3."
            if row % 2
            else f"Row {row}: Knit."
            for row in range(1, 501)
        ),
    ]
)


def median(call: Callable[[], object], times: int = 9) -> float:
    """The median time of a call, in seconds."""
    taken = []
    for _ in range(times):
        start = time.perf_counter()
        call()
        taken.append(time.perf_counter() - start)
    return sorted(taken)[times // 2]


def test_reference_and_engine_agree():
    rows = [row.parts for row in work_piece(read(TEXT).piece).rows if not row.in_tab]
    assert rows == triangle(MOST)
    assert len(rows) == ROWS
    assert sum(sum(parts) for parts in rows) == pytest.approx(250_000, rel=0.02)


def test_reading(benchmark):
    benchmark(lambda: read(TEXT))
    assert median(lambda: read(TEXT)) < paced(0.030)


def anew(text: str) -> Reading:
    """A text read as if nothing like it had been read before."""
    for kept in (line_reader.read_line, row_reader._body, row_reader._head_like):
        kept.cache_clear()
    return read(text)


def test_reading_written_out(benchmark):
    """The same rows written one by one: 500 lines."""
    reading = benchmark(lambda: anew(WRITTEN_OUT))
    assert not reading.problems


def test_working(benchmark):
    piece = read(TEXT).piece
    benchmark(lambda: work_piece(piece))
    engine, reference = median(lambda: work_piece(piece)), median(lambda: triangle(MOST), 3)
    ratio = reference / engine
    print(f"\nworked in {engine * 1000:.1f} ms, stitch by stitch in {reference * 1000:.1f} ms: {ratio:.1f} times")
    assert engine < paced(0.030)
    assert ratio >= 20


def test_laying(benchmark):
    worked = work_piece(read(TEXT).piece)
    benchmark(lambda: measure(lay_flat(worked)))


FOUR = "k2, p2 / k1, p2, k1 / p2, k2 / p1, k2, p1; at once"
LACE = " / ".join(["k1, yo, ssk, k6, k2tog, yo, k1", "k12", "k2, yo, ssk, k4, k2tog, yo, k2", "k12"] * 4)
PATTERNED = f"""Fabric four: {FOUR}
Fabric twelve: {LACE}; in whole repeats
Cast on 5 sts.
Row 1: K1, yo, k to last st, yo, k1.
Row 2: Purl.
Row 3: k1, yo, work in {{fabric}} to last st, yo, k1.
Row 4: k1, yo, work in {{fabric}} to last st, yo, k1.
Repeat rows 3 and 4 248 more times."""

CENTRED = f"""Fabric four: {FOUR}
Fabric twelve: {LACE}; in whole repeats
Cast on 7 sts.
Mark the center stitch.
Row 1: K1, yo, work in {{fabric}} to center st, yo, k1, yo, work in {{fabric}} to last st, yo, k1.
Row 2: K1, work in {{fabric}} to center st, p1, work in {{fabric}} to last st, k1.
Repeat rows 1 and 2 249 more times."""


@pytest.mark.parametrize("text", [PATTERNED, CENTRED], ids=["one part", "two wings"])
@pytest.mark.parametrize(
    ("fabric", "limit"),
    [("moss", 0.150), ("basket stitch", 0.150), ("four", 0.150), ("gull lace", 0.400), ("twelve", 0.400)],
)
def test_working_in_pattern(benchmark, text, fabric, limit):
    """500 rows that grow to about 1,000 stitches, every stitch found in its fabric."""
    piece = read(text.format(fabric=fabric)).piece
    worked = benchmark(lambda: work_piece(piece))
    taken = median(lambda: work_piece(piece), 5)
    print(f"\n{worked.stitches:,} stitches in {fabric}: {taken * 1000:.0f} ms of {limit * 1000:.0f}")
    assert not worked.problems
    assert taken < paced(limit)


@pytest.mark.parametrize(("wrong", "limit"), [((-1, 0), 0.200), ((-1, -1), 2.0)], ids=["one mistake", "two mistakes"])
def test_what_went_wrong_in_the_last_60_rows(wrong, limit):
    """Counts that are off by one or two mistakes, after row 400 of 250,000 stitches."""
    piece = work_reading(read(TEXT))
    right, centre, left = piece.rows[399].parts
    counts = (right + wrong[0], centre, left + wrong[1])
    taken = median(lambda: diagnose(piece, 400, counts))
    print(f"\n{wrong}: {taken * 1000:.0f} ms of {limit * 1000:.0f}")
    assert diagnose(piece, 400, counts).explanations
    assert taken < paced(limit)
