"""``make NAME key=value ...``: a construction worked from a few answers."""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Sequence
from dataclasses import dataclass, replace

from knitting.command_line.reading import read_gauge
from knitting.compiling import compiled
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered
from knitting.dialects.dialect import Dialect, dialect
from knitting.files.ledger import as_json, as_table
from knitting.forecast.forecast import forecast_of
from knitting.measures import Gauge
from knitting.plan.plan import Plan
from knitting.saying.statements import trouble_line
from knitting.sizing.parameters import following_measures, parameters
from knitting.sizing.sizes import nearest_sizes
from knitting.statements import Refused, sentence
from knitting.words.writer import write
from knitting.working.piece_worker import work_piece


class UsageError(Refused):
    """A call that names no construction, or gives it what it does not ask for."""


def run(options: argparse.Namespace) -> tuple[str, bool]:
    """A construction worked, or its words, and whether it comes out; what does not is said on the other stream."""
    form = "json" if options.json else "words" if options.words else "table"
    pairs = [pair for pair in options.answers if not pair.startswith("gauge=")]
    wished = [pair.removeprefix("gauge=") for pair in options.answers if pair.startswith("gauge=")]
    gauge = read_gauge(wished[-1]) if wished else None
    made = make(options.name, pairs, gauge, form, dialect(options.dialect) if options.dialect else None)
    for line in made.said:
        print(line, file=sys.stderr)
    return made.text, made.sound


@dataclass(frozen=True, slots=True)
class ConstructionText:
    """What a construction came to: the text to print, what is to be said beside it, and whether it adds up."""

    text: str
    said: tuple[str, ...]
    sound: bool


def make(
    name: str, pairs: Sequence[str], gauge: Gauge | None, form: str, words: Dialect | None = None
) -> ConstructionText:
    """A construction worked from ``key=value`` answers, as "table", "json" or "words"."""
    construction = CONSTRUCTIONS.get(name)
    if construction is None:
        raise UsageError(
            sentence(
                "There is no construction '{name}'. There are {known}.", name=name[:40], known=", ".join(CONSTRUCTIONS)
            )
        )
    given = dict(_pair(pair) for pair in pairs)
    wishes = {key: given.pop(key) for key in list(given) if any(m.key == key for m in construction.measures)}
    found = answered(construction, given)
    if found.refusals:
        raise UsageError(found.refusals[0].why)
    plan = replace(found.plan(), gauge=gauge) if gauge else found.plan()
    for key, wish in wishes.items():
        plan = _measured(plan, key, wish)
    forecast = forecast_of(plan)
    piece = compiled(forecast)
    said = tuple(trouble_line(trouble) for trouble in forecast.troubles)
    if form == "words":
        return ConstructionText(write(piece, words), said, forecast.sound)
    worked = work_piece(piece)
    text = json.dumps(as_json(worked), ensure_ascii=False) if form == "json" else as_table(worked)
    return ConstructionText(f"{text}\n", said, forecast.sound and not worked.problems)


def _pair(text: str) -> tuple[str, str]:
    key, equals, value = text.partition("=")
    if not equals:
        raise UsageError(sentence("'{text}' is no answer: write it as key=value.", text=text[:40]))
    return key.strip(), value.strip()


def _measured(plan: Plan, key: str, wish: str) -> Plan:
    """The plan with the count that comes nearest to a wished measure."""
    measured = next(measure for measure in following_measures(plan) if measure.key == key)
    knob = next(knob for knob in parameters(plan) if knob.key == measured.knob)
    try:
        wished_cm = float(wish)
    except ValueError:
        wished_cm = 0.0
    if not 0 < wished_cm < 1e5:
        raise UsageError(sentence("'{key}' needs a length in centimetres, not '{wish}'.", key=key, wish=wish[:40]))
    found = nearest_sizes(knob, measured.of, wished_cm)
    if found is None:
        raise UsageError(sentence("No size of {plan} can be worked from these answers.", plan=plan.name))
    return found.nearest.forecast.plan
