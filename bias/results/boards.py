"""Boards of squares at the one door: their order, what they come to, how they are drawn and said."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any

from bias.results.memory import remembered
from drawing import inks
from drawing.board_svg import board_svg
from knitting.assembly.board import Order, Square, order
from knitting.assembly.board_design import BoardDesign
from knitting.assembly.finishing import BoardSums, comes_to
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered
from knitting.files.assembly_json import board_json
from knitting.files.thing_json import board_from_text, board_text
from knitting.measures import GUESS_IN_GARTER, Gauge
from knitting.plan.plan import Plan
from knitting.saying.boards import board_lines, said_square

MOST_TOLD = 400
"""Squares of a board that are told one by one on paper."""


@dataclass(frozen=True, eq=False)
class BoardResults:
    """All that comes of a designed board at a gauge."""

    design: BoardDesign
    gauge: Gauge

    @cached_property
    def order(self) -> Order:
        """In which order its squares are knitted, and how they are joined."""
        return order(self.design.board)

    @cached_property
    def numbers(self) -> dict[Square, int]:
        """Which square comes when, from 1."""
        return {square: at for at, square in enumerate(self.order.squares, start=1)}

    @cached_property
    def sums(self) -> BoardSums:
        """Its size, stitches, sewing, edging and ends."""
        return comes_to(self.design.board, self.order, self.gauge)

    @property
    def lines(self) -> list[str]:
        """What it comes to, a sentence each."""
        return board_lines(self.design.board, self.order, self.sums)

    def square_lines(self, square: Square) -> list[str]:
        """How a square is begun and joined."""
        return said_square(self.design.board, self.order, square)

    def steps(self) -> list[tuple[int, Square, list[str]]]:
        """Every square in the order of knitting: its number, its row and column from 1, how it begins."""
        return [
            (number, (row + 1, column + 1), self.square_lines((row, column)))
            for number, (row, column) in enumerate(self.order.squares[:MOST_TOLD], start=1)
        ]

    def svg(
        self,
        title: str,
        done: Collection[Square] = (),
        chosen: Square | None = None,
        address: str = "",
        alone: bool = False,
    ) -> str:
        """The board drawn; ``alone`` with its own colours."""
        style = inks.BOARD if alone else ""
        return board_svg(self.design, self.order, title, done, chosen, address, style)

    @property
    def json(self) -> dict[str, Any]:
        """The order, how squares are joined, what all comes to, in the published JSON."""
        return board_json(self.design.board, self.order, self.sums)

    @property
    def text(self) -> str:
        """The design as the text that is kept of it."""
        return board_text(self.design)


@remembered()
def results_of_board(text: str, stitches: float, rows: float) -> BoardResults:
    """A kept board at a gauge to 10 cm."""
    return BoardResults(board_from_text(text), Gauge(stitches, rows))


def offered_board(made: BoardDesign, gauge: Gauge | None) -> BoardResults:
    """A board before it is begun."""
    return BoardResults(made, gauge or GUESS_IN_GARTER)


def square_plan(ridges: int, gauge: Gauge | None, name: str) -> Plan:
    """The plan of a square of so many ridges: cast on along two sides, decreased in its middle."""
    plan = answered(CONSTRUCTIONS["mitre"], {"cast_on": str(2 * ridges + 1)}).plan()
    return replace(plan, name=name, gauge=gauge or plan.gauge)
