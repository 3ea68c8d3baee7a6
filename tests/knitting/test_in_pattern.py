"""Columns as stretches of columns does what one would do stitch by stitch."""

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from knitting.in_pattern.new_columns import NewStitches, cut_runs, with_new_columns
from knitting.in_pattern.stitch_columns import NONE, ColumnRun, LeftNeedle, StitchColumns, joined, laid_on

ONES = [1] * 9
"""Fabrics of one column: whatever lies apart moves by as little as can be."""
WALES = st.builds(ColumnRun, st.integers(1, 5), st.integers(0, 2), st.integers(-4, 8), st.integers(0, 1))


@st.composite
def grains(draw):
    wales = laid_on(draw(st.lists(WALES, max_size=6)))
    many = sum(each.width for each in wales)
    return StitchColumns(wales, bytes(draw(st.lists(st.sampled_from(b"kpo+"), min_size=many, max_size=many))))


def stitches(columns):
    """Every stitch by itself: its fabric, its column, the fabric's first row, its letter."""
    places = [(each.fabric, each.first + at, each.since) for each in columns.wales for at in range(each.width)]
    return [(*place, letter) for place, letter in zip(places, columns.letters, strict=True)]


def as_few_as_there_can_be(columns):
    return laid_on(columns.wales) == columns.wales


@given(grains())
def test_columns_and_fabrics_are_those_of_every_stitch(columns):
    assert columns.column.tolist() == [column for _, column, _, _ in stitches(columns)]
    assert columns.fabric.tolist() == [fabric for fabric, _, _, _ in stitches(columns)]


@given(grains(), st.integers(0, 30), st.integers(0, 30))
def test_a_cut_is_those_stitches(columns, one, other):
    first, last = sorted((min(one, columns.stitches), min(other, columns.stitches)))
    assert stitches(columns.cut(first, last)) == stitches(columns)[first:last]


@given(st.lists(grains(), max_size=5))
def test_joined_they_are_one_after_the_other(parts):
    found = joined(parts)
    assert stitches(found) == [stitch for part in parts for stitch in stitches(part)]
    assert as_few_as_there_can_be(found)


@given(grains(), st.lists(st.integers(0, 7), max_size=8), st.booleans())
def test_stitches_are_taken_from_the_end_at_which_the_row_begins(columns, counts, behind):
    needle, waiting = LeftNeedle(columns, behind), stitches(columns)
    for count in counts:
        at = max(len(waiting) - count, 0) if behind else min(count, len(waiting))
        taken, waiting = (waiting[at:], waiting[:at]) if behind else (waiting[:at], waiting[at:])
        assert stitches(needle.take(count)) == taken
    assert (needle.left, needle.past) == (len(waiting), columns.stitches - len(waiting))


def test_what_is_taken_shows_what_is_worked_into_it():
    needle = LeftNeedle(StitchColumns((ColumnRun(4, 1, 0, 0),), b"kppk"), behind=True)
    assert needle.take(2, b"p") == StitchColumns((ColumnRun(2, 1, 2, 0),), b"pp")
    assert needle.take(9) == StitchColumns((ColumnRun(2, 1, 0, 0),), b"kp")
    assert needle.take(1).stitches == 0


@given(st.lists(grains(), max_size=5), st.lists(st.integers(0, 9), max_size=6))
def test_what_is_laid_is_cut_by_counts(parts, counts):
    laid = [NewStitches(part) for part in parts]
    whole = [stitch for part in parts for stitch in stitches(part)]
    for count, found in zip(counts, cut_runs(laid, counts), strict=True):
        here, whole = whole[:count], whole[count:]
        assert [stitch for each in found for stitch in stitches(each.columns)] == here


# -- new stitches --------------------------------------------------------------------------------------------


def counted_stitch_by_stitch(part):
    """Columns counted outwards from the longest stretch without a new stitch, of those in pattern if there are any."""
    own = [[*stitch, each.fresh, each.told] for each in part for stitch in stitches(each.columns)]
    kept = [told and not fresh for *_, fresh, told in own]
    if not any(kept):
        kept = [not fresh for *_, fresh, _ in own]
    runs = [
        (first, last) for first in range(len(own)) for last in range(first, len(own)) if all(kept[first : last + 1])
    ]
    ordered = all(one[1] < other[1] for one, other in pairwise(own))
    if not runs or (ordered and not any(fresh for *_, fresh, _ in own)):
        return [tuple(stitch[:4]) for stitch in own]
    first, last = max(runs, key=lambda run: (run[1] - run[0], -run[0]))
    for at, step, core in [(at, 1, first) for at in range(first - 1, -1, -1)] + [
        (at, -1, last) for at in range(last + 1, len(own))
    ]:
        room, fresh = own[at + step][1] - step, own[at][4]
        own[at][1] = room if fresh else (min if step > 0 else max)(own[at][1], room)
        if fresh:
            own[at][0], own[at][2] = own[core][0], own[core][2]
    return [tuple(stitch[:4]) for stitch in own]


@given(st.lists(st.tuples(grains(), st.sampled_from(["new", "old", "in pattern"])), max_size=7))
def test_columns_are_counted_outwards_as_stitch_by_stitch(parts):
    part = [NewStitches(columns, how == "new", how == "in pattern", counts=True) for columns, how in parts]
    found, _ = with_new_columns(part, ONES)
    assert stitches(found) == counted_stitch_by_stitch(part)
    assert as_few_as_there_can_be(found)


@given(st.lists(grains(), max_size=4))
def test_nothing_is_counted_where_nothing_is_new(parts):
    found, unclear = with_new_columns([NewStitches(part) for part in parts], ONES)
    assert stitches(found) == [stitch for part in parts for stitch in stitches(part)]
    assert not unclear


def one(letter, fabric=NONE, column=0):
    return StitchColumns((ColumnRun(1, fabric, column, 0),), letter)


@pytest.mark.parametrize(
    ("pair_first", "letters", "columns"),
    [(True, b"+kpppp", [-2, -1, 0, 1, 2, 3]), (False, b"ppppk+", [0, 1, 2, 3, 4, 5])],
)
def test_of_two_made_of_one_the_outer_is_new(pair_first, letters, columns):
    rib = NewStitches(StitchColumns((ColumnRun(4, 1, 0, 0),), b"pppp"), told=True)
    pair = [NewStitches(one(letter, 1, 0 if pair_first else 4), True, counts=True, pair=1) for letter in (b"k", b"+")]
    found, _ = with_new_columns([*pair, rib] if pair_first else [rib, *pair], ONES)
    assert (found.letters, found.column.tolist()) == (letters, columns)


@pytest.mark.parametrize(("before", "after", "figured", "unclear"), [
    (13, 13, True, True), (12, 20, True, False), (20, 12, True, False), (13, 13, False, False),
])  # fmt: skip
def test_a_new_stitch_far_from_both_ends_of_a_pattern_is_unclear(before, after, figured, unclear):
    right = NewStitches(StitchColumns((ColumnRun(before, 1, 0, 0),), b"k" * before), told=True, figured=figured)
    left = NewStitches(StitchColumns((ColumnRun(after, 1, before, 0),), b"k" * after), told=True, figured=figured)
    assert with_new_columns([right, NewStitches(one(b"o"), True, counts=True), left], ONES)[1] is unclear
