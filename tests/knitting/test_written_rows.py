"""Written rows of our own across every form: what each comes to, part by part."""

import pytest

from knitting.formatter.worked_runs import say_runs
from tests.knitting.asking import kinds, worked
from tests.knitting.written_rows import GROUPS


def _set_up(needle):
    """The lines that bring a needle about, and the number of the row that comes next."""
    if "*" in needle:
        parts = [int(part) for part in needle.split("*")]
        at = [sum(parts[: i + 1]) + i + 1 for i in range(len(parts) - 1)]
        return [
            f"Cast on {sum(parts) + len(at)} sts.",
            "Row 1: Knit.",
            "Row 2: Knit.",
            f"Mark sts {', '.join(map(str, at))}.",
        ]
    if "|" in needle:
        parts = needle.split("|")
        placed = ", pm, ".join(f"k{part}" for part in parts)
        return [f"Cast on {sum(map(int, parts))} sts.", f"Row 1: {placed}.", "Row 2: Knit."]
    return [f"Cast on {needle} sts.", "Row 1: Knit.", "Row 2: Knit."]


def _cases():
    for group in GROUPS:
        for line in group.strip().splitlines():
            needle, words, *middle, parts, runs = line.split(" | ")
            assert not middle, line
            header, _, needle = needle.rpartition(" / ")
            yield header, needle, words, parts, runs


CASES = list(_cases())


@pytest.mark.parametrize(("header", "needle", "words", "parts", "runs"), CASES, ids=[f"{c[1]}: {c[2]}" for c in CASES])
def test_a_written_row_comes_to_its_parts_and_runs(header, needle, words, parts, runs):
    piece = worked("\n".join([*([header] if header else []), *_set_up(needle), f"Row 3: {words}"]))
    assert kinds(piece) == []
    row = piece.rows[-1]
    assert "-".join(str(part) for part in row.parts) == parts
    assert " / ".join(say_runs(part.runs) for part in row.work) == runs
