"""How soon written rows are told as a plan, and a plan is resized: beside the limits, and beside working the rows."""

from __future__ import annotations

import pytest

from benchmarks.pace import paced
from benchmarks.test_speed import median
from knitting.compiling import compile_plan
from knitting.forecast.forecast import forecast_of
from knitting.recognise.recognition import recognise
from knitting.sizing.parameters import following_measures, parameters
from knitting.sizing.rescaled import Scale, near_size
from knitting.sizing.resized_words import resized_words
from knitting.sizing.sizes import nearest_sizes
from knitting.words.reader import read
from knitting.working.piece_worker import work_piece
from knitting.written import work_text

TOLD_S, REFUSED_S, RESIZED_S = 0.3, 2.0, 1.0


def rows_of(first: str, rows: int, *bodies: str) -> str:
    """A piece of so many rows, each written out."""
    return "\n".join(
        [first, *(f"Row {row}: {bodies[row % len(bodies)].format(row=row)}" for row in range(1, rows + 1))]
    )


SHAWL = rows_of(
    "Cast on 9 sts.\nMark the center st.",
    400,
    "Knit.",
    "K3, yo, k to center st, yo, k1, yo, k to last 3 sts, yo, k3.",
)
SEED = rows_of("CO 41 sts.", 400, "*K1, p1; rep from * to last st, k1.")
ODD = "Row {row}: K{one}, yo, k{other}, k2tog, k to end."
NOISE = "\n".join(
    ["Cast on 60 sts.", *(ODD.format(row=row, one=3 + row * 7 % 31, other=1 + row * 5 % 11) for row in range(1, 2990))]
)
IN_PART = "\n".join(
    [SEED, *(f"Row {row}: K{3 + row * 7 % 31}, yo, k2, k2tog, k to end." for row in range(401, 441)), "Row 441: Knit."]
)


@pytest.mark.parametrize(
    ("text", "limit"),
    [(SHAWL, TOLD_S), (SEED, TOLD_S), (IN_PART, TOLD_S), (NOISE, REFUSED_S)],
    ids=["a shawl", "seed", "in part", "noise"],
)
def test_written_rows_are_told_as_a_plan_or_refused(text, limit):
    piece = read(text).piece
    worked = work_piece(piece)
    assert not worked.problems
    taken = median(lambda: recognise(worked), 3)
    plain = median(lambda: work_piece(piece), 3)
    print(f"\n{len(worked.rows)} rows: {taken * 1000:.0f} ms, {taken / plain:.1f} times working them")
    assert taken < paced(limit)


def test_a_brought_in_shawl_is_resized_in_its_words():
    before = forecast_of(recognise(work_text(SHAWL).worked).plan)
    knob, width = parameters(before.plan)[0], following_measures(before.plan)[0]
    worked = median(lambda: work_piece(compile_plan(before.plan)), 3)
    sized = median(lambda: near_size(before, Scale(1.2, 1.2)), 3)
    found = median(lambda: nearest_sizes(knob, width.of, 200.0), 1)
    after = forecast_of(near_size(before, Scale(1.2, 1.2)))
    told = median(lambda: resized_words(SHAWL, before, after), 1)
    print(
        f"\none size {sized * 1000:.0f} ms, {sized / worked:.1f} times working it; the nearest to a wish "
        f"{found * 1000:.0f} ms; its words {told * 1000:.0f} ms"
    )
    assert max(sized, found, told) < paced(RESIZED_S)
