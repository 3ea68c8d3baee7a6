"""The count check at the needles, through Django's client."""

import uuid

import pytest

from bias.at_needles.actions import progress_of, row_done
from bias.pieces.actions import keep_piece

SHAWL = (
    "Title: Quay shawl\nCast on 9 sts.\nMark the center stitch.\n"
    "Row 1: K1, yo, k to center st, yo, k1, yo, k to last st, yo, k1.\nRow 2: Purl.\n"
    "Repeat rows 1 and 2, 14 more times."
)


@pytest.fixture
def shawl(knitter):
    piece = keep_piece(knitter, SHAWL)
    for row in range(1, 21):
        row_done(piece, uuid.uuid4(), row, 30)
    return piece


def counted(client, piece, **counts):
    answer = client.get(f"/pieces/{piece.pk}/needles/count/", counts, headers={"HX-Request": "true"})
    assert answer.status_code == 200
    return answer.content.decode()


def test_the_parts_are_asked_as_the_needle_faces_the_knitter(client, shawl):
    page = client.get(f"/pieces/{shawl.pk}/needles/count/").content.decode()
    assert "after Row 2, row 20 of 30" in page
    assert page.index("right half") < page.index("left half")
    assert 'value="24"' in page
    row_done(shawl, uuid.uuid4(), 21, 30)
    page = client.get(f"/pieces/{shawl.pk}/needles/count/").content.decode()
    assert page.index("left half") < page.index("right half")
    assert f"/pieces/{shawl.pk}/needles/count/" in client.get(f"/pieces/{shawl.pk}/needles/").content.decode()


def test_counts_are_right_or_explained_at_once(client, shawl):
    assert "Right: every part has what it should have." in counted(client, shawl, part0="24", part1="24")
    page = counted(client, shawl, part0="24", part1="23")
    assert "It is one stitch too few" in page
    assert "One increase after &#x27;centre&#x27; or at the left edge was forgotten in one of rows 1 to 19." in page
    assert "Lift the bar below" in page
    assert "Rip back 2 rows, to before row 19." in page
    assert "only a mark stands elsewhere" in counted(client, shawl, part0="23", part1="25")


def test_the_sum_alone_is_a_count_too(client, shawl):
    assert "Right: every part has what it should have." in counted(client, shawl, part0="24", part1="24", in_all="49")
    page = counted(client, shawl, part0="24", part1="24", in_all="48")
    assert "It is one stitch too few" in page
    assert "&#x27;lots&#x27; is no count" in counted(client, shawl, in_all="lots")


def test_what_changes_no_count_is_told_from_the_side(client, shawl):
    page = counted(client, shawl, part0="24", part1="24", facing="WS")
    assert "The counts are right, but the wrong side faces you" in page
    assert "A row was left out" in page


def test_counts_of_another_row_say_which(client, shawl):
    page = counted(client, shawl, part0="22", part1="22")
    assert "After row 18 (Row 2) these counts are right." in page
    assert "A row was left out" in page


@pytest.mark.parametrize("typed", ["many", "-3", "1e3", "999999", "<b>", "2,4"])
def test_what_is_no_count_is_said_and_kept(client, shawl, typed):
    page = client.get(f"/pieces/{shawl.pk}/needles/count/", {"part0": typed, "part1": "24"}).content.decode()
    assert "is no count: type the stitches of each part in figures, such as 24." in page
    assert "<b>" not in page.split('name="part0"')[1][:60]
    assert progress_of(shawl).rows == 20


def test_counts_that_no_mistake_explains_change_nothing(client, shawl):
    page = counted(client, shawl, part0="3", part1="900")
    assert "No one or two of the usual mistakes explain these counts." in page
    assert progress_of(shawl).rows == 20


def test_there_is_nothing_to_count_before_the_first_row_or_in_anothers_piece(client, piece, shawl, django_user_model):
    assert "there is nothing to count against" in client.get(f"/pieces/{piece.pk}/needles/count/").content.decode()
    other = keep_piece(django_user_model.objects.create_user("someone else"), SHAWL)
    assert client.get(f"/pieces/{other.pk}/needles/count/").status_code == 404
