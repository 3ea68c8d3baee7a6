"""A piece with the knitter's own ways, its counts proven equal."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from knitting.needle.needle import Needle
from knitting.needle.row_worker import RowContext, work_row
from knitting.needle.worked import WorkedPiece, WorkedRow
from knitting.problems import NOWHERE, Problem, Span
from knitting.rows import (
    BindOff,
    CastOn,
    Hold,
    MarkStitches,
    Order,
    Piece,
    Repeat,
    Return,
    Row,
    SameAs,
    Side,
    Step,
    Tab,
    Turn,
    Work,
    WorkTo,
)
from knitting.rows.lists import different_steps
from knitting.rows.without_places import SharedByWords, without_places
from knitting.saying.problems import sentence_of
from knitting.statements import Sentence, Statement, sentence
from knitting.stitches import STITCHES, Family
from knitting.substitution.changes import CannotSubstitute, with_other_stitches
from knitting.substitution.marking import marked_otherwise
from knitting.substitution.preferences import FirstStitch, OwnHand
from knitting.working.piece_worker import work_piece

_MOST_TRIES = 12
"""How often the whole piece is worked to find the rows that cannot be exchanged."""
_MOST_EXCHANGED = 9_000
"""Different steps up to which a piece is exchanged."""


@dataclass(frozen=True, slots=True)
class KeptRow:
    """A row that stays as it is written, and why; ``line`` is where it stands."""

    line: int
    row: str
    why: Statement

    @property
    def says(self) -> Sentence:
        """The row with its reason."""
        return sentence("{row}: {why}.", row=self.row, why=self.why) if self.row else sentence("{why}.", why=self.why)


@dataclass(frozen=True, slots=True)
class Substitution:
    """The piece in the knitter's hand, how many lines are other than before, and what was refused."""

    piece: Piece
    changed: int
    refusals: tuple[KeptRow, ...] = ()


def substitute(worked: WorkedPiece, habits: OwnHand) -> Substitution:
    """The same piece in another hand: every row ends with the counts that it had."""
    if worked.problems:
        return Substitution(worked.piece, 0, (KeptRow(0, "", sentence("The rows do not add up yet: mend them first")),))
    if different_steps(worked.piece) > _MOST_EXCHANGED:
        why = sentence("More rows are different here than can be exchanged at once: bring them in as several pieces")
        return Substitution(worked.piece, 0, (KeptRow(0, "", why),))
    written = piece = worked.piece
    refusals: list[KeptRow] = []
    if habits.marking is not None:
        piece, said = _with_marking(worked, habits)
        refusals += said
        if piece is not worked.piece:
            worked = work_piece(piece, gauge=worked.piece.headers.gauge)
    for change in _row_changes(habits):
        piece, said = _proven(worked, piece, change)
        refusals += said
    if habits.bind_off:
        piece = _each_order(piece, lambda o: replace(o, manner=habits.bind_off) if isinstance(o, BindOff) else o)
    words = SharedByWords[None, tuple[Step, ...]](lambda steps, _: without_places(steps))
    changed = sum(
        _differ(old, new, words)
        for before, after in zip(written.sections, piece.sections, strict=True)
        for old, new in zip(before.orders, after.orders, strict=True)
    )
    return Substitution(piece, changed, tuple(sorted(refusals, key=lambda refusal: refusal.line)))


def _differ(old: Order, new: Order, words: SharedByWords[None, tuple[Step, ...]]) -> bool:
    """Whether two orders say different things, wherever they stand."""
    if old is new:
        return False
    if isinstance(old, Row) and isinstance(new, Row):
        same = words.of(old.steps, None) == words.of(new.steps, None)
        return not same or without_places(old.claim) != without_places(new.claim)
    return without_places(old) != without_places(new)


_Change = Callable[[Row], tuple[Step, ...]]


def _row_changes(habits: OwnHand) -> list[_Change]:
    found: list[_Change] = []
    if habits.increase or habits.decrease or habits.double or habits.leaning:
        stitches = SharedByWords[OwnHand, tuple[Step, ...]](
            lambda steps, habits: with_other_stitches(without_places(steps), habits)
        )
        found.append(lambda row: stitches.of(row.steps, habits))
    first = habits.first_stitch
    if first is not None:
        edges = SharedByWords[FirstStitch, tuple[Step, ...]](_begun)
        found.append(lambda row: row.steps if row.in_round else edges.of(row.steps, first))
    return found


def _begun(steps: tuple[Step, ...], first: FirstStitch) -> tuple[Step, ...]:
    """The steps with another first stitch."""
    new = STITCHES[first.value]
    match steps:
        case (Work(stitch, times), *rest) if stitch.family is Family.PLAIN or stitch.key in ("sl", "sl_wyif"):
            if stitch is new or (stitch.family is Family.PLAIN and first is FirstStitch.KNIT):
                return steps
            others = [Work(stitch, times - 1, NOWHERE)] if times > 1 else []
            return (Work(new, 1, NOWHERE), *others, *rest)
        case (WorkTo(), *_) if first is FirstStitch.KNIT:
            return steps
        case (WorkTo(stitch, goal), *rest):
            return (Work(new, 1, NOWHERE), WorkTo(stitch, goal, NOWHERE), *rest)
    if first is FirstStitch.KNIT:
        return steps
    raise CannotSubstitute(sentence("it does not begin with a plain stitch that could be slipped"))


def _proven(worked: WorkedPiece, piece: Piece, change: _Change) -> tuple[Piece, list[KeptRow]]:
    """Every row changed, but for those that then would not come to their counts.

    Each row is tried first on the needles that it had; then the whole piece is worked.
    """
    refusals: dict[int, KeptRow] = {}
    tried = _RowTrial(worked)

    def one(order: Order) -> Order:
        if not isinstance(order, Row) or order.span.line in refusals:
            return order
        try:
            steps = change(order)
            tried.check(order, steps)
            return replace(order, steps=steps)
        except CannotSubstitute as refused:
            refusals[order.span.line] = _refused(order, refused.why)
            return order

    for _ in range(_MOST_TRIES):
        changed = _each_order(piece, one)
        wrong = _first_other(worked, changed, parts=True)
        if wrong is None:
            return changed, list(refusals.values())
        line, reason = wrong
        row = next((o for s in changed.sections for o in s.orders if isinstance(o, Row) and o.span.line == line), None)
        if row is None or line in refusals:
            return piece, [KeptRow(0, "", sentence("It cannot be exchanged here without other counts"))]
        refusals[line] = _refused(row, reason)
    return piece, [KeptRow(0, "", sentence("It cannot be exchanged here without other counts"))]


class _RowTrial:
    """Tries changed rows on the needles that they were worked on."""

    def __init__(self, worked: WorkedPiece) -> None:
        self.headers = worked.piece.headers
        self.first = worked.rows[0] if worked.rows else None
        self.rows: dict[Span, dict[str, WorkedRow]] = {}
        for row in worked.rows:
            known = self.rows.setdefault(row.span, {"first": row, "narrowest": row})
            known["last"] = row
            if row.start < known["narrowest"].start:
                known["narrowest"] = row

    def check(self, order: Row, steps: tuple[Step, ...]) -> None:
        """Raises :class:`CannotSubstitute` where the steps would not come to a count that the row had."""
        if any(isinstance(step, Hold | Return | Turn) for step in steps):
            return
        for old in {id(row): row for row in self.rows.get(order.span, {}).values()}.values():
            setting = RowContext(self.headers, old.side, old.in_round, first=old is self.first)
            new = work_row(old.before, steps, order.span, setting)
            if not new.complete or new.problems or new.after != old.after:
                raise CannotSubstitute(_other_count(old, new.problems))


def _other_count(old: WorkedRow, problems: Sequence[Problem]) -> Sentence:
    if problems:
        why = sentence_of(problems[0]).rstrip(".")
        return sentence("it would not come to its count of {count} ({why})", count=old.end, why=why)
    return sentence("it would not come to its count of {count}", count=old.end)


def _with_marking(worked: WorkedPiece, habits: OwnHand) -> tuple[Piece, list[KeptRow]]:
    """Marks set another way; all rows or none, since they share the marks."""
    way = habits.marking
    assert way is not None
    marks = [o for s in worked.piece.sections for o in s.orders if isinstance(o, MarkStitches)]
    if not marks:
        why = sentence("No stitch is marked between the rows, so there is no way of marking to exchange")
        return worked.piece, [KeptRow(0, "", why)]
    if all(order.way is way for order in marks):
        return worked.piece, []
    refusals: list[KeptRow] = []
    befores = {row.span: row.before if row.side is Side.RS else row.before.turned() for row in reversed(worked.rows)}

    def one(order: Order) -> Order:
        if isinstance(order, CastOn):
            order = replace(order, claim=None)
        elif isinstance(order, Row | SameAs | Repeat | Tab) and order.claim is not None:
            order = replace(order, claim=replace(order.claim, parts=()))
        if isinstance(order, MarkStitches):
            return replace(order, way=way)
        if isinstance(order, Row):
            before = befores.get(order.span, Needle())
            try:
                return replace(order, steps=marked_otherwise(without_places(order.steps), way, before))
            except CannotSubstitute as refused:
                refusals.append(_refused(order, refused.why))
        return order

    piece = _each_order(worked.piece, one)
    wrong = None if refusals else _first_other(worked, piece, parts=False)
    if wrong is not None:
        line, reason = wrong
        rows = [o for s in piece.sections for o in s.orders if isinstance(o, Row) and o.span.line == line]
        refusals = [_refused(row, reason) for row in rows] or [
            KeptRow(0, "", sentence("The marks cannot be set in this way"))
        ]
    return (worked.piece, refusals) if refusals else (piece, [])


def _first_other(worked: WorkedPiece, piece: Piece, parts: bool) -> tuple[int, Statement] | None:
    """The line of the first row that would not come to its count, and why; ``None`` if all do."""
    again = work_piece(piece, gauge=worked.piece.headers.gauge)
    for old, new in zip(worked.rows, again.rows, strict=False):
        if new.complete and _same_counts(old, new, parts):
            continue
        return old.span.line, _other_count(old, [p for p in again.problems if (p.row, p.time) == (new.label, new.time)])
    if again.problems:
        first = again.problems[0]
        return first.where.line, sentence("{why}", why=sentence_of(first).rstrip("."))
    if len(worked.rows) != len(again.rows):
        return worked.rows[-1].span.line, sentence("it would not be worked as often")
    return None


def _same_counts(old: WorkedRow, new: WorkedRow, parts: bool) -> bool:
    return old.end == new.end and (not parts or old.after == new.after)


def _each_order(piece: Piece, change: Callable[[Order], Order]) -> Piece:
    sections = tuple(replace(s, orders=tuple(change(order) for order in s.orders)) for s in piece.sections)
    return replace(piece, sections=sections)


def _refused(row: Row, why: Statement) -> KeptRow:
    return KeptRow(row.span.line, row.label(row.numbers[0] if row.numbers else None), why)
