"""How soon the command line answers, beside a bare interpreter that does nothing at all."""

import subprocess
import sys
from pathlib import Path
from statistics import median
from time import perf_counter

import pytest

from benchmarks.pace import paced

ROOT = Path(__file__).parents[1]
MOST_S, MOST_TIMES = 0.45, 40
ASKED = [
    ("check", "demo/tideline.txt"),
    ("count", "demo/tideline.txt"),
    ("write", "demo/tideline.txt"),
    ("constructions",),
]


def seconds(*given: str) -> float:
    """The middle of five starts."""
    took = []
    for _ in range(5):
        begun = perf_counter()
        subprocess.run([sys.executable, *given], cwd=ROOT, check=True, stdout=subprocess.DEVNULL)
        took.append(perf_counter() - begun)
    return median(took)


@pytest.mark.parametrize("asked", ASKED, ids=[asked[0] for asked in ASKED])
def test_the_command_line_answers(asked):
    taken, bare = seconds("-m", "knitting", *asked), seconds("-c", "pass")
    print(f"\n{asked[0]}: {taken * 1000:.0f} ms, {taken / bare:.0f} times a bare interpreter's {bare * 1000:.0f} ms")
    assert taken < paced(MOST_S)
    assert taken < MOST_TIMES * bare
