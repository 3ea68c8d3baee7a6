"""``constructions``: what there is to make, and what each asks."""

from __future__ import annotations

import argparse

from knitting.constructions import CONSTRUCTIONS, Construction
from knitting.constructions.answers import said_value
from knitting.saying.statements import said_words


def run(options: argparse.Namespace) -> tuple[str, bool]:
    """Every construction with its questions, defaults, rules and measures."""
    return "\n".join(_listed(construction) for construction in CONSTRUCTIONS.values()), True


def _listed(construction: Construction) -> str:
    lines = [f"{construction.key}: {said_words(construction.built)}"]
    for asked in construction.asks:
        default = said_value(asked, asked.default)
        about = ", ".join(key for key, _ in asked.choices) if asked.choices else f"{asked.least} to {asked.most}"
        odd = ", odd" if asked.odd else ""
        lines.append(f"  {asked.key}={_typed(asked.default)}  {said_words(asked.words)}: {default} ({about}{odd})")
    lines += [
        f"  {measure.key}=  {said_words(measure.words)}, instead of {measure.follows}"
        for measure in construction.measures
    ]
    lines += [f"  {said_words(rule)}" for rule in construction.rules]
    return "\n".join(lines) + "\n"


def _typed(value: object) -> str:
    return ",".join(map(str, value)) if isinstance(value, tuple) else str(value)
