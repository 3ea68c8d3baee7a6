"""Pieces under another name: what was given stays, only the name in it is another."""

from __future__ import annotations

from dataclasses import replace

from bias.results.plans import kept_text, results_of_plan
from knitting.words.titles import with_title


def named_words(words: str, name: str) -> str:
    """Written rows under another title."""
    return with_title(words, name)


def named_plan(plan: str, name: str) -> str:
    """A plan, as its text, under another name. ``NotRead`` where a plan cannot be called so."""
    return kept_text(replace(results_of_plan(plan).plan, name=name))
