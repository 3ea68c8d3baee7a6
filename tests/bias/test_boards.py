"""A board of squares: begun, turned, coloured, changed in two tabs, knitted square by square."""

import json
from html import unescape
from uuid import uuid4

import pytest

from bias.at_needles.actions import row_done, take_back
from bias.pieces.models import Piece
from bias.things.models import Thing
from knitting.files.thing_json import board_from_text
from tests.bias.pages import shown


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
        ({"ridges": "many"}, "'ridges' needs a whole number from 0 up, not 'many'."),
        ({"colours": "99"}, "A board has 2 to 12 colours, not 99."),
        ({"turns": "askew"}, "A board is turned in one of these ways: same, diamonds"),
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


def test_at_the_needles_a_square_says_how_it_begins(client, board):
    """All are turned alike: the second row begins on the ridges below and on those beside."""
    client.post(f"/things/{board.pk}/board/knit/", {"square": "2.2"})
    needles = shown(client.get(f"/pieces/{Piece.objects.get().pk}/needles/?copy=5"))
    assert f"/things/{board.pk}/due/?name=square&amp;copy=5" in needles
    told = shown(client.get(f"/things/{board.pk}/due/?name=square&copy=5"))
    assert "square 5 of 6. First row, 9 stitches: 4 picked up from the ridges of the square below" in told
    assert "square" not in shown(client.get(f"/things/{board.pk}/due/?copy=99")).partition("</a>")[2]


def test_on_paper_every_square_stands_in_its_order(client, board):
    told = shown(client.get(f"/things/{board.pk}/print/"))
    assert told.count("First row, 9 stitches") == 6
    assert told.index("Row 1, column 1.") < told.index("Row 2, column 3.")


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


def test_the_order_of_a_board_as_json_and_its_drawing(client, board):
    told = json.loads(client.get(f"/things/{board.pk}/board.json").content)
    assert len(told["order"]) == 6
    drawn = client.get(f"/things/{board.pk}/board.svg")
    assert drawn["Content-Type"] == "image/svg+xml"
    assert b"<style>" in drawn.content
