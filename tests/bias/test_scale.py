"""The scale: a simulated one on a line of its own, read as a real one is."""

import os
import threading
import time
import tty
from itertools import takewhile

import pytest
from django.core.management import CommandError, call_command

from bias.pieces.actions import keep_piece
from bias.yarn_room.management.commands.scale import grams_left
from bias.yarn_room.scale import ScaleUnavailable, read_scale
from bias.yarns.models import PieceYarn
from knitting.yarn.scale_lines import settled_in
from knitting.yarn.simulated_scale import scale_lines
from tests.bias.pressing import SHAWL, press, send


class Line:
    """A line on which lines are sent in their own time."""

    def __init__(self, lines):
        self.mine, self.theirs = os.openpty()
        tty.setraw(self.theirs)
        self.port = os.ttyname(self.theirs)
        self.ended = threading.Event()
        self.sender = threading.Thread(target=self._send, args=(lines,), daemon=True)
        self.sender.start()

    def _send(self, lines):
        begun = time.monotonic()
        for at_s, said in lines:
            if self.ended.wait(max(begun + at_s - time.monotonic(), 0)):
                return
            os.write(self.mine, f"{said}\r\n".encode())

    def close(self):
        """Nothing is sent any more."""
        self.ended.set()
        self.sender.join(5)
        os.close(self.mine)
        os.close(self.theirs)


@pytest.fixture
def line():
    opened = []

    def open_line(lines):
        opened.append(Line(lines))
        return opened[-1].port

    yield open_line
    for each in opened:
        each.close()


@pytest.mark.parametrize("grams", [1.4, 42.0, 318.7])
def test_the_simulated_scale_settles_at_what_lies_on_it(grams):
    lines = list(takewhile(lambda timed: timed[0] < 6, scale_lines(grams, seed=3)))
    assert settled_in(lines) == pytest.approx(grams, abs=0.3)
    assert any("US" in said for _, said in lines)


def test_a_scale_is_read_once_it_has_settled(line):
    assert read_scale(line(scale_lines(92.0))) == pytest.approx(92.0, abs=0.3)


@pytest.mark.parametrize(
    ("lines", "says"),
    [
        ([], "The scale says nothing"),
        ([(at / 10, "OL") for at in range(40)], "does not settle"),
        ([(at / 10, f"US {50 + 5 * (at % 2)} g") for at in range(40)], "does not settle"),
    ],
)
def test_why_nothing_can_be_read(line, lines, says):
    with pytest.raises(ScaleUnavailable, match=says):
        read_scale(line(lines), waits_s=1.5)


def test_a_line_that_is_not_there_or_not_set_is_a_sentence(settings):
    settings.BIAS_SCALE = ""
    with pytest.raises(ScaleUnavailable, match="No scale is set up"):
        read_scale()
    with pytest.raises(ScaleUnavailable, match="cannot be read"):
        read_scale("/dev/no-such-scale")


def test_the_page_reads_the_scale_into_its_field(client, knitter, settings, line):
    settings.BIAS_SCALE = line(scale_lines(64.5))
    answer = client.post("/scale/", {"grams": "3"}).content.decode()
    assert 'name="grams" value="64.' in answer
    settings.BIAS_SCALE = "/dev/no-such-scale"
    answer = client.post("/scale/", {"grams": "3"}).content.decode()
    assert 'value="3"' in answer
    assert "type the grams" in answer


def test_the_simulated_scale_follows_the_log(client, knitter):
    piece = keep_piece(knitter, SHAWL)
    with pytest.raises(CommandError, match="No piece keeps yarn"):
        grams_left(piece.pk, 1.0)
    PieceYarn.objects.create(piece=piece, colour="", ball_grams=50, ball_metres=100, balls=1)
    before = grams_left(piece.pk, 1.0)
    send(client, piece, *[press("row", row) for row in range(1, 21)])
    assert grams_left(None, 1.0) < before < 50
    assert grams_left(None, 1.2) < grams_left(None, 1.0)


def test_the_command_is_a_scale_while_it_runs(knitter, capsys):
    piece = keep_piece(knitter, SHAWL)
    PieceYarn.objects.create(piece=piece, colour="", ball_grams=50, ball_metres=100, balls=1)
    call_command("scale", "--simulate", "--seconds", "0.5")
    assert "A scale is on /dev/" in capsys.readouterr().out
    with pytest.raises(CommandError, match="type the grams"):
        call_command("scale", "--port", "/dev/no-such-scale")
