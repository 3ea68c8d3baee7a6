"""Markup, scripts and formulas in every text that a knitter can give: they are text, wherever they come out."""

import csv
import io
import json
import xml.etree.ElementTree as ElementTree
import zipfile
from dataclasses import replace
from html.parser import HTMLParser

import pytest
from pypdf import PdfReader

from bias.at_needles.copies import begin_copy, rename_copy
from bias.pieces.actions import keep_piece, keep_plan
from bias.writing.actions import keep_draft
from bias.yarns.actions import keep_whole
from bias.yarns.models import Yarn
from knitting.files import plan_from_text, plan_text
from tests.addresses import address, patterns
from tests.bias.changing import SHAWL
from tests.bias.pressing import press, send
from tests.bias.test_printing import made as made_print
from tests.bias.test_printing import text_of

TAG = "x-attack"
MARKUP = f"\"'><{TAG} onmouseover=alert(1)>{{{{7*7}}}}<script>alert(2)</script>"
FORMULA = "=HYPERLINK(1)"
WORDS = (
    f"Title: {MARKUP}\nGauge: 20 sts x 40 rows = 10 cm, {MARKUP[:20]}\nYarn A: {MARKUP}\nYarn {FORMULA}: wool\n"
    f"Designer: {MARKUP}\nFabric reeds: {MARKUP}\n# {MARKUP}\nCast on 9 sts.\nSection: {MARKUP}\n"
    f"Row 1: K3, {MARKUP}, k to end. (9 sts)\nRow 2: Purl. {FORMULA}\nSection: {FORMULA}\nRow 3: Knit.\n"
)
INERT = {"application/json"}
"""Types of a script element that holds data."""


class _Seen(HTMLParser):
    """What a page holds that only a payload would have put there."""

    def __init__(self) -> None:
        super().__init__()
        self.wrong: list[str] = []
        self.script = ""

    def handle_starttag(self, tag, attributes):
        given = dict(attributes)
        self.wrong += [f"<{tag}>"] if tag == TAG else []
        self.wrong += [f"{tag} {name}" for name in given if name.startswith("on")]
        self.wrong += [f"{tag} {value}" for value in given.values() if (value or "").lower().startswith("javascript:")]
        self.script = tag if tag == "script" and given.get("type") not in INERT else ""

    def handle_data(self, data):
        if self.script and data.strip():
            self.wrong.append(f"a script in the page: {data[:40]}")

    def handle_endtag(self, tag):
        self.script = ""


def planned():
    """A plan with the payload in every name that may hold it."""
    plan = plan_from_text(SHAWL)
    stages = tuple(replace(stage, name=f"{MARKUP} {at}") for at, stage in enumerate(plan.stages))
    return plan_text(replace(plan, name=MARKUP, stages=stages, yarns=(("A", MARKUP), ("B", FORMULA))))


@pytest.fixture
def pieces(client, knitter):
    """Pieces full of payloads, worked, noted and drafted."""
    found = [keep_piece(knitter, WORDS), keep_plan(knitter, planned())]
    keep_draft(knitter, found[0], f"{WORDS}# {MARKUP}\n")
    for piece in found:
        where = f"/pieces/{piece.pk}/needles/"
        mended = {"says": MARKUP, "differences": []}
        send(client, piece, press("row", 1), press("note", 1, data={"text": MARKUP}), press("mended", 1, data=mended))
        send(client, piece, press("note", 1, data={"text": FORMULA, "reason": MARKUP}))
        rename_copy(piece, begin_copy(piece), MARKUP)
        assert client.get(where).status_code == 200
    yarn = Yarn.objects.create(owner=knitter, name=MARKUP, fibre=FORMULA, note=MARKUP, ball_grams=50, ball_metres=90)
    yarn.lots.create(name=MARKUP[:40], whole=3)
    keep_whole(found[0], yarn, MARKUP[:40])
    gauge = {"do": "gauge-from", "row": "9", "from_stitches": "20", "from_rows": "30", "why": MARKUP, "seen": 0}
    assert client.post(f"/pieces/{found[1].pk}/size/", gauge).status_code == 302
    for piece in found:
        client.post(f"/pieces/{piece.pk}/pattern/making/")
    return found


def answers(client, pieces):
    """Everything that the site shows or gives of the pieces, with its address."""
    for pattern in patterns():
        for piece in pieces if "piece_id" in pattern.pattern.converters else pieces[:1]:
            for form in ("csv", "json") if "form" in pattern.pattern.converters else ("",):
                where = address(
                    pattern, {"piece_id": piece.pk, "printing_id": 0, "form": form, "yarn_id": Yarn.objects.get().pk}
                )
                answer = client.get(where)
                if answer.status_code == 200:
                    yield where, answer


PACKED = ("application/octet-stream", "application/pdf", "application/epub+zip")


def test_no_payload_is_ever_markup_a_script_or_a_formula(client, pieces):
    kinds: set[str] = set()
    for where, answer in answers(client, pieces):
        kind = answer["Content-Type"].split(";")[0]
        kinds.add(kind)
        held = answer.content.decode(errors="ignore" if kind in PACKED else "strict")
        if kind == "text/html":
            page = _Seen()
            page.feed(held)
            assert not page.wrong, (where, page.wrong)
        elif kind == "image/svg+xml":
            tags = {each.tag.split("}")[-1] for each in ElementTree.fromstring(held).iter()}
            assert not tags & {TAG, "script", "foreignObject"}, where
        elif kind == "text/csv":
            cells = [cell for row in csv.reader(io.StringIO(held)) for cell in row]
            formulas = [cell for cell in cells if cell[:1] in "=@" and cell]
            assert not formulas, (where, formulas)
        elif kind == "application/pdf":
            assert not any(
                "/JS" in str(page) or "/URI" in str(page) for page in PdfReader(io.BytesIO(answer.content)).pages
            )
        elif kind == "application/epub+zip":
            with zipfile.ZipFile(io.BytesIO(answer.content)) as book:
                tags = {each.tag.split("}")[-1] for each in ElementTree.fromstring(book.read("pattern.xhtml")).iter()}
            assert not tags & {TAG, "script", "foreignObject"}, where
        elif kind in ("application/json", "application/manifest+json"):
            json.loads(held)
        assert answer["X-Content-Type-Options"] == "nosniff", where
        assert "default-src 'none'" in answer["Content-Security-Policy"], where
        name = answer.get("Content-Disposition", "")
        assert name.isascii(), where
        assert not set(name) & set("<>\n\r"), where
    files = {
        "image/svg+xml",
        *PACKED,
        "text/csv",
        "application/json",
        "application/manifest+json",
        "text/plain",
    }
    assert kinds == {"text/html", "text/javascript"} | files


def test_rows_given_piece_by_piece_are_no_markup_either(client, pieces):
    for piece in pieces:
        for item in client.get(f"/pieces/{piece.pk}/needles/rows.json").json()["items"]:
            row = _Seen()
            row.feed(item["html"])
            assert not row.wrong, row.wrong


def test_in_a_print_a_payload_is_what_was_typed(client, pieces):
    made = made_print(client, pieces[0], words="on", paper="a4")
    text = text_of(made)
    assert f"<{TAG} onmouseover=alert(1)>" in text.replace("\n", " ")
    assert "{{7*7}}" in text
    assert not any("/JS" in str(page) or "/URI" in str(page) for page in made.pages)
