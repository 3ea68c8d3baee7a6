"""Pieces of one's own joined into a thing: edges sewn, laid on, taken apart, changed in two tabs."""

from html import unescape

import pytest

from bias.pieces import actions as pieces
from bias.pieces.actions import keep_piece, keep_plan
from bias.things import actions
from bias.things.models import Thing
from tests.bias.pages import shown
from tests.bias.pressing import SHAWL
from tests.bias.test_planning import SHAWL as PLANNED


@pytest.fixture
def own(client, knitter):
    return actions.begin_own(knitter, "Two in one", [keep_piece(knitter, SHAWL), keep_plan(knitter, PLANNED)])


def change(client, thing, **sent):
    thing.refresh_from_db()
    return client.post(f"/things/{thing.pk}/joins/change/", {"seen": thing.number, **sent})


def edges_of(thing):
    first, second = thing.pieces_joined.pieces
    return [f"start edge|{first}", f"end edge|{second}"]


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
        ({"do": "fold", "edge": []}, "Choose one edge to fold: 0 are chosen."),
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


def test_one_piece_is_laid_on_another_and_counts_among_what_is_sewn(client, own):
    first, second = own.pieces_joined.pieces
    edges = [f"first row|{first}", f"last row|{second}"]
    answer = change(client, own, do="lay-on", edge=edges, order="\n".join(edges))
    assert answer.status_code == 302
    page = shown(client.get(f"/things/{own.pk}/joins/"))
    assert f"Lay the first row of the {first}" in page
    assert "It is sewn" in page
    assert "2 are chosen" not in shown(change(client, own, do="lay-on", edge=edges[:1]))
