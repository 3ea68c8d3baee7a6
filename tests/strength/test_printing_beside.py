"""A long pattern printed beside the pages: they answer meanwhile, and tell how many of its pages are laid."""

import re
import time

import pytest

from tests.strength.serving import Hand, served

LONG = """
from bias.accounts.household import household_knitter
from bias.pieces.actions import keep_piece
rows = "\\n".join(f"Row {row}: K{row // 2 + 1}, yo, k to end." for row in range(1, 500))
print(keep_piece(household_knitter(), f"Title: Long pier\\nCast on 9 sts.\\n{rows}").pk)
"""


@pytest.mark.timeout(300)
def test_pages_answer_while_a_pattern_is_printed_and_tell_how_far_it_is(tmp_path):
    server, (other,) = served(tmp_path, pieces=1)
    piece = int(server.manage("shell", "--verbosity", "0", "-c", LONG))
    server.start()
    try:
        hand, laid, answered = Hand(server, other), [], 0
        until, page = time.monotonic() + 200, ""
        while "Take the PDF" not in page:
            assert time.monotonic() < until
            status, page = hand.form(f"/pieces/{piece}/pattern/making/")
            assert status == 200
            laid += [int(pages) for pages in re.findall(r"(\d+) pages? (?:is|are)\s+laid", page)]
            answered += hand.ask(f"/pieces/{other}/needles/")[0] == 200
        assert answered > 3
        assert len(set(laid)) > 1
        assert laid == sorted(laid)
        assert hand.take(f"/pieces/{piece}/pattern.pdf").startswith(b"%PDF-")
    finally:
        server.kill()
