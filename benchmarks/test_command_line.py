"""How soon the command line answers, beside a bare interpreter that does nothing at all."""

import subprocess
import sys
from pathlib import Path
from time import perf_counter

import pytest

from benchmarks.pace import paced

ROOT = Path(__file__).parents[1]
MOST_S, MOST_TIMES = 0.25, 40
ASKED = [
    ("check", "demo/tideline.txt"),
    ("count", "demo/tideline.txt"),
    ("write", "demo/tideline.txt"),
    ("constructions",),
]


def seconds(*given: str) -> float:
    """One start."""
    begun = perf_counter()
    subprocess.run([sys.executable, *given], cwd=ROOT, check=True, stdout=subprocess.DEVNULL)
    return perf_counter() - begun


@pytest.mark.parametrize("asked", ASKED, ids=[asked[0] for asked in ASKED])
def test_the_command_line_answers(asked):
    """The best of seven starts of each, in turn, so that both meet the same moments of the machine."""
    starts = [(seconds("-m", "knitting", *asked), seconds("-c", "pass")) for _ in range(7)]
    taken, bare = (min(each) for each in zip(*starts, strict=True))
    print(f"\n{asked[0]}: {taken * 1000:.0f} ms, {taken / bare:.0f} times a bare interpreter's {bare * 1000:.0f} ms")
    assert taken < paced(MOST_S)
    assert taken < MOST_TIMES * bare
