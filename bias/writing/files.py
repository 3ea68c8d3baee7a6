"""Files that are opened as written rows: text, pages of the web, documents, PDF with text, a piece as JSON."""

from __future__ import annotations

import re
import zipfile
from html.parser import HTMLParser
from io import BytesIO
from typing import Final
from xml.etree import ElementTree

from pypdf import PdfReader
from pypdf.errors import PyPdfError

from bias.results import NotRead, words_of_json
from bias.writing.pdf_text import page_text
from knitting.dialects.tokens import MOST_BYTES
from knitting.statements import Refused, sentence

MOST_IN_FILE: Final = 1_900_000
"""The largest file that is opened, in bytes: what a form may send, with room for its fields."""
MOST_PAGES: Final = 60
_MOST_UNPACKED = 4_000_000
_WORD = "{http://schemas.openxmlformats.org/wordprocessingml/2006/main}"
_BLOCKS = frozenset(
    ["p", "br", "li", "ul", "ol", "div", "h1", "h2", "h3", "h4", "h5", "h6", "tr", "table", "section", "article", "pre"]
)
_UNSEEN = frozenset({"script", "style", "head", "template", "noscript"})
_PICTURES = (b"\x89PNG", b"\xff\xd8\xff", b"GIF8", b"RIFF", b"II*\x00", b"MM\x00*")


class NotOpened(Refused):
    """Why a file holds no written rows; the hint is what would help."""


def text_of_file(name: str, data: bytes) -> str:
    """The words of a file; :class:`NotOpened`, or :class:`NotRead` of a piece as JSON, says why there are none."""
    if len(data) > MOST_IN_FILE:
        raise NotOpened(
            sentence("The file is larger than {most:,} bytes.", most=MOST_IN_FILE),
            sentence("Open a part of it, or paste the pages of the pattern."),
        )
    if data.startswith(_PICTURES) or data[4:12] in (b"ftypheic", b"ftypavif"):
        raise NotOpened(
            sentence("The file is a picture, and the words in a picture are not read."),
            sentence("Type the rows, or open the page as a PDF with text or as text."),
        )
    if data.startswith(b"%PDF"):
        text = _of_pdf(data)
    elif data.startswith(b"PK"):
        text = _of_document(data)
    else:
        text = _of_text(name, data)
    if len(text.encode("utf-8", "replace")) > MOST_BYTES:
        raise NotOpened(
            sentence("The file holds more than {most:,} bytes of text.", most=MOST_BYTES),
            sentence("Open a part of it, or paste the pages of the pattern."),
        )
    return text


def _of_text(name: str, data: bytes) -> str:
    text = _decoded(data)
    if text.lstrip().startswith("{") or name.lower().endswith(".json"):
        return words_of_json(text)
    looks_like_page = re.match(r"\s*(?:<!doctype html|<html|<body|<div|<p[ >])", text, re.IGNORECASE)
    if looks_like_page or name.lower().endswith((".html", ".htm")):
        return _of_page(text)
    if "\x00" in text:
        raise NotOpened(
            sentence("The file holds no text."), sentence("Open a file of text, a PDF with text, or a document.")
        )
    return text


def _decoded(data: bytes) -> str:
    """The letters of a file, in whichever of the usual ways they were saved."""
    if data.startswith((b"\xff\xfe", b"\xfe\xff")):
        return data.decode("utf-16", "replace")
    try:
        return data.decode("utf-8-sig")
    except UnicodeDecodeError:
        return data.decode("cp1252", "replace")


class _PageText(HTMLParser):
    """The text of a page of the web: its blocks as lines, its scripts and styles left out."""

    def __init__(self) -> None:
        super().__init__(convert_charrefs=True)
        self.parts: list[str] = []
        self.unseen = 0

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        self.unseen += tag in _UNSEEN
        if tag in _BLOCKS:
            self.parts.append("\n")
        elif tag in ("td", "th"):
            self.parts.append("\t")

    def handle_endtag(self, tag: str) -> None:
        self.unseen -= tag in _UNSEEN and self.unseen > 0
        if tag in _BLOCKS:
            self.parts.append("\n")

    def handle_data(self, data: str) -> None:
        if not self.unseen:
            self.parts.append(re.sub(r"\s+", " ", data))


def _of_page(text: str) -> str:
    page = _PageText()
    page.feed(text)
    page.close()
    lines = (line.strip(" ") for line in "".join(page.parts).split("\n"))
    return re.sub(r"\n{3,}", "\n\n", "\n".join(lines)).strip("\n") + "\n"


def _of_document(data: bytes) -> str:
    """The paragraphs of a document of a word processor, in order; the cells of a table stand side by side."""
    refused = NotOpened(
        sentence("The file is no document that can be opened."), sentence("Save it as text or as a PDF, and open that.")
    )
    try:
        with zipfile.ZipFile(BytesIO(data)) as packed:
            inner = packed.getinfo("word/document.xml")
            if inner.file_size > _MOST_UNPACKED:
                raise refused
            with packed.open(inner) as stream:
                found = stream.read(_MOST_UNPACKED + 1)
        if len(found) > _MOST_UNPACKED or b"<!DOCTYPE" in found or b"<!ENTITY" in found:
            raise refused
        root = ElementTree.fromstring(found)
    except (KeyError, zipfile.BadZipFile, ElementTree.ParseError, RuntimeError, NotImplementedError) as error:
        raise refused from error
    return "\n".join(_paragraph(each) for each in root.iter(f"{_WORD}p")) + "\n"


def _paragraph(paragraph: ElementTree.Element) -> str:
    said = {f"{_WORD}tab": "\t", f"{_WORD}br": "\n", f"{_WORD}cr": "\n"}
    return "".join(
        (each.text or "") if each.tag == f"{_WORD}t" else said.get(each.tag, "") for each in paragraph.iter()
    )


def _of_pdf(data: bytes) -> str:
    """The text layer of a PDF, page after page."""
    try:
        reader = PdfReader(BytesIO(data), strict=False)
        if reader.is_encrypted:
            raise NotOpened(
                sentence("The PDF asks for a password."), sentence("Open it where you can read it, and paste its text.")
            )
        pages = len(reader.pages)
        if pages > MOST_PAGES:
            raise NotOpened(
                sentence("The PDF has {pages} pages, and at most {most} are opened.", pages=pages, most=MOST_PAGES),
                sentence("Save the pages of the pattern as a file of their own."),
            )
        text = "\n".join(page_text(page) for page in reader.pages)
    except NotOpened:
        raise
    except (PyPdfError, ValueError, KeyError, TypeError, AttributeError, IndexError, RecursionError, OSError) as error:
        raise NotOpened(
            sentence("The PDF cannot be opened: it is damaged."), sentence("Save it anew, or paste its text.")
        ) from error
    if not text.strip():
        raise NotOpened(
            sentence("The PDF holds pictures of pages and no text."),
            sentence("Type the rows, or open a PDF whose words can be marked and copied."),
        )
    return text if text.endswith("\n") else f"{text}\n"


__all__ = ["MOST_IN_FILE", "MOST_PAGES", "NotOpened", "NotRead", "text_of_file"]
