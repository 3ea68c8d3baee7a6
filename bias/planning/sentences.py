"""A plan as sentences: words, and fields with the paths by which the core changes them."""

from __future__ import annotations

from django.utils.translation import gettext as _

from bias.planning.field_choices import KINDS, MANNERS, WAYS, fabric_choices
from bias.planning.plan_changes import (
    AddLine,
    AddStage,
    MoveLine,
    RemoveLine,
)
from bias.planning.sentence_parts import Paragraph, Sentence, SentenceButton, SentenceWord, troubles_at
from bias.planning.stage_sentences import stage_paragraph
from bias.results import remembered, results_of_plan
from drawing.marks import letters
from knitting.forecast.forecast import Forecast
from knitting.plan.plan import (
    Finishing,
    Line,
    LineKind,
    Plan,
)
from knitting.rows import Tab
from knitting.saying.marks import said_mark

_BYTES_A_PARAGRAPH = 8_000


@remembered(weigh=lambda found: _BYTES_A_PARAGRAPH * len(found))
def paragraphs(source: str) -> tuple[Paragraph, ...]:
    """The whole plan of a kept text, from the cast-on to the bind-off: what a page shows and what it may send back."""
    forecast = results_of_plan(source).forecast
    plan = forecast.plan
    flags = _flags(plan)
    found = [_start(forecast), _parts(forecast, flags)]
    found += [stage_paragraph(forecast, at, flags) for at in range(len(plan.stages))]
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
            SentenceWord(_("stitches")),
        )
    if plan.in_round:
        words = (*words, SentenceWord(_("and join to work in the round")))
    return Paragraph(
        SentenceWord(_("Start")), (Sentence(words),), troubles_at(forecast, "start") + troubles_at(forecast, "gauge")
    )


def _parts(forecast: Forecast, flags: dict[str, tuple[str, int]]) -> Paragraph:
    plan = forecast.plan
    sentences: list[Sentence] = []
    for at, part in enumerate(plan.parts):
        words = (
            SentenceWord(part.name, f"parts.{at}.name", _("name of part {at} from the right").format(at=at + 1)),
            SentenceWord(str(part.count), f"parts.{at}.count", _("stitches of {part}").format(part=part.name)),
            SentenceWord(_("in")),
            SentenceWord(
                part.fabric,
                f"parts.{at}.fabric",
                _("fabric of {part}").format(part=part.name),
                fabrics=fabric_choices(plan.fabrics),
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
    return Paragraph(SentenceWord(_("Parts")), tuple(sentences), troubles_at(forecast, "parts"), notes)


def _line(plan: Plan, at: int, flags: dict[str, tuple[str, int]]) -> Sentence:
    line = plan.lines[at]
    letter, hue = flags.get(line.name, ("", 0))
    name = said_mark(line.name)
    words = (
        SentenceWord("", letter=letter, hue=hue),
        SentenceWord(name, f"lines.{at}.name", _("name of line {at}").format(at=at + 1)),
        SentenceWord(line.kind.value, f"lines.{at}.kind", _("how {line} is marked").format(line=name), KINDS),
    )
    deeds = (
        SentenceButton(
            MoveLine(at, 1).words, "\N{LEFTWARDS ARROW}", _("move {line} one stitch to the left").format(line=name)
        ),
        SentenceButton(
            MoveLine(at, -1).words,
            "\N{RIGHTWARDS ARROW}",
            _("move {line} one stitch to the right").format(line=name),
        ),
        SentenceButton(RemoveLine(at).words, _("Remove"), _("remove {line}").format(line=name)),
    )
    return Sentence(words, deeds, letter)


def _finish(plan: Plan) -> Paragraph:
    finish = plan.finish
    words = [SentenceWord(finish.way.value, "finish.way", _("the end"), WAYS)]
    if finish.way is Finishing.BIND_OFF:
        words.append(SentenceWord(finish.manner, "finish.manner", _("how to bind off"), MANNERS))
        if finish.dropped:
            words += [
                SentenceWord(_("and drop")),
                SentenceWord(str(finish.dropped), "finish.dropped", _("stitches to drop")),
                SentenceWord(_("where it ends") if finish.one_side else _("at each side")),
            ]
    return Paragraph(
        SentenceWord(_("Finish")),
        (Sentence(tuple(words)),),
        (),
        (),
        (SentenceButton(AddStage().words, _("Add a stage")),),
    )
