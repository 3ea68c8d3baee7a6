"""A plan as sentences: words, and fields with the paths by which the core changes them."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field

from bias.planning.field_choices import EDGES, ENDS, KINDS, LEANS, MANNERS, SIDES, WAYS, Choices, fabric_choices
from drawing.marks import letters
from knitting.forecast.course import StageCourse
from knitting.forecast.forecast import Course
from knitting.measures import said_number
from knitting.plan.plan import (
    LEFT_EDGE,
    RIGHT_EDGE,
    Beside,
    Finishing,
    Length,
    Line,
    LineKind,
    PartCount,
    Plan,
    Shaping,
    Stage,
    YarnShare,
)
from knitting.plan.troubles import Trouble
from knitting.plan.works import OWN, WORKS
from knitting.plan_editing.edits import end_kind
from knitting.problems import plural
from knitting.rows import Tab


@dataclass(frozen=True, slots=True)
class Word:
    """A word of a sentence. With a ``path`` it can be changed: typed, or chosen where there are ``choices``."""

    text: str
    path: str = ""
    label: str = ""
    choices: Choices = ()
    ink: str = ""
    letter: str = ""
    hue: int = 0

    @property
    def wide(self) -> int:
        """Letters that the field has room for."""
        return max(len(self.text), 2)

    @property
    def is_number(self) -> bool:
        """Whether a number is typed here."""
        return bool(self.path) and not self.choices and not self.path.endswith(("name", "rows"))


@dataclass(frozen=True, slots=True)
class Deed:
    """Something that can be pressed beside a sentence."""

    do: str
    says: str
    label: str = ""


@dataclass(frozen=True, slots=True)
class Said:
    """A trouble with its place among all, and what would mend it."""

    at: int
    trouble: Trouble


@dataclass(frozen=True, slots=True)
class Sentence:
    """A line of the plan: its words, what can be done with it, what is said of it; ``letters`` are its threads."""

    words: tuple[Word, ...]
    deeds: tuple[Deed, ...] = ()
    letters: str = ""


@dataclass(frozen=True, slots=True)
class Paragraph:
    """What stands under one heading."""

    title: Word
    sentences: tuple[Sentence, ...]
    said: tuple[Said, ...] = ()
    notes: tuple[str, ...] = ()
    deeds: tuple[Deed, ...] = field(default=())


def paragraphs(course: Course) -> list[Paragraph]:
    """The whole plan, from the cast-on to the bind-off."""
    plan = course.plan
    flags = _flags(plan)
    found = [_start(course), _parts(course, flags)]
    found += [_stage(course, at, flags) for at in range(len(plan.stages))]
    found.append(_finish(plan))
    return found


def fields(course: Course) -> dict[str, str]:
    """Every word that can be changed, by its path, as it stands."""
    return {
        word.path: word.text
        for paragraph in paragraphs(course)
        for words in ((paragraph.title,), *(sentence.words for sentence in paragraph.sentences))
        for word in words
        if word.path
    }


def _flags(plan: Plan) -> dict[str, tuple[str, int]]:
    """Letter and hue of every marked line, as the cloth has them."""
    marks = [line for line in plan.lines if line.kind is not LineKind.UNMARKED for _ in range(_marks(line))]
    # A centre that wears markers beside its stitch has no mark of its own.
    names = [line.name if line.kind is LineKind.STITCH else "" for line in marks]
    found: dict[str, tuple[str, int]] = {}
    for line, flag in zip(marks, letters(names), strict=True):
        found.setdefault(line.name, flag)
    return found


def _marks(line: Line) -> int:
    return 2 if line.kind is LineKind.BOTH else 1


def _about(course: Course, *path: str | int) -> tuple[Said, ...]:
    found = enumerate(course.troubles)
    return tuple(Said(at, trouble) for at, trouble in found if trouble.where[: len(path)] == path)


def _start(course: Course) -> Paragraph:
    plan = course.plan
    if isinstance(plan.start, Tab):
        tab = Word(str(plan.start.cast_on), "tab", "stitches of the tab")
        comes_to = Word(f"stitches, {plan.start.rows} rows: {plan.start.total} on the needle")
        words: tuple[Word, ...] = (Word("a garter tab of"), tab, comes_to)
    else:
        words = (Word("cast on"), Word(str(plan.start.count), "cast_on", "stitches to cast on"), Word("stitches"))
    if plan.in_round:
        words = (*words, Word("and join to work in the round"))
    return Paragraph(Word("Start"), (Sentence(words),), _about(course, "start") + _about(course, "gauge"))


def _parts(course: Course, flags: dict[str, tuple[str, int]]) -> Paragraph:
    plan = course.plan
    sentences: list[Sentence] = []
    for at, part in enumerate(plan.parts):
        words = (
            Word(part.name, f"parts.{at}.name", f"name of part {at + 1} from the right"),
            Word(str(part.count), f"parts.{at}.count", f"stitches of {part.name}"),
            Word("in"),
            Word(part.fabric, f"parts.{at}.fabric", f"fabric of {part.name}", fabric_choices(plan.fabrics)),
        )
        sentences.append(
            Sentence(words, (Deed(f"add-line:{at}", "Divide", f"a line through the middle of {part.name}"),))
        )
        if at < len(plan.lines):
            sentences.append(_line(plan, at, flags))
    notes = ("Seen from the right side, from right to left.",) if len(plan.parts) > 1 else ()
    return Paragraph(Word("Parts"), tuple(sentences), _about(course, "parts"), notes)


def _line(plan: Plan, at: int, flags: dict[str, tuple[str, int]]) -> Sentence:
    line = plan.lines[at]
    letter, hue = flags.get(line.name, ("", 0))
    words = (
        Word("", letter=letter, hue=hue),
        Word(line.name, f"lines.{at}.name", f"name of line {at + 1}"),
        Word(line.kind.value, f"lines.{at}.kind", f"how {line.name} is marked", KINDS),
    )
    deeds = (
        Deed(f"move-line:{at}:1", "\N{LEFTWARDS ARROW}", f"move {line.name} one stitch to the left"),
        Deed(f"move-line:{at}:-1", "\N{RIGHTWARDS ARROW}", f"move {line.name} one stitch to the right"),
        Deed(f"drop-line:{at}", "Remove", f"remove {line.name}"),
    )
    return Sentence(words, deeds, letter)


def _stage(course: Course, at: int, flags: dict[str, tuple[str, int]]) -> Paragraph:
    stage = course.plan.stages[at]
    path = f"stages.{at}"
    how = course.stages[at] if at < len(course.stages) else None
    sentences = [
        _rhythm(stage, path),
        *(_shaping(course, at, place, path, flags) for place in range(len(stage.shapings))),
        _until(stage, path, how),
    ]
    deeds = [Deed(f"add-shaping:{at}", "Add a shaping", f"add a shaping to {stage.name}")]
    deeds.append(Deed(f"plain-row:{at}", "A plain row first", f"a plain row before {stage.name}"))
    if stage.setup:
        deeds.append(Deed(f"no-plain-row:{at}", "One set-up row less", f"one set-up row less before {stage.name}"))
    if len(course.plan.stages) > 1:
        deeds.append(Deed(f"drop-stage:{at}", "Remove", f"remove {stage.name}"))
    title = Word(stage.name, f"{path}.name", f"name of stage {at + 1}")
    return Paragraph(title, tuple(sentences), _about(course, "stages", at), tuple(_notes(how)), tuple(deeds))


def _rhythm(stage: Stage, path: str) -> Sentence:
    words = [Word("in a rhythm of"), Word(str(stage.rhythm), f"{path}.rhythm", f"rhythm of {stage.name}")]
    words.append(Word("row" if stage.rhythm == 1 else "rows"))
    if stage.setup:
        words.append(Word(f"after {plural(len(stage.setup), 'set-up row')}"))
    for at, added in enumerate(stage.add_lines):
        label = f"how {added.line.name} is marked"
        words += [
            Word(f"once {added.line.name} is"),
            Word(added.line.kind.value, f"{path}.add_lines.{at}.kind", label, KINDS),
        ]
    for name in stage.drop_lines:
        words.append(Word(f"once the mark of {name} is off"))
    return Sentence(tuple(words))


def _shaping(course: Course, at: int, place: int, path: str, flags: dict[str, tuple[str, int]]) -> Sentence:
    shaping = course.plan.stages[at].shapings[place]
    here = f"{path}.shapings.{place}"
    work = WORKS.get(shaping.work)
    ink = "up" if work and work.change > 0 else "down" if work and work.change < 0 else ""
    works = tuple((key, each.said) for key, each in WORKS.items())
    if shaping.work == OWN:
        works = ((OWN, "own stitches"), *works)
    names = " + ".join(shaping.at)
    words = [
        Word("row" if len(shaping.rows) == 1 else "rows"),
        Word(", ".join(map(str, shaping.rows)), f"{here}.rows", "rows of the rhythm"),
        Word(shaping.work, f"{here}.work", "what is worked", works, ink),
    ]
    edges = all(name in dict(EDGES) or name in (RIGHT_EDGE, LEFT_EDGE) for name in shaping.at)
    if edges:
        words.append(Word("at"))
    else:
        words.append(Word(shaping.side.value, f"{here}.side", "on which side", SIDES))
    words.append(Word(names, f"{here}.at", "at which line", _places(course, at, shaping)))
    words += [Word("", letter=flags[name][0], hue=flags[name][1]) for name in shaping.at if name in flags]
    if shaping.side is not Beside.ON or edges:
        away = Word(str(shaping.away), f"{here}.away", "plain stitches between")
        words += [Word("with"), away, Word("plain outside" if edges else "plain between")]
    if work is not None and work.leans:
        words.append(Word(shaping.leaning.value, f"{here}.leaning", "which way it leans", LEANS))
    drop = Deed(f"drop-shaping:{at}:{place}", "Remove", f"remove shaping {place + 1} of this stage")
    return Sentence(tuple(words), (drop,), "".join(flags[name][0] for name in shaping.at if name in flags))


def _places(course: Course, at: int, shaping: Shaping) -> Choices:
    """The lines and edges that a shaping may stand at; lines together where there are several."""
    lines = course.stages[at].split.lines if at < len(course.stages) else course.plan.lines
    marked = [line.name for line in lines if line.kind is not LineKind.UNMARKED]
    counted = [line.name for line in lines if line.kind is LineKind.UNMARKED]
    found = [(name, name) for name in (*marked, *counted)]
    for several, said in ((marked, "every marked line"), (counted, "every counted line")):
        if len(several) > 1:
            found.append((" + ".join(several), said if len(several) > 2 else " and ".join(several)))
    found += EDGES
    names = " + ".join(shaping.at)
    return tuple(found) if names in dict(found) else ((names, " and ".join(shaping.at)), *found)


def _until(stage: Stage, path: str, how: StageCourse | None) -> Sentence:
    until = stage.until
    value = {
        Length: lambda: said_number(until.cm),  # type: ignore[union-attr]
        YarnShare: lambda: f"{until.share * 100:g}",  # type: ignore[union-attr]
    }.get(type(until), lambda: str(_first_number(until)))()
    words = [Word(end_kind(until), f"{path}.until_kind", f"how {stage.name} ends", ENDS)]
    if isinstance(until, PartCount):
        names = [part.name for part in how.split.parts] if how else [until.part]
        choices = tuple((name, name) for name in dict.fromkeys((until.part, *names)))
        words.append(Word(until.part, f"{path}.until_part", "which part", choices))
    words.append(Word(value, f"{path}.until", f"where {stage.name} ends"))
    return Sentence(tuple(words))


def _first_number(until: object) -> int:
    return next(value for name in ("stitches", "rows", "times") if (value := getattr(until, name, None)) is not None)


def _notes(how: StageCourse | None) -> Iterator[str]:
    """What the stage comes to, in figures."""
    if how is None:
        return
    words = [plural(how.rows + len(how.setup), "round" if how.in_round else "row")]
    if how.stage.rhythm > 1 and how.times > 1:
        words.append(f"{how.times} times {how.cycle.change:+d}" if how.cycle.change else f"{how.times} times")
    changing = [
        f"{part.name} {before} to {after}"
        for part, before, after in zip(how.split.parts, how.counts[0], how.counts[-1], strict=True)
        if before != after
    ]
    words += changing if len(changing) <= 3 else []
    words.append(f"{how.begins} to {how.ends} stitches" if how.begins != how.ends else f"{how.ends} stitches")
    if how.ends_on_wrong_side:
        words.append("ends on a wrong-side row")
    yield "; ".join(words)
    for row, change in how.balanced:
        yield f"Row {row}: +{change} -{change}, increases and decreases cancel: the count stands still."


def _finish(plan: Plan) -> Paragraph:
    finish = plan.finish
    words = [Word(finish.way.value, "finish.way", "the end", WAYS)]
    if finish.way is Finishing.BIND_OFF:
        words.append(Word(finish.manner, "finish.manner", "how to bind off", MANNERS))
        if finish.dropped:
            words += [
                Word("and drop"),
                Word(str(finish.dropped), "finish.dropped", "stitches to drop"),
                Word("at each side"),
            ]
    return Paragraph(Word("Finish"), (Sentence(tuple(words)),), (), (), (Deed("add-stage", "Add a stage"),))
