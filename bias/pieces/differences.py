"""What is other between two texts, line by line and word by word."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from difflib import SequenceMatcher

from django.utils.translation import gettext as _
from django.utils.translation import ngettext

from bias.pieces.equal_lines import equal_ends
from bias.results import Results

_WORD = re.compile(r"\s+|[^\s,;.:()\[\]]+|[,;.:()\[\]]")
_AROUND = 2
_MOST_COMPARED = 4_000_000
"""Pairs of lines up to which two texts are matched line by line; beyond it the whole stretch counts as rewritten."""
_MOST_MARKED = 200
"""Changed lines in which the single words are marked."""
_MOST_WORDS = 200
_MOST_SHOWN = 600


@dataclass(frozen=True, slots=True)
class WordRun:
    """Some words of a line, ``changed`` where the other text has others."""

    text: str
    changed: bool = False


@dataclass(frozen=True, slots=True)
class LineDifference:
    """A line of a difference: "same", "out" (only before), "in" (only after) or "gap" (equal ones left out)."""

    way: str
    number: int
    pieces: tuple[WordRun, ...]
    count: int | None = None


def line_differences(old: Results, new: Results) -> list[LineDifference]:
    """The lines that changed, with a few equal ones around them; counts stand beside those that have one."""
    before, after = old.text.rstrip("\n").split("\n"), new.text.rstrip("\n").split("\n")
    counts_before = {count.line: count.end for count in old.worked.lines}
    counts_after = {count.line: count.end for count in new.worked.lines}
    found: list[LineDifference] = []
    last = 0
    changes = _changes(before, after)
    following = [j1 for _, _, _, j1, _ in changes[1:]] + [len(after)]
    for (tag, i1, i2, j1, j2), until in zip(changes, following, strict=False):
        begin = max(j1 - _AROUND, last)
        found += [LineDifference("gap", 0, ())] if begin > last and found else []
        found += [
            LineDifference("same", j + 1, (WordRun(after[j]),), counts_after.get(j + 1)) for j in range(begin, j1)
        ]
        outs, ins = before[i1:i2], after[j1:j2]
        pairs = list(zip(outs, ins, strict=False))[:_MOST_MARKED] if tag == "replace" else []
        marked = [_marked(one, other) for one, other in pairs]
        found += _lines("out", outs, i1, [pair[0] for pair in marked], counts_before)
        found += _lines("in", ins, j1, [pair[1] for pair in marked], counts_after)
        last = min(j2 + _AROUND, until)
        found += [LineDifference("same", j + 1, (WordRun(after[j]),), counts_after.get(j + 1)) for j in range(j2, last)]
        if len(found) > _MOST_SHOWN:
            return [*found[:_MOST_SHOWN], LineDifference("gap", 0, ())]
    return found


_Change = tuple[str, int, int, int, int]


def _changes(before: Sequence[str], after: Sequence[str]) -> list[_Change]:
    """The stretches that are other, equal beginnings and ends set aside first."""
    head, tail = equal_ends(before, after)
    one, other = before[head : len(before) - tail], after[head : len(after) - tail]
    if not one and not other:
        return []
    if len(one) * len(other) > _MOST_COMPARED:
        return [("replace", head, head + len(one), head, head + len(other))]
    # Lines that come very often are no good to match by, and would take minutes in a long pattern.
    codes = SequenceMatcher(None, one, other, autojunk=True).get_opcodes()
    return [(tag, i1 + head, i2 + head, j1 + head, j2 + head) for tag, i1, i2, j1, j2 in codes if tag != "equal"]


def _lines(
    way: str, texts: Sequence[str], first: int, marked: Sequence[tuple[WordRun, ...]], counts: Mapping[int, int]
) -> list[LineDifference]:
    return [
        LineDifference(
            way, first + at + 1, marked[at] if at < len(marked) else (WordRun(text),), counts.get(first + at + 1)
        )
        for at, text in enumerate(texts)
    ]


def _marked(one: str, other: str) -> tuple[tuple[WordRun, ...], tuple[WordRun, ...]]:
    """Two lines with the words marked that only one of them has."""
    words, others = _WORD.findall(one), _WORD.findall(other)
    if max(len(words), len(others)) > _MOST_WORDS:
        return (WordRun(one, changed=True),), (WordRun(other, changed=True),)
    codes = SequenceMatcher(None, words, others, autojunk=False).get_opcodes()
    outs = tuple(_pieces((words[i1:i2], tag != "equal") for tag, i1, i2, _, _ in codes))
    ins = tuple(_pieces((others[j1:j2], tag != "equal") for tag, _, _, j1, j2 in codes))
    return outs, ins


def _pieces(stretches: Iterator[tuple[Sequence[str], bool]]) -> Iterator[WordRun]:
    for words, changed in stretches:
        if words:
            yield WordRun("".join(words), changed)


def said_difference(old: Results, new: Results) -> str:
    """What the change does to the piece as a whole, in one sentence."""
    rows_old, rows_new = len(old.worked.rows), len(new.worked.rows)
    wrong_old, wrong_new = len(old.worked.problems), len(new.worked.problems)
    said = []
    if rows_old != rows_new:
        said.append(_("{before} rows became {now}").format(before=rows_old, now=rows_new))
    elif _ends(old) == _ends(new):
        said.append(_("all {rows} rows keep their counts").format(rows=rows_new))
    else:
        other = sum(one != two for one, two in zip(_ends(old), _ends(new), strict=True))
        said.append(_("{other} of {rows} rows have other counts").format(other=other, rows=rows_new))
    if wrong_old != wrong_new:
        said.append(_said_wrong(wrong_old, wrong_new))
    text = "; ".join(said)
    return f"{text[:1].upper()}{text[1:]}."


def _said_wrong(old: int, new: int) -> str:
    """How many places do not add up now, and how many did."""
    if not new:
        return _("every row adds up now")
    places = ngettext("{new} place does not add up", "{new} places do not add up", new).format(new=new)
    before = str(old) if old else _("none")
    return _("{places}, where before {before} did").format(places=places, before=before)


def _ends(found: Results) -> list[int]:
    return [row.end for row in found.worked.rows]
