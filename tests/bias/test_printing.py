"""Prints: chosen, made part by part, bound; what is in them, by reading the file."""

from io import BytesIO

import pytest
from pypdf import PdfReader

from bias.accounts.models import Knitter
from bias.pieces.actions import keep_piece, keep_plan, revise
from bias.printing import actions
from bias.printing.models import PrintedPart, Printing
from bias.printing.pdf import part_as_pdf
from bias.printing.print_parts import LINES_A_PART, PrintChoices, print_parts
from bias.results import results_of_words
from bias.yarns.models import PieceYarn
from knitting.files import plan_text
from tests.knitting.planning import made as planned

NOTHING = {"paper": "A4", "dialect": "us", "cell": "middle"}
ALL = {"words": "on", "cloth": "on", "chart": "on", "paper": "A4", "dialect": "us", "cell": "middle"}


def made(client, piece, **asked):
    """A print from the first press to the file."""
    answer = client.post(f"/pieces/{piece.pk}/print/", asked or ALL)
    address = answer.headers["Location"]
    for _ in range(200):
        page = client.post(f"{address}on/", headers={"HX-Request": "true"}).content.decode()
        if "Take the PDF" in page:
            break
    return PdfReader(BytesIO(client.get(f"{address[:-1]}.pdf").content))


def text_of(reader):
    return "\n".join(page.extract_text() for page in reader.pages)


def test_a_print_holds_the_cloth_the_words_the_abbreviations_and_the_chart(client, piece):
    reader = made(client, piece)
    text = text_of(reader)
    assert reader.metadata.title == "Quay cloth"
    assert len(reader.pages) == 3
    for words in ("Row 1: K2, yo, k to end.", "Abbreviations", "yarn over", "Measures", "chart 1 of 1", "rows 1 to 25"):
        assert words in text
    assert float(reader.pages[0].mediabox.width) == pytest.approx(210 / 25.4 * 72, abs=0.5)


def test_what_is_not_asked_for_is_left_out_and_letter_paper_is_letter(client, piece):
    reader = made(client, piece, words="on", paper="letter", dialect="uk")
    assert len(reader.pages) == 1
    assert "Cast off." in text_of(reader)
    assert float(reader.pages[0].mediabox.width) == pytest.approx(612, abs=1)


def test_only_the_shipped_fonts_are_used(client, piece):
    fonts = set()
    for page in made(client, piece).pages:
        fonts |= {font.get_object()["/BaseFont"] for font in page["/Resources"]["/Font"].get_object().values()}
    assert fonts
    assert all("Source" in font or "Literata" in font for font in fonts)


def test_a_large_chart_is_cut_to_pages_with_their_rows_named(client, knitter):
    words = "Cast on 80 sts.\nRow 1: Knit.\nRow 2: Purl.\nRepeat rows 1 and 2 39 more times."
    reader = made(client, keep_piece(knitter, words), chart="on", cell="large")
    text = text_of(reader)
    assert len(reader.pages) == 8, "27 columns to a page less 2: four across; 44 rows: two high"
    assert "chart 8 of 8" in text
    assert "rows 1 to 44" in text
    assert "rows 43 to 80" in text


def test_progress_is_shown_and_a_print_that_was_left_goes_on_where_it_was(client, knitter, piece):
    printing = actions.ask(piece, PrintChoices())
    page = client.get(f"/pieces/{piece.pk}/print/{printing.pk}/").content.decode()
    assert "0 of 3 parts are done" in page
    PrintedPart.objects.create(
        printing=printing,
        number=0,
        pdf=part_as_pdf(PrintChoices(), print_parts(piece.results, PrintChoices())[0]),
    )
    assert "1 of 3 parts are done" in client.get(f"/pieces/{piece.pk}/print/{printing.pk}/").content.decode()
    assert actions.ask(piece, PrintChoices()).pk == printing.pk
    assert client.get(f"/pieces/{piece.pk}/print/{printing.pk}.pdf").status_code == 404


def test_two_pages_that_go_on_at_once_make_no_part_twice(client, piece):
    printing = actions.ask(piece, PrintChoices(chart=False))
    stale = Printing.objects.get(pk=printing.pk)
    for _ in range(20):
        actions.go_on(printing)
        actions.go_on(stale)
        printing.refresh_from_db()
        if printing.whole is not None:
            break
    assert len(PdfReader(BytesIO(bytes(printing.whole))).pages) == 2


def test_a_saved_change_is_printed_anew_and_old_prints_go(client, piece):
    first = actions.ask(piece, PrintChoices())
    revise(piece, 1, piece.words.replace("30", "40"))
    second = actions.ask(piece, PrintChoices())
    assert second.pk != first.pk
    for cell in ("large", "small"):
        actions.ask(piece, PrintChoices(cell=cell))
    assert not Printing.objects.filter(pk=first.pk).exists()


def test_an_empty_choice_and_a_chart_that_is_too_large_are_refused_with_a_sentence(client, knitter, piece):
    assert "nothing to print in that" in client.post(f"/pieces/{piece.pk}/print/", {}).content.decode()
    huge = keep_piece(knitter, "Cast on 900 sts.\nRow 1: Knit.\nRow 2: Purl.\nRepeat rows 1 and 2 499 more times.")
    assert "120 is the most" in client.post(f"/pieces/{huge.pk}/print/", ALL).content.decode()


def test_nonsense_in_the_form_falls_back_to_what_there_is(client, piece):
    answer = client.post(f"/pieces/{piece.pk}/print/", {**ALL, "paper": "<b>", "dialect": "??", "cell": "9"})
    assert Printing.objects.get().choices == PrintChoices().as_json()
    assert answer.status_code == 302


def test_nobody_elses_print_is_found(client, knitter, piece):
    other = Knitter.objects.create_user("somebody-else", password="a long enough pass phrase")
    theirs = actions.ask(keep_piece(other, "Cast on 5 sts.\nKnit 4 rows."), PrintChoices())
    for piece_id in (theirs.revision.piece_id, piece.pk):
        assert client.get(f"/pieces/{piece_id}/print/{theirs.pk}/").status_code == 404
        assert client.post(f"/pieces/{piece_id}/print/{theirs.pk}/on/").status_code == 404
        assert client.get(f"/pieces/{piece_id}/print/{theirs.pk}.pdf").status_code == 404


def test_user_text_is_escaped_and_nothing_is_fetched(knitter):
    """A title that asks for a file or a picture gets neither: it is printed as it stands."""
    words = 'Title: <img src="file:///etc/passwd"><style>x</style>\nCast on 5 sts.\nKnit 4 rows.'
    for part in print_parts(results_of_words(words), PrintChoices()):
        text = text_of(PdfReader(BytesIO(part_as_pdf(PrintChoices(), part))))
        assert "file:///etc/passwd" in text.replace("\n", "")


def test_long_words_are_printed_in_parts():
    words = "Cast on 5 sts.\n" + "\n".join(f"Row {n}: K{1 + n % 4}, k to end." for n in range(1, 401))
    found = print_parts(results_of_words(words), PrintChoices(cloth=False, chart=False))
    assert len(found) == -(-len(results_of_words(words).written("us").splitlines()) // LINES_A_PART)


def test_the_yarn_is_printed_as_it_is_known_before_anything_is_knitted(client, piece):
    PieceYarn.objects.create(piece=piece, colour="", ball_grams=50, ball_metres=100, balls=1)
    found = text_of(made(client, piece, yarn="on", dialect="us", paper="A4", cell="middle"))
    assert "give or take" in found
    assert "before anything was weighed" in found


def test_a_print_tells_how_far_down_it_hangs_and_works_out_the_usual_body(client, knitter):
    piece = keep_plan(knitter, plan_text(planned("capelet")))
    told = text_of(made(client, piece, worn="on", **NOTHING))
    assert "cm down the back, about" in told
    assert "medium" in told
    assert "62" in told  # cm wide, of the folded drawing
    flat = keep_plan(knitter, plan_text(planned("mitre")))
    assert "nothing to print" in client.post(f"/pieces/{flat.pk}/print/", {"worn": "on", **NOTHING}).content.decode()
