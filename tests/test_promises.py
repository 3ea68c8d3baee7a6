"""Every promise of docs/SECURITY.md names a test that there is."""

import re
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[1]
PROMISES = [
    line
    for line in (ROOT / "docs" / "SECURITY.md").read_text("utf-8").splitlines()
    if line.startswith("| ") and not line.startswith(("| promise", "| chapter"))
]
NAMED = re.compile(r"`((?:tests/[a-z]+/)?test_\w+\.py|tests/[a-z]+|benchmarks/test_\w+\.py)`")
OF_THE_FRAMEWORK = ("V2.4",)


@pytest.mark.parametrize("line", PROMISES, ids=lambda line: line[2:50])
def test_a_promise_is_held_by_a_test_that_there_is(line):
    held = line.strip().strip("|").split("|")[-1]
    named = NAMED.findall(held)
    assert named or line[2:6] in OF_THE_FRAMEWORK, "Name the test that holds it."
    for each in named:
        there = list(ROOT.glob(each if "/" in each else f"tests/*/{each}"))
        assert there, f"{each} is named, and there is no such test."
