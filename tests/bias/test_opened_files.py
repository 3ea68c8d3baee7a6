"""Files that are opened as written rows: what they hold, or why they are not opened."""

import io
import zipfile

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from pypdf import PdfReader, PdfWriter
from weasyprint import HTML

from bias.results import results_of_words

ROWS = ["Cast on 5 sts.", "Row 1 (RS): K2, yo, k to end. (6 sts)", "Row 2: Knit.", "Bind off."]
TEXT = "\n".join(ROWS) + "\n"


def opened(client, name, data):
    answer = client.post("/bring-in/file/", {"file": SimpleUploadedFile(name, data)})
    assert answer.status_code == 200
    return answer


def ends(text):
    worked = results_of_words(text).worked
    assert not worked.problems
    return [row.end for row in worked.rows]


def document(paragraphs, inner="word/document.xml"):
    word = "http://schemas.openxmlformats.org/wordprocessingml/2006/main"
    body = "".join(f"<w:p><w:r><w:t>{text}</w:t></w:r></w:p>" for text in paragraphs)
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w") as packed:
        packed.writestr(inner, f'<w:document xmlns:w="{word}"><w:body>{body}</w:body></w:document>')
    return held.getvalue()


def pdf(html):
    return HTML(string=html).write_pdf()


def paragraphs(rows):
    return "".join(f"<p>{row}</p>" for row in rows)


def pages(count):
    writer, page = PdfWriter(), PdfReader(io.BytesIO(pdf("<p>x"))).pages[0]
    for _ in range(count):
        writer.add_page(page)
    held = io.BytesIO()
    writer.write(held)
    return held.getvalue()


def locked():
    writer = PdfWriter(clone_from=io.BytesIO(pdf(paragraphs(ROWS))))
    writer.encrypt("a-made-up-word")
    held = io.BytesIO()
    writer.write(held)
    return held.getvalue()


OPENED = {
    "rows.txt": TEXT.encode(),
    "windows.txt": TEXT.replace("\n", "\r\n").encode("utf-8-sig"),
    "utf16.txt": TEXT.encode("utf-16"),
    "rows.md": ("# Corner cloth\n\n" + "\n".join(f"* {row}" for row in ROWS)).encode(),
    "rows.html": f"<html><head><style>p {{ color: red }}</style></head><body><h1>Corner cloth</h1>{paragraphs(ROWS)}"
    f"<script>alert('Row 9: Knit.')</script></body></html>".encode(),
    "rows.docx": document(ROWS),
    "rows.pdf": pdf("<h1>Corner cloth</h1>" + paragraphs(ROWS)),
    "narrow.pdf": pdf("<style>p { width: 4cm }</style>" + paragraphs(ROWS)),
}


@pytest.mark.parametrize("name", OPENED)
def test_a_file_is_opened_as_its_rows(client, knitter, name):
    answer = opened(client, name, OPENED[name])
    assert not answer.headers.get("X-Refused")
    assert ends(answer.content.decode()) == [6, 6]


LEFT = [
    "Cast on 9 sts, with the needles",
    "that you like best, loosely.",
    "Row 1: K2, yo, k to the last two",
    "sts of the row, yo, k2. (11 sts)",
    "Row 2: Knit to the end of the row.",
]
RIGHT = [
    "Row 3: K3, yo, k to the last 3",
    "sts of the row, yo, k3. (13 sts)",
    "Row 4: Knit to the end of the row.",
    "Repeat rows 3 and 4 until there",
    "are 17 sts. Bind off all stitches.",
]
TITLE = "A cloth of two columns, set line by line across the whole of the page"


def placed(x, y, text):
    return f"<div style='position: absolute; left: {x}cm; top: {y}cm; white-space: nowrap'>{text}</div>"


def across(*columns):
    """Lines of columns of a page, set row by row over all of them."""
    rows = zip(*columns, strict=True)
    return "".join(
        placed(column * 8.5, 2 + row, text) for row, texts in enumerate(rows) for column, text in enumerate(texts)
    )


def test_lines_set_across_two_columns_are_read_down_each(client, knitter):
    page = "<style>body { font-size: 16px }</style>" + placed(0, 0, TITLE) + across(LEFT, RIGHT)
    text = opened(client, "columns.pdf", pdf(page)).content.decode()
    assert text.split("\n")[:3] == [TITLE, LEFT[0], LEFT[1]]
    assert ends(text) == [11, 11, 13, 13, 15, 15, 17, 17]


def test_a_table_is_read_along_its_rows(client, knitter):
    page = across(["Row 1", "Row 2", "Row 3", "Row 4"], ["41 sts", "43 sts", "45 sts", "47 sts"])
    lines = opened(client, "table.pdf", pdf(page)).content.decode().split()
    assert lines[:8] == ["Row", "1", "41", "sts", "Row", "2", "43", "sts"]


REFUSED = {
    "large.txt": (b"k" * 2_000_000, "larger than"),
    "long.txt": (b"k2, " * 60_000, "more than 200,000 bytes"),
    "page.png": (b"\x89PNG\r\n\x1a\n" + bytes(99), "picture"),
    "photo.jpg": (b"\xff\xd8\xff\xe0" + bytes(99), "picture"),
    "bytes.txt": (bytes(range(256)), "no text"),
    "locked.pdf": (locked(), "password"),
    "thick.pdf": (pages(61), "61 pages"),
    "scan.pdf": (pdf("<div style='height: 3cm; background: red'></div>"), "no text"),
    "torn.pdf": (b"%PDF-1.7\n" + bytes(500), "damaged"),
    "torn.docx": (b"PK\x03\x04" + bytes(500), "no document"),
    "sheet.docx": (document(ROWS, "xl/sheet.xml"), "no document"),
    "bomb.docx": (document(['<!DOCTYPE x [<!ENTITY a "a">]>']), "no document"),
    "piece.json": (b"[1]", "no object"),
}


@pytest.mark.parametrize("name", REFUSED)
def test_what_holds_no_rows_is_refused_with_a_sentence(client, knitter, name):
    data, why = REFUSED[name]
    answer = opened(client, name, data)
    assert answer.headers.get("X-Refused") == "1"
    assert why in answer.content.decode()
    assert answer.content.decode().endswith(".")


def test_no_file_at_all_is_refused(client, knitter):
    assert client.post("/bring-in/file/").headers["X-Refused"] == "1"
