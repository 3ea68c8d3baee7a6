"""A plan as sentences: words, and fields with the paths by which the core changes them."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field

from django.utils.translation import gettext as _

from bias.planning.field_choices import EDGES, ENDS, KINDS, LEANS, MANNERS, SIDES, WAYS, Choices, fabric_choices
from bias.planning.plan_changes import (
    AddLine,
    AddPlainRow,
    AddShaping,
    AddStage,
    MoveLine,
    RemoveLine,
    RemovePlainRow,
    RemoveShaping,
    RemoveStage,
)
from bias.results import remembered, results_of_plan
from drawing.marks import letters
from knitting.forecast.forecast import Forecast
from knitting.forecast.stages import StageForecast
from knitting.measures import said_number
from knitting.plan.plan import (
    LEFT_EDGE,
    RIGHT_EDGE,
    Beside,
    Count,
    End,
    Finishing,
    Length,
    Line,
    LineKind,
    PartCount,
    Plan,
    Repeats,
    Rows,
    Shaping,
    Stage,
    YarnShare,
)
from knitting.plan.troubles import Trouble
from knitting.plan.works import OWN, WORKS
from knitting.plan_editing.edits import end_kind
from knitting.rows import Tab
from knitting.saying.sentences import counted

_BYTES_A_PARAGRAPH = 8_000


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


@remembered(weigh=lambda found: _BYTES_A_PARAGRAPH * len(found))
def paragraphs(source: str) -> tuple[Paragraph, ...]:
    """The whole plan of a kept text, from the cast-on to the bind-off: what a page shows and what it may send back."""
    forecast = results_of_plan(source).forecast
    plan = forecast.plan
    flags = _flags(plan)
    found = [_start(forecast), _parts(forecast, flags)]
    found += [_stage(forecast, at, flags) for at in range(len(plan.stages))]
    found.append(_finish(plan))
    return tuple(found)


def fields(source: str) -> dict[str, str]:
    """Every word that can be changed, by its path, as it stands."""
    return {
        word.path: word.text
        for paragraph in paragraphs(source)
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


def _about(forecast: Forecast, *path: str | int) -> tuple[TroubleNote, ...]:
    found = enumerate(forecast.troubles)
    return tuple(TroubleNote(at, trouble) for at, trouble in found if trouble.where[: len(path)] == path)


def _start(forecast: Forecast) -> Paragraph:
    plan = forecast.plan
    if isinstance(plan.start, Tab):
        tab = SentenceWord(str(plan.start.cast_on), "tab", _("stitches of the tab"))
        comes_to = SentenceWord(
            _("stitches, {rows} rows: {total} on the needle").format(rows=plan.start.rows, total=plan.start.total)
        )
        words: tuple[SentenceWord, ...] = (SentenceWord(_("a garter tab of")), tab, comes_to)
    else:
        words = (
            SentenceWord(_("cast on")),
            SentenceWord(str(plan.start.count), "cast_on", _("stitches to cast on")),
            SentenceWord("stitches"),
        )
    if plan.in_round:
        words = (*words, SentenceWord(_("and join to work in the round")))
    return Paragraph(
        SentenceWord(_("Start")), (Sentence(words),), _about(forecast, "start") + _about(forecast, "gauge")
    )


def _parts(forecast: Forecast, flags: dict[str, tuple[str, int]]) -> Paragraph:
    plan = forecast.plan
    sentences: list[Sentence] = []
    for at, part in enumerate(plan.parts):
        words = (
            SentenceWord(part.name, f"parts.{at}.name", _("name of part {at} from the right").format(at=at + 1)),
            SentenceWord(str(part.count), f"parts.{at}.count", _("stitches of {part}").format(part=part.name)),
            SentenceWord("in"),
            SentenceWord(
                part.fabric,
                f"parts.{at}.fabric",
                _("fabric of {part}").format(part=part.name),
                fabric_choices(plan.fabrics),
            ),
        )
        sentences.append(
            Sentence(
                words,
                (
                    SentenceButton(
                        AddLine(at).words, _("Divide"), _("a line through the middle of {part}").format(part=part.name)
                    ),
                ),
            )
        )
        if at < len(plan.lines):
            sentences.append(_line(plan, at, flags))
    notes = (_("Seen from the right side, from right to left."),) if len(plan.parts) > 1 else ()
    return Paragraph(SentenceWord(_("Parts")), tuple(sentences), _about(forecast, "parts"), notes)


def _line(plan: Plan, at: int, flags: dict[str, tuple[str, int]]) -> Sentence:
    line = plan.lines[at]
    letter, hue = flags.get(line.name, ("", 0))
    words = (
        SentenceWord("", letter=letter, hue=hue),
        SentenceWord(line.name, f"lines.{at}.name", _("name of line {at}").format(at=at + 1)),
        SentenceWord(line.kind.value, f"lines.{at}.kind", _("how {line} is marked").format(line=line.name), KINDS),
    )
    deeds = (
        SentenceButton(
            MoveLine(at, 1).words, "\N{LEFTWARDS ARROW}", _("move {line} one stitch to the left").format(line=line.name)
        ),
        SentenceButton(
            MoveLine(at, -1).words,
            "\N{RIGHTWARDS ARROW}",
            _("move {line} one stitch to the right").format(line=line.name),
        ),
        SentenceButton(RemoveLine(at).words, _("Remove"), _("remove {line}").format(line=line.name)),
    )
    return Sentence(words, deeds, letter)


def _stage(forecast: Forecast, at: int, flags: dict[str, tuple[str, int]]) -> Paragraph:
    stage = forecast.plan.stages[at]
    path = f"stages.{at}"
    how = forecast.stages[at] if at < len(forecast.stages) else None
    sentences = [
        _rhythm(stage, path),
        *(_shaping(forecast, at, place, path, flags) for place in range(len(stage.shapings))),
        _until(stage, path, how),
    ]
    deeds = [
        SentenceButton(AddShaping(at).words, _("Add a shaping"), _("add a shaping to {stage}").format(stage=stage.name))
    ]
    deeds.append(
        SentenceButton(
            AddPlainRow(at).words, _("A plain row first"), _("a plain row before {stage}").format(stage=stage.name)
        )
    )
    if stage.setup:
        deeds.append(
            SentenceButton(
                RemovePlainRow(at).words,
                _("One set-up row less"),
                _("one set-up row less before {stage}").format(stage=stage.name),
            )
        )
    if len(forecast.plan.stages) > 1:
        deeds.append(SentenceButton(RemoveStage(at).words, _("Remove"), _("remove {stage}").format(stage=stage.name)))
    title = SentenceWord(stage.name, f"{path}.name", _("name of stage {at}").format(at=at + 1))
    return Paragraph(title, tuple(sentences), _about(forecast, "stages", at), tuple(_notes(how)), tuple(deeds))


def _rhythm(stage: Stage, path: str) -> Sentence:
    words = [
        SentenceWord(_("in a rhythm of")),
        SentenceWord(str(stage.rhythm), f"{path}.rhythm", _("rhythm of {stage}").format(stage=stage.name)),
    ]
    words.append(SentenceWord("row" if stage.rhythm == 1 else "rows"))
    if stage.setup:
        words.append(
            SentenceWord(_("after {set_up_rows}").format(set_up_rows=counted(len(stage.setup), "set-up rows")))
        )
    for at, added in enumerate(stage.add_lines):
        label = _("how {line} is marked").format(line=added.line.name)
        words += [
            SentenceWord(_("once {line} is").format(line=added.line.name)),
            SentenceWord(added.line.kind.value, f"{path}.add_lines.{at}.kind", label, KINDS),
        ]
    for name in stage.drop_lines:
        words.append(SentenceWord(_("once the mark of {name} is off").format(name=name)))
    return Sentence(tuple(words))


def _shaping(forecast: Forecast, at: int, place: int, path: str, flags: dict[str, tuple[str, int]]) -> Sentence:
    shaping = forecast.plan.stages[at].shapings[place]
    here = f"{path}.shapings.{place}"
    work = WORKS.get(shaping.work)
    ink = "up" if work and work.change > 0 else "down" if work and work.change < 0 else ""
    works = tuple((key, each.said) for key, each in WORKS.items())
    if shaping.work == OWN:
        works = ((OWN, _("own stitches")), *works)
    names = " + ".join(shaping.at)
    words = [
        SentenceWord("row" if len(shaping.rows) == 1 else "rows"),
        SentenceWord(", ".join(map(str, shaping.rows)), f"{here}.rows", _("rows of the rhythm")),
        SentenceWord(shaping.work, f"{here}.work", _("what is worked"), works, ink),
    ]
    edges = all(name in dict(EDGES) or name in (RIGHT_EDGE, LEFT_EDGE) for name in shaping.at)
    if edges:
        words.append(SentenceWord("at"))
    else:
        words.append(SentenceWord(shaping.side.value, f"{here}.side", _("on which side"), SIDES))
    words.append(SentenceWord(names, f"{here}.at", _("at which line"), _places(forecast, at, shaping)))
    words += [SentenceWord("", letter=flags[name][0], hue=flags[name][1]) for name in shaping.at if name in flags]
    if shaping.side is not Beside.ON or edges:
        away = SentenceWord(str(shaping.away), f"{here}.away", _("plain stitches between"))
        words += [SentenceWord(_("with")), away, SentenceWord(_("plain outside") if edges else _("plain between"))]
    if work is not None and work.leans:
        words.append(SentenceWord(shaping.leaning.value, f"{here}.leaning", _("which way it leans"), LEANS))
    drop = SentenceButton(
        RemoveShaping(at, place).words, _("Remove"), _("remove shaping {place} of this stage").format(place=place + 1)
    )
    return Sentence(tuple(words), (drop,), "".join(flags[name][0] for name in shaping.at if name in flags))


def _places(forecast: Forecast, at: int, shaping: Shaping) -> Choices:
    """The lines and edges that a shaping may stand at; lines together where there are several."""
    lines = forecast.stages[at].split.lines if at < len(forecast.stages) else forecast.plan.lines
    marked = [line.name for line in lines if line.kind is not LineKind.UNMARKED]
    counted = [line.name for line in lines if line.kind is LineKind.UNMARKED]
    found = [(name, name) for name in (*marked, *counted)]
    for several, said in ((marked, _("every marked line")), (counted, _("every counted line"))):
        if len(several) > 1:
            found.append((" + ".join(several), said if len(several) > 2 else " and ".join(several)))
    found += EDGES
    names = " + ".join(shaping.at)
    return tuple(found) if names in dict(found) else ((names, " and ".join(shaping.at)), *found)


def _until(stage: Stage, path: str, how: StageForecast | None) -> Sentence:
    until = stage.until
    words = [SentenceWord(end_kind(until), f"{path}.until_kind", _("how {stage} ends").format(stage=stage.name), ENDS)]
    if isinstance(until, PartCount):
        names = [part.name for part in how.split.parts] if how else [until.part]
        choices = tuple((name, name) for name in dict.fromkeys((until.part, *names)))
        words.append(SentenceWord(until.part, f"{path}.until_part", _("which part"), choices))
    words.append(SentenceWord(_end_value(until), f"{path}.until", _("where {stage} ends").format(stage=stage.name)))
    return Sentence(tuple(words))


def _end_value(until: End) -> str:
    """The figure at which a stage ends, as it stands in its field."""
    match until:
        case Length():
            return said_number(until.cm)
        case YarnShare():
            return f"{until.share * 100:g}"
        case Count() | PartCount():
            return str(until.stitches)
        case Rows():
            return str(until.rows)
        case Repeats():
            return str(until.times)


def _notes(how: StageForecast | None) -> Iterator[str]:
    """What the stage comes to, in figures."""
    if how is None:
        return
    words = [counted(how.rows + len(how.setup), "rounds" if how.in_round else "rows")]
    if how.stage.rhythm > 1 and how.times > 1:
        times = counted(how.times, "times")
        words.append(f"{times} {how.cycle.change:+d}" if how.cycle.change else times)
    changing = [
        _("{part} {before} to {after}").format(part=part.name, before=before, after=after)
        for part, before, after in zip(how.split.parts, how.counts[0], how.counts[-1], strict=True)
        if before != after
    ]
    words += changing if len(changing) <= 3 else []
    if how.begins != how.ends:
        words.append(_("{begins} to {ends} stitches").format(begins=how.begins, ends=how.ends))
    else:
        words.append(counted(how.ends, "stitches"))
    if how.ends_on_wrong_side:
        words.append(_("ends on a wrong-side row"))
    yield "; ".join(words)
    for row, change in how.balanced:
        yield _("Row {row}: +{change} -{change}, increases and decreases cancel: the count stands still.").format(
            row=row, change=change
        )


def _finish(plan: Plan) -> Paragraph:
    finish = plan.finish
    words = [SentenceWord(finish.way.value, "finish.way", _("the end"), WAYS)]
    if finish.way is Finishing.BIND_OFF:
        words.append(SentenceWord(finish.manner, "finish.manner", _("how to bind off"), MANNERS))
        if finish.dropped:
            words += [
                SentenceWord(_("and drop")),
                SentenceWord(str(finish.dropped), "finish.dropped", _("stitches to drop")),
                SentenceWord(_("at each side")),
            ]
    return Paragraph(
        SentenceWord(_("Finish")),
        (Sentence(tuple(words)),),
        (),
        (),
        (SentenceButton(AddStage().words, _("Add a stage")),),
    )
