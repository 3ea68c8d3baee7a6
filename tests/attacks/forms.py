"""Every form of the site as its pages offer it: where it is sent, and the fields that it sends."""

from __future__ import annotations

from dataclasses import dataclass, field
from html.parser import HTMLParser

from django.test import Client
from django.urls import Resolver404, resolve

from tests.addresses import address, patterns


@dataclass
class Form:
    """A form: its address, its fields with what stands in them, and what its buttons send."""

    to: str
    fields: dict[str, str] = field(default_factory=dict)
    presses: list[tuple[str, str]] = field(default_factory=list)


class _Forms(HTMLParser):
    def __init__(self, here: str) -> None:
        super().__init__()
        self.here, self.found, self.by_id = here, list[Form](), dict[str, Form]()
        self.inside: list[Form] = []

    def handle_starttag(self, tag: str, attributes: list[tuple[str, str | None]]) -> None:
        given = {name: value or "" for name, value in attributes}
        posts = given.get("hx-post") or (given.get("action") or self.here if given.get("method") == "post" else "")
        if tag == "form" or posts:
            form = Form(posts or self.here)
            self.by_id[given.get("id", "")] = form
            if posts:
                self.found.append(form)
            if tag == "form":
                self.inside.append(form)
        of = self.by_id.get(given.get("form", "")) or (self.inside[-1] if self.inside else None)
        if of is None or not given.get("name"):
            return
        if tag == "button":
            of.presses.append((given["name"], given.get("value", "")))
        elif tag in ("input", "select", "textarea"):
            of.fields.setdefault(given["name"], given.get("value", ""))

    def handle_endtag(self, tag: str) -> None:
        if tag == "form" and self.inside:
            self.inside.pop()


def forms_of(client: Client, pieces: list[int]) -> list[Form]:
    """The forms of every page, each once."""
    found: dict[tuple[str, frozenset[str]], Form] = {}
    for pattern in patterns():
        for piece in pieces if "piece_id" in pattern.pattern.converters else [0]:
            here = address(pattern, {"piece_id": piece, "printing_id": 0})
            answer = client.get(here)
            if answer.status_code == 200 and answer["Content-Type"].startswith("text/html"):
                page = _Forms(here)
                page.feed(answer.content.decode())
                for form in page.found:
                    found.setdefault((form.to, frozenset(form.fields)), form)
    return [form for form in found.values() if _is_ours(form.to)]


def _is_ours(to: str) -> bool:
    try:
        return bool(resolve(to.split("?")[0]))
    except Resolver404:
        return False
