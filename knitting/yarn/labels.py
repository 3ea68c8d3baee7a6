"""What a yarn's header says of it: "Slate worsted, 3 x 50 g, 92 m a ball"."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass

from knitting.yarn.weighing import Yarn

_NUMBER = r"(\d+(?:[.,]\d+)?)"
_GRAMS = re.compile(rf"{_NUMBER}\s*(g|gr|grams?|kg|oz)\b", re.IGNORECASE)
_METRES = re.compile(rf"{_NUMBER}\s*(m|metres?|meters?|metri|mt)\b", re.IGNORECASE)
_YARDS = re.compile(rf"{_NUMBER}\s*(yds?|yards?|iarde)\b", re.IGNORECASE)
_BALLS = re.compile(r"(\d{1,3})\s*(?:x|×|balls?|skeins?|hanks?|gomitoli|matasse)\b", re.IGNORECASE)
_IN_GRAMS = {"kg": 1000.0, "oz": 28.349523125}
_YARD_M = 0.9144


@dataclass(frozen=True, slots=True)
class Label:
    """A ball as its label tells it: name, grams and metres of one ball, and how many balls; 0 is not told."""

    name: str
    grams: float = 0.0
    metres: float = 0.0
    balls: int = 0

    @property
    def told(self) -> bool:
        """Whether grams and metres of a ball are known."""
        return self.grams > 0 and self.metres > 0


def label_of(said: str) -> Label:
    """What a header says of a yarn; whatever is not found stays 0.

    >>> label_of("Slate worsted, 3 x 50 g, 92 m")
    Label(name='Slate worsted', grams=50.0, metres=92.0, balls=3)
    >>> label_of("Kelp, 100 yds").metres
    91.44
    """
    grams, metres, yards, balls = (pattern.search(said) for pattern in (_GRAMS, _METRES, _YARDS, _BALLS))
    length = _value(metres) if metres else _value(yards) * _YARD_M
    weight = _value(grams) * _IN_GRAMS.get(grams[2].lower(), 1.0) if grams else 0.0
    return Label(said.split(",")[0].strip(), weight, round(length, 2), int(balls[1]) if balls else 0)


def labelled(labels: Mapping[str, Label]) -> tuple[Yarn, ...]:
    """The yarns of labels that tell a ball and how many there are, by their colours."""
    return tuple(
        Yarn(name, label.grams * label.balls, label.metres * label.balls, ball_grams=label.grams)
        for name, label in labels.items()
        if label.told and label.balls
    )


def _value(found: re.Match[str] | None) -> float:
    return float(found[1].replace(",", ".")) if found else 0.0
