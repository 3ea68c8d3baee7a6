"""A thing as its pages show it: its pieces with where each stands, how they meet, what comes next."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Any

from django.urls import reverse
from django.utils.translation import gettext as _
from django.utils.translation import ngettext

from bias.at_needles.worked_copy import WorkedCopy, worked_copy_of
from bias.results import Results, results_of_plan
from bias.results.things import JointLine, ThingResults, results_of_thing
from bias.results.yarn import PieceYarn, yarn_of_piece
from bias.things.boards import board_results, squares_done
from bias.things.finishing import StepView, steps_of_pieces
from bias.things.models import Member, Thing
from knitting.assembly.joints import OnTop, Seam
from knitting.measures import said_metres

_MOST_NEXT = 3


@dataclass(frozen=True)
class MemberView:
    """A piece of a thing: the copy that is worked, or nothing where the piece is gone or can no longer be read."""

    name: str
    member: Member | None
    worked: WorkedCopy | None

    @property
    def gone(self) -> bool:
        """Whether there is no such piece any more, or it is put away."""
        return self.worked is None or self.worked.piece.put_away_at is not None

    @property
    def results(self) -> Results | None:
        """What comes of it; nothing where it is gone."""
        return self.worked.on.results if self.worked is not None and not self.gone else None

    @property
    def rows(self) -> int:
        """Rows of it."""
        return len(self.worked.row_view.all_rows) if self.worked is not None else 0

    @property
    def done(self) -> int:
        """Rows that are worked."""
        return self.worked.row_view.rows if self.worked is not None else 0

    @property
    def left(self) -> int:
        """Rows that are still to be worked."""
        return max(self.rows - self.done, 0)

    @property
    def percent(self) -> int:
        """How much of its rows is worked, in hundredths."""
        return round(100 * self.done / self.rows) if self.rows else 0

    @property
    def shape(self) -> str:
        """Its silhouette, filled up to the row that was reached."""
        return self.worked.on.results.silhouette_svg(self.done) if self.worked is not None else ""

    @property
    def link(self) -> str:
        """Where it is knitted."""
        if self.worked is None:
            return ""
        return reverse("needles", args=[self.worked.piece.pk]) + self.worked.asked


@dataclass(frozen=True)
class ThingView:
    """All that the pages of a thing show."""

    thing: Thing
    members: Sequence[MemberView]
    results: ThingResults
    steps: frozenset[str]

    @property
    def drawing(self) -> str:
        """Its pieces laid as they meet, as a picture."""
        return self.results.svg(self.thing.title, pressed=False)

    @property
    def folded(self) -> str:
        """It folded as it is worn, as a picture."""
        return self.results.folded_svg(self.thing.title)

    @cached_property
    def joints(self) -> list[dict[str, Any]]:
        """Every joint, whether it is done, and the piece that begins with it where it was begun."""
        own = {view.name: view for view in self.members}
        names = [getattr(joint, "name", "") for joint in self.results.thing.joints]
        return [
            {"line": line, "done": line.key in self.steps, "piece": own.get(names[line.at]) if line.picked_up else None}
            for line in self.results.joints
        ]

    @cached_property
    def due(self) -> list[str]:
        """What comes next over all pieces, in its order: rows first, then what is sewn and picked up."""
        found = [
            _("{name}: {rows}").format(
                name=view.name,
                rows=ngettext("1 row", "{number} rows", view.left).format(number=view.left),
            )
            for view in self.members
            if not view.gone and view.left
        ]
        for each in self.joints:
            line: JointLine = each["line"]
            if line.trouble or each["done"] or each["piece"] is not None:
                continue
            begin = _("begin the {name}").format(name=self._name_of(line))
            found.append(begin if line.picked_up else _("a seam to sew"))
        return [*found, *(each.said for each in self.finishing if not each.done)]

    @cached_property
    def finishing(self) -> list[StepView]:
        """What is left to do to the whole beside its joints."""
        there = [(view.name, view.results) for view in self.members if view.results is not None]
        seams = sum(isinstance(joint, Seam | OnTop) for joint in self.results.thing.joints)
        return steps_of_pieces(there, seams, self.steps)

    def _name_of(self, line: JointLine) -> str:
        return str(getattr(self.results.thing.joints[line.at], "name", ""))

    @property
    def words(self) -> list[tuple[str, str]]:
        """The written rows of every piece in the knitter's own vocabulary, once for names that are copies of one."""
        names: dict[str, list[str]] = {}
        for view in self.members:
            if view.worked is not None and not view.gone:
                found = view.worked.on.results
                text = found.written(view.worked.ways.dialect or found.reading.dialect.code)
                names.setdefault(text, []).append(view.name)
        return [(", ".join(called), text) for text, called in names.items()]

    @cached_property
    def yarn(self) -> list[tuple[str, str]]:
        """The metres that each piece takes, with those that wait for what is picked up, and of all together."""
        metres = {view.name: _metres(view.worked) for view in self.members if not view.gone and view.worked is not None}
        for each in self.joints:
            line: JointLine = each["line"]
            plan = self.results.plan_of_pick_up(line.at) if line.picked_up and each["piece"] is None else None
            if plan is not None:
                kept = _("{name}, kept for it").format(name=self._name_of(line))
                metres[kept] = _in_all(yarn_of_piece(results_of_plan(plan).results, (), (), (), 0))
        if len(metres) > 1:
            metres[_("in all")] = sum(metres.values())
        return [(name, said_metres(value)) for name, value in metres.items()]

    def next_besides(self, name: str) -> str:
        """What comes next besides the rows of one piece, in one line."""
        own = _("{name}: ").format(name=name)
        return _("; then ").join([each for each in self.due if not each.startswith(own)][:_MOST_NEXT])

    @property
    def percent(self) -> int:
        """How many of all rows are worked, in hundredths."""
        rows = sum(view.rows for view in self.members)
        return round(100 * sum(view.done for view in self.members) / rows) if rows else 0

    @property
    def next_due(self) -> str:
        """The next few things in one line; nothing where all is done."""
        return _("; then ").join(self.due[:_MOST_NEXT])


def _metres(worked: WorkedCopy) -> float:
    """The metres of a whole piece, by its weighings where there are some."""
    found = worked.yarn or yarn_of_piece(worked.on.results, (), (), worked.events, worked.progress.rows)
    return _in_all(found)


def _in_all(yarn: PieceYarn) -> float:
    return sum(colour.metres for colour in yarn.report.colours)


@dataclass(frozen=True)
class BoardView:
    """A board of squares in short, for the basket and the needles: its drawing, what is done, which square is next."""

    thing: Thing
    drawing: str
    squares: int
    done: int
    following: int

    @property
    def percent(self) -> int:
        """How many squares are done, in hundredths."""
        return round(100 * self.done / self.squares)

    @property
    def next_due(self) -> str:
        """What comes next; nothing where all is done."""
        if not self.following:
            return ""
        return _("square {number} of {squares}").format(number=self.following, squares=self.squares)


def board_view(thing: Thing) -> BoardView:
    """A board with what is done of it."""
    found = board_results(thing)
    done = [square for square, whole in squares_done(thing, found.design).items() if whole]
    following = next((at for at, square in enumerate(found.order.squares, start=1) if square not in done), 0)
    return BoardView(thing, found.svg(thing.title, done), found.design.board.squares, len(done), following)


def thing_view(owner: Any, thing: Thing) -> ThingView:
    """A thing with its pieces as they stand."""
    known = {member.name: member for member in thing.members.select_related("piece")}
    joined = thing.pieces_joined
    members = [_member(owner, name, known.get(name)) for name in joined.pieces]
    pieces = {view.name: view.results for view in members if view.results is not None}
    kinds = {name: str(known[name].piece_id) for name in joined.pieces if name in known}
    return ThingView(thing, members, results_of_thing(joined, pieces, kinds), thing.done_steps)


def _member(owner: Any, name: str, member: Member | None) -> MemberView:
    if member is None or member.piece_id is None or not member.piece.current.readable:  # type: ignore[union-attr]
        return MemberView(name, member, None)
    return MemberView(name, member, worked_copy_of(owner, member.piece_id, member.copy))
