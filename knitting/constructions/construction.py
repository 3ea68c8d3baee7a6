"""What a construction is: a few practical questions that give a plan."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from enum import Enum

from knitting.constructions.cautions import Caution
from knitting.curvature import Curvature
from knitting.forecast.forecast import Forecast
from knitting.forecast.stages import tab_rows
from knitting.plan.plan import LEFT_EDGE, RIGHT_EDGE, Beside, Line, LineKind, Plan, Shaping
from knitting.statements import N_
from knitting.stitches import DOUBLE_WORDS, INCREASE_WORDS, Leaning
from knitting.wearing import Wearing

Value = int | str | tuple[int, ...]
Values = Mapping[str, Value]


class AnswerKind(Enum):
    """What sort of answer a question wants."""

    NUMBER = "number"
    CHOICE = "choice"
    PARTS = "parts"


@dataclass(frozen=True, slots=True)
class Question:
    """One question: its key on the command line, its words, its default and what may be answered."""

    key: str
    words: str
    default: Value
    least: int = 0
    most: int = 5_000
    unit: str = "stitches"
    odd: bool = False
    choices: tuple[tuple[str, str], ...] = ()

    @property
    def sort(self) -> AnswerKind:
        """What sort of answer it wants."""
        if self.choices:
            return AnswerKind.CHOICE
        return AnswerKind.PARTS if isinstance(self.default, tuple) else AnswerKind.NUMBER


@dataclass(frozen=True, slots=True)
class WishedMeasure:
    """A measure that may be wished instead of a count: the question that follows it, and what it comes to in cm."""

    key: str
    words: str
    follows: str
    of: Callable[[Forecast], float]


class Use(Enum):
    """What a shape is mostly knitted for."""

    SHAWLS = N_("Shawls")
    SQUARES = N_("Squares, blankets and cushions")
    WORN = N_("Worn over the shoulders")
    SCARVES = N_("Scarves, cowls and hats")


@dataclass(frozen=True)
class Construction:
    """A way to build a shape. ``built`` says how and where it begins, ``top`` which edge lies on top when drawn."""

    key: str
    title: str
    built: str
    asks: tuple[Question, ...]
    make: Callable[[Values], Plan]
    use: Use
    rules: tuple[str, ...]
    care: tuple[Caution, ...]
    curvature: Curvature
    top: str
    measures: tuple[WishedMeasure, ...]
    caveats: tuple[str, ...] = ()
    over_head: tuple[str, Callable[[Forecast], float]] | None = None
    worn: Wearing | None = None
    """How it is put on; ``None`` for what nobody wears, or on the head."""
    grows: str = ""
    """The question that makes it larger where there is more yarn; the one that its first measure follows if not set."""

    @property
    def defaults(self) -> dict[str, Value]:
        """Every question with its default."""
        return {asked.key: asked.default for asked in self.asks}

    def asked(self, key: str) -> Question | None:
        """A question by its key."""
        return next((asked for asked in self.asks if asked.key == key), None)


MARKING = Question(
    "marking",
    N_("the centre marked"),
    "stitch",
    choices=(
        ("stitch", N_("in the stitch")),
        ("needle-before", N_("on the needle before it")),
        ("needle-after", N_("on the needle after it")),
        ("needle-both", N_("on the needle on both sides")),
    ),
)
OPEN_INCREASE = Question(
    "increase",
    N_("increases"),
    "yo",
    choices=tuple((key, INCREASE_WORDS[key]) for key in ("yo", "m1_pair", "lifted_pair", "kfb")),
)
CLOSED_INCREASE = Question("increase", N_("increases"), "m1_pair", choices=OPEN_INCREASE.choices)
LEANING = Question(
    "leaning",
    N_("leaning"),
    "away",
    choices=(("away", N_("away from the line")), ("towards", N_("towards the line"))),
)
DOUBLE = Question(
    "double",
    N_("centre decrease"),
    "cdd",
    choices=tuple((key, DOUBLE_WORDS[key]) for key in ("cdd", "sk2p", "k3tog")),
)


def number(values: Values, key: str) -> int:
    """A number that was answered."""
    value = values[key]
    assert isinstance(value, int), "answers are checked before a plan is made"
    return value


def word(values: Values, key: str) -> str:
    """A choice that was answered."""
    return str(values[key])


def marking(values: Values) -> LineKind:
    """The way of marking that was chosen."""
    return LineKind(word(values, "marking"))


def leaning(values: Values) -> Leaning:
    """The lean that was chosen."""
    return Leaning(word(values, "leaning"))


def around(
    many: int, work: str, away: int = 0, leaning: Leaning = Leaning.AWAY
) -> tuple[tuple[Line, ...], tuple[Shaping, ...]]:
    """``many`` lines of a round, each with a work on both sides in the first round of the rhythm.

    The beginning of the round is one of the lines: it needs no marker of its own.
    """
    lines = tuple(Line(f"line {at}", LineKind.BETWEEN) for at in range(1, many))
    ends = Shaping((RIGHT_EDGE, LEFT_EDGE), Beside.INSIDE, work, (1,), away, leaning)
    inner = Shaping(tuple(line.name for line in lines), Beside.BOTH, work, (1,), away, leaning)
    return lines, (inner, ends) if lines else (ends,)


def rows_cm(forecast: Forecast) -> float:
    """The height of all rows of the stages, in centimetres."""
    first = tab_rows(forecast.plan) + 1
    return sum(forecast.plan.gauge_at(row).row_cm for row in range(first, forecast.rows + 1))


def cast_on_cm(forecast: Forecast) -> float:
    """Along the cast-on edge, in centimetres, before stretch."""
    return forecast.plan.counted * forecast.plan.gauge_at(1).stitch_cm


def last_row_cm(forecast: Forecast) -> float:
    """Along the last row, in centimetres, before stretch."""
    return forecast.ends * forecast.plan.gauge_at(max(forecast.rows, 1)).stitch_cm
