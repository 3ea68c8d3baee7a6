"""The page of a piece of 250,000 stitches: server time, and what goes over the wire."""

from __future__ import annotations

import gzip
import time
from dataclasses import replace

import pytest
from django.test import Client

from benchmarks.pace import paced
from benchmarks.test_speed import TEXT, median
from bias.accounts.household import household_knitter
from bias.pieces.actions import keep_piece
from bias.results import digest, edge_view, forget_all, results_of_plan, results_of_words
from bias.writing.line_html import lines_html
from bias.writing.margin import margin
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered
from knitting.fabric import FABRICS
from knitting.files import plan_text
from knitting.plan_editing.fabric_use import FabricUse, in_fabric
from knitting.words import line_reader, row_reader


@pytest.mark.django_db
@pytest.mark.parametrize("address", ["/pieces/{}/", "/pieces/{}/needles/", "/pieces/{}/words/"])
def test_page_of_a_large_piece(address):
    piece = keep_piece(household_knitter(), TEXT)
    client = Client()
    client.get("/")
    forget_all()
    start = time.perf_counter()
    answer = client.get(address.format(piece.pk), headers={"accept-encoding": "gzip"})
    first = time.perf_counter() - start
    start = time.perf_counter()
    client.get(address.format(piece.pk))
    again = time.perf_counter() - start
    body = gzip.decompress(answer.content)
    wire = f"{len(answer.content) / 1000:.0f} kB of {len(body) / 1000:.0f}"
    print(f"\n{address}: {first * 1000:.0f} ms, again {again * 1000:.0f} ms; {wire}")
    assert first < paced(0.250)
    assert len(answer.content) < 300_000


def written_out(rows: int, first: str = "K3") -> str:
    """So many rows, each in a line of its own with its count."""
    lines = ["Title: Long", "Cast on 9 sts."]
    for row in range(1, rows + 1):
        side = "RS" if row % 2 else "WS"
        lines.append(f"Row {row} ({side}): {first}, yo, k to last 3 sts, yo, k3. ({9 + 2 * row} sts)")
    return "\n".join(lines)


def margin_of(text: str) -> str:
    """Everything that the margin needs, from the text on."""
    return lines_html(margin(results_of_words(text)))


def test_the_margin_of_400_lines(benchmark):
    """Read, worked and its margin rendered, as if nothing of it had been seen before."""
    text = written_out(400)

    def anew() -> str:
        forget_all()
        for kept in (line_reader.read_line, row_reader._body, row_reader._head_like):
            kept.cache_clear()
        return margin_of(text)

    page = benchmark(anew)
    assert page.count('class="ln') == 402
    taken = median(anew)
    print(f"\n400 lines read, worked and their margin: {taken * 1000:.0f} ms")
    assert taken < paced(0.120)


@pytest.mark.django_db
def test_a_keystroke_in_400_lines():
    """One line typed on: the whole request, and how many lines it sends."""
    household_knitter()
    client = Client()
    begun = seen = written_out(400)
    client.post("/bring-in/check/", {"words": begun})
    taken = []
    for typed in range(1, 10):
        words = begun.replace("Row 200 (WS): K3", f"Row 200 (WS): K{'0' * typed}3")
        start = time.perf_counter()
        answer = client.post("/bring-in/check/", {"words": words, "seen": digest(seen)})
        taken.append(time.perf_counter() - start)
        assert answer.content.decode().count('class="ln') == 1
        seen = words
    middle = sorted(taken)[len(taken) // 2]
    print(f"\na keystroke in 400 lines: {middle * 1000:.0f} ms")
    assert middle < paced(0.200)


@pytest.mark.django_db
@pytest.mark.parametrize("row", [32, 150, 270])
@pytest.mark.parametrize(("shape", "answers", "part", "key"), [
    ("asymmetric", {}, "cloth", "rib3x3"),
    ("triangle", {"to": "1001"}, "right wing", "gull"),
    ("capelet", {"fast": "60", "slow": "40"}, "back", "wake"),
])  # fmt: skip
def test_the_close_up_of_a_growing_edge(shape, answers, part, key, row):
    """Of a plan that was just changed, and once more at another row: the server's work for both."""
    plan = answered(CONSTRUCTIONS[shape], answers).plan()
    plan = replace(in_fabric(plan, part, FabricUse(key, FABRICS[key].joins)), name=f"{shape} seen at row {row}")
    found = results_of_plan(plan_text(plan))
    start = time.perf_counter()
    assert edge_view(found, row, None, None) is not None
    first = time.perf_counter() - start
    start = time.perf_counter()
    assert edge_view(found, row + 1, None, None) is not None
    again = time.perf_counter() - start
    print(f"\nclose-up, {shape}, row {row}: {first * 1000:.0f} ms of a changed plan, {again * 1000:.1f} at another row")
    assert again < paced(0.100)
    assert first < paced(0.100)
