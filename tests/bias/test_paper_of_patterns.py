"""The PDF of a pattern: tagged, with contents if it is long, made beside the pages and kept until something changes."""

from datetime import timedelta

import pytest
from django.utils import timezone

from bias.pieces.actions import keep_piece
from bias.printing.pdf import PrintingUnavailable
from bias.publishing import making
from bias.publishing.models import MadePattern
from tests.bias.pages import shown
from tests.bias.pressing import SHAWL
from tests.bias.publishing import on_paper, picture, published


@pytest.fixture
def piece(knitter):
    return keep_piece(knitter, SHAWL)


@pytest.mark.parametrize(("paper", "large", "wide_mm"), [("A4", "", 210), ("A5", "on", 148), ("letter", "", 216)])
def test_on_paper_it_is_tagged_with_its_language_headings_and_alternatives(client, piece, paper, large, wide_mm):
    published(client, piece, paper=paper, large=large, shows="both", upload=picture(), picture_says="On a wall")
    whole = on_paper(client, piece)
    root = whole.trailer["/Root"]
    assert root["/MarkInfo"]["/Marked"]
    assert root["/Lang"] == "en"
    assert root["/ViewerPreferences"]["/DisplayDocTitle"]
    assert whole.metadata.title == "Quay shawl"
    assert round(float(whole.pages[0].mediabox.width) / 72 * 25.4) == wide_mm
    kinds, alternatives = tagged(root["/StructTreeRoot"])
    assert kinds.count("/H1") == 1
    assert kinds.count("/H2") >= 5
    assert "On a wall" in alternatives
    assert len(alternatives) == kinds.count("/Figure"), "every picture has words"
    text = "".join(page.extract_text() for page in whole.pages)
    heads = ("Quay shawl", "Materials", "Gauge", "Abbreviations", "Instructions", "Finishing", "Care", "Terms")
    order = [text.rindex(head) for head in heads[1:]]
    assert text.index(heads[0]) < order[0]
    assert order == sorted(order)


def tagged(node):
    """Kinds and alternatives of a tree of tags, in reading order."""
    kinds, alternatives = [], []
    todo = [node]
    while todo:
        now = todo.pop()
        if isinstance(now, int):
            continue
        now = now.get_object()
        if isinstance(now, list):
            todo += reversed(now)
            continue
        if "/S" in now:
            kinds.append(now["/S"])
        if "/Alt" in now:
            alternatives.append(str(now["/Alt"]))
        if "/K" in now:
            todo.append(now["/K"])
    return kinds, alternatives


def test_a_long_pattern_has_contents_with_pages_and_a_short_one_has_none(client, knitter):
    rows = "\n".join(f"Row {row}: K{row // 2 + 1}, yo, k to end." for row in range(1, 400))
    long = keep_piece(knitter, f"Title: Long pier\nCast on 9 sts.\n{rows}")
    whole = on_paper(client, long)
    assert len(whole.pages) >= 6
    first = whole.pages[0].extract_text()
    assert first.index("Long pier") < first.index("Contents") < first.index("Finishing")
    short = on_paper(client, keep_piece(knitter, SHAWL))
    assert "Contents" not in short.pages[0].extract_text()


SECTIONS = "Title: Quay shawl\nCO 20\nSection: Body\nKnit 6 rows.\nSection: Border (make 2)\nKnit 2 rows.\nBind off.\n"


def test_sections_are_headings_on_the_page_and_on_paper(client, knitter):
    piece = keep_piece(knitter, SECTIONS)
    published(client, piece)
    page = shown(client.get(f"/pieces/{piece.pk}/pattern/page/"))
    assert "<h3>Body</h3>" in page
    assert "<h3>Border (make 2)</h3>" in page
    assert "Section:" not in page
    paper = on_paper(client, piece)
    kinds, _alternatives = tagged(paper.trailer["/Root"]["/StructTreeRoot"])
    assert kinds.count("/H3") == 2


def test_the_paper_is_made_once_and_anew_when_something_changes(client, piece, monkeypatch):
    published(client, piece)
    address = f"/pieces/{piece.pk}/pattern/making/"
    before = shown(client.get(address))
    assert "are put together" in before
    assert f'hx-post="{address}"' in before
    away = client.get(f"/pieces/{piece.pk}/pattern.pdf")
    assert (away.status_code, away["Location"]) == (302, address)
    heard = []
    monkeypatch.setattr(making, "_heard_of", lambda pk, pages: heard.append(pages))
    assert "Take the PDF" in shown(client.post(address, headers={"HX-Request": "true"}))
    assert heard == [*range(1, heard[-1] + 1)]
    first = client.get(f"/pieces/{piece.pk}/pattern.pdf").content
    client.post(address)
    assert client.get(f"/pieces/{piece.pk}/pattern.pdf").content == first, "not made again"
    published(client, piece, care="Pressed under a towel.")
    assert "are put together" in shown(client.get(address))
    assert MadePattern.objects.count() == 1, "that of before is gone"
    text = "".join(page.extract_text() for page in on_paper(client, piece).pages)
    assert "Pressed under a towel." in text


def test_pages_that_are_laid_again_for_the_contents_are_told_once(client, knitter, monkeypatch):
    rows = "\n".join(f"Row {row}: K{row // 2 + 1}, yo, k to end." for row in range(1, 400))
    heard = []
    monkeypatch.setattr(making, "_heard_of", lambda pk, pages: heard.append(pages))
    whole = on_paper(client, keep_piece(knitter, f"Title: Long pier\nCast on 9 sts.\n{rows}"))
    assert heard == sorted(heard)
    assert heard[-1] == len(whole.pages) >= 6


def test_a_maker_of_which_nothing_is_heard_is_followed_by_another_and_no_other_before(client, piece):
    kept = published(client, piece)
    made = making.asked(kept)
    address = f"/pieces/{piece.pk}/pattern/making/"
    MadePattern.objects.filter(pk=made.pk).update(beat_at=timezone.now(), pages=3)
    assert "3 pages are laid." in shown(client.post(address))
    MadePattern.objects.filter(pk=made.pk).update(beat_at=timezone.now() - timedelta(seconds=90))
    assert "Take the PDF" in shown(client.post(address))


@pytest.mark.parametrize(
    ("fault", "said"),
    [
        (PrintingUnavailable("Printing needs the Pango library"), "needs the Pango library"),
        (KeyError("x"), "in the log"),
    ],
)
def test_what_cannot_be_printed_says_why(client, piece, monkeypatch, fault, said):
    published(client, piece)

    def broken(*_):
        raise fault

    address = f"/pieces/{piece.pk}/pattern/making/"
    with monkeypatch.context() as now:
        now.setattr(making, "whole_pdf", broken)
        page = shown(client.post(address))
    assert said in page
    assert "hx-post" not in page
    assert said in shown(client.post(address)), "not tried again by itself"
    assert "Take the PDF" in shown(client.post(address, {"again": ""}))
