"""The sentences of one stage: its rhythm, its shapings, where it ends, and what it comes to."""

from __future__ import annotations

from collections.abc import Iterator

from django.utils.translation import gettext as _

from bias.planning.field_choices import EDGES, ENDS, KINDS, LEANS, SIDES, Choices
from bias.planning.plan_changes import (
    AddPlainRow,
    AddShaping,
    RemovePlainRow,
    RemoveShaping,
    RemoveStage,
)
from bias.planning.sentence_parts import Paragraph, Sentence, SentenceButton, SentenceWord, troubles_at
from bias.results import said_steps
from knitting.forecast.forecast import Forecast
from knitting.forecast.stages import StageForecast
from knitting.measures import said_number
from knitting.plan.plan import (
    LEFT_EDGE,
    RIGHT_EDGE,
    Beside,
    Count,
    End,
    Length,
    LineKind,
    PartCount,
    Repeats,
    Rows,
    Shaping,
    Stage,
    YarnShare,
)
from knitting.plan.works import OWN, WORKS
from knitting.plan_editing.stage_edits import end_kind
from knitting.saying.marks import said_mark
from knitting.saying.sentences import counted


def stage_paragraph(forecast: Forecast, at: int, flags: dict[str, tuple[str, int]]) -> Paragraph:
    """Everything about one stage."""
    stage = forecast.plan.stages[at]
    path = f"stages.{at}"
    how = forecast.stages[at] if at < len(forecast.stages) else None
    if stage.as_written:
        return _as_written(forecast, at, how)
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
    return Paragraph(title, tuple(sentences), troubles_at(forecast, "stages", at), tuple(_notes(how)), tuple(deeds))


def _as_written(forecast: Forecast, at: int, how: StageForecast | None) -> Paragraph:
    """A stage of rows that stay as they are written: what they say, and what they ask of the rows around them."""
    stage = forecast.plan.stages[at]
    first = how.first_row if how is not None else 1
    rows = [
        Sentence((SentenceWord(_("row {row}:").format(row=number)), SentenceWord(said_steps(row.steps, forecast.plan))))
        for number, row in enumerate(stage.setup, start=first)
    ]
    notes = [_("These rows stay as they are written. What lies around them can be changed as long as they come out.")]
    if how is not None:
        notes.append(_("They begin on {stitches}").format(stitches=counted(how.opening.total, "stitches")))
    remove = SentenceButton(RemoveStage(at).words, _("Remove"), _("remove {stage}").format(stage=stage.name))
    title = SentenceWord(stage.name, f"stages.{at}.name", _("name of stage {at}").format(at=at + 1))
    deeds = (remove,) if len(forecast.plan.stages) > 1 else ()
    return Paragraph(title, tuple(rows), troubles_at(forecast, "stages", at), tuple(notes), deeds)


def _rhythm(stage: Stage, path: str) -> Sentence:
    words = [
        SentenceWord(_("in a rhythm of")),
        SentenceWord(str(stage.rhythm), f"{path}.rhythm", _("rhythm of {stage}").format(stage=stage.name)),
    ]
    words.append(SentenceWord(_("row") if stage.rhythm == 1 else _("rows")))
    if stage.setup:
        words.append(
            SentenceWord(_("after {set_up_rows}").format(set_up_rows=counted(len(stage.setup), "set-up rows")))
        )
    for at, added in enumerate(stage.add_lines):
        label = _("how {line} is marked").format(line=said_mark(added.line.name))
        words += [
            SentenceWord(_("once {line} is").format(line=said_mark(added.line.name))),
            SentenceWord(added.line.kind.value, f"{path}.add_lines.{at}.kind", label, KINDS),
        ]
    for name in stage.drop_lines:
        words.append(SentenceWord(_("once the mark of {name} is off").format(name=said_mark(name))))
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
        SentenceWord(_("row") if len(shaping.rows) == 1 else _("rows")),
        SentenceWord(", ".join(map(str, shaping.rows)), f"{here}.rows", _("rows of the rhythm")),
        SentenceWord(shaping.work, f"{here}.work", _("what is worked"), works, ink),
    ]
    edges = all(name in dict(EDGES) or name in (RIGHT_EDGE, LEFT_EDGE) for name in shaping.at)
    if edges:
        words.append(SentenceWord(_("at")))
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
            found.append((" + ".join(several), said if len(several) > 2 else _(" and ").join(map(said_mark, several))))
    found += EDGES
    names = " + ".join(shaping.at)
    return tuple(found) if names in dict(found) else ((names, _(" and ").join(map(said_mark, shaping.at))), *found)


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
