"""Worked runs in words: the figures that a row came to."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.dialects.dialect import Dialect, dialect
from knitting.needle.worked import ClusterWork, FabricWork, GroupWork, Run
from knitting.stitches import IN_PATTERN
from knitting.words.writer import Writer


def say_runs(runs: Sequence[Run], words: Dialect | None = None) -> str:
    """What was worked, in figures: "k3, yo, k61, yo".

    >>> from knitting.stitches import KNIT
    >>> say_runs([Run(KNIT, 61)])
    'k61'
    """
    return ", ".join(text for text, _ in runs_in_words(runs, words))


def runs_in_words(runs: Sequence[Run], words: Dialect | None = None) -> list[tuple[str, int]]:
    """Each run's words with its change of count, so that increases and decreases can be told apart."""
    writer = Writer(words or dialect())
    return [(_say(run, writer), run.times * (run.work.makes - run.work.uses)) for run in runs]


def _say(run: Run, writer: Writer) -> str:
    if isinstance(run.work, GroupWork):
        inner = ", ".join(_say(each, writer) for each in run.work.runs)
        return f"({inner})" if run.times == 1 else f"({inner}) {writer.so_often(run.times)}"
    if isinstance(run.work, ClusterWork):
        words = writer.step(run.work.cluster)
        return words if run.times == 1 else f"[{words}] {writer.so_often(run.times)}"
    if isinstance(run.work, FabricWork):
        return writer.stitch(IN_PATTERN, run.times)
    return writer.stitch(run.work, run.times)
