"""Changes written without their stitches: "inc 1 each side of m", made into steps by the headers of the piece."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from knitting.needle.facts import DoNotFit, NoMarkForShaping, PlaceNotSaid, ShapingNotSaid, WhichMarker, WhichStitch
from knitting.needle.needle import Mark, Needle
from knitting.needle.stops import Stop
from knitting.problems import Span
from knitting.rows import (
    Goal,
    Headers,
    InFabric,
    Marker,
    MarkerDeed,
    Place,
    Shape,
    Step,
    ToEnd,
    ToMarkedStitch,
    ToMarker,
    Work,
    WorkTo,
)
from knitting.rows.replacements import ShapingHeader, StepsInstead
from knitting.stitches import STITCHES, StitchKind

_TOP = Span(1, 1)
_AT_START = frozenset({Place.EDGE, Place.BEGINNING})
_AT_END = frozenset({Place.EDGE, Place.END})
_RECIPES = {True: ("m1_pair", "lifted_pair"), False: ("k2tog_pair",)}
_SINGLE = {True: ("kfb", "yo"), False: ("k2tog", "ssk")}
_IN_PLACE = {True: ("m1l", "m1r", "yo"), False: ("k2tog", "ssk")}


def has_shorthand(steps: Sequence[Step]) -> bool:
    """Whether any step is a change written without its stitches."""
    return any(isinstance(step, Shape) for step in steps)


def with_stitches(steps: Sequence[Step], needle: Needle, headers: Headers) -> tuple[Step, ...]:
    """The steps of a row with every such change written out; ``needle`` is in working order.

    A :class:`Stop` says why that cannot be done without guessing.
    """
    return tuple(_ShorthandWriter(needle, headers).row(steps))


@dataclass
class _ShorthandWriter:
    needle: Needle
    headers: Headers

    def row(self, steps: Sequence[Step]) -> list[Step]:
        """All steps of the row."""
        others = [step for step in steps if not isinstance(step, Shape)]
        shapes = [step for step in steps if isinstance(step, Shape)]
        if all(shape.place is not Place.HERE for shape in shapes) and (not others or _fills_row(others)):
            span = others[0].span if others else shapes[0].span
            filler = others[0] if others else InFabric("pattern", span, goal=ToEnd(), whole=True)
            if shapes[0].place is Place.EVENLY and len(shapes) == 1:
                return list(self._evenly(shapes[0], filler))
            return self._whole(filler, shapes)
        found: list[Step] = []
        for step in steps:
            if isinstance(step, Shape):
                self._in_sequence(step, found)
            else:
                found.append(step)
        return found

    # -- a row of nothing else -----------------------------------------------------------------------

    def _whole(self, filler: Step, shapes: Sequence[Shape]) -> list[Step]:
        for shape in shapes:
            self._check_mark(shape)
        edge = next((shape for shape in shapes if shape.place in _AT_START), None)
        found = list(self._at_start(edge, filler))
        for mark in self.needle.marks:
            target = next((s for s in shapes if _is_target(s, mark)), None)
            found += self._at_mark(mark, target, filler)
        edge = next((shape for shape in shapes if shape.place in _AT_END), None)
        return [*found, *self._at_end(edge, filler)]

    def _evenly(self, shape: Shape, filler: Step) -> Iterator[Step]:
        """Equal stretches between the changes, and half of one before the first and after the last."""
        kind, total, many = self._pair(shape)[0], self.needle.total, shape.times
        plain = total - many * kind.uses
        if plain < 0 or many > total:
            raise Stop(shape.span, DoNotFit(shape, total))
        worked = 0
        for at in range(many):
            before = ((2 * at + 1) * plain + many) // (2 * many)
            if before > worked:
                yield _so_many(filler, before - worked)
            worked = before
            yield Work(kind, 1, shape.span)
        if plain > worked:
            yield _so_many(filler, plain - worked)

    def _at_start(self, edge: Shape | None, filler: Step) -> Iterator[Step]:
        if edge is None:
            return
        _, after = self._pair(edge)
        if after.uses != 1:
            yield _so_many(filler, 1)
        yield Work(after, 1, edge.span)

    def _at_end(self, edge: Shape | None, filler: Step) -> Iterator[Step]:
        before = self._pair(edge)[0] if edge else None
        beyond = 1 if before is not None and before.uses != 1 else 0
        yield _up_to(filler, ToEnd(beyond + before.uses if before else 0))
        if edge and before:
            yield Work(before, 1, edge.span)
            if beyond:
                yield _so_many(filler, 1)

    def _at_mark(self, mark: Mark, shape: Shape | None, filler: Step) -> Iterator[Step]:
        before, after = self._pair(shape) if shape else (None, None)
        short = before.uses if before else 0
        yield _up_to(filler, ToMarkedStitch(short) if mark.in_stitch else ToMarker(short))
        if shape and before:
            yield Work(before, 1, shape.span)
        yield _so_many(filler, 1) if mark.in_stitch else Marker(MarkerDeed.PASS, filler.span)
        if shape and after:
            yield Work(after, 1, shape.span)

    def _check_mark(self, shape: Shape) -> None:
        markers = sum(not mark.in_stitch for mark in self.needle.marks)
        marked = len(self.needle.marks) - markers
        if shape.place is Place.MARKER and markers > 1:
            every = replace(shape, place=Place.EVERY_MARKER)
            raise Stop(shape.span, WhichMarker(shape, markers, every), (StepsInstead(shape.span, (every,)),))
        if shape.place in (Place.MARKER, Place.EVERY_MARKER) and not markers:
            raise Stop(shape.span, NoMarkForShaping(shape, in_stitch=False))
        if shape.place is Place.MARKED_STITCH and not marked:
            raise Stop(shape.span, NoMarkForShaping(shape, in_stitch=True))

    # -- among other steps ---------------------------------------------------------------------------

    def _in_sequence(self, shape: Shape, found: list[Step]) -> None:
        if shape.place is Place.HERE:
            found.append(self._here(shape))
            return
        if shape.place in (*_AT_START, *_AT_END, Place.EVERY_MARKER, Place.EVENLY):
            raise Stop(shape.span, PlaceNotSaid(shape))
        before, after = self._pair(shape)
        step = found[-1] if found else None
        filler: Step = InFabric("pattern", shape.span)
        if isinstance(step, WorkTo | InFabric) and isinstance(step.goal, ToMarker | ToMarkedStitch):
            filler = step
            found[-1] = _up_to(step, replace(step.goal, short=step.goal.short + before.uses))
        found.append(Work(before, 1, shape.span))
        on_stitch = shape.place is Place.MARKED_STITCH
        found.append(_so_many(filler, 1) if on_stitch else Marker(MarkerDeed.PASS, shape.span))
        found.append(Work(after, 1, shape.span))

    def _here(self, shape: Shape) -> Step:
        pair = self._recipe(shape)
        if pair is not None and pair[0] is pair[1]:
            return Work(pair[0], 1, shape.span)
        kinds = pair or tuple(STITCHES[key] for key in _IN_PLACE[shape.increase])
        mends = tuple(StepsInstead(shape.span, (Work(kind, 1, shape.span),)) for kind in kinds)
        raise Stop(shape.span, WhichStitch(shape, pair), mends)

    def _recipe(self, shape: Shape) -> tuple[StitchKind, StitchKind] | None:
        return self.headers.increase if shape.increase else self.headers.decrease

    def _pair(self, shape: Shape) -> tuple[StitchKind, StitchKind]:
        """The stitch before a line and the one after it, as the headers say."""
        pair = self._recipe(shape)
        if pair is not None:
            return pair
        keys = (*_RECIPES[shape.increase], *_SINGLE[shape.increase])
        mends = tuple(ShapingHeader(_TOP, shape.increase, key) for key in keys)
        raise Stop(shape.span, ShapingNotSaid(shape, keys[0]), mends)


def _fills_row(steps: Sequence[Step]) -> bool:
    return len(steps) == 1 and isinstance(steps[0], WorkTo | InFabric) and steps[0].goal == ToEnd()


def _is_target(shape: Shape, mark: Mark) -> bool:
    if mark.in_stitch:
        return shape.place is Place.MARKED_STITCH
    return shape.place in (Place.MARKER, Place.EVERY_MARKER)


def _up_to(filler: Step, goal: Goal) -> Step:
    assert isinstance(filler, WorkTo | InFabric)
    return replace(filler, goal=goal, whole=False)


def _so_many(filler: Step, count: int) -> Step:
    if isinstance(filler, WorkTo):
        return Work(filler.stitch, count, filler.span)
    assert isinstance(filler, InFabric)
    return replace(filler, goal=None, times=count, whole=False)
