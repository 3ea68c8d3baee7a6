"""Everything of one knitter's goes out of one server and comes into another, equal to the last press, and twice without
change."""

from __future__ import annotations

import io
import json
import re
import zipfile
from urllib.parse import urlencode

import pytest

from tests.strength.serving import Hand, line_to, row_event, served

_FILLED = """
from bias.accounts.household import household_knitter
from bias.home.demo import load_demo
from bias.home.demo_things import load_demo_things
from bias.pieces.models import Piece
from bias.things.actions import begin_own
from bias.writing.actions import keep_draft
from bias.sharing.models import Instalment, TakenPiece
wren = household_knitter()
pieces = load_demo(wren)
thing = begin_own(wren, "Two of a kind", pieces[:2])
keep_draft(wren, pieces[1], "Title: half typed")
Instalment.objects.create(piece=pieces[0], until_row=4)
TakenPiece.objects.create(piece=pieces[2], owner=wren, title="Gangway", who="tern", revision=2, base="Cast on 3.")
Piece.objects.exclude(pk__in=[each.pk for each in pieces[:6]]).delete()
print(pieces[3].pk)
"""
_OF_THE_DAY = ("made_at", "of_release")


class Browser(Hand):
    """A browser on the page of everything; of a server that has no piece yet as well."""

    def __init__(self, server, piece=0):
        if piece:
            super().__init__(server, piece)
        else:
            self.line, self.cookies, self.headers = line_to(server.port), {}, {}

    def token(self):
        return re.search(r'X-CSRFToken": "([^"]+)"', self.ask("/everything/")[1])[1]

    def post(self, address, **fields):
        kind = {"Content-Type": "application/x-www-form-urlencoded", "HX-Request": "true"}
        return self._answer("POST", address, urlencode({"csrfmiddlewaretoken": self.token(), **fields}), kind)

    def send_file(self, data):
        parts = b'--b\r\nContent-Disposition: form-data; name="csrfmiddlewaretoken"\r\n\r\n' + self.token().encode()
        parts += b'\r\n--b\r\nContent-Disposition: form-data; name="file"; filename="bias.zip"\r\n'
        parts += b"Content-Type: application/zip\r\n\r\n" + data + b"\r\n--b--\r\n"
        return self._answer("POST", "/everything/in/", parts, {"Content-Type": "multipart/form-data; boundary=b"})

    def taken_out(self):
        self.post("/everything/out/")
        while b"<progress" in self.post("/everything/out/on/")[1]:
            pass
        status, data = self._answer("GET", "/everything/bias.zip", "", {})
        assert status == 200
        return data

    def brought_in(self, data):
        assert self.send_file(data)[0] == 302
        while b"<progress" in self.post("/everything/in/on/")[1]:
            pass


def told(data):
    """What a file tells, by the name of each file in it, but for the day it was made."""
    with zipfile.ZipFile(io.BytesIO(data)) as whole:
        found = {name: whole.read(name) for name in whole.namelist()}
    basket = json.loads(found.pop("basket.json"))
    return found | {"basket": {key: value for key, value in basket.items() if key not in _OF_THE_DAY}}


@pytest.mark.timeout(400)
def test_all_of_it_goes_from_one_server_to_another_and_twice_changes_nothing(tmp_path):
    first, _ = served(tmp_path / "first", pieces=0)
    second, _ = served(tmp_path / "second", pieces=0)
    pressed = int(first.manage("shell", "--verbosity", "0", "-c", _FILLED).split()[-1])
    try:
        first.start()
        here = Browser(first, pressed)
        rows = [row_event(row) for row in range(1, 4)]
        assert here.press(*rows) == [row["id"] for row in rows]
        out = here.taken_out()
        assert rows[-1]["id"] in str(told(out))
        first.kill()
        second.start()
        there = Browser(second)
        there.brought_in(out)
        again = there.taken_out()
        assert told(again) == told(out)
        there.brought_in(out)
        assert told(there.taken_out()) == told(out)
    finally:
        first.kill()
        second.kill()
