"""Header lines: title, gauge, yarns, stripes."""

from __future__ import annotations

import re
from dataclasses import dataclass, field, replace

from knitting.dialects.dialect import Dialect, spelled_at
from knitting.dialects.tokens import tokens_of
from knitting.fabric import MOST_FABRICS, Fabric, with_own
from knitting.measures import Gauge
from knitting.problems import Problem, ProblemKind, Span, unreadable
from knitting.rows import Headers, Stripe
from knitting.statements import Sentence, sentence
from knitting.stitches import DECREASES, INCREASES, Pair
from knitting.words.fabric_header import NotAFabric, read_fabric
from knitting.words.gauges import gauge_in_header

_STRIPE = re.compile(r"(\d+)\s+(?:\S+\s+)?([^\W\d]\w*)$")
_HEADER = re.compile(r"\s*([^\W\d_][\w \-]{0,60}?)\s*:\s*(.*?)\s*$")
_MOST_IN_STRIPE = 5_000

RECIPES = {
    "m1_pair": INCREASES["m1_pair"],
    "lifted_pair": INCREASES["lifted_pair"],
    "k2tog_pair": DECREASES["k2tog_pair"],
}
"""The pairs that a header may name."""


def header_of(line_text: str) -> tuple[str, str, int] | None:
    """Key, value and the value's column, where a line has the form ``Key: value``."""
    match = _HEADER.match(line_text)
    return (match[1], match[2], match.start(2) + 1) if match else None


@dataclass
class HeaderReader:
    """Collects the headers of one piece."""

    dialect: Dialect
    title: str = ""
    gauge: Gauge | None = None
    yarns: list[tuple[str, str]] = field(default_factory=list)
    stripes: tuple[Stripe, ...] = ()
    others: list[tuple[str, str]] = field(default_factory=list)
    increase: Pair | None = None
    decrease: Pair | None = None
    language: str = ""
    fabrics: list[Fabric] = field(default_factory=list)
    problems: list[Problem] = field(default_factory=list)

    def take(self, key: str, value: str, span: Span) -> None:
        """Take one header; a key that sets nothing is kept as written."""
        words = key.lower().split()
        meaning = self.dialect.headers.get(words[0], "")
        if meaning == "yarn":
            name = key.split(maxsplit=1)[1] if len(words) > 1 else ""
            self.yarns.append((name, value))
            return
        if meaning == "fabric" and len(words) > 1:
            self._take_fabric(key.split(maxsplit=1)[1], value, span)
        elif meaning == "title" and value:
            self.title = value
        elif meaning == "gauge":
            self._take_gauge(value, span)
        elif meaning == "stripes":
            self._take_stripes(value, span)
        elif meaning in ("increase", "decrease"):
            self._take_pair(meaning, value, span)
        elif meaning == "language":
            self.language = value
        else:
            self.others.append((meaning.capitalize() if meaning and len(words) == 1 else key, value))

    def take_gauge(self, gauge: Gauge) -> None:
        """Take a gauge that was told in a sentence."""
        self.gauge = gauge

    def names_a_fabric(self, key: str) -> bool:
        """Whether a key is the word for fabrics and a name."""
        words = key.lower().split()
        return len(words) > 1 and self.dialect.headers.get(words[0]) == "fabric"

    def headers(self) -> Headers:
        """What was collected."""
        named = tuple((name, said) for name, said in self.yarns if name)
        unnamed = tuple(("Yarn", said) for name, said in self.yarns if not name)
        return Headers(
            self.title,
            self.gauge,
            named,
            self.stripes,
            (*unnamed, *self.others),
            self.increase,
            self.decrease,
            self.language,
            tuple(self.fabrics),
        )

    def _take_fabric(self, name: str, value: str, span: Span) -> None:
        """A fabric of the piece's own; one whose name is taken replaces nothing."""
        if len(self.fabrics) == MOST_FABRICS:  # before it is read: there may be thousands
            said = sentence("A piece has {most} fabrics of its own at most.", most=MOST_FABRICS)
            self.problems.append(unreadable(ProblemKind.TOO_LONG, span, said, None))
            return
        try:
            fabric = read_fabric(name, value, with_own(self.fabrics), self.dialect)
            if any(known.key == fabric.key for known in self.fabrics):
                raise NotAFabric(
                    sentence("There is a fabric '{fabric}' already.", fabric=fabric.key),
                    sentence("Take another name for this one."),
                )
        except NotAFabric as why:
            self.problems.append(unreadable(ProblemKind.CANNOT_READ, span, why.why, why.hint))
            return
        self.fabrics.append(fabric)
        self.dialect = self.dialect.knowing(tuple(known.key for known in self.fabrics))

    def _take_pair(self, meaning: str, value: str, span: Span) -> None:
        """The piece's own increase or decrease: a named pair, or one stitch for both sides."""
        tokens = tokens_of(value.rstrip(" ."))
        named = spelled_at(self.dialect.recipes, tokens, 0)
        single = self.dialect.stitch_at(tokens, 0)
        pair: Pair | None = None
        if named and named[1] == len(tokens):
            pair = RECIPES[named[0]]
        elif single and single[1] == len(tokens):
            pair = (single[0], single[0])
        wanted = 1 if meaning == "increase" else -1
        if pair is None or pair[0].change != wanted:
            examples = "m1_pair" if wanted > 0 else "k2tog_pair"
            hint = sentence("Write it as '{word}', or name one stitch.", word=self.dialect.word("recipes", examples))
            self._say(
                span, sentence("The {meaning} '{value}' cannot be read.", meaning=meaning, value=value[:40]), hint
            )
        elif wanted > 0:
            self.increase = pair
        else:
            self.decrease = pair

    def _take_gauge(self, value: str, span: Span) -> None:
        found = gauge_in_header(value)
        gauge = None
        if found:
            fabric, washed = self._swatch(found[1])
            gauge = replace(found[0], fabric=fabric, washed=washed)
        if gauge is None:
            self._say(span, sentence("The gauge '{value}' cannot be read.", value=value[:40]))
        elif not gauge.believable:
            self._say(span, sentence("A gauge of {value} is not one that hand knitting has.", value=value[:40]))
        else:
            self.gauge = gauge

    def _swatch(self, said: str) -> tuple[str, bool | None]:
        """The fabric of a gauge, and whether its swatch was washed, which is said after it or alone."""
        tokens = tokens_of(said)
        for at in range(len(tokens)):
            found = spelled_at(self.dialect.swatches, tokens, at)
            if found and found[1] == len(tokens):
                return self._fabric(said[: tokens[at].column - 1].strip(" ,")), found[0] == "washed"
        return self._fabric(said), None

    def _fabric(self, said: str) -> str:
        """The fabric of a gauge by its key, or as it is said."""
        tokens = tokens_of(said)
        found = spelled_at(self.dialect.fabrics, tokens, 0)
        return found[0].replace("_", " ") if found and found[1] == len(tokens) else said

    def _take_stripes(self, value: str, span: Span) -> None:
        stripes: list[Stripe] = []
        for stretch in value.rstrip(".").split(","):
            match = _STRIPE.match(stretch.strip())
            if match is None or not 0 < int(match[1][:9]) <= _MOST_IN_STRIPE:
                self._say(
                    span,
                    sentence("The stripe '{stretch}' cannot be read.", stretch=stretch.strip()[:40]),
                    sentence("Write it as '2 rows A'."),
                )
                return
            stripes.append(Stripe(int(match[1]), match[2]))
        self.stripes = tuple(stripes)
        names = {name for name, _ in self.yarns}
        unknown = next((stripe.colour for stripe in stripes if names and stripe.colour not in names), None)
        if unknown is not None:
            message = sentence(
                "The stripes use '{unknown}' and the yarns above are {known}.",
                unknown=unknown,
                known=", ".join(sorted(names)),
            )
            self.problems.append(unreadable(ProblemKind.COLOUR_UNKNOWN, span, message))

    def _say(self, span: Span, message: Sentence, hint: Sentence | None = None) -> None:
        if hint is None:
            hint = sentence("Write it as '20 sts and 40 rows = 10 cm'.")
        self.problems.append(unreadable(ProblemKind.CANNOT_READ, span, message, hint))
