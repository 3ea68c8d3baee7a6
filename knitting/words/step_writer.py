"""Steps printed in the words of a dialect."""

from __future__ import annotations

from collections.abc import Sequence

from knitting.dialects.dialect import Dialect
from knitting.dialects.single_steps import PLACES
from knitting.dialects.tokens import tokens_of
from knitting.rows import (
    ChangeColour,
    Cluster,
    Goal,
    Group,
    Hold,
    InFabric,
    Marker,
    MarkerDeed,
    MarkStitch,
    Return,
    Shape,
    Step,
    ToEnd,
    ToMarker,
    Turn,
    Unread,
    Work,
    WorkTo,
)
from knitting.stitches import Face, Family, StitchKind

_DEEDS = {MarkerDeed.PLACE: "place", MarkerDeed.PASS: "pass", MarkerDeed.REMOVE: "remove"}
_NAMED = frozenset({Family.CAST_ON, Family.BIND_OFF, Family.DROP})
_PLACE_NAMES = {place: name for name, place in PLACES.items()}


class StepWriter:
    """Says steps in the words of one dialect."""

    def __init__(self, words: Dialect) -> None:
        self.dialect = words
        self.spells_out = False
        self._spelled: set[str] = set()

    def steps(self, steps: Sequence[Step]) -> str:
        """Steps with commas between them."""
        said = [
            self._by_neighbours(step, steps, at) if self.dialect.neighbours else self.step(step)
            for at, step in enumerate(steps)
        ]
        return ", ".join(said)

    def step(self, step: Step) -> str:
        """One step."""
        match step:
            case Work(stitch, times):
                return self.stitch(stitch, times)
            case WorkTo(stitch, goal, _, whole):
                word = self.dialect.word("stitches", stitch.key)
                return self._long(stitch) if whole else f"{word} {self.goal(goal)}"
            case Group():
                return self._group(step)
            case Cluster(steps, over):
                return f"({self.steps(steps)}) {self.dialect.fill('into' if over > 1 else 'into_one', n=over)}"
            case Marker(deed, _, name, ahead):
                return self.dialect.fill(
                    "remove_ahead" if ahead else _DEEDS[deed], name=name, n=ahead if ahead > 1 else ""
                )
            case MarkStitch(made):
                return self.dialect.fill("mark_made" if made else "mark_next")
            case ChangeColour(colour):
                return self.dialect.fill("colour", colour=colour)
            case Unread():
                return step.text
        return self._other(step)

    def _other(self, step: InFabric | Shape | Hold | Return | Turn) -> str:
        match step:
            case InFabric():
                return self._in_fabric(step)
            case Shape(increase, place, _, times):
                return self.dialect.fill(f"{'inc' if increase else 'dec'}_{_PLACE_NAMES[place]}", n=times)
            case Hold(name, _, count, goal):
                if goal is not None:
                    return self.dialect.fill("hold_to", goal=self.goal(goal), held=name)
                return self.dialect.fill("hold", n=count, held=name)
            case Return(name):
                return self.dialect.fill("return", held=name)
        return self.dialect.fill("unworked" if step.leaving else "turn")

    def _in_fabric(self, step: InFabric) -> str:
        fabric = self.dialect.word("fabrics", step.fabric)
        if step.goal is None:
            return self.dialect.fill("in_fabric_n", fabric=fabric, n=step.times)
        if step.whole:
            return self.dialect.fill("in_fabric", fabric=fabric)
        return self.dialect.fill("in_fabric_to", fabric=fabric, goal=self.goal(step.goal))

    def _by_neighbours(self, step: Step, steps: Sequence[Step], at: int) -> str:
        """A stitch whose word depends on the stitches before and after it."""
        if not isinstance(step, Work) or step.stitch.key not in self.dialect.neighbours:
            return self.step(step)
        before = _face(steps[at - 1] if at else None, last=True)
        after = _face(steps[at + 1] if at + 1 < len(steps) else None, last=False)
        word = self.dialect.neighbours[step.stitch.key][f"{before.value}_{after.value}"]
        return word if step.times == 1 else f"{word} {self.so_often(step.times)}"

    def _long(self, stitch: StitchKind) -> str:
        """The full word of a stitch that works a whole row."""
        words = [word for word in self.dialect.written["stitches"][stitch.key] if len(tokens_of(word)) == 1]
        return max(words, key=len) if words else self.dialect.word("stitches", stitch.key)

    def stitch(self, stitch: StitchKind, times: int) -> str:
        """A stitch so many times: "k5", "k2tog twice"."""
        if stitch.key in self.dialect.worked:
            return self.dialect.worked[stitch.key].format(n=times)
        word = self.dialect.word("stitches", stitch.key)
        if stitch.uses == stitch.makes == 1 and len(tokens_of(word)) == 1 and not word[-1].isdigit():
            return self.dialect.counting["plain"].format(stitch=word, n=times)
        if stitch.family in _NAMED:
            return self.dialect.counting["named"].format(stitch=word, n=times)
        if self.spells_out and stitch.key in self.dialect.spelled_out and stitch.key not in self._spelled:
            self._spelled.add(stitch.key)
            word = f"{word} ({self.dialect.spelled_out[stitch.key]})"
        return word if times == 1 else f"{word} {self.so_often(times)}"

    def so_often(self, times: int) -> str:
        """A number of times: "twice", "3 times"."""
        return self.fixed.get(times) or self.dialect.fill("times", n=times)

    @property
    def fixed(self) -> dict[int, str]:
        """The numbers of times that have a word of their own: "once", "twice"."""
        return {number: word for word, number in self.dialect.fixed_times.items() if number <= 2}

    def _group(self, group: Group) -> str:
        inner = self.steps(group.steps)
        tail = self.goal(group.goal) if group.goal is not None else ""
        if group.starred:
            again = self.dialect.fill("star")
            return f"*{inner}; {again} {tail or self.dialect.fill('in_all', n=group.times)}"
        if tail:
            return f"[{inner}] {tail}"
        return f"[{inner}]" if group.times == 1 else f"[{inner}] {self.so_often(group.times)}"

    def goal(self, goal: Goal) -> str:
        """A goal: "to last 3 sts"."""
        match goal:
            case ToEnd(short):
                form = "to_end" if not short else "to_last" if short > 1 else "to_last_one"
                return self.dialect.fill(form, n=short)
            case ToMarker(short, name):
                return self.dialect.fill("before_marker" if short else "to_marker", n=short, name=name)
        what = "centre" if goal.centre else "marked"
        return self.dialect.fill(f"before_{what}" if goal.short else f"to_{what}", n=goal.short)

    def numbers(self, numbers: Sequence[int]) -> str:
        """Row numbers as a list: "1 and 2", "1-6", "2, 5-7 and 9"."""
        stretches: list[list[int]] = []
        for number in numbers:
            if stretches and number == stretches[-1][1] + 1:
                stretches[-1][1] = number
            else:
                stretches.append([number, number])
        said: list[str] = []
        for first, last in stretches:
            if last > first + 1:
                said.append(f"{first}-{last}")
            else:
                said += [str(number) for number in dict.fromkeys((first, last))]
        joint = f" {self.dialect.called['and']} "
        return joint.join([", ".join(said[:-1]), said[-1]]) if len(said) > 1 else "".join(said)


def _face(step: Step | None, last: bool) -> Face:
    """How the nearest stitch of a step is worked; knit where there is none."""
    if isinstance(step, Work | WorkTo):
        return step.stitch.face_on_rs
    if isinstance(step, Group | Cluster) and step.steps:
        return _face(step.steps[-1 if last else 0], last)
    return Face.KNIT
