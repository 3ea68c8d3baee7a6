"""Things and boards drawn: every edge, seam, square and number is there, and names are escaped."""

from xml.etree import ElementTree

from hypothesis import given

from drawing.board_svg import board_svg
from drawing.thing_svg import thing_svg
from knitting.assembly.board import Turns, order
from knitting.assembly.ready_made import READY_MADE, assembled
from knitting.assembly.spans import EdgeName
from knitting.assembly.thing import Thing, standing
from tests.knitting.assembly.test_boards import boards, designed


@given(boards)
def test_the_drawing_has_every_square_each_side_between_two_and_every_number(board):
    found = order(board.board)
    root = ElementTree.fromstring(board_svg(board, found, "Board", [(0, 0)], (0, 0), "?square="))
    paths = {path.get("class"): path.get("d") for path in root.findall("{*}path")}
    sides = sum(paths.get(name, "").count("M") for name in ("board-picked", "board-joined", "board-sewn"))
    assert sides == len(found.joinings)
    assert [text.text for text in root.findall("{*}text")] == [str(at + 1) for at in range(board.board.squares)]
    links = {link.get("href") for link in root.findall("{*}a")}
    assert links == {f"?square={row + 1}.{column + 1}" for row, column in found.squares}
    assert paths["board-done"].count("M") == 1


def test_a_board_of_twelve_by_sixteen_is_a_small_drawing():
    board = designed(12, 16, Turns.PINWHEEL)
    assert len(board_svg(board, order(board.board), "Board", address="/things/1/board/?square=")) < 200_000


def drawn(key, **given):
    made = assembled(READY_MADE[key], given)
    thing = Thing(key, tuple(made.pieces), made.joints)
    return ElementTree.fromstring(thing_svg(standing(thing, made.pieces), "A thing"))


def classed(root, name):
    return [each for each in root.iter() if (each.get("class") or "").split()[:1] == [name]]


def test_a_poncho_shows_its_panels_their_edges_and_its_seams_with_both_sides():
    root = drawn("mini-poncho", collar="round")
    assert len(classed(root, "thing-piece")) == 2
    edges = {(edge.get("data-piece"), edge.get("data-edge")) for edge in classed(root, "thing-edge")}
    assert edges == {(name, edge.value) for name in ("front", "back") for edge in EdgeName}
    seams = classed(root, "thing-seam")
    assert [seam.get("class") for seam in seams] == ["thing-seam seam-0", "thing-seam seam-1"]
    assert all(len(classed(seam, "thing-thread")) == 2 for seam in seams)
    assert len(classed(root, "thing-picked")) == 2
    names = [each.text for each in classed(root, "thing-name")]
    assert names == ["front", "back"]


def test_every_edge_can_be_reached_by_keys_and_says_what_it_is():
    for edge in classed(drawn("square-strip"), "thing-edge"):
        assert (edge.get("role"), edge.get("tabindex"), edge.get("aria-pressed")) == ("button", "0", "false")
        assert edge.get("aria-label") == f"Choose the {edge.get('data-edge')} of the {edge.get('data-piece')}"


def test_where_nothing_can_be_pressed_it_is_one_image():
    made = assembled(READY_MADE["mini-poncho"], {})
    root = ElementTree.fromstring(
        thing_svg(standing(Thing("t", tuple(made.pieces), made.joints), made.pieces), "A", pressed=False)
    )
    assert root.get("role") == "img"
    assert [each for each in root.iter() if each.get("tabindex")] == []
    assert drawn("mini-poncho").get("role") == "group"


def test_the_name_of_a_piece_is_escaped():
    made = assembled(READY_MADE["looped-cloth"], {})
    name = '<script>&"'
    text = thing_svg(standing(Thing("t", (name,)), {name: made.pieces["cloth"]}), "<b>")
    assert "<script>" not in text
    assert classed(ElementTree.fromstring(text), "thing-name")[0].text == name


def test_nothing_is_drawn_where_no_piece_is_there():
    assert thing_svg(standing(Thing("t", ("gone",)), {}), "A thing") == ""
