"""Things in the basket: begun from answers or from pieces, joined, ticked off, changed in two tabs, put away."""

import json
from html import unescape
from uuid import uuid4

import pytest

from bias.at_needles.actions import row_done, take_back
from bias.home.demo import load_demo
from bias.home.demo_things import load_demo_things
from bias.pieces import actions as pieces
from bias.pieces.actions import keep_piece, keep_plan
from bias.pieces.models import Piece
from bias.things import actions
from bias.things.models import Thing
from knitting.assembly.ready_made import READY_MADE
from knitting.files.thing_json import board_from_text
from tests.bias.pages import shown
from tests.bias.pressing import SHAWL
from tests.bias.test_planning import SHAWL as PLANNED

FORM = "00000000-0000-4000-8000-0000000000{:02}"


@pytest.fixture
def poncho(client, knitter):
    client.post("/things/begin/mini-poncho/", {"title": "Ferry poncho", "cast_on": "41", "to": "91", "collar": "round"})
    return Thing.objects.get()


@pytest.fixture
def own(client, knitter):
    return actions.begin_own(knitter, "Two in one", [keep_piece(knitter, SHAWL), keep_plan(knitter, PLANNED)])


def change(client, thing, **sent):
    thing.refresh_from_db()
    return client.post(f"/things/{thing.pk}/joins/change/", {"seen": thing.number, **sent})


def edges_of(thing):
    first, second = thing.pieces_joined.pieces
    return [f"start edge|{first}", f"end edge|{second}"]


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


# -- joining -------------------------------------------------------------------------------------------------------


def test_edges_are_sewn_and_taken_apart(client, own):
    assert change(client, own, do="sew", edge=edges_of(own)).status_code == 302
    own.refresh_from_db()
    assert len(own.pieces_joined.joints) == 1
    change(client, own, do="take-off", at=0)
    own.refresh_from_db()
    assert own.pieces_joined.joints == ()


@pytest.mark.parametrize(
    ("sent", "says"),
    [
        ({"do": "sew", "edge": []}, "Choose two edges to sew: 0 are chosen."),
        ({"do": "sew", "edge": ["start edge|nothing", "hem|x", "|"]}, "Choose two edges to sew: 0 are chosen."),
        ({"do": "pick-up", "edge": []}, "Choose one edge or more"),
    ],
)
def test_what_cannot_be_joined_is_told_and_nothing_changes(client, own, sent, says):
    answer = change(client, own, **sent)
    assert answer.status_code == 422
    assert says in shown(answer)
    assert Thing.objects.get().joined == own.joined


def test_a_gauge_or_a_name_that_cannot_be_is_told_and_what_was_chosen_stays(client, own):
    edge = edges_of(own)[0]
    answer = change(client, own, do="pick-up", edge=[edge], stitches="none")
    assert "2 to 200 stitches to 10 cm are expected, not 'none'." in unescape(shown(answer))
    assert f'value="{edge}" checked' in shown(answer)
    change(client, own, do="pick-up", edge=[edge], name="band")
    assert "There is a 'band' already." in unescape(shown(change(client, own, do="pick-up", edge=[edge], name="band")))


def test_the_order_in_which_edges_were_pressed_is_that_of_the_pick_up(client, own):
    first, second = edges_of(own)
    change(client, own, do="pick-up", edge=[first, second], order=f"{second}\n{first}", name="band")
    own.refresh_from_db()
    (joint,) = own.pieces_joined.joints
    assert [span.piece for span in joint.along] == list(reversed(own.pieces_joined.pieces))


def test_unequal_edges_are_told_and_sewn_along_as_much_as_matches(client, own):
    first, second = own.pieces_joined.pieces
    change(client, own, do="sew", edge=[f"last row|{first}", f"start edge|{second}"])
    page = shown(client.get(f"/things/{own.pk}/joins/"))
    assert "too unequal to be sewn" in page
    assert "Sew along as much as matches" in page
    change(client, own, do="match", at=0)
    assert "too unequal" not in shown(client.get(f"/things/{own.pk}/joins/"))


def test_what_another_tab_changed_is_not_written_over(client, own):
    seen = own.number
    change(client, own, do="sew", edge=edges_of(own))
    stale = client.post(f"/things/{own.pk}/joins/change/", {"seen": seen, "do": "take-off", "at": 0})
    assert stale.status_code == 409
    assert "was changed elsewhere since" in shown(stale)
    own.refresh_from_db()
    assert len(own.pieces_joined.joints) == 1


def test_a_joint_whose_piece_is_put_away_waits_until_it_is_back(client, own):
    change(client, own, do="sew", edge=edges_of(own))
    piece = own.members.last().piece
    pieces.put_away(piece)
    assert "The joint waits in its place." in shown(client.get(f"/things/{own.pk}/joins/"))
    pieces.bring_back(piece)
    assert "The joint waits" not in shown(client.get(f"/things/{own.pk}/joins/"))
    piece.delete()
    for page in ("", "joins/", "thing.txt", "thing.json", "card/", "due/"):
        assert client.get(f"/things/{own.pk}/{page}").status_code == 200


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
        assert f"/things/{poncho.pk}/due/?name={name}" in needles
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


def test_its_text_and_its_json_tell_the_same_seams(client, poncho):
    text = client.get(f"/things/{poncho.pk}/thing.txt").content.decode()
    told = json.loads(client.get(f"/things/{poncho.pk}/thing.json").content)
    assert text.count("Sew the ") == len(told["seams"]) == 2
    assert told["openings"][0]["head"] == "adult"
    assert "Collar: pick up 84 stitches." in text


# -- a board of squares --------------------------------------------------------------------------------------------


@pytest.fixture
def board(client, knitter):
    answers = {"title": "Quay blanket", "rows": "2", "columns": "3", "ridges": "4", "turns": "same", "colours": "4"}
    client.post("/things/begin/board/", answers)
    return Thing.objects.get()


def change_board(client, thing, **sent):
    thing.refresh_from_db()
    return client.post(f"/things/{thing.pk}/board/change/", {"seen": thing.number, **sent})


@pytest.mark.parametrize(
    ("given", "says"),
    [
        ({"rows": "0"}, "A board has 1 to 3,600 squares"),
        ({"rows": "61", "columns": "60"}, "not 61 by 60"),
        ({"ridges": "many"}, "'ridges' needs a whole number, not 'many'."),
        ({"colours": "99"}, "A board has 2 to 12 colours, not 99."),
        ({"turns": "askew"}, "A board is turned same, diamonds"),
    ],
)
def test_a_board_that_cannot_be_is_told_and_not_begun(client, knitter, given, says):
    assert says in unescape(shown(client.get("/things/begin/board/", given)))
    assert client.post("/things/begin/board/", given).status_code == 422
    assert Thing.objects.count() == 0


def test_the_largest_and_the_smallest_board_are_reckoned(client, knitter):
    assert "1 squares" in shown(client.get("/things/begin/board/?rows=1&columns=1"))
    assert "3600 squares" in shown(client.get("/things/begin/board/?rows=60&columns=60&colours=6"))


def test_a_board_is_one_piece_and_every_square_a_copy_of_it_by_its_place(client, board):
    assert Piece.objects.get().title == "Quay blanket, square"
    for square, copy in (("1.1", 1), ("2.3", 6), ("2.3", 6)):
        answer = client.post(f"/things/{board.pk}/board/knit/", {"square": square})
        assert answer["Location"] == f"/pieces/{Piece.objects.get().pk}/needles/?copy={copy}"
    assert [(copy.number, copy.name) for copy in Piece.objects.get().copies.all()] == [
        (1, "row 1, column 1"),
        (6, "row 2, column 3"),
    ]


def test_a_square_whose_rows_are_all_worked_is_done_and_a_row_back_takes_it_back(client, board):
    piece = Piece.objects.get()
    rows = len(piece.results.worked.rows)
    assert rows == 8
    for row in range(1, rows + 1):
        row_done(piece, uuid4(), row, rows, copy=2)
    row_done(piece, uuid4(), 1, rows, copy=3)
    page = client.get(f"/things/{board.pk}/board/")
    assert (page.context["done"], page.context["left"]) == (1, 5)
    assert 'class="board-done"' in shown(page)
    assert "Go on with this square" in shown(client.get(f"/things/{board.pk}/board/?square=1.3"))
    take_back(piece, uuid4(), rows, copy=2)
    assert client.get(f"/things/{board.pk}/board/").context["done"] == 0


def test_a_square_is_turned_and_coloured_and_the_others_stay(client, board):
    before = board_from_text(board.board)
    change_board(client, board, do="turn", square="2.2")
    change_board(client, board, do="pair", square="1.3", first="D", second="A")
    board.refresh_from_db()
    after = board_from_text(board.board)
    assert after == before.turned((1, 1), 1).paired((0, 2), ("D", "A"))


WHOLE = [
    {"do": "mirror"},
    {"do": "repeat", "rows": "1", "columns": "2"},
    {"do": "turn-all", "turns": "pinwheel"},
    {"do": "colour-all", "colours": "6", "strong": "1", "seed": "3"},
]


@pytest.mark.parametrize("sent", WHOLE, ids=str)
def test_the_whole_board_is_changed_and_keeps_its_size(client, board, sent):
    before = board.board
    change_board(client, board, do="turn", square="1.1")
    assert change_board(client, board, **sent).status_code == 302
    board.refresh_from_db()
    assert board.board != before
    assert (board_from_text(board.board).board.rows, board_from_text(board.board).board.columns) == (2, 3)


@pytest.mark.parametrize(
    "sent",
    [
        {"do": "pair", "first": "Z", "second": "A"},
        {"do": "repeat", "rows": "9", "columns": "1"},
        {"do": "repeat", "rows": "x"},
        {"do": "turn-all", "turns": "askew"},
        {"do": "colour-all", "colours": "1"},
    ],
    ids=str,
)
def test_a_change_that_cannot_be_is_told_and_changes_nothing(client, board, sent):
    answer = change_board(client, board, **sent)
    assert answer.status_code == 422
    assert 'role="alert"' in shown(answer)
    assert Thing.objects.get().board == board.board


def test_a_board_that_another_tab_changed_is_not_written_over(client, board):
    seen = board.number
    change_board(client, board, do="turn", square="1.1")
    kept = Thing.objects.get().board
    answer = client.post(f"/things/{board.pk}/board/change/", {"seen": seen, "do": "mirror", "square": "1.1"})
    assert answer.status_code == 409
    assert Thing.objects.get().board == kept


@pytest.mark.parametrize("square", ["", "9.9", "0.0", "x", "1", "-1.2", "1.1.1"])
def test_a_square_that_there_is_not_is_no_square(client, board, square):
    assert client.get(f"/things/{board.pk}/board/?square={square}").status_code == 200
    assert client.post(f"/things/{board.pk}/board/knit/", {"square": square}).status_code == 422


def test_a_board_whose_piece_is_gone_is_still_shown(client, board):
    Piece.objects.get().delete()
    for page in ("board/", "", "board.svg", "board.json", "card/", "due/", "thing.txt"):
        assert client.get(f"/things/{board.pk}/{page}", follow=True).status_code == 200
    assert client.post(f"/things/{board.pk}/board/knit/", {"square": "1.1"}).status_code == 422


def test_other_things_are_no_boards(client, poncho):
    assert client.get(f"/things/{poncho.pk}/board/").status_code == 404


def test_the_order_of_a_board_as_json_and_its_drawing(client, board):
    told = json.loads(client.get(f"/things/{board.pk}/board.json").content)
    assert len(told["order"]) == 6
    drawn = client.get(f"/things/{board.pk}/board.svg")
    assert drawn["Content-Type"] == "image/svg+xml"
    assert b"<style>" in drawn.content


def test_the_demo_has_a_poncho_and_a_blanket_once(client, knitter):
    for _ in range(2):
        load_demo(knitter)
        load_demo_things(knitter)
    blanket, poncho = Thing.objects.order_by("pk").reverse()
    assert client.get(f"/things/{blanket.pk}/board/").context["done"] == 5
    assert "a seam to sew" in shown(client.get(f"/things/{poncho.pk}/"))
    assert client.get(f"/things/{poncho.pk}/").context["view"].results.standing.troubles == {}
