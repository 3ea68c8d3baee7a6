"""Things in the basket: begun from answers or from pieces, joined, ticked off, changed in two tabs, put away."""

import json
from html import unescape
from io import BytesIO
from uuid import uuid4

import jsonschema
import pytest
from pypdf import PdfReader

from bias.at_needles.actions import row_done
from bias.home.demo import load_demo
from bias.home.demo_things import load_demo_things
from bias.pieces.actions import keep_piece
from bias.pieces.models import Piece
from bias.things import actions
from bias.things.boards import begin_board, board_results
from bias.things.models import Thing
from bias.things.page_context import thing_view
from knitting.assembly.board import Joining, Turns
from knitting.assembly.board_design import design
from knitting.assembly.ready_made import READY_MADE
from knitting.files.schema import thing_schema
from tests.bias.pages import shown
from tests.bias.pressing import SHAWL

FORM = "00000000-0000-4000-8000-0000000000{:02}"


@pytest.fixture
def poncho(client, knitter):
    client.post("/things/begin/mini-poncho/", {"title": "Ferry poncho", "cast_on": "41", "to": "91", "collar": "round"})
    return Thing.objects.get()


# -- beginning -----------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("key", READY_MADE)
def test_every_ready_made_thing_can_be_reckoned_and_begun(client, knitter, key):
    told = shown(client.get(f"/things/begin/{key}/"))
    assert "Begin this thing" in told
    answer = client.post(f"/things/begin/{key}/", {"form_id": FORM.format(1)}, follow=True)
    assert answer.redirect_chain[-1][0] == f"/things/{Thing.objects.get().pk}/"
    thing = Thing.objects.get()
    assert [member.name for member in thing.members.all()] == list(thing.pieces_joined.pieces)
    assert client.get(f"/things/{thing.pk}/joins/").status_code == 200


def test_a_poncho_is_one_piece_and_its_copy_each_with_its_own_name(client, poncho):
    members = list(poncho.members.select_related("piece"))
    assert [(each.name, each.copy) for each in members] == [("front", 1), ("back", 2)]
    assert members[0].piece == members[1].piece
    assert members[0].piece.title == "Ferry poncho, panel"
    assert {copy.name for copy in members[0].piece.copies.all()} == {"front", "back"}


def test_the_same_form_sent_twice_begins_one_thing(client, knitter):
    for _ in range(2):
        client.post("/things/begin/mini-poncho/", {"form_id": FORM.format(2)})
    assert (Thing.objects.count(), Piece.objects.count()) == (1, 1)


def test_a_neck_says_whose_head_goes_through_before_anything_is_begun(client, knitter):
    narrow = shown(client.get("/things/begin/mini-poncho/?cast_on=27&to=67"))
    assert "no head goes through" in narrow
    assert 'data-answer="cast_on" data-number="37"' in narrow.replace("\n  ", " ")
    assert "a child's head goes" in unescape(shown(client.get("/things/begin/mini-poncho/?cast_on=37&to=81")))
    assert "a grown head goes through" in shown(client.get("/things/begin/mini-poncho/?cast_on=41&to=81"))


NONSENSE = [
    {"cast_on": "40", "to": "80"},
    {"cast_on": "-3"},
    {"cast_on": "many"},
    {"collar": "ruff"},
    {"gauge_stitches": "0", "gauge_rows": "x"},
    {"gauge_stitches": "20"},
    {"cast_on": "91", "to": "41"},
]


@pytest.mark.parametrize("given", NONSENSE, ids=str)
def test_answers_that_cannot_be_are_told_and_begin_nothing(client, knitter, given):
    asked = client.get("/things/begin/mini-poncho/", given)
    assert 'role="alert"' in shown(asked)
    assert client.post("/things/begin/mini-poncho/", given).status_code == 422
    assert (Thing.objects.count(), Piece.objects.count()) == (0, 0)


def test_ones_own_thing_needs_a_piece_and_takes_nobody_elses(client, knitter, django_user_model):
    stranger = django_user_model.objects.create_user("stranger")
    theirs = keep_piece(stranger, SHAWL)
    assert client.post("/things/begin/own/", {"title": "Mine", "piece": [theirs.pk, "x"]}).status_code == 422
    mine = keep_piece(knitter, SHAWL)
    client.post("/things/begin/own/", {"title": "Mine", "piece": [mine.pk, theirs.pk]})
    assert [member.piece for member in Thing.objects.get().members.all()] == [mine]


def test_two_pieces_of_one_title_have_names_of_their_own(knitter):
    thing = actions.begin_own(knitter, "Twins", [keep_piece(knitter, SHAWL), keep_piece(knitter, SHAWL)])
    first, second = thing.pieces_joined.pieces
    assert second == f"{first} 2"


# -- the collar, the list, what comes next -------------------------------------------------------------------------


def test_a_collar_is_begun_once_with_its_stitches_and_joins_the_thing(client, poncho):
    for _ in range(2):
        answer = client.post(f"/things/{poncho.pk}/joins/begin/", {"at": 2})
        assert answer.status_code == 302
    collar = poncho.members.get(name="collar").piece
    assert Piece.objects.count() == 2
    assert collar.results.worked.rows[0].start == 84
    assert collar.results.worked.rows[0].in_round
    assert "Pick up and knit 84 sts along the first row of the front and first row of the back." in collar.words
    assert "Knit the collar" in shown(client.get(f"/things/{poncho.pk}/"))


@pytest.mark.parametrize("at", ["0", "9", "-1", "x", ""])
def test_where_nothing_is_picked_up_nothing_is_begun(client, poncho, at):
    assert client.post(f"/things/{poncho.pk}/joins/begin/", {"at": at}).status_code == 422
    assert Piece.objects.count() == 1


def test_what_comes_next_is_said_over_all_pieces(client, poncho):
    front = poncho.members.get(name="front").piece
    rows = len(front.results.worked.rows)
    assert f"front: {rows} rows; then back: {rows} rows; then a seam to sew" in shown(
        client.get(f"/things/{poncho.pk}/")
    )
    for row in range(1, rows + 1):
        row_done(front, uuid4(), row, rows)
    after = shown(client.get(f"/things/{poncho.pk}/"))
    assert f"back: {rows} rows; then a seam to sew; then a seam to sew" in after
    assert "front: 1 row" not in after
    assert f"front: {rows} rows" not in after
    for copy, name in ((1, "front"), (2, "back")):
        needles = shown(client.get(f"/pieces/{front.pk}/needles/?copy={copy}"))
        assert f"/things/{poncho.pk}/due/?name={name}&amp;copy={copy}" in needles
    assert "begin the collar" in shown(client.get(f"/things/{poncho.pk}/due/?name=back"))


def test_the_yarn_of_all_pieces_is_summed_with_what_is_kept_for_the_collar(client, poncho):
    """Both panels take the same; what is kept for the collar becomes that of the collar once it is begun."""
    before = dict(client.get(f"/things/{poncho.pk}/").context["view"].yarn)
    assert list(before) == ["front", "back", "collar, kept for it", "in all"]
    front, back, collar, whole = (float(each.removesuffix(" m")) for each in before.values())
    assert front == back > collar > 0
    assert whole == pytest.approx(front + back + collar, abs=1.5)
    client.post(f"/things/{poncho.pk}/joins/begin/", {"at": 2})
    after = dict(client.get(f"/things/{poncho.pk}/").context["view"].yarn)
    assert (list(after), after["collar"]) == (["front", "back", "collar", "in all"], before["collar, kept for it"])
    assert f"collar: {after['collar']}" in client.get(f"/things/{poncho.pk}/thing.txt").content.decode()


def test_a_seam_is_ticked_off_once_and_taken_back(client, poncho):
    page = client.get(f"/things/{poncho.pk}/")
    key = page.context["view"].results.joints[0].key
    for _ in range(2):
        client.post(f"/things/{poncho.pk}/step/", {"step": key})
    assert poncho.steps_done.count() == 1
    assert 'class="is-sewn"' in shown(client.get(f"/things/{poncho.pk}/"))
    client.post(f"/things/{poncho.pk}/step/", {"step": key, "do": "not-yet"})
    assert poncho.steps_done.count() == 0


# -- the whole -----------------------------------------------------------------------------------------------------


def test_a_thing_stands_in_the_basket_until_it_is_put_away_and_its_pieces_stay(client, poncho):
    assert f"/things/{poncho.pk}/card/" in shown(client.get("/"))
    client.post(f"/things/{poncho.pk}/about/", {"do": "put-away"})
    basket = shown(client.get("/"))
    assert f"/things/{poncho.pk}/" not in basket
    assert "Ferry poncho, panel" in basket
    client.post(f"/things/{poncho.pk}/about/", {"do": "bring-back"})
    assert f"/things/{poncho.pk}/card/" in shown(client.get("/"))


def test_a_thing_is_renamed_and_never_to_nothing(client, poncho):
    for name, called in (("  ", "Ferry poncho"), ("<b>Pier</b>", "<b>Pier</b>"), ("x" * 900, "x" * 200)):
        client.post(f"/things/{poncho.pk}/about/", {"name": name})
        assert Thing.objects.get().title == called
    client.post(f"/things/{poncho.pk}/about/", {"name": "<b>Pier</b>"})
    for page in ("", "joins/", "card/"):
        assert "<b>Pier" not in client.get(f"/things/{poncho.pk}/{page}").content.decode()


def test_on_paper_the_words_of_both_panels_stand_once_with_all_joints(client, poncho):
    page = client.get(f"/things/{poncho.pk}/print/")
    told = shown(page)
    assert [name for name, _ in page.context["words"]] == ["front, back"]
    assert told.count("Cast on 41 sts.") == 1
    assert told.count("Sew the ") == 2
    assert "Collar: pick up 84 stitches." in told


def test_its_text_and_its_json_tell_the_same_seams(client, poncho):
    text = client.get(f"/things/{poncho.pk}/thing.txt").content.decode()
    told = json.loads(client.get(f"/things/{poncho.pk}/thing.json").content)
    assert text.count("Sew the ") == len(told["seams"]) == 2
    assert told["openings"][0]["head"] == "adult"
    jsonschema.validate(told["thing"], thing_schema())
    assert "Collar: pick up 84 stitches." in text


def test_other_things_are_no_boards(client, poncho):
    assert client.get(f"/things/{poncho.pk}/board/").status_code == 404


def test_the_demo_has_a_poncho_and_a_blanket_once(client, knitter):
    for _ in range(2):
        load_demo(knitter)
        load_demo_things(knitter)
    blanket, poncho = Thing.objects.order_by("pk").reverse()
    assert client.get(f"/things/{blanket.pk}/board/").context["done"] == 5
    assert "a seam to sew" in shown(client.get(f"/things/{poncho.pk}/"))
    assert client.get(f"/things/{poncho.pk}/").context["view"].results.standing.troubles == {}


# -- a PDF of the whole ------------------------------------------------------------------------------------------


def pdf_of(client, thing, **asked):
    address = client.post(f"/things/{thing.pk}/print/", asked).headers["Location"]
    assert "parts are done" in shown(client.get(address))
    for _ in range(60):
        if "Take the PDF" in shown(client.post(f"{address}on/", headers={"HX-Request": "true"})):
            break
    return PdfReader(BytesIO(client.get(f"{address[:-1]}.pdf").content))


def test_a_pdf_tells_how_the_pieces_meet_and_each_pieces_rows_once(client, poncho):
    reader = pdf_of(client, poncho, words="on", paper="A4", dialect="us", cell="middle")
    text = "\n".join(page.extract_text() for page in reader.pages)
    assert reader.metadata.title == "Ferry poncho"
    for words in ("How they meet", "Yarn, about", "folded, wide", "Cast on 41 sts."):
        assert text.count(words) == 1, words
    again = client.post(
        f"/things/{poncho.pk}/print/", {"words": "on", "paper": "A4", "dialect": "us", "cell": "middle"}
    )
    assert poncho.printings.count() == 1
    assert again.headers["Location"].endswith(f"/print/{poncho.printings.get().pk}/")


def test_a_pdf_of_what_was_changed_since_it_was_asked_for_says_so(client, poncho):
    address = client.post(f"/things/{poncho.pk}/print/", {"words": "on", "paper": "A4"}).headers["Location"]
    client.post(f"/things/{poncho.pk}/joins/change/", {"seen": poncho.number, "do": "take-off", "at": 0})
    assert "changed since this print was asked for" in shown(client.post(f"{address}on/"))
    assert client.get(f"{address[:-1]}.pdf").status_code == 404


def test_a_board_is_printed_square_by_square(client, knitter):
    board = begin_board(knitter, "Pier board", design(2, 3, 6, Turns.DIAMONDS, ("A", "B"))[0], None)
    text = "\n".join(page.extract_text() for page in pdf_of(client, board, words="on", paper="letter").pages)
    assert "Square by square" in text
    assert "Row 2, column 3." in " ".join(text.split())
    assert "Cast on" in text


# -- finishing the whole -----------------------------------------------------------------------------------------


def test_the_steps_of_the_whole_are_ticked_off_and_come_after_its_joints(client, poncho):
    page = client.get(f"/things/{poncho.pk}/").content.decode()
    for words in ("Block each piece", "Weave in all ends", "8 ends", "pins"):
        assert words in page
    client.post(f"/things/{poncho.pk}/step/", {"step": "weave in all ends"})
    assert poncho.done_steps == {"weave in all ends"}
    due = thing_view(poncho.owner, poncho).due
    assert due[-3:] == [
        "Block each piece to its measures before it is sewn",
        "Wash the whole as it will be washed",
        "Pin the whole out, let it dry, count the pins",
    ]
    client.post(f"/things/{poncho.pk}/step/", {"step": "weave in all ends", "do": "not-yet"})
    assert not poncho.done_steps


def test_a_board_has_its_steps_too(client, knitter):
    board = begin_board(knitter, "Pier board", design(2, 3, 6, Turns.DIAMONDS, ("A", "B"))[0], None)
    page = client.get(f"/things/{board.pk}/board/").content.decode()
    assert "24 ends" in page
    assert ("Block each piece" in page) is bool(board_results(board).order.count(Joining.SEWN))
