"""What a scale on a line says."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from knitting.yarn.scale_lines import Reading, grams_in, settled_in

LINES = [
    ("92.4", 92.4, None),
    ("92,4 g", 92.4, None),
    ("  +  92.4g", 92.4, None),
    ("ST,GS,+  92.40 g", 92.4, True),
    ("US,GS,+  92.41 g", 92.41, False),
    ("ST,NT,-   0.30 g", -0.3, True),
    ("S S     92.400 g", 92.4, True),
    ("S D     92.400 g", 92.4, False),
    ("S 0.0924 kg", 92.4, True),
    ("92400 mg", 92.4, None),
    ("3.259 oz", 92.391, None),
    ("0.2037 lb", 92.396, None),
    ("N 92.4 g", 92.4, None),
    ("G 92.4 g", 92.4, None),
    ("92.4 g ?", 92.4, False),
    ("\x0292.4 g\x03\r\n", 92.4, None),
]


@pytest.mark.parametrize(("line", "grams", "stable"), LINES)
def test_grams_of_a_line(line, grams, stable):
    found = grams_in(line)
    assert found is not None
    assert found.grams == pytest.approx(grams, abs=0.002)
    assert found.stable is stable


@pytest.mark.parametrize(
    "line",
    ["", "OL", "ST,OL", "-----", "ERR 3", "12 13 g", "12.4.5 g", "g", "92.4 stone", "S +", "9" * 40, "9e9 g", "\x00"],
)
def test_what_is_no_weight(line):
    assert grams_in(line) is None


@given(st.text(max_size=200))
def test_no_line_breaks_it(line):
    found = grams_in(line)
    assert found is None or abs(found.grams) <= 100_000


def test_it_is_settled_when_it_says_so_or_stands_still():
    wobbling = [(at / 10, f"US {90 + 10 / (at + 1):.2f} g") for at in range(5)]
    assert settled_in(wobbling) is None
    assert settled_in([*wobbling, *[(1 + at / 10, "ST 90.4 g") for at in range(3)]]) == 90.4
    assert settled_in([(at / 5, "90.4") for at in range(4)]) is None
    assert settled_in([(at / 5, "90.4") for at in range(5)]) == 90.4
    assert settled_in([(0, "90.4"), (0.2, "OL"), *[(0.4 + at / 5, "90.4") for at in range(5)]]) == 90.4


def test_one_thing_is_read_once():
    from knitting.yarn.scale_lines import Settling

    settling = Settling()
    steady = Reading(50.0, True)
    taken = [settling.take(steady, at) for at in range(6)]
    assert taken == [None, None, 50.0, None, None, None]
    settling.take(Reading(0.1, True), 7)
    assert [settling.take(steady, 8 + at) for at in range(3)] == [None, None, 50.0]
