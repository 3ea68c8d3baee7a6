"""Every change to a sketch, one small function each.

A change is written only where nobody changed the sketch since it was read: nothing is read twice, and nothing that
takes long is done while the database is held.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from django.db import IntegrityError, transaction
from django.utils import timezone
from django.utils.translation import gettext as _

from bias.pieces.actions import RevisionConflict, revise_plan
from bias.pieces.models import Piece, Revision
from bias.planning.models import Sketch
from bias.results import named_plan, why_unreadable

_MOST_KEPT = 60


class Overtaken(Exception):
    """Another page changed the sketch after it was read: nothing was written."""


@dataclass(frozen=True, slots=True)
class SketchState:
    """The plan of a piece as it was read: its newest revision, and the sketch over it where there is one."""

    piece: Piece
    revision: Revision
    sketch: Sketch | None = None

    @property
    def plan(self) -> str:
        """The plan as it stands, as its text; nothing for written rows."""
        return self.sketch.plan if self.sketch else self.revision.plan

    @property
    def started_from(self) -> int:
        """The revision that is being changed."""
        return self.sketch.started_from if self.sketch else self.revision.number

    @property
    def changes(self) -> int:
        """How often anything was changed: what a page has seen."""
        return self.sketch.changes if self.sketch else 0

    @property
    def page(self) -> str:
        """The page that changed it last."""
        return self.sketch.page if self.sketch else ""

    @property
    def can_undo(self) -> bool:
        """Whether there is a way back."""
        return self.sketch is not None and self.sketch.at > 0

    @property
    def can_redo(self) -> bool:
        """Whether there is a way on again."""
        return self.sketch is not None and self.sketch.at + 1 < len(self.sketch.plans)

    @property
    def changed(self) -> bool:
        """Whether it is other than what is saved."""
        return self.sketch is not None and self.sketch.plan != self.revision.plan

    @property
    def status(self) -> str:
        """Whether it is saved, and as which revision."""
        if self.changed:
            return _("changed, not saved yet")
        return _("saved, revision {number}").format(number=self.started_from)


def sketch_state(piece: Piece) -> SketchState:
    """The plan of a piece as it stands."""
    return state_over(piece.current)


def state_over(revision: Revision) -> SketchState:
    """The plan of a piece, whose newest revision is known, as it stands."""
    return SketchState(revision.piece, revision, Sketch.objects.filter(piece=revision.piece_id).first())


def change(state: SketchState, plan: str, page: str = "") -> SketchState:
    """Note another plan; what was undone before is given up. :class:`Overtaken` where the sketch changed meanwhile."""
    sketch = state.sketch
    if sketch is None:
        return replace(state, sketch=_begun(state, plan, page))
    if plan == sketch.plan:
        return state
    plans = [*sketch.plans[: sketch.at + 1], plan][-_MOST_KEPT:]
    return _written(state, sketch, plans=plans, at=len(plans) - 1, page=page)


def step(state: SketchState, by: int, page: str = "") -> SketchState:
    """One change back (-1) or on again (1), as far as there are any."""
    sketch = state.sketch
    if sketch is None or not 0 <= sketch.at + by < len(sketch.plans):
        return state
    return _written(state, sketch, at=sketch.at + by, page=page)


def go_back_to_readable(state: SketchState) -> SketchState:
    """The newest change that can still be read stands again; where none can, the saved plan."""
    sketch = state.sketch
    if sketch is None:
        return state
    at = sketch.last_readable
    return drop(state) if at is None else _written(state, sketch, at=at, plans=sketch.plans[: at + 1])


def save(state: SketchState, over: bool = False) -> SketchState | RevisionConflict:
    """Save the sketch as the newest revision; it stays for undoing, counted from there.

    ``over`` saves also where the piece was saved elsewhere since the sketch was begun.
    """
    sketch = state.sketch
    if sketch is None:
        return state
    started_from = state.revision.number if over else sketch.started_from
    with transaction.atomic():
        saved = revise_plan(state.piece, started_from, sketch.plan)
        if isinstance(saved, RevisionConflict):
            return saved
        return replace(_written(state, sketch, started_from=saved.number), revision=saved)


def drop(state: SketchState) -> SketchState:
    """Give the sketch up: the saved plan stands again."""
    Sketch.objects.filter(piece=state.piece).delete()
    return replace(state, sketch=None)


def rename(piece: Piece, name: str, before: int, revision: Revision) -> None:
    """What is not saved yet over revision ``before`` of a piece is called so as well, and goes on from ``revision``."""
    sketch = Sketch.objects.filter(piece=piece, started_from=before).first()
    if sketch is not None:
        plans = [plan if why_unreadable(plan) else named_plan(plan, name) for plan in sketch.plans]
        _written(state_over(revision), sketch, plans=plans, started_from=revision.number)


def _begun(state: SketchState, plan: str, page: str) -> Sketch:
    saved = state.revision.plan or plan
    plans = [saved] if plan == saved else [saved, plan]
    sketch = Sketch(
        piece=state.piece, started_from=state.revision.number, plans=plans, at=len(plans) - 1, changes=1, page=page
    )
    try:
        with transaction.atomic():
            sketch.save(force_insert=True)
    except IntegrityError:
        raise Overtaken from None
    return sketch


def _written(state: SketchState, sketch: Sketch, **changed: object) -> SketchState:
    now = timezone.now()
    fields = {**changed, "changes": sketch.changes + 1, "changed_at": now}
    if not Sketch.objects.filter(pk=sketch.pk, changes=sketch.changes).update(**fields):
        raise Overtaken
    kept = {field.attname: getattr(sketch, field.attname) for field in Sketch._meta.concrete_fields}
    return replace(state, sketch=Sketch(**{**kept, **fields}))
