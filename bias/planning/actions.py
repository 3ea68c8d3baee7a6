"""Every change to a sketch, one small function each."""

from __future__ import annotations

from dataclasses import dataclass

from django.db import transaction

from bias.pieces.actions import RevisionConflict, revise_plan
from bias.pieces.models import Piece, Revision
from bias.planning.models import Sketch

_MOST_KEPT = 60


@dataclass(frozen=True, slots=True)
class SketchState:
    """The plan of a piece as it stands: changed or saved, and whether there is a way back or on."""

    plan: str
    started_from: int
    changes: int = 0
    page: str = ""
    can_undo: bool = False
    can_redo: bool = False
    changed: bool = False


def sketch_state(piece: Piece) -> SketchState:
    """The plan of a piece: the sketch where there is one, else what is saved."""
    sketch = Sketch.objects.filter(piece=piece).first()
    current = piece.current
    if sketch is None:
        return SketchState(current.plan, current.number)
    return SketchState(
        sketch.plan,
        sketch.started_from,
        sketch.changes,
        sketch.page,
        sketch.at > 0,
        sketch.at + 1 < len(sketch.plans),
        sketch.plan != current.plan,
    )


@transaction.atomic
def change(piece: Piece, plan: str, page: str = "") -> None:
    """Note another plan; what was undone before is given up."""
    current = piece.current
    sketch = Sketch.objects.filter(piece=piece).first()
    if sketch is None:
        sketch = Sketch(piece=piece, started_from=current.number, plans=[current.plan or plan])
    if plan == sketch.plan and sketch.pk:
        return
    sketch.plans = [*sketch.plans[: sketch.at + 1], plan][-_MOST_KEPT:]
    sketch.at = len(sketch.plans) - 1
    sketch.changes += 1
    sketch.page = page
    sketch.save()


@transaction.atomic
def step(piece: Piece, by: int, page: str = "") -> None:
    """One change back (-1) or on again (1), as far as there are any."""
    sketch = Sketch.objects.filter(piece=piece).first()
    if sketch is None or not 0 <= sketch.at + by < len(sketch.plans):
        return
    sketch.at += by
    sketch.changes += 1
    sketch.page = page
    sketch.save()


@transaction.atomic
def save(piece: Piece, started_from: int | None = None) -> Revision | RevisionConflict:
    """Save the sketch as the newest revision; it stays for undoing, counted from there."""
    sketch = Sketch.objects.filter(piece=piece).first()
    if sketch is None:
        return piece.current
    saved = revise_plan(piece, started_from or sketch.started_from, sketch.plan)
    if isinstance(saved, Revision):
        sketch.started_from = saved.number
        sketch.changes += 1
        sketch.save()
    return saved


@transaction.atomic
def drop(piece: Piece) -> None:
    """Give the sketch up: the saved plan stands again."""
    Sketch.objects.filter(piece=piece).delete()
