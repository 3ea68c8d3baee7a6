"""Techniques as pages show them: their sentences and pictures, for either hand."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from bias.results.memory import remembered
from drawing import inks
from drawing.steps import needles_svg, step_svg
from knitting.dialects.dialect import dialect, dialect_codes
from knitting.needle.worked import GroupWork, Run, WorkedRow
from knitting.rows import Cluster, Work
from knitting.saying.language import _, ngettext
from knitting.stitches import StitchKind
from knitting.techniques import Technique, said_group, sided, technique, techniques, techniques_like
from knitting.techniques.own import needles_of_cluster

_BYTES = 70_000
PLAIN = frozenset({"k", "p", "sl", "in_pattern", "unworked"})
"""Stitches of which nobody asks how they are made where there are others in the row."""


@dataclass(frozen=True, slots=True)
class ShownStep:
    """One step: its sentence and its picture."""

    says: str
    svg: str


@dataclass(frozen=True, slots=True)
class ShownSchool:
    """One way of doing it; no name where there is but one."""

    name: str
    steps: tuple[ShownStep, ...]


@dataclass(frozen=True, slots=True)
class ShownTechnique:
    """A whole technique: ``written`` is how dialects write it, ``beside`` are the others of its chapter."""

    key: str
    title: str
    chapter: str
    says: str
    when: str
    wrong: str
    tell: str
    schools: tuple[ShownSchool, ...]
    written: tuple[tuple[str, tuple[str, ...]], ...]
    beside: tuple[ListedTechnique, ...]


@dataclass(frozen=True, slots=True)
class ListedTechnique:
    """A technique in a list."""

    key: str
    title: str
    says: str
    is_stitch: bool


@dataclass(frozen=True, slots=True)
class ShortTechnique:
    """A technique in short: its name, a sentence or two, and the step that tells most."""

    key: str
    name: str
    says: str
    svg: str


@remembered(weigh=lambda _: _BYTES)
def shown_technique(key: str, mirrored: bool) -> ShownTechnique | None:
    """All of a technique; ``None`` where there is none of that key."""
    found = technique(key)
    if found is None:
        return None
    schools = tuple(
        ShownSchool(
            sided(school.name, mirrored),
            tuple(
                ShownStep(step.said(mirrored), step_svg(school, step, f"s{way}-{at}", mirrored, silent=True))
                for at, step in enumerate(school.steps, start=1)
            ),
        )
        for way, school in enumerate(found.schools, start=1)
    )
    beside = tuple(_listed(each, mirrored) for each in techniques().values() if each.group == found.group)
    return ShownTechnique(
        key,
        found.title,
        said_group(found.group),
        found.told("says", mirrored),
        found.told("when", mirrored),
        found.told("wrong", mirrored),
        found.told("tell", mirrored),
        schools,
        written_as(key),
        beside,
    )


@remembered(weigh=lambda _: 8_000)
def technique_in_short(key: str, mirrored: bool = False, alone: bool = False) -> ShortTechnique | None:
    """A technique in short; ``None`` where there is none of that key. ``alone``: its picture has its own colours."""
    found = technique(key)
    if found is None:
        return None
    school = found.schools[0]
    telling = next((step for step in school.steps if step.after and step.after.tip), school.steps[0])
    return ShortTechnique(
        key,
        found.title,
        found.told("says", mirrored),
        step_svg(school, telling, key, mirrored, style=inks.STEPS if alone else ""),
    )


def cluster_in_short(cluster: Cluster, at: int, mirrored: bool = False) -> ShortTechnique:
    """A stitch that the pattern made up: its picture as far as it can be told from its parts; no technique of its own.

    ``at`` tells it from others on the page.
    """
    kinds = [step.stitch.spoken for step in cluster.steps if isinstance(step, Work) for _time in range(step.times)]
    name = ngettext("{over} stitch becomes {makes}", "{over} stitches become {makes}", cluster.over)
    said = name.format(over=cluster.over, makes=cluster.makes)
    needles = needles_of_cluster(cluster)
    if needles is None:
        return ShortTechnique("", said, _("It is the pattern's own: there are no steps of it here."), "")
    steps = ", ".join(_(kind) for kind in kinds)
    says = _("Work all of it into the same place, and only then let the old stitch off: {steps}.").format(steps=steps)
    return ShortTechnique("", said, says, needles_svg(needles, f"own{at}", says, mirrored))


def technique_chapters(asked: str, mirrored: bool) -> tuple[tuple[str, tuple[ListedTechnique, ...]], ...]:
    """The techniques that a word may mean, by chapters; all of them where nothing is asked."""
    chapters: dict[str, list[ListedTechnique]] = {}
    for each in techniques_like(asked):
        chapters.setdefault(each.group, []).append(_listed(each, mirrored))
    return tuple((said_group(group), tuple(listed)) for group, listed in chapters.items())


def shaped_in(row: WorkedRow) -> tuple[str, ...]:
    """The stitches of a row, by their keys, of which one may ask how they are made; plain ones if no others."""
    kinds = dict.fromkeys(run.work.key for run in every_run(row) if isinstance(run.work, StitchKind))
    return tuple(key for key in kinds if key not in PLAIN) or tuple(kinds)


def every_run(row: WorkedRow) -> Iterator[Run]:
    """All that a row does, part by part, repeats opened."""
    for part in row.work:
        yield from _opened(part.runs)


def _opened(runs: Iterable[Run]) -> Iterator[Run]:
    for run in runs:
        if isinstance(run.work, GroupWork):
            yield from _opened(run.work.runs)
        else:
            yield run


def listed_techniques(keys: Iterable[str]) -> tuple[ListedTechnique, ...]:
    """Techniques for a list of links, of those keys that have one."""
    found = (technique(key) for key in keys)
    return tuple(_listed(each, mirrored=False) for each in found if each is not None)


def written_as(key: str) -> tuple[tuple[str, tuple[str, ...]], ...]:
    """How a stitch is written: each spelling with the vocabularies that have it."""
    found: dict[str, list[str]] = {}
    for code in dialect_codes():
        spelled = dialect(code).written["stitches"].get(key)
        if spelled:
            found.setdefault(spelled[0], []).append(dialect(code).name)
    return tuple((word, tuple(names)) for word, names in found.items())


def _listed(each: Technique, mirrored: bool) -> ListedTechnique:
    return ListedTechnique(each.key, each.title, each.told("says", mirrored), each.is_stitch)
