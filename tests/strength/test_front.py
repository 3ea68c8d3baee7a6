"""Slow and broken requests behind the server of ``deploy/nginx.conf``: presses never wait for them."""

from __future__ import annotations

import os
import shutil
import socket
import subprocess
import time
from collections.abc import Sequence
from contextlib import suppress
from pathlib import Path

import pytest

from tests.strength.serving import ROOT, Hand, Server, held_port, row_event, served

_NGINX = shutil.which("nginx", path=f"{os.environ['PATH']}:/usr/sbin")
_SLOW, _PRESSES, _LET_GO_S = 30, 20, 20
_USER = """
from bias.accounts.models import Knitter
from bias.pieces.actions import keep_piece
wren = Knitter.objects.create_user("wren", password="a long pass phrase")
print(keep_piece(wren, "Cast on 9 sts.\\nRow 1: Knit.\\nRepeat row 1, 99 more times.").pk)
"""


class Front:
    """nginx in a folder of its own, on a port of the loopback address, before a server."""

    def __init__(self, folder: Path, behind: Server) -> None:
        self.held = held_port()
        self.port = int(self.held.getsockname()[1])
        site = (ROOT / "deploy" / "nginx.conf").read_text()
        site = site.replace("listen 127.0.0.1:8080;", f"listen 127.0.0.1:{self.port} reuseport;")
        site = site.replace("server 127.0.0.1:8000;", f"server 127.0.0.1:{behind.port};")
        (folder / "site.conf").write_text(site)
        temporary = [f"{kind}_temp_path {folder}/{kind};" for kind in ("client_body", "proxy")]
        temporary += [f"{kind}_temp_path {folder}/{kind};" for kind in ("fastcgi", "uwsgi", "scgi")]
        lines = [f"pid {folder}/pid;", "daemon off;", "events {}", "http {", "access_log off;", *temporary]
        (folder / "nginx.conf").write_text("\n".join([*lines, f"include {folder}/site.conf;", "}"]))
        assert _NGINX is not None, "The tests need nginx-light: .ci/browser installs it."
        self.process = subprocess.Popen([_NGINX, "-p", folder, "-c", folder / "nginx.conf", "-e", folder / "errors"])
        until = time.monotonic() + _LET_GO_S
        while not self.answers:
            assert self.process.poll() is None, (folder / "errors").read_text()
            assert time.monotonic() < until
            time.sleep(0.05)

    @property
    def answers(self) -> bool:
        """Whether it takes connections by now."""
        with suppress(OSError), socket.create_connection(("127.0.0.1", self.port), timeout=5):
            return True
        return False

    def end(self) -> None:
        self.process.terminate()
        self.process.wait(20)


@pytest.fixture
def site(tmp_path, monkeypatch):
    """A server that people sign in to, with another one in front of it."""
    for name, value in {"BIAS_HOUSEHOLD": "0", "BIAS_BEHIND_PROXY": "1"}.items():
        monkeypatch.setenv(name, value)
    server, _ = served(tmp_path, pieces=0)
    piece = int(server.manage("shell", "--verbosity", "0", "-c", _USER).split()[-1])
    server.start()
    (tmp_path / "front").mkdir()
    front = Front(tmp_path / "front", server)
    yield front, piece
    front.end()
    server.kill()


def slow_header(port: int) -> socket.socket:
    """A connection whose request never comes to its end."""
    line = socket.create_connection(("127.0.0.1", port))
    line.sendall(b"GET / HTTP/1.1\r\nHost: 127.0.0.1\r\nX-Slow: ")
    return line


def seconds_of_presses(hand: Hand, first: int, slow: Sequence[socket.socket] = ()) -> float:
    """How long so many rows take to be kept, a byte more of each slow request between two of them."""
    begun = time.monotonic()
    for row in range(first, first + _PRESSES):
        event = row_event(row)
        assert hand.press(event) == [event["id"]]
        for line in slow[row % _SLOW :: _SLOW]:
            with suppress(ConnectionError):  # on a machine so slow that it is let go of by now
                line.send(b"x")
    return time.monotonic() - begun


@pytest.mark.timeout(240)
def test_slow_requests_keep_no_press_waiting_and_are_let_go_of(site):
    front, piece = site
    hand = Hand.signed_in(front.port, piece, "wren", "a long pass phrase")
    alone = seconds_of_presses(hand, 1)
    slow = [slow_header(front.port) for _ in range(_SLOW)]
    beside = seconds_of_presses(hand, 1 + _PRESSES, slow)
    assert beside < max(3 * alone, _LET_GO_S / 4)
    for line in slow:
        line.settimeout(_LET_GO_S)
        with suppress(ConnectionError):  # let go of without a word
            assert line.recv(4096)[:12] in (b"", b"HTTP/1.1 408")


@pytest.mark.timeout(240)
def test_one_place_cannot_take_every_connection_or_try_every_password(site):
    front, _ = site
    slow = [slow_header(front.port) for _ in range(3)]
    wrong = [Hand.tries(front.port, "wren", f"wrong phrase {at}") for at in range(14)]
    assert wrong[0] == 200
    assert wrong[-1] == 429
    for line in slow:
        line.close()
