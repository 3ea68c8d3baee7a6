"""A server of our own on this machine: started with gunicorn on a database of its own, pressed, and killed."""

from __future__ import annotations

import atexit
import http.client
import json
import os
import re
import shutil
import signal
import socket
import subprocess
import sys
import tempfile
import time
from contextlib import closing
from dataclasses import dataclass, field
from functools import cache
from pathlib import Path
from typing import Any
from urllib.parse import urlencode
from uuid import uuid4

ROOT = Path(__file__).resolve().parent.parent.parent
_START_S = 90.0
_ASKED_AGAIN = 60
_KEPT_OPEN_S = 1.0
LEAN = {"MALLOC_ARENA_MAX": "2"}
"""As the Makefile has it: threads that each keep memory of their own would keep several times as much."""


def held_port() -> socket.socket:
    """A port of the loopback address, held for the server: bound and not listened on, so that nobody else is given it.

    The server binds it as well, since both allow that.
    """
    held = socket.socket()
    held.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEPORT, 1)
    held.bind(("127.0.0.1", 0))
    return held


@dataclass
class Server:
    """A server with its data in a folder; it can be ended and started again on the same data."""

    var: Path
    app: str = "bias.wsgi"
    workers: int = 2
    threads: int = 16
    held: socket.socket = field(default_factory=held_port)
    process: subprocess.Popen[bytes] | None = None

    @property
    def port(self) -> int:
        """The port that it is reached at."""
        return int(self.held.getsockname()[1])

    @property
    def environment(self) -> dict[str, str]:
        """What the server is told."""
        own = {"BIAS_VAR": str(self.var), "BIAS_BIND": f"127.0.0.1:{self.port}"}
        own |= {"DJANGO_SETTINGS_MODULE": "bias.settings", "PYTHONPATH": str(ROOT)}
        return {"BIAS_HOUSEHOLD": "1", **os.environ, **own, **LEAN}

    def manage(self, *words: str) -> str:
        """One command of the site on the server's data; what it prints."""
        done = subprocess.run(
            [sys.executable, "manage.py", *words],
            cwd=ROOT, env=self.environment, check=True, capture_output=True, text=True,
        )  # fmt: skip
        return done.stdout

    def start(self) -> None:
        """Start it, and wait until it answers."""
        flags = ["--bind", f"127.0.0.1:{self.port}", "--reuse-port"]
        flags += ["--workers", str(self.workers), "--threads", str(self.threads), "--log-level", "error"]
        self.process = subprocess.Popen(
            [sys.executable, "-m", "gunicorn", self.app, *flags],
            cwd=ROOT, env=self.environment, start_new_session=True,
        )  # fmt: skip
        until = time.monotonic() + _START_S
        while time.monotonic() < until:
            if self.answers():
                return
            time.sleep(0.05)
        raise TimeoutError("The server did not start.")

    def answers(self) -> bool:
        """Whether the server itself answers: an accepted connection may be anybody's, even one's own."""
        try:
            with closing(http.client.HTTPConnection("127.0.0.1", self.port, timeout=5)) as line:
                line.request("GET", "/sign-in/")
                answer = line.getresponse()
                return answer.status == 200 and b"<title>Sign in" in answer.read()
        except (OSError, http.client.HTTPException):
            return False

    def kill(self) -> None:
        """End it at once, all of its processes, as a machine that loses power would."""
        if self.process is not None:
            os.killpg(self.process.pid, signal.SIGKILL)
            self.process.wait()
            self.process = None


class Hand:
    """A knitter's device: it keeps its cookies and presses."""

    used = 0.0

    def __init__(self, server: Server, piece: int) -> None:
        self._open(server.port, piece)

    @classmethod
    def signed_in(cls, port: int, piece: int, name: str, password: str) -> Hand:
        """A device whose knitter has signed in."""
        hand = cls.__new__(cls)
        hand.line, hand.cookies, hand.headers = line_to(port), {}, {}
        hand._sign_in(name, password)
        hand._open(port, piece)
        return hand

    @classmethod
    def tries(cls, port: int, name: str, password: str) -> int:
        """The status of the answer to a name and a password."""
        hand = cls.__new__(cls)
        hand.line, hand.cookies, hand.headers = line_to(port), {}, {}
        return hand._sign_in(name, password)

    def _sign_in(self, name: str, password: str) -> int:
        status, page = self.ask("/sign-in/")
        if status != 200:
            return status
        body = urlencode({"login": name, "password": password, "csrfmiddlewaretoken": _token(page)})
        kind = {"Content-Type": "application/x-www-form-urlencoded"}
        return self._answer("POST", "/sign-in/", body, kind)[0]

    def _open(self, port: int, piece: int) -> None:
        self.piece = piece
        if not hasattr(self, "line"):
            self.line, self.cookies, self.headers = line_to(port), {}, {}
        for _ in range(_ASKED_AGAIN):  # a browser that is told to come back does
            status, page = self.ask(f"/pieces/{piece}/needles/")
            if status != 503:
                break
            time.sleep(0.5)
        assert status == 200, status
        about = {"Content-Type": "application/json", "Origin": f"http://127.0.0.1:{port}"}
        self.headers = {"X-CSRFToken": _token(page), **about, "Cookie": self._said_cookies()}

    def _said_cookies(self) -> str:
        return "; ".join(f"{name}={value}" for name, value in self.cookies.items())

    def _answer(self, way: str, address: str, body: str, headers: dict[str, str]) -> tuple[int, bytes]:
        if time.monotonic() - self.used > _KEPT_OPEN_S:  # the server may have closed it by now
            self.line.close()
        self.used = time.monotonic()
        self.line.request(way, address, body or None, {**headers, "Cookie": self._said_cookies()})
        answer = self.line.getresponse()
        held = answer.read()
        for name, value in answer.getheaders():
            if name == "Set-Cookie":
                key, _, rest = value.partition("=")
                self.cookies[key] = rest.split(";")[0]
        return answer.status, held

    def press(self, *events: dict[str, object]) -> list[str]:
        """Send one event, or those that waited; the ids that were acknowledged."""
        status, said = self.send(*events)
        return list(said["taken"]) if status == 200 else []

    def send(self, *events: dict[str, object]) -> tuple[int, dict[str, Any]]:
        """The status and the words of the answer to some events."""
        body = json.dumps({"events": events})
        status, held = self._answer("POST", f"/pieces/{self.piece}/needles/events/", body, self.headers)
        return status, json.loads(held)

    def form(self, address: str) -> tuple[int, str]:
        """The status and the text that a form without fields is answered with."""
        status, held = self._answer("POST", address, "", self.headers)
        return status, held.decode()

    def take(self, address: str) -> bytes:
        """A file."""
        return self._answer("GET", address, "", self.headers)[1]

    def ask(self, address: str) -> tuple[int, str]:
        """The status and the text of a page."""
        status, held = self._answer("GET", address, "", self.headers)
        return status, held.decode()


def line_to(port: int) -> http.client.HTTPConnection:
    return http.client.HTTPConnection("127.0.0.1", port, timeout=60)


def _token(page: str) -> str:
    """The token of a page, from its headers for scripts or from its form."""
    found = re.search(r'(?:X-CSRFToken": "|csrfmiddlewaretoken" value=")([^"]+)"', page)
    assert found is not None
    return found[1]


def row_event(row: int) -> dict[str, object]:
    """A row worked, as a device sends it."""
    return {"id": str(uuid4()), "kind": "row", "row": row, "revision": 1, "data": {"device": str(uuid4())}}


PREPARED = """
from django.core.management import call_command
from bias.accounts.household import household_knitter
from bias.pieces.actions import keep_piece
call_command("migrate", verbosity=0)
call_command("collectstatic", interactive=False, verbosity=0)
for number in range({many}):
    words = f"Title: Long {{number}}\\nCast on 9 sts.\\nRow 1: Knit.\\nRepeat row 1, 2499 more times."
    print(keep_piece(household_knitter(), words).pk)
"""


def served(var: Path, pieces: int) -> tuple[Server, list[int]]:
    """A server with so many long pieces in the household's basket, not started yet."""
    made, numbers = _prepared(pieces)
    shutil.copytree(made, var, dirs_exist_ok=True)
    return Server(var), numbers


@cache
def _prepared(pieces: int) -> tuple[Path, list[int]]:
    """What such a server begins with, made once: its database takes longer to make than most tests take."""
    folder = Path(tempfile.mkdtemp(prefix="bias-served-"))
    atexit.register(shutil.rmtree, folder, ignore_errors=True)
    said = Server(folder).manage("shell", "--verbosity", "0", "-c", PREPARED.format(many=pieces))
    return folder, [int(line) for line in said.split() if line.isdigit()]
