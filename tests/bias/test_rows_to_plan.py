"""Written rows that can be a plan, or several pieces with a plan each, through Django's client."""

from bias.pieces.actions import keep_piece
from bias.pieces.models import Piece
from tests.bias.changing import plan_now
from tests.bias.pages import shown


def test_regular_rows_are_offered_as_a_plan_and_others_are_not(client, piece, knitter):
    page = shown(client.get(f"/pieces/{piece.pk}/plan/"))
    assert "These rows can be a plan" in page
    client.post(f"/pieces/{piece.pk}/plan/read/")
    again = Piece.objects.get(pk=piece.pk)
    assert again.is_planned
    assert again.current.number == 2
    other = keep_piece(knitter, "Cast on 9 sts.\nRow 1: k5, turn\nRow 2: Knit.\nBind off.\n")
    page = shown(client.get(f"/pieces/{other.pk}/plan/"))
    assert "These rows are no plan" in page
    assert "Row 1 (Row 1) is not told as a plan" in page
    client.post(f"/pieces/{other.pk}/plan/read/")
    assert not Piece.objects.get(pk=other.pk).is_planned


TWO_PIECES = """Title: Corner set
Section: Growing
Cast on 5 sts.
Row 1: Knit.
Row 2: Knit.
Row 3: K2, yo, k to end.
Row 4: Knit.
Repeat rows 3 and 4 9 more times.
Bind off.
Section: Odd
Cast on 9 sts.
Row 1: K2, yo, k to end.
Row 2: K5, p1, k2tog, k2.
Row 3: P3, k2tog, p4.
Row 4: K1, yo, k2tog, p2, k3.
Bind off."""


def test_several_pieces_of_one_text_become_a_piece_with_a_plan_each(client, knitter):
    piece = keep_piece(knitter, TWO_PIECES)
    page = shown(client.get(f"/pieces/{piece.pk}/plan/"))
    assert "These rows are 2 pieces" in page
    assert "Corner set, Growing" in page
    assert "Rows 3 to 22: +1 every 2 rows, 10 times, in garter." in page
    assert page.count("Make it a piece with a plan") == 1
    answer = client.post(f"/pieces/{piece.pk}/plan/read/1/")
    made_of_it = Piece.objects.latest("pk")
    assert answer.headers["Location"] == f"/pieces/{made_of_it.pk}/plan/"
    assert (made_of_it.title, plan_now(made_of_it).cast_on) == ("Corner set, Growing", 5)
    assert made_of_it.revisions.all().newest_words().startswith("Title: Corner set, Growing\n")
    assert Piece.objects.get(pk=piece.pk).words == TWO_PIECES
    assert client.post(f"/pieces/{piece.pk}/plan/read/2/").headers["Location"] == f"/pieces/{piece.pk}/plan/"
    assert client.post(f"/pieces/{piece.pk}/plan/read/3/").status_code == 404
    assert client.post(f"/pieces/{made_of_it.pk}/plan/read/1/").status_code == 404
    assert Piece.objects.count() == 2
