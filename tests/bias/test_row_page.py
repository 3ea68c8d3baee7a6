"""The log: sent twice, in any order, from several devices, it leads to the same place."""

import re
from uuid import uuid4

import pytest

from bias.at_needles.actions import progress_of, row_done, take_back
from bias.at_needles.models import Event
from bias.pieces.actions import keep_piece
from bias.results import results_of_words
from tests.bias.pages import shown


def post(client, piece, kind, row, id_):
    return client.post(f"/pieces/{piece.pk}/needles/events/", {"id": id_, "kind": kind, "row": row},
                       headers={"HX-Request": "true"})  # fmt: skip


def test_a_press_sent_twice_counts_once(client, piece):
    id_ = uuid4()
    for _ in range(3):
        answer = post(client, piece, "row", 1, id_)
    assert progress_of(piece).rows == 1
    assert Event.objects.count() == 1
    assert 'data-number="2"' in shown(answer)


def test_two_devices_that_worked_the_same_row_count_it_once_and_take_it_back_once(client, piece):
    for _ in range(2):
        post(client, piece, "row", 1, uuid4())
    assert progress_of(piece).rows == 1
    back = uuid4()
    post(client, piece, "back", 1, back)
    post(client, piece, "back", 1, back)
    assert progress_of(piece).rows == 0


def test_a_back_of_a_row_that_is_not_the_last_changes_nothing(client, piece):
    row_done(piece, uuid4(), 1, 25)
    row_done(piece, uuid4(), 2, 25)
    take_back(piece, uuid4(), 1)
    assert progress_of(piece).rows == 2


def test_taken_back_and_worked_again(client, piece):
    for kind in ("row", "back", "row"):
        post(client, piece, kind, 1, uuid4())
    assert progress_of(piece).rows == 1


@pytest.mark.parametrize("bad", [
    {"id": "nonsense", "kind": "row", "row": "1"}, {"id": str(uuid4()), "kind": "dance", "row": "1"},
    {"id": str(uuid4()), "kind": "row", "row": "-1"}, {"id": str(uuid4()), "kind": "row", "row": "x"}, {},
])  # fmt: skip
def test_a_press_that_cannot_be_read_changes_nothing(client, piece, bad):
    answer = client.post(f"/pieces/{piece.pk}/needles/events/", bad)
    assert answer.status_code == 422
    assert not Event.objects.exists()


def test_rows_beyond_the_last_are_passed_over(client, piece):
    rows = len(results_of_words(piece.words).worked.rows)
    post(client, piece, "row", rows + 1, uuid4())
    assert progress_of(piece).rows == 0


def test_an_id_of_another_piece_moves_nothing(client, piece, knitter):
    from bias.pieces.actions import keep_piece

    other = keep_piece(knitter, piece.words + "# another\n")
    id_ = uuid4()
    post(client, piece, "row", 1, id_)
    post(client, other, "row", 1, id_)
    assert progress_of(other).rows == 0


def test_the_last_row_done_says_that_all_are(client, piece):
    rows = len(results_of_words(piece.words).worked.rows)
    row_done(piece, uuid4(), rows, rows)
    page = shown(client.get(f"/pieces/{piece.pk}/needles/"))
    assert "All rows worked" in page
    assert "Back a row" in page


def test_the_row_is_said_part_by_part_with_its_counts(client, demo):
    tideline = next(piece for piece in demo if piece.title == "Tideline shawl")
    page = shown(client.get(f"/pieces/{tideline.pk}/needles/"))
    assert "Wrong side" in page
    assert "time 31 of 54" in page
    assert "67 · 1 · 67" in page
    assert page.count("67 to the next mark") == 1
    assert "next: row 1, right side" in page


def test_a_page_without_scripts_can_press_row_done_too(client, piece):
    page = shown(client.get(f"/pieces/{piece.pk}/needles/"))
    id_ = re.search(r'data-event="row".*?name="id" value="([^"]+)"', page, re.DOTALL)[1]
    for _ in range(2):
        answer = client.post(f"/pieces/{piece.pk}/needles/events/", {"id": id_, "kind": "row", "row": 1})
        assert answer["Location"] == f"/pieces/{piece.pk}/needles/"
    assert progress_of(piece).rows == 1


def test_what_is_easily_misread_is_said_at_the_needles(client, knitter):
    piece = keep_piece(knitter, "Cast on 14 sts.\nRow 1: k6, k2tog, k5, kfb\nRow 2: Knit.")
    page = shown(client.get(f"/pieces/{piece.pk}/needles/"))
    assert "+1 -1: increases and decreases cancel, and the count stays at 14." in page


def test_an_italian_piece_is_worked_in_italian_words(client, knitter):
    piece = keep_piece(knitter, "Avviare 9 m.\nFerro 1: 2 dir, gett, dir fino alla fine.")
    page = shown(client.get(f"/pieces/{piece.pk}/needles/"))
    assert "gett" in page
    assert "7 dir" in page


def test_the_drawing_learns_what_is_worked(client, piece):
    nothing = client.get(f"/pieces/{piece.pk}/needles/worked.json").json()
    assert (nothing["rows"], nothing["path"], nothing["said"]) == (0, "", "")
    row_done(piece, uuid4(), 10, 25)
    some = client.get(f"/pieces/{piece.pk}/needles/worked.json").json()
    assert some["rows"] == 10
    assert some["path"].startswith("M")
    assert some["said"].startswith("10 of 25 rows worked")
