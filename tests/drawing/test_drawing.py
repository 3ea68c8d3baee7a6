"""What is drawn, by its layout; the SVG by parsing it."""

from xml.etree import ElementTree

import pytest

from drawing import svg
from drawing.cloth import lay_out
from drawing.cloth_svg import to_svg
from drawing.silhouette import silhouette
from drawing.strip import strip
from knitting.cloth import lay_flat
from tests.knitting.asking import one_row, worked
from tests.known.test_known_pieces import CORNER, MITRE, TRIANGLE

ZIGZAG = "CO 42\nRow 1: *k6, k2tog, k5, kfb; rep from * to end.\nRepeat row 1 59 more times."


@pytest.mark.parametrize("text", [CORNER, MITRE, TRIANGLE, ZIGZAG])
def test_every_line_lies_on_the_page(text):
    page = lay_out(lay_flat(worked(text)), 720, 470)
    signs = [*page.signs.increases, *page.signs.eyelets, *page.signs.decreases]
    needles = [place for at in range(page.boundaries) for line in page.needle(at) for place in line]
    places = [*(place for line in page.outlines for place in line), *signs, *needles]
    assert all(-1 <= x <= 721 and -1 <= y <= 471 for x, y in places)
    assert page.boundaries == len(lay_flat(worked(text)).rows) + 1


@pytest.mark.parametrize(("text", "above"), [(TRIANGLE, True), (CORNER, False)])
def test_the_cloth_lies_as_it_is_used(text, above):
    """A shawl from a tab has its long edge on top; a square lies on its side."""
    page = lay_out(lay_flat(worked(text)))
    ys = sorted(y for _, y in page.outlines[0])
    (needle,) = page.needle(0)
    first = sum(y for _, y in needle) / len(needle)
    assert (first < (ys[0] + ys[-1]) / 2) is above


def test_the_needle_moves_with_the_rows_and_the_worked_part_is_filled():
    page = lay_out(lay_flat(worked(MITRE)))
    one, two = (ElementTree.fromstring(to_svg(page, row, row)) for row in (5, 30))
    for class_ in ("cloth-needle", "cloth-worked"):
        drawn = [root.find(f".//{{*}}path[@class='{class_}']").get("d") for root in (one, two)]
        assert all(drawn)
        assert drawn[0] != drawn[1]


def test_an_arrow_shows_the_direction_of_knitting():
    """A shawl from a tab grows downwards as it is worn, a scarf upwards."""
    for text, down in ((TRIANGLE, True), (ZIGZAG, False)):
        page = lay_out(lay_flat(worked(text)))
        assert (page.growth[1][1] > page.growth[0][1]) is down
        assert "knitted this way" in to_svg(page)


def test_stripes_are_bands_in_their_order():
    page = lay_out(lay_flat(worked("Stripes: 2 rows A, 2 rows B\n" + MITRE)))
    assert [band.kind for band in page.bands][:3] == ["A", "B", "A"]


def test_a_mark_is_a_thread_with_a_letter_and_a_name():
    (thread,) = lay_out(lay_flat(worked(MITRE))).threads
    assert (thread.letter, thread.name) == ("C", "centre")
    root = ElementTree.fromstring(to_svg(lay_out(lay_flat(worked(MITRE)))))
    assert next(text.text for text in root.findall(".//{*}g/{*}text")) == "C"


def test_user_text_is_escaped_in_every_drawing():
    text = "Title: <b onload='x'>&\n" + MITRE
    for drawn in (to_svg(lay_out(lay_flat(worked(text)))), silhouette(lay_flat(worked(text)), 3)):
        root = ElementTree.fromstring(drawn)
        assert root.find("{*}title").text.startswith("<b onload='x'>&")
        assert "<b " not in drawn


def test_the_strip_names_parts_in_working_order_with_what_to_do():
    parts = strip(one_row("4*6", "k2, yo, k to centre st, yo, k1, yo, k to end").rows[0])
    assert [(p.name, p.count, p.change, p.said, p.letter) for p in parts] == [
        ("right half", 6, 2, "k2, yo, k2, yo", ""),
        ("marked stitch", 1, 0, "k1", "A"),
        ("left half", 7, 1, "yo, k6", ""),
    ]


def test_a_wrong_side_strip_begins_with_the_left_half():
    row = one_row("4*6", "Knit.\nRow 2: Knit.").rows[1]
    assert [part.name for part in strip(row)] == ["left half", "marked stitch", "right half"]


def test_a_closed_path_and_an_attribute_are_written_short():
    assert svg.path([(0, 0), (1.04, 2)], closed=True) == "M0 0L1 2Z"
    assert svg.tag("g", class_='a"b', x=None) == '<g class="a&quot;b"/>'
