"""``yarn``, ``stripes`` and ``could``: how much yarn, in which bands, and what it could become."""

from __future__ import annotations

import argparse
import json
import re
from collections.abc import Sequence
from dataclasses import replace

from knitting.command_line.reading import gauge_of, read_as_words, read_gauge, worked_file
from knitting.files.yarn_json import stripes_json, yarn_json
from knitting.measures import GUESS_IN_GARTER, Gauge, said_length
from knitting.needle.worked import WorkedPiece
from knitting.saying.statements import said_words
from knitting.saying.yarn import yarn_lines
from knitting.sizing.could_become import could_become
from knitting.statements import Refused, sentence
from knitting.words.stripe_header import with_stripes
from knitting.yarn.labels import Label, label_of, labelled
from knitting.yarn.outlook import Reserve
from knitting.yarn.report import YarnReport, yarn_report
from knitting.yarn.stripes import Bands, stripes
from knitting.yarn.striping import rows_ahead, whole_stripes
from knitting.yarn.weighing import Weighing, Yarn

_PAIR = re.compile(r"([^=:]*)=(.+)$")
_WEIGHED = re.compile(r"(\d{1,6}):([^=]*)=(.+)$")
_MOST_G, _MOST_M = 100_000.0, 1_000_000.0


def run(options: argparse.Namespace) -> tuple[str, bool]:
    """One of the three commands, and whether every row of its file adds up."""
    return {"yarn": _yarn, "stripes": _stripes, "could": _could}[options.command](options)


def _yarn(options: argparse.Namespace) -> tuple[str, bool]:
    worked = worked_file(options).worked
    gauge = _gauge(options, worked)
    yarns = yarns_of(worked, options.ball, options.start)
    weighings = tuple(_weighing(text, worked) for text in options.weighed)
    reserves = tuple(_reserve(text, worked) for text in options.reserve)
    if not 0.5 <= options.safe < 1:
        raise Refused(sentence("A chance to be safe with lies between 0.5 and 1, such as 0.9."))
    report = yarn_report(worked, gauge, yarns, weighings, reserves, safe=options.safe)
    return _printed(report, options), not worked.problems


def _printed(report: YarnReport, options: argparse.Namespace) -> str:
    if options.json:
        return json.dumps(yarn_json(report), indent=2, ensure_ascii=False) + "\n"
    return "\n".join(yarn_lines(report)) + "\n"


def _stripes(options: argparse.Namespace) -> tuple[str, bool]:
    worked = worked_file(options).worked
    ahead = rows_ahead(worked, _gauge(options, worked))
    yarns = [_whole(*_named(text)) for text in options.yarn]
    plan = stripes(ahead.row_m, yarns, Bands(options.bands), pair=ahead.pair, bind_off_m=ahead.bind_off_m)
    if options.words:
        named = [(name.strip(), said) for name, _, said in (text.partition("=") for text in options.yarn)]
        striped = with_stripes(read_as_words(options), whole_stripes(worked, 0, plan), named)
        return striped.rstrip("\n") + "\n", not worked.problems
    if options.json:
        return json.dumps(stripes_json(plan, yarns), ensure_ascii=False) + "\n", not worked.problems
    lines = [f"{band.first}-{band.last}  {band.colour}" for band in plan.bands]
    lines += [f"{colour}: {metres:.1f} m over" for colour, metres in plan.unused_m.items()]
    lines += [f"{colour}: {metres:.1f} m short" for colour, metres in plan.short.items()]
    return "\n".join(lines) + "\n", not worked.problems


def _could(options: argparse.Namespace) -> tuple[str, bool]:
    yarns = [_whole(*_named(text)) for text in options.yarns]
    metres = sum(yarn.metres for yarn in yarns)
    gauge = read_gauge(options.gauge) if options.gauge else None
    found = tuple(could_become(metres, gauge))
    if options.json:
        table = [
            {
                "construction": each.construction.key,
                "stitches": each.forecast.stitches,
                "rows": each.forecast.rows,
                "metres": round(each.metres, 1),
                "left_m": round(metres - each.metres, 1),
                "measures": {measure.key: round(cm, 1) for measure, cm in each.measures},
            }
            for each in found
        ]
        return json.dumps(table, indent=2) + "\n", True
    lines = []
    for each in found:
        sizes = ", ".join(f"{said_words(measure.words)} {said_length(cm)}" for measure, cm in each.measures)
        lines.append(f"{each.construction.key}: {sizes}; {each.metres:.0f} m")
    return "\n".join(lines) + "\n", True


# -- what was typed -----------------------------------------------------------------------------------------


def yarns_of(worked: WorkedPiece, balls: Sequence[str] = (), starts: Sequence[str] = ()) -> tuple[Yarn, ...]:
    """The yarns of a piece: its headers, with balls and grams at the start as given."""
    labels = {name: label_of(said) for name, said in worked.piece.headers.yarns}
    labels |= dict(_named(text) for text in balls)
    had = dict(_grams(text) for text in starts)
    unknown = next((name for name in had if name not in labels), None)
    if unknown is not None:
        raise Refused(
            sentence("How long is a gram of '{yarn}'? Give its ball, such as --ball {yarn}=50g/92m.", yarn=unknown)
        )
    weighed = tuple(
        Yarn(name, grams, labels[name].metres / labels[name].grams * grams, weighed=True, ball_grams=labels[name].grams)
        for name, grams in had.items()
        if labels[name].told
    )
    return (*weighed, *labelled({name: label for name, label in labels.items() if name not in had}))


def _gauge(options: argparse.Namespace, worked: WorkedPiece) -> Gauge:
    gauge = gauge_of(options) or worked.piece.headers.gauge or GUESS_IN_GARTER
    if options.washed or options.unwashed:
        gauge = replace(gauge, washed=bool(options.washed))
    return gauge


def _named(text: str) -> tuple[str, Label]:
    """``A=50g/92m`` as a colour and its ball."""
    found = _PAIR.match(text)
    label = label_of(f"{found[1]}, {found[2].replace('/', ' ')}") if found else None
    if found is None or label is None or not label.told or label.grams > _MOST_G or label.metres > _MOST_M:
        raise Refused(sentence("A yarn is written as A=50g/92m, not '{text}'.", text=text[:40]))
    return found[1].strip(), label


def _whole(colour: str, label: Label) -> Yarn:
    balls = label.balls or 1
    return Yarn(colour, label.grams * balls, label.metres * balls, ball_grams=label.grams)


def _grams(text: str) -> tuple[str, float]:
    found = _PAIR.match(text)
    value = _number(found[2]) if found else None
    if found is None or value is None or not 0 < value <= _MOST_G:
        raise Refused(sentence("Grams are written as A=100, above 0, not '{text}'.", text=text[:40]))
    return found[1].strip(), value


def _weighing(text: str, worked: WorkedPiece) -> Weighing:
    found = _WEIGHED.match(text)
    value = _number(found[3]) if found else None
    if found is None or value is None or not 0 <= value <= _MOST_G:
        raise Refused(sentence("A weighing is written as ROW:A=GRAMS, such as 60:A=48, not '{text}'.", text=text[:40]))
    return Weighing(int(found[1]), found[2].strip(), value)


def _reserve(text: str, worked: WorkedPiece) -> Reserve:
    what, _, rest = text.rpartition(":")
    found = _PAIR.match(rest)
    metres = _number(found[2].lower().removesuffix("m").strip()) if found else None
    if found is None or metres is None or not 0 < metres <= _MOST_M:
        raise Refused(sentence("A reserve is written as collar:A=20m, not '{text}'.", text=text[:40]))
    return Reserve(what.strip(), found[1].strip(), metres)


def _number(text: str) -> float | None:
    try:
        value = float(text.strip().removesuffix("g").replace(",", "."))
    except ValueError:
        return None
    return value if value == value and abs(value) < 1e9 else None
