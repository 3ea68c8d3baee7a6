"""What the sentences of a plan are made of: words that can be changed, buttons, and what is said of them."""

from __future__ import annotations

from dataclasses import dataclass, field

from bias.planning.field_choices import Choices
from knitting.forecast.forecast import Forecast
from knitting.plan.troubles import Trouble


@dataclass(frozen=True, slots=True)
class SentenceWord:
    """A word of a sentence. With a ``path`` it can be changed: typed, or chosen where there are ``choices``."""

    text: str
    path: str = ""
    label: str = ""
    choices: Choices = ()
    ink: str = ""
    letter: str = ""
    hue: int = 0
    fabrics: Choices = ()
    """Choices whose names are said already, since some of them are the knitter's own."""

    @property
    def wide(self) -> int:
        """Letters that the field has room for."""
        return max(len(self.text), 2)

    @property
    def is_number(self) -> bool:
        """Whether a number is typed here."""
        return bool(self.path) and not self.choices and not self.path.endswith(("name", "rows"))


@dataclass(frozen=True, slots=True)
class SentenceButton:
    """Something that can be pressed beside a sentence."""

    do: str
    says: str
    label: str = ""


@dataclass(frozen=True, slots=True)
class TroubleNote:
    """A trouble with its place among all, and what would mend it."""

    at: int
    trouble: Trouble


@dataclass(frozen=True, slots=True)
class Sentence:
    """A line of the plan: its words, what can be done with it, what is said of it; ``letters`` are its threads."""

    words: tuple[SentenceWord, ...]
    deeds: tuple[SentenceButton, ...] = ()
    letters: str = ""


@dataclass(frozen=True, slots=True)
class Paragraph:
    """What stands under one heading."""

    title: SentenceWord
    sentences: tuple[Sentence, ...]
    said: tuple[TroubleNote, ...] = ()
    notes: tuple[str, ...] = ()
    deeds: tuple[SentenceButton, ...] = field(default=())


def troubles_at(forecast: Forecast, *path: str | int) -> tuple[TroubleNote, ...]:
    """What does not come out at a place of the plan, with the mends of each."""
    found = enumerate(forecast.troubles)
    return tuple(TroubleNote(at, trouble) for at, trouble in found if trouble.where[: len(path)] == path)
