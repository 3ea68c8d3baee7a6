"""What a pattern takes, for one size or for several side by side: yarn with its margin, marks, holders."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from django.utils.translation import gettext as _
from django.utils.translation import ngettext

from bias.results import Results
from bias.results.yarn import yarn_of_piece
from bias.yarns.models import PieceYarn
from knitting.measures import said_metres
from knitting.publishing import MARGIN, BallNeed, Notions, notions_of
from knitting.words.several import side_by_side


@dataclass(frozen=True, slots=True)
class Materials:
    """The yarn of each size by its colours, and the marks and holders of each."""

    yarn: tuple[tuple[BallNeed, ...], ...]
    notions: tuple[Notions, ...]
    names: dict[str, str]

    def said(self, needles: str) -> list[str]:
        """Every line of them, the writer's needles among them."""
        found = [self._yarn(colour) for colour in self._colours]
        if needles.strip():
            found.append(_("needles: {needles}").format(needles=needles.strip()))
        return [*found, *self._notions()]

    @property
    def _colours(self) -> tuple[str, ...]:
        return tuple(dict.fromkeys(each.colour for size in self.yarn for each in size))

    def _yarn(self, colour: str) -> str:
        needs = [next((each for each in size if each.colour == colour), BallNeed(colour, 0)) for size in self.yarn]
        metres = side_by_side([said_metres(each.metres * (1 + MARGIN)) for each in needs])
        said = _("{metres} of {name}").format(metres=metres, name=self.names.get(colour) or _("yarn"))
        if len(self._colours) > 1:
            said = f"{colour}: {said}"
        ball = max(each.ball_m for each in needs)
        if ball:
            balls = [each.balls for each in needs]
            told = ngettext("{balls} ball of {of}", "{balls} balls of {of}", max(balls))
            said += f", {told.format(balls=side_by_side(list(map(str, balls))), of=said_metres(ball))}"
        return said

    def _notions(self) -> Iterator[str]:
        on_needle = [each.on_needle for each in self.notions]
        if any(on_needle):
            told = ngettext("{number} marker for the needle", "{number} markers for the needle", max(on_needle))
            yield told.format(number=_figures(on_needle))
        in_stitches = [each.in_stitches for each in self.notions]
        if any(in_stitches):
            told = ngettext("{number} mark that opens", "{number} marks that open", max(in_stitches))
            yield told.format(number=_figures(in_stitches))
        holders = [each.holders for each in self.notions]
        if any(holders):
            told = ngettext("waste yarn for {number} holder", "waste yarn for {number} holders", max(holders))
            yield told.format(number=_figures(holders))
        yield _("a sewing needle")


def materials_of(sizes: Sequence[Results], kept: Sequence[PieceYarn]) -> Materials:
    """What the sizes of a piece take; its balls and their names by what the piece keeps of its yarns."""
    balls = {each.colour: each.ball_metres for each in kept}
    yarn = tuple(_yarn_of(found, balls) for found in sizes)
    names = {each.colour: each.name for each in kept}
    return Materials(yarn, tuple(notions_of(found.worked) for found in sizes), names)


def _yarn_of(found: Results, balls: dict[str, float]) -> tuple[BallNeed, ...]:
    """The yarn of each colour without a margin."""
    if not found.worked.rows:
        return ()
    report = yarn_of_piece(found, [], [], (), 0).report
    return tuple(BallNeed(each.colour, each.metres, balls.get(each.colour, 0.0)) for each in report.colours)


def _figures(numbers: Sequence[int]) -> str:
    return side_by_side(list(map(str, numbers)))
