"""How soon four hundred lines are read as people type them: at first, and after a key on the writing page.

Beside the limits of 120 ms and 200 ms, and beside the same rows in the plainest hand.
"""

from __future__ import annotations

from itertools import count

import pytest
from django.test import Client

from benchmarks.pace import paced
from benchmarks.test_speed import median
from bias.results import forget_all
from knitting.dialects.dialect import dialect
from knitting.tidying import letters
from knitting.words import beginnings, claims, line_reader, row_reader
from knitting.written import work_text

FIRST_S, KEY_S = 0.120, 0.200
TIMES = 50


def hand(first: str, *rows: str) -> str:
    """Rows of a hand over and over, numbered through, with talk among them: four hundred lines."""
    lines = [first]
    number = count(1)
    for _ in range(TIMES):
        lines += [row.format(n=next(number)) if "{n}" in row else row for row in rows]
    return "\n".join(lines)


PLAIN = hand("Cast on 21 sts.", *["Row {n}: Knit."] * 8)
HANDS = {
    "a page": hand(
        "Using 4 mm needles loosely CO 21 sts, leaving a long tail.",
        "Row {n} - K. 2, yo, k to the last 2 sts, k2tog tbl.",
        "{n}th row: Purl to the end of",
        "the row. (21 sts)",
        "R{n}: *k1, p1; rep from * to last st, k1",
        "The cloth grows slowly and that is as it should be.",
        "Row {n}. k3 yo k2tog (knit 2 together) knit across",
        "Row #{n}: Purl, slipping markers as you come to them.",
        "Row {n}: K to last 3 sts, k3 — 21 sts.",
    ),
    "in Italian": hand(
        "Si avviano 21 m. con i ferri n. 4.",
        "{n}° f.: 2 dir., 1 gett., dir. fino alle ultime 2 m., 2 ins. dir.",
        "{n}° f.: rov. (21 m.)",
        "{n}° ferro: *1 dir., 1 rov.; rip. da * fino all'ultima m., 1 dir.",
        "{n}° f.: tutto a rovescio",
        "Il lavoro cresce piano, ed è bene che sia così.",
        "{n}° f.: dir.",
        "{n}° f.: rov. per tutto il ferro",
        "{n}° f.: dir. fino alla fine del ferro",
    ),
}


def read_anew(text: str, code: str) -> None:
    of_rows = (line_reader.read_line, row_reader._body, row_reader._head_like, claims._claim_of)
    for kept in (*of_rows, beginnings._begins, beginnings._is_repeat, letters.cleaned):
        kept.cache_clear()
    work_text(text, dialect(code))


@pytest.mark.parametrize("name", HANDS)
def test_four_hundred_lines_read_at_first(name):
    code = "it" if "Italian" in name else "us"
    taken = median(lambda: read_anew(HANDS[name], code), 5)
    plain = median(lambda: read_anew(PLAIN, "us"), 5)
    print(f"\n{name}: {taken * 1000:.0f} ms, {taken / plain:.1f} times the plainest hand")
    assert taken < paced(FIRST_S)


@pytest.mark.django_db
@pytest.mark.parametrize("name", HANDS)
def test_a_key_on_the_writing_page(name):
    client = Client()
    client.get("/bring-in/")
    typed = iter(range(99))

    def press() -> None:
        forget_all()
        client.post("/bring-in/check/", {"words": f"{HANDS[name]}\nRow 999: {next(typed)}"})

    press()
    taken = median(press, 5)
    print(f"\n{name}: {taken * 1000:.0f} ms a key")
    assert taken < paced(KEY_S)
