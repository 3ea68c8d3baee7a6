"""Every sentence of every page comes out of the catalogue: another language is one catalogue and nothing else."""

from __future__ import annotations

import json
import re
from html.parser import HTMLParser

import pytest

from bias.pieces.actions import keep_piece, keep_plan
from bias.pieces.models import Piece
from bias.results import dialects
from bias.results.techniques import written_as
from knitting.files import plan_text
from tests.addresses import address, patterns
from tests.knitting.planning import made
from tests.pseudo import END, SAID, spoken_in
from tests.searching import some_of

NO_SENTENCES = frozenset({"script", "style", "pre", "textarea", "noscript"})


class _Loud:
    """A catalogue that knows every sentence and says it between two signs: what stands outside was never asked for."""

    def to_language(self) -> str:
        return "en"

    def gettext(self, message: str) -> str:
        return f"{SAID}{message}{END}"

    def ngettext(self, one: str, many: str, number: int) -> str:
        return self.gettext(one if number == 1 else many)


class _Texts(HTMLParser):
    """The texts that a page shows or reads aloud."""

    def __init__(self) -> None:
        super().__init__()
        self.found: list[str] = []
        self.inside: list[str] = []

    def handle_starttag(self, tag, attrs):
        if tag in NO_SENTENCES:
            self.inside.append(tag)
        self.found += [
            value for name, value in attrs if name in ("aria-label", "title", "placeholder", "alt") and value
        ]

    def handle_endtag(self, tag):
        if self.inside and self.inside[-1] == tag:
            self.inside.pop()

    def handle_data(self, data):
        if not self.inside:
            self.found.append(data)


def unsaid(page: str) -> list[str]:
    """The words of a page that no catalogue was asked for."""
    texts = _Texts()
    texts.feed(page)
    found = []
    for text in "\n".join(texts.found).split("\n"):
        depth, outside = 0, ""
        for sign in text:
            depth += (sign == SAID) - (sign == END)
            outside += sign if not depth else " "
        found += re.findall(r"[A-Za-z]{3,}", outside)
    return found


KEPT_AS_WRITTEN = frozenset(["Bias", "CSV", "JSON", "letter", "twice"])
"""A name, two formats and a paper; a word of the pattern's dialect."""

WRITTEN = "Title: Quay\nCast on 9 sts.\nMark st 5.\nRow 1: K to m, m1, k1, m1, k to end. (11 sts)\nRow 2: Purl.\n"


@pytest.fixture
def loud(monkeypatch):
    """Every sentence of the catalogue is said between two signs."""
    spoken_in(_Loud(), monkeypatch)


def own_words(piece: Piece) -> frozenset[str]:
    """What the knitter called things herself, and her rows in the words of their dialect: nobody translates these."""
    glossary = " ".join(str(each) for each in piece.results.glossary("us"))
    names = " ".join(name for _, name in dialects())
    spelled = " ".join(word for word, _ in written_as("k2tog"))
    words = f"{names} {spelled} {piece.results.text} {piece.results.written('us')} {glossary}"
    return frozenset(re.findall(r"[A-Za-z]{3,}", words))


def called_otherwise(plan: str) -> str:
    """A plan whose parts, lines and stages have names of no letters that a page could have of itself."""
    told = json.loads(plan)
    names = [each["name"] for each in (told, *told["parts"], *told["lines"], *told["stages"])]
    other = {name: f"\N{GREEK CAPITAL LETTER OMEGA}{at}" for at, name in enumerate(names)}

    def again(value):
        if isinstance(value, dict):
            return {key: again(each) for key, each in value.items()}
        return [again(each) for each in value] if isinstance(value, list) else other.get(value, value)

    return json.dumps({**again(told), "fabrics": told.get("fabrics", []), "construction": told.get("construction", "")})


@pytest.mark.parametrize("kind", ["plan", "words"])
def test_another_language_is_one_catalogue(client, knitter, loud, kind):
    plan = called_otherwise(plan_text(made("capelet")))
    piece = keep_plan(knitter, plan) if kind == "plan" else keep_piece(knitter, WRITTEN)
    known = {word.lower() for word in own_words(piece) | KEPT_AS_WRITTEN}
    opened, strange = 0, {}
    for pattern in some_of(patterns(), 2):
        answer = client.get(address(pattern, {"piece_id": piece.pk, "printing_id": 0}))
        if answer.status_code == 200 and answer["Content-Type"].startswith("text/html"):
            opened += 1
            left = {word for word in unsaid(answer.content.decode()) if word.lower() not in known}
            strange |= {pattern.name: left} if left else {}
    assert opened > len(some_of(range(15), 2))
    assert not strange, "Put these words into the catalogue: translate in a template, _() in Python, N_() in a table."
