"""A pattern for others: what its writer adds is kept, what the engine knows stands on its page, tagged on paper."""

import re
import zipfile
from base64 import b64decode
from io import BytesIO
from xml.etree import ElementTree

import pytest
from django.test import Client
from PIL import Image

from bias.pieces.actions import keep_piece, keep_plan, revise
from bias.publishing.models import Publication
from bias.publishing.pattern import pattern_of
from bias.publishing.pictures import MOST_BYTES, NotAPicture, made_anew
from bias.sharing.actions import share
from bias.sharing.models import Instalment
from bias.yarns.models import PieceYarn
from knitting.files import plan_text
from tests.bias.pages import shown
from tests.bias.pressing import SHAWL
from tests.bias.publishing import SAID, picture, published
from tests.knitting.planning import made


@pytest.fixture
def piece(knitter):
    return keep_piece(knitter, SHAWL)


def test_what_the_writer_adds_and_what_the_engine_knows_stand_on_the_page(client, piece):
    published(client, piece)
    page = shown(client.get(f"/pieces/{piece.pk}/pattern/page/"))
    for said in (
        "by A. Quay &lt;b&gt;", "For evenings by the water.", "4 mm, 80 cm long", "By hand, lukewarm.",
        "20 stitches and 40 rows to 10 cm.", "1 mark that opens", "yarn over", "Row 2: Purl.", "Weave in the ends",
    ):  # fmt: skip
        assert said in page, said
    assert page.count('class="pattern-how"') == 1
    assert "Title: Quay shawl" not in page
    text = client.get(f"/pieces/{piece.pk}/pattern.txt").content.decode()
    assert "by A. Quay <b>" in text
    assert "Row 2: Purl." in text


def test_what_an_editor_would_send_back_stands_beside_it_until_it_is_mended(client, piece):
    page = shown(client.get(f"/pieces/{piece.pk}/pattern/"))
    assert "No line tells how to wash it." in page
    assert "Row 1 changes the count and does not say what it is then." in page
    assert f"/pieces/{piece.pk}/words/#line-5" in page
    published(client, piece)
    assert "No line tells how to wash it." not in shown(client.get(f"/pieces/{piece.pk}/pattern/"))


def test_several_sizes_stand_in_one_text_and_one_table(client, knitter):
    piece = keep_plan(knitter, plan_text(made("corner-cloth")))
    published(client, piece, size_key="to", sizes="41, 61, 81")
    page = shown(client.get(f"/pieces/{piece.pk}/pattern/page/"))
    assert "41 (61, 81)" in page
    assert page.count('scope="col"') == 4
    refused = published(client, piece, size_key="to", sizes="2, 61")
    assert refused.sizes == "2, 61", "what was typed stays"
    assert "cannot be" in shown(client.get(f"/pieces/{piece.pk}/pattern/"))


def test_a_picture_is_made_anew_without_what_came_along_with_it(client, piece):
    exif = Image.Exif()
    exif[0x010E] = "taken at the quay"
    kept = published(client, piece, upload=picture(size=(3000, 2000), exif=exif), picture_says="On a wall")
    data = b64decode(kept.picture)
    assert b"taken at the quay" not in data
    assert max(Image.open(BytesIO(data)).size) == 1_400
    assert 'alt="On a wall"' in client.get(f"/pieces/{piece.pk}/pattern/page/").content.decode()
    assert not published(client, piece, no_picture="on").picture


BROKEN = {
    "text": (b"no picture", "no picture"),
    "half a PNG": (b"\x89PNG\r\n\x1a\n" + b"x" * 99, "no picture"),
    "too large": (b"x" * (MOST_BYTES + 1), "12 MB"),
    "nothing": (b"", "no picture"),
}


@pytest.mark.parametrize(("data", "why"), BROKEN.values(), ids=BROKEN)
def test_what_is_no_picture_is_told_and_nothing_is_lost(client, piece, data, why):
    with pytest.raises(NotAPicture, match=why):
        made_anew(BytesIO(data))
    if data:
        upload = BytesIO(data)
        upload.name = "shawl.jpg"
        page = shown(client.post(f"/pieces/{piece.pk}/pattern/", {**SAID, "upload": upload}))
        assert "For evenings by the water." in page
        assert why in page
        assert not Publication.objects.exists()


def test_a_picture_of_too_many_points_is_refused_before_it_is_opened():
    with pytest.raises(NotAPicture, match="60 megapixels"):
        made_anew(picture(size=(10_000, 7_000), kind="PNG"))


def test_the_size_that_stands_out_is_bold(client, knitter):
    piece = keep_plan(knitter, plan_text(made("corner-cloth")))
    published(client, piece, size_key="to", sizes="41, 61, 81", bold="2")
    page = client.get(f"/pieces/{piece.pk}/pattern/page/").content.decode().replace("\N{NO-BREAK SPACE}", " ")
    assert "41 (<b>61</b>, 81)" in page


def test_every_row_has_its_count_where_that_is_wished(client, piece):
    published(client, piece)
    assert "Row 2: Purl. (" not in client.get(f"/pieces/{piece.pk}/pattern/page/").content.decode()
    published(client, piece, every_count="on")
    assert "Row 2: Purl. (" in client.get(f"/pieces/{piece.pk}/pattern/page/").content.decode()


def test_charts_stand_on_the_site_with_their_key_and_cut_to_the_paper_in_either_way(client, piece):
    closed = pattern_of(published(client, piece, shows="charts"), alone=True).charts
    page = shown(client.get(f"/pieces/{piece.pk}/pattern/page/"))
    assert page.count('<figure class="scroll"><svg') == 1
    assert "What repeats is drawn once" in page
    assert "yarn over</li>" in page
    assert "<style" not in page, "no style but the site's own"
    by_wale = pattern_of(published(client, piece, shows="charts", by_wale="on"), alone=True).charts
    drawings = [drawn for chart in (*closed.charts, *by_wale.charts) for drawn, _place in chart.drawings]
    assert all("<style>" in drawn for drawn in drawings)
    sizes = re.findall(r'viewBox="0 0 ([\d.]+) [\d.]+" class="chart" width="([\d.]+)mm"', "".join(drawings))
    assert len(sizes) == len(drawings)
    assert {round(16 * float(wide) / float(units), 1) for units, wide in sizes} == {4.4}, "mm a cell, in every drawing"


def told(client, piece, **choices):
    found = pattern_of(published(client, piece, shows="charts", **choices))
    return [line.text for line in found.lines]


def test_rows_that_a_chart_shows_are_left_to_it_and_what_is_done_around_them_is_told(client, knitter):
    rows = "Row 1: K2, yo, k to end.\n# Slowly.\nRow 2: P.\nRepeat rows 1 and 2 twice more.\n"
    piece = keep_piece(knitter, f"Cast on 9 sts.\nSection: Body\n{rows}Bind off loosely.")
    assert told(client, piece) == ["Cast on 9 sts.", "Body", "Work the chart.", "Slowly.", "Bind off loosely."]
    between = keep_piece(knitter, f"Cast on 9 sts.\n{rows}Place a marker before st 4.\nRow 7: K.\nBind off.")
    heads = [line.split(":")[0] for line in told(client, between) if line.startswith(("Row", "Work"))]
    assert heads == ["Row 1", "Row 2", "Row 7"]
    sizes = told(client, keep_plan(knitter, plan_text(made("corner-cloth"))), size_key="to", sizes="41, 61")
    assert "Repeat row 1 until there are 41 (61) sts." in sizes
    large = "\n".join(f"Row {row}: K{row}, yo, k to end." for row in range(1, 400))
    assert "Work the chart." not in told(client, keep_piece(knitter, f"Cast on 9 sts.\n{large}"), by_wale="on")


def test_a_chart_that_is_cut_tells_which_part_is_where_and_how_charts_are_read_once(client, knitter):
    half = "Rows 1, 3, 5: K2, yo, k to last 2 sts, yo, k2.\nRows 2, 4: K.\n"
    piece = keep_piece(knitter, f"Cast on 60 sts.\nSection: One\n{half}Section: Two\n{half}Bind off.")
    found = pattern_of(published(client, piece, shows="charts", by_wale="on"), alone=True)
    places = [[place for _drawn, place in chart.drawings] for chart in found.charts.charts]
    assert places == [
        ["columns 1 to 35 of 66 from the right", "columns 34 to 66 of 66 from the right"],
        ["columns 1 to 35 of 72 from the right", "columns 34 to 68 of 72 from the right"]
        + ["columns 67 to 72 of 72 from the right"],
    ]
    closed = pattern_of(published(client, piece, shows="charts"), alone=True).charts
    assert [place for chart in closed.charts for _drawn, place in chart.drawings] == ["", ""]
    assert len(closed.charts) == 2
    assert shown(client.get(f"/pieces/{piece.pk}/pattern/page/")).count("A figure in a wide cell") == 1


def test_as_a_book_it_is_well_formed_with_its_contents(client, piece):
    published(client, piece, upload=picture())
    answer = client.get(f"/pieces/{piece.pk}/pattern.epub")
    with zipfile.ZipFile(BytesIO(answer.content)) as whole:
        assert whole.infolist()[0].filename == "mimetype"
        assert whole.infolist()[0].compress_type == zipfile.ZIP_STORED
        assert whole.read("mimetype") == b"application/epub+zip"
        for name in whole.namelist():
            if name.endswith((".xhtml", ".opf", ".xml")):
                ElementTree.fromstring(whole.read(name))
        assert "<dc:creator>A. Quay &lt;b&gt;</dc:creator>" in whole.read("pattern.opf").decode()
        assert "A. Quay &lt;b&gt;" in whole.read("pattern.xhtml").decode()
        assert whole.read("contents.xhtml").decode().count("<li>") == 8
        assert Image.open(BytesIO(whole.read("picture.jpg"))).size == (600, 400)


def test_what_changed_is_told_to_those_who_have_an_earlier_one(client, piece):
    revise(piece, 1, SHAWL.replace("14 more times", "16 more times"))
    page = shown(client.get(f"/pieces/{piece.pk}/pattern/since/1/"))
    assert "<del>" in page
    assert "<ins>" in page
    assert f"/pieces/{piece.pk}/pattern/since/1/" in shown(client.get(f"/pieces/{piece.pk}/pattern/"))
    assert "Nothing: the rows are the same." in shown(client.get(f"/pieces/{piece.pk}/pattern/since/2/"))
    assert client.get(f"/pieces/{piece.pk}/pattern/since/9/").status_code == 404


def test_who_has_the_link_reads_the_page_and_of_one_in_parts_nothing(client, piece, settings):
    secret = share(piece, None, says_who=False)
    reader = Client()
    published(client, piece)
    settings.BIAS_HOUSEHOLD = False
    assert f"/shared/{secret}/pattern/" in shown(reader.get(f"/shared/{secret}/"))
    assert "By hand, lukewarm." in shown(reader.get(f"/shared/{secret}/pattern/"))
    Instalment.objects.create(piece=piece, until_row=4)
    assert reader.get(f"/shared/{secret}/pattern/").status_code == 404
    Publication.objects.all().delete()
    piece.instalments.all().delete()
    assert reader.get(f"/shared/{secret}/pattern/").status_code == 404


ODD = {
    "no rows": "",
    "one row": "Cast on 9 sts.\nRow 1: Knit.",
    "rows that do not add up": "Cast on 9 sts.\nRow 1: K20.",
    "a title of two hundred letters": f"Title: {'Quay ' * 40}\nCast on 9 sts.\nRow 1: Knit.",
    "text from right to left": "Title: \u05e9\u05dc\u05d5\u05dd\nCast on 9 sts.\nRow 1: Knit.",
    "five thousand rows": "Cast on 5 sts.\nRow 1: Knit.\nRepeat row 1 4999 more times.",
}


@pytest.mark.parametrize("kind", ODD)
def test_odd_pieces_have_a_page_and_a_paper(client, knitter, kind):
    piece = keep_piece(knitter, ODD[kind])
    for address in ("pattern/", "pattern/page/", "pattern/making/", "pattern.txt", "pattern.epub"):
        assert client.get(f"/pieces/{piece.pk}/{address}").status_code == 200, address


def test_nobody_elses_pattern_is_found(client, piece, django_user_model):
    piece.owner = django_user_model.objects.create_user("somebody else")
    piece.save()
    for address in ("pattern/", "pattern/page/", "pattern/making/", "pattern.txt", "pattern.epub"):
        assert client.get(f"/pieces/{piece.pk}/{address}").status_code == 404


def test_yarn_measures_and_the_size_that_stands_out_are_told_for_every_size(client, knitter):
    piece = keep_plan(knitter, plan_text(made("corner-cloth")))
    PieceYarn.objects.create(piece=piece, name="Slack water", ball_metres=90, ball_grams=50, balls=1)
    published(client, piece, size_key="to", sizes="41, 61, 81", bold="2", dialect="uk")
    page = shown(client.get(f"/pieces/{piece.pk}/pattern/page/"))
    told = r"<li\s*>(\d+) \(<b>(\d+)</b>, (\d+)\) m of Slack water, ([^<]*)<b>(\d+)</b>([^<]*) balls of 90 m"
    metres = re.search(told, page)
    assert metres is not None
    small, middle, large = map(int, metres.groups()[:3])
    assert small < middle < large
    assert int(metres[5]) == -(-middle // 90)
    finished = re.search(r'scope="row">finished</th>((?:<td>[^<]*</td>){3})', page.replace("\n", ""))
    assert len(set(re.findall(r"<td>([^<]*)</td>", finished[1]))) == 3
    assert "41 (<b>61</b>, 81)" in page
    assert 'class="is-mine"' in page


def test_the_size_that_stands_out_or_the_first_is_drawn_and_charted(client, knitter):
    piece = keep_plan(knitter, plan_text(made("corner-cloth")))
    address = f"/pieces/{piece.pk}/pattern/page/"
    titles = []
    for bold, name in (("2", "grow to 61"), ("", "grow to 41")):
        found = pattern_of(published(client, piece, size_key="to", sizes="41, 61, 81", bold=bold, shows="both"))
        page = shown(client.get(address))
        assert f"Drawn: {name}." in page
        assert f"The charts are of this size: {name}." in page
        titles.append(found.schematic[: found.schematic.index("</title>")])
        size = dict(found.measures)["finished"][found.heads.index((name, bold == "2"))]
        assert titles[-1].endswith(f", {size}")
    assert len(set(titles)) == 2


@pytest.mark.parametrize(
    ("construction", "rows", "folds"),
    [("round-poncho", ["folded, as worn", "laid open"], True), ("triangle", ["finished"], False)],
)
def test_what_is_folded_to_be_worn_is_measured_folded(client, knitter, construction, rows, folds):
    found = pattern_of(published(client, keep_plan(knitter, plan_text(made(construction)))))
    assert [name for name, _values in found.measures] == rows
    assert bool(found.folded) == folds


def test_sizes_whose_rows_differ_in_more_than_figures_are_printed_apart(client, knitter):
    piece = keep_plan(knitter, plan_text(made("bias-rectangle")))
    found = pattern_of(published(client, piece, size_key="rows", sizes="42, 45"))
    names = [line.size for line in found.lines if line.size]
    assert found.apart
    assert names
    assert set(names) == set(found.table.heads)
    page = shown(client.get(f"/pieces/{piece.pk}/pattern/page/"))
    assert all(f"<h4>{name}</h4>" in page for name in found.table.heads)
    assert "is printed for each of them" in shown(client.get(f"/pieces/{piece.pk}/pattern/"))


@pytest.mark.parametrize(
    ("ready", "own", "said"),
    [
        ("written", "Knit many.", ["Knit many."]),
        ("own", "", ["This copy is yours."]),
        ("share", "Also in class.", ["if you name A. Quay &lt;b&gt;", "Also in class."]),
    ],
)
def test_terms_are_ready_or_as_she_writes_them(client, piece, ready, own, said):
    published(client, piece, ready_terms=ready, terms=own)
    page = shown(client.get(f"/pieces/{piece.pk}/pattern/page/"))
    assert all(each in page for each in said)
    assert "No terms say what others may do with it." not in shown(client.get(f"/pieces/{piece.pk}/pattern/"))


def test_choices_are_seen_at_once_and_not_kept_by_it(client, piece):
    published(client, piece)
    address = f"/pieces/{piece.pk}/pattern/seen/"
    seen = shown(client.post(address, {**SAID, "shows": "charts", "care": "Pressed under a towel."}))
    assert "Work the chart." in seen
    assert "Pressed under a towel." in seen
    kept = Publication.objects.get(piece=piece)
    assert (kept.shows, kept.care) == ("words", SAID["care"])
    wrong = shown(client.post(address, {**SAID, "shows": "songs"}))
    assert 'role="alert">Select a valid choice' in wrong


def test_sizes_that_cannot_be_are_said_where_the_page_is_seen(client, knitter):
    piece = keep_plan(knitter, plan_text(made("corner-cloth")))
    seen = client.post(f"/pieces/{piece.pk}/pattern/seen/", {**SAID, "size_key": "to", "sizes": "41, wide"})
    assert "Sizes are 2 to" in shown(seen)
