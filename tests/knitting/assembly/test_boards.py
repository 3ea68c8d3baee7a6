"""A designed board: turned, paired, mirrored, repeated; how each square begins; its file, its limits."""

import json

import pytest
from hypothesis import given
from hypothesis import strategies as st

from knitting.assembly.board import Board, Joining, Side, Turns, begun, board, meetings, order
from knitting.assembly.board_colours import coloured
from knitting.assembly.board_design import BoardDesign, design, square_sides
from knitting.assembly.finishing import comes_to, square_stitches
from knitting.coding import NotRead
from knitting.files.thing_json import board_from_text, board_text
from knitting.measures import Gauge
from knitting.saying.boards import said_square
from knitting.saying.statements import said, said_refusal
from knitting.statements import Refused

LETTERS = tuple("ABCDEFGH")


def designed(rows=3, columns=4, turns=Turns.DIAMONDS, colours=4, ridges=15, **more):
    return design(rows, columns, ridges, turns, LETTERS[:colours], **more)[0]


boards = st.builds(
    designed,
    st.integers(1, 6),
    st.integers(1, 6),
    st.sampled_from(Turns),
    st.integers(2, 6),
    seed=st.integers(0, 99),
)


# -- designing -----------------------------------------------------------------------------------------------------


@given(boards, st.data())
def test_a_square_turned_four_times_is_as_it_was(board, data):
    square = data.draw(st.tuples(st.integers(0, board.board.rows - 1), st.integers(0, board.board.columns - 1)))
    turned = board
    for _ in range(4):
        turned = turned.turned(square, turned.board.turn(square) + 1)
    assert turned == board


@given(boards)
def test_a_mirrored_board_is_begun_on_mirrored_sides_and_mirroring_twice_changes_nothing(board):
    mirrored = board.mirrored()
    assert mirrored.mirrored() == mirrored
    across = {Side.LEFT: Side.RIGHT, Side.RIGHT: Side.LEFT, Side.ABOVE: Side.ABOVE, Side.BELOW: Side.BELOW}
    columns = board.board.columns
    for row in range(board.board.rows):
        for column in range(columns // 2):
            one, other = (row, column), (row, columns - 1 - column)
            assert mirrored.pair(one) == mirrored.pair(other) == board.pair(one)
            for side in Side:
                assert begun(mirrored.board.turn(one), side) == begun(mirrored.board.turn(other), across[side])


@given(boards, st.integers(1, 3), st.integers(1, 3))
def test_a_repeated_part_comes_again_all_over(board, rows, columns):
    if rows > board.board.rows or columns > board.board.columns:
        with pytest.raises(Refused):
            board.repeated(rows, columns)
        return
    repeated = board.repeated(rows, columns)
    for row in range(board.board.rows):
        for column in range(board.board.columns):
            part = row % rows, column % columns
            assert repeated.board.turn((row, column)) == board.board.turn(part)
            assert repeated.pair((row, column)) == board.pair(part)


def test_a_pair_is_exchanged_for_another_of_the_palette_only():
    board = designed()
    assert board.paired((1, 2), ("D", "A")).pair((1, 2)) == ("D", "A")
    with pytest.raises(ValueError, match="colours of the board"):
        board.paired((0, 0), ("A", "Z"))


@pytest.mark.parametrize(("colours", "strong"), [(2, False), (3, True)])
def test_too_few_colours_for_the_wish_are_told_with_how_many_do(colours, strong):
    _, clash = design(4, 4, 10, Turns.SAME, LETTERS[:colours], strong)
    assert said(clash).endswith(f"{6 if strong else 4} colours are enough.")
    assert design(4, 4, 10, Turns.SAME, LETTERS[: 6 if strong else 4], strong)[1] is None


@pytest.mark.parametrize(
    ("given", "says"),
    [
        ({"rows": 0}, "A board has 1 to 3,600 squares"),
        ({"rows": 61, "columns": 60}, "not 61 by 60"),
        ({"ridges": 0}, "A square has 1 to 200 ridges"),
        ({"colours": 1}, "need two at least"),
    ],
)
def test_a_board_that_cannot_be_is_refused(given, says):
    with pytest.raises(Refused) as refused:
        designed(**given)
    assert says in said_refusal(refused.value)


# -- how squares begin ---------------------------------------------------------------------------------------------


@given(boards)
def test_every_meeting_is_told_at_the_later_square_and_every_square_has_two_sides_to_cast_on(board):
    found = order(board.board)
    told = 0
    for square in found.squares:
        sides = square_sides(board.board, found, square)
        assert sum(side.begun for side in sides) == 2
        told += sum(side.joining is not None for side in sides)
        for side in sides:
            if side.joining is Joining.JOINED:
                assert not side.begun
    assert told == len(found.joinings)


def test_the_first_row_of_a_square_is_said_side_by_side():
    """All turned alike: the square above one begins on its ridges, that beside it as well."""
    board = designed(2, 2, Turns.SAME, ridges=15)
    found = order(board.board)
    assert said_square(board.board, found, (0, 0)) == [
        "First row, 31 stitches: 15 cast on for the side below and 15 cast on for the side on the left, and one in the"
        " corner."
    ]
    assert said_square(board.board, found, (1, 1)) == [
        "First row, 31 stitches: 15 picked up from the ridges of the square below and 15 picked up from the ridges of"
        " the square on the left, and one in the corner."
    ]


def test_a_pinwheel_says_what_is_sewn():
    board = designed(2, 2, Turns.PINWHEEL)
    found = order(board.board)
    told = [line for square in found.squares for line in said_square(board.board, found, square)]
    assert sum("sewn" in line or "Sew " in line for line in told) == found.count(Joining.SEWN) == 1


# -- the file -------------------------------------------------------------------------------------------------------


@given(boards)
def test_a_board_is_kept_as_text_and_read_again(board):
    assert board_from_text(board_text(board)) == board


@pytest.mark.parametrize(
    "breaks",
    [
        lambda data: {**data, "pairs": data["pairs"][:-1]},
        lambda data: {**data, "palette": ["A"]},
        lambda data: {**data, "board": {**data["board"], "rows": 9}},
        lambda data: {**data, "board": {**data["board"], "turns": [[7] * 4] * 3}},
        lambda data: {**data, "more": 1},
        lambda data: [],
    ],
)
def test_a_text_that_is_no_board_is_refused(breaks):
    with pytest.raises(NotRead):
        board_from_text(json.dumps(breaks(json.loads(board_text(designed())))))


def test_a_design_is_checked_where_it_is_made():
    board = designed()
    with pytest.raises(ValueError, match="turn and a pair"):
        BoardDesign(board.board, board.palette, board.pairs[:-1])


@pytest.mark.parametrize(
    ("turns", "made"),
    [
        (Turns.SAME, (356, 0, 0)),
        (Turns.DIAMONDS, (192, 164, 0)),
        (Turns.STRIPES, (260, 96, 0)),
        (Turns.PINWHEEL, (273, 0, 83)),
    ],
)
def test_a_board_of_twelve_by_sixteen(turns, made):
    """Counted by hand from which sides are cast on; a pinwheel has ceil(11 x 15 / 2) = 83 rings of four, each of which
    costs a sewn side."""
    found = order(board(12, 16, 18, turns))
    assert tuple(found.count(each) for each in (Joining.PICKED, Joining.JOINED, Joining.SEWN)) == made


plain_boards = st.builds(
    board, st.integers(1, 7), st.integers(1, 7), st.integers(1, 20), st.sampled_from(Turns), st.integers(0, 99)
)


@given(plain_boards)
def test_no_square_comes_before_one_that_it_is_picked_up_from(of):
    found = order(of)
    place = {square: at for at, square in enumerate(found.squares)}
    assert len(place) == of.squares
    for meeting, how in found.joinings:
        one, other = begun(of.turn(meeting.one), meeting.side), begun(of.turn(meeting.other), meeting.side.facing)
        if how is Joining.PICKED and one is not other:
            ridged, later = (meeting.other, meeting.one) if one else (meeting.one, meeting.other)
            assert place[ridged] < place[later]
        assert (how is Joining.JOINED) == (not one and not other)


@given(plain_boards)
def test_every_square_has_two_sides_cast_on_that_meet_and_every_side_is_joined_once(of):
    for turn in {each for row in of.turns for each in row}:
        cast_on = [side.value for side in Side if begun(turn, side)]
        assert (cast_on[1] - cast_on[0]) % 4 in (1, 3)
    assert len(list(meetings(of))) == of.rows * (of.columns - 1) + of.columns * (of.rows - 1)
    assert len(order(of).joinings) == len(list(meetings(of)))


def test_a_square_in_two_colours_in_closed_form():
    """18 ridges in two-row stripes: 2 L (L + 1) stitches of rows and 2 L + 1 cast on; 397 and 324, by hand."""
    assert square_stitches(18) == (397, 324)
    for ridges in (1, 5, 18, 33):
        assert sum(square_stitches(ridges)) == 2 * ridges * (ridges + 1) + 2 * ridges + 1
        assert sum(square_stitches(ridges, 4)) == sum(square_stitches(ridges))


def test_what_a_board_comes_to():
    of = board(12, 16, 18, Turns.PINWHEEL)
    sums = comes_to(of, order(of), Gauge(18, 36))
    assert (sums.width_cm, sums.height_cm) == (pytest.approx(160.0), pytest.approx(120.0))
    assert sums.ends == 4 * 192
    assert sums.edging_stitches == 2 * 28 * 18 + 4
    assert sums.seams_m == pytest.approx(83 * (10 * 3.4 + 30) / 100)
    assert of.first_row == 37


def test_turning_one_square_changes_it_alone():
    of = board(3, 3, 5)
    turned = of.turned((1, 1), 6)
    assert turned.turn((1, 1)) == 2
    assert isinstance(turned, Board)
    assert sum(a != b for x, y in zip(of.turns, turned.turns, strict=True) for a, b in zip(x, y, strict=True)) == 1


@pytest.mark.parametrize(
    ("colours", "strong", "most"), [(6, True, 0), (8, True, 0), (4, False, 0), (3, False, 0), (3, True, 192)]
)
def test_squares_side_by_side_are_not_alike(colours, strong, most):
    found = coloured(board(12, 16, 18), [f"C{at}" for at in range(colours)], strong, seed=3)
    assert len(found.clashing) <= most
    used = [pair for row in found.pairs for pair in row]
    assert len(used) == 192
    for r in range(12):
        for c in range(15):
            if (r, c) not in found.clashing and (r, c + 1) not in found.clashing:
                one, other = set(found.pairs[r][c]), set(found.pairs[r][c + 1])
                assert not (one & other) if strong else one != other
