"""``manage.py scale``: read the scale once, or be one that follows what a piece has left of its yarn."""

from __future__ import annotations

import os
import time
import tty
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from bias.accounts.household import household_knitter
from bias.at_needles.worked_copy import worked_copy_of
from bias.yarn_room.scale import ScaleUnavailable, read_scale
from bias.yarn_room.views import found_yarn
from bias.yarns.models import PieceYarn
from knitting.yarn.simulated_scale import scale_lines

_AGAIN_S = 4.0


class Command(BaseCommand):
    """Reads the scale of this machine, or simulates one on a line of its own."""

    help = "Print the settled grams of the scale; with --simulate, be a scale that follows the log of a piece."

    def add_arguments(self, parser: CommandParser) -> None:
        """What it is told."""
        parser.add_argument("--port", default="", help="the serial line; that of BIAS_SCALE if not set")
        parser.add_argument("--simulate", action="store_true", help="open a line and send what a scale would")
        parser.add_argument("--piece", type=int, help="the piece that is followed; the last one that keeps yarn")
        parser.add_argument("--hand", type=float, default=1.06, help="how much yarn the hand really takes; 1.06")
        parser.add_argument("--seconds", type=float, default=0.0, help="stop after so many; never if not set")

    def handle(self, *args: Any, **options: Any) -> None:
        """Read, or send until it is stopped."""
        if not options["simulate"]:
            try:
                self.stdout.write(f"{read_scale(options['port']):g} g")
            except ScaleUnavailable as why:
                raise CommandError(str(why)) from None
            return
        mine, theirs = os.openpty()
        tty.setraw(theirs)
        self.stdout.write(f"A scale is on {os.ttyname(theirs)}: set BIAS_SCALE to that. End it with Ctrl+C.")
        self.stdout.flush()
        try:
            self._send(mine, options)
        except KeyboardInterrupt:
            self.stdout.write("")
        finally:
            os.close(mine)
            os.close(theirs)

    def _send(self, line: int, options: dict[str, Any]) -> None:
        os.set_blocking(line, False)
        begun, laid = time.monotonic(), 0
        while not options["seconds"] or time.monotonic() - begun < options["seconds"]:
            grams = grams_left(options["piece"], options["hand"])
            laid += 1
            since = time.monotonic()
            for at_s, said in scale_lines(grams, seed=laid):
                if at_s > _AGAIN_S or (options["seconds"] and time.monotonic() - begun > options["seconds"]):
                    break
                time.sleep(max(since + at_s - time.monotonic(), 0))
                try:
                    os.write(line, f"{said}\r\n".encode())
                except BlockingIOError:
                    continue  # nobody reads: a scale does not wait either


def grams_left(piece_id: int | None, hand: float) -> float:
    """What a piece of the household has left of its first yarn, for a hand that takes so much of what is predicted."""
    kept = PieceYarn.objects.filter(piece__owner=household_knitter(), piece__put_away_at=None)
    own = kept.filter(piece=piece_id) if piece_id else kept.order_by("-piece__touched_at")
    first = own.first()
    if first is None:
        raise CommandError("No piece keeps yarn: say on its Yarn page how much there is.")
    copy = worked_copy_of(household_knitter(), first.piece_id)
    report = found_yarn(copy).report
    used_m = float(report.spent.of(first.colour)[min(copy.progress.rows, report.spent.rows)])
    return max(first.grams - used_m * hand * first.in_hand.grams_a_metre, 0.0)
