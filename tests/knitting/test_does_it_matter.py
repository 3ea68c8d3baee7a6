"""Counts that are off: what holds for the rows after them, what can be done, and mistakes that change no count."""

import random
from collections import Counter, defaultdict
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from knitting.compiling import compiled
from knitting.constructions import CONSTRUCTIONS
from knitting.diagnosis import (
    MistakeKind,
    Observation,
    OptionKind,
    as_knitted,
    diagnose,
    options,
    options_of,
)
from knitting.forecast.forecast import forecast_of
from knitting.log import CountDifference
from knitting.measures import Gauge
from knitting.pace import Pace, TimedRow, pace, sittings
from knitting.reminders import Needles, longer_needle, most_on, reminders, tail
from knitting.rows import Side, Stripe
from knitting.saying.diagnosis import said_option, said_verdict
from knitting.saying.pieces import said_time
from knitting.saying.reminders import said_reminder, said_tail
from knitting.working.piece_worker import work_piece
from tests.knitting.asking import worked
from tests.knitting.planning import made

SHAWL = (
    "Cast on 9 sts.\nMark the center stitch.\n"
    "Row 1: K1, yo, k to center st, yo, k1, yo, k to last st, yo, k1.\nRow 2: Purl.\nRepeat rows 1 and 2, 14 more times."
)
STRIPED = f"Yarn A: x\nYarn B: y\nStripes: 2 rows A, 2 rows B\n{SHAWL}"


# -- as it is on the needles ----------------------------------------------------------------------------------


def test_a_stitch_fewer_stays_one_fewer_and_one_made_up_for_does_not():
    piece = worked(SHAWL)
    left = as_knitted(piece, [CountDifference(20, (24, 23))])
    assert [row.parts for row in left.worked.rows[19:22]] == [(24, 1, 23), (26, 1, 25), (26, 1, 25)]
    assert (left.worked.rows[-1].parts, left.stuck) == ((34, 1, 33), 0)
    hidden = as_knitted(piece, [CountDifference(20, (24, 23)), CountDifference(21, (26, 26))])
    assert [row.parts for row in hidden.worked.rows[19:22]] == [(24, 1, 23), (26, 1, 26), (26, 1, 26)]
    assert hidden.worked.rows[21:] == piece.rows[21:]


@given(st.integers(1, 29), st.integers(-3, 3), st.integers(-3, 3))
def test_every_later_row_differs_by_what_was_left(row, right, left):
    piece = worked(SHAWL)
    counts = tuple(count + by for count, by in zip(piece.rows[row - 1].after.counts, (right, left), strict=True))
    if min(counts) < 1:
        return
    found = as_knitted(piece, [CountDifference(row, counts)])
    assert found.stuck == 0
    for now, written in zip(found.worked.rows[row - 1 :], piece.rows[row - 1 :], strict=True):
        assert now.parts == (written.parts[0] + right, 1, written.parts[2] + left)
        assert sum(part.stitches for part in now.work) == now.end or now is found.worked.rows[row - 1]


@pytest.mark.parametrize("differences", [[], [CountDifference(20, (24, 24))], [CountDifference(99, (1, 1))], [CountDifference(20, (1, 2, 3))], [CountDifference(20, (-4, 4))]])  # fmt: skip
def test_counts_that_are_as_written_or_none_of_the_needle_change_nothing(differences):
    piece = worked(SHAWL)
    assert as_knitted(piece, differences).worked.rows == piece.rows


def test_stitches_in_pattern_follow_the_counts_that_are_there():
    piece = worked(
        "Cast on 12 sts.\nRow 1: Work in seed to last st, m1, k1.\nRow 2: Work in seed.\nRepeat rows 1 and 2, 9 more times."
    )
    found = as_knitted(piece, [CountDifference(8, (17,))])
    assert found.worked.rows[-1].end == piece.rows[-1].end + 1
    assert all("in_pattern" not in str(run.work) for row in found.worked.rows for part in row.work for run in part.runs)


def test_a_row_that_cannot_be_worked_on_the_counts_is_named():
    piece = worked("Cast on 12 sts.\nRow 1: Knit.\nRow 2: Knit.\nRow 3: [K2tog] 6 times.\nRow 4: Knit.")
    found = as_knitted(piece, [CountDifference(1, (11,))])
    assert found.stuck == 3
    assert [row.end for row in found.worked.rows] == [11, 11, 6, 6]


# -- does it matter -------------------------------------------------------------------------------------------


def test_what_can_be_done_comes_in_the_order_in_which_it_is_thought_of():
    piece = worked(SHAWL)
    found = options(piece, 20, (24, 23), Gauge(20, 40))
    assert [way.kind for way in found] == [OptionKind.LEAVE, OptionKind.ABSORB, OptionKind.HIDE]
    assert said_option(found[0])[0] == (
        "You can work every row ahead as it is. The last one ends with 68 stitches instead of 69, about 0.5 cm narrower."
    )
    assert said_option(found[1])[0] == "In row 21, make one among the plain stitches near the left edge."
    assert said_option(found[2])[0] == "In row 21, make one after 'centre', one plain stitch away from it."
    assert found[1].differences == (CountDifference(20, (24, 23)), CountDifference(21, (26, 26)))
    (first, *_) = diagnose(piece, 20, (24, 1, 23)).explanations
    mend, rip = options_of(first, piece, 20, seconds_a_stitch=3.0)
    assert (mend.kind, rip.kind, rip.back_to) == (OptionKind.MEND, OptionKind.RIP, 18)
    assert said_option(rip)[1] == "98 stitches to work again, about 10 minutes to rip and work again."


def test_a_mark_that_slid_asks_for_nothing_but_moving_it():
    piece = worked(SHAWL)
    assert options(piece, 20, (23, 25)) == ()
    assert options(piece, 20, (24, 24)) == ()


def test_what_cannot_stay_is_said_to_have_to_go():
    piece = worked("Cast on 12 sts.\nRow 1: Knit.\nRow 2: Knit.\nRow 3: [K2tog] 6 times.\nRow 4: Knit.")
    leave, *_ = options(piece, 1, (11,))
    assert said_option(leave)[0] == "You can leave it until row 3 (Row 3); that row needs the right count."


# -- mistakes that change no count ----------------------------------------------------------------------------


def test_the_side_that_faces_tells_of_a_row_left_out_or_worked_twice():
    piece = worked(SHAWL)
    answer = diagnose(piece, 20, (24, 1, 24), seen=Observation(facing=Side.WS))
    assert (
        said_verdict(answer.verdict) == "The counts are right, but the wrong side faces you, and the other one should."
    )
    assert [each.mistakes[0].kind for each in answer.explanations] == [MistakeKind.SKIPPED_ROW, MistakeKind.ROW_TWICE]
    assert diagnose(piece, 20, (24, 1, 24), seen=Observation(facing=Side.RS)).verdict.is_right


def test_a_row_left_out_comes_first_where_the_other_side_faces_and_last_where_it_does_not():
    piece = worked("Cast on 9 sts.\nRow 1: K1, yo, k to end.\nRow 2: Purl.\nRepeat rows 1 and 2, 14 more times.")
    kinds = {
        side: [each.mistakes[0].kind for each in diagnose(piece, 20, (18,), seen=Observation(facing=side)).explanations]
        for side in (Side.RS, Side.WS)
    }
    assert kinds[Side.WS][0] is MistakeKind.SKIPPED_ROW
    assert kinds[Side.RS][0] is MistakeKind.MISSED_INCREASE
    assert kinds[Side.RS][-1] is MistakeKind.SKIPPED_ROW


def silent(piece, kind, row, rng):
    """What is seen after a mistake that changes no count, worked out from the rows alone; ``None`` where it shows in
    nothing that is asked."""
    here = piece.rows[row - 1]
    if kind in (MistakeKind.SKIPPED_ROW, MistakeKind.ROW_TWICE):
        rest = [at for at in range(max(row - 60, 0), row) if not piece.rows[at].change and not piece.rows[at].rests]
        rest = [at for at in rest if piece.rows[at].before == piece.rows[at].after]
        if not rest or here.in_round:
            return None
        # One row more or fewer: the needle is turned once too often or too seldom.
        faces = piece.rows[row].side if row < len(piece.rows) else here.side.other
        return rng.choice(rest) + 1, Observation(facing=faces.other)
    if kind is MistakeKind.WRONG_COLOUR:
        others = {each.colour for each in piece.rows} - {here.colour}
        return (row, Observation(colour=rng.choice(sorted(others)))) if others else None
    knit = sum(run.times for part in here.work for run in part.runs if getattr(run.work, "key", "") == "k")
    purl = sum(run.times for part in here.work for run in part.runs if getattr(run.work, "key", "") == "p")
    if max(knit, purl) < 0.7 * here.end:
        return None
    as_seen = "k" if (knit > purl) is (here.side is Side.RS) else "p"
    return row, Observation(shows="p" if as_seen == "k" else "k")


def test_mistakes_that_change_no_count_are_found_by_side_colour_and_fabric():
    """Every shape in two colours, at random rows; the table is printed (``pytest -s``)."""
    rng = random.Random(7)
    table = defaultdict(Counter)
    kinds = (MistakeKind.SKIPPED_ROW, MistakeKind.ROW_TWICE, MistakeKind.WRONG_COLOUR, MistakeKind.WRONG_STITCH)
    for name in sorted(CONSTRUCTIONS):
        plan = replace(made(name), yarns=(("A", "x"), ("B", "y")), stripes=(Stripe(2, "A"), Stripe(2, "B")))
        piece = work_piece(compiled(forecast_of(plan)))
        for kind in kinds:
            for _ in range(5):
                row = rng.randint(piece.tab_rows + 3, len(piece.rows) - 1)
                found = silent(piece, kind, row, rng)
                if found is None:
                    continue
                at, seen = found
                listed = diagnose(piece, row, piece.rows[row - 1].parts, seen=seen).explanations
                places = [
                    place
                    for place, each in enumerate(listed)
                    if each.mistakes[0].kind is kind and each.rows[0] <= at <= each.rows[1]
                ]
                table[kind]["planted"] += 1
                table[kind]["in three"] += bool(places) and places[0] < 3
    for kind, counts in table.items():
        print(f"{kind.value:16} " + ", ".join(f"{many} {said}" for said, many in counts.items()))
    total = sum(table.values(), Counter())
    assert set(table) == set(kinds)
    assert total["in three"] == total["planted"] > 100


# -- pace, sittings, reminders --------------------------------------------------------------------------------


def test_the_pace_is_a_range_and_pauses_are_left_out():
    """100 stitches in 200, 250, 300, 200 and 300 s, and one row after a night."""
    times = [0, 200, 450, 750, 950, 1250, 40_000, 40_250]
    found = pace([TimedRow(100, at) for at in times])
    assert (found.low, found.middle, found.high) == (2.125, 2.5, 2.875)
    assert pace([TimedRow(100, at) for at in times[:4]]) is None
    assert pace([]) is None


@given(st.lists(st.tuples(st.integers(0, 400), st.floats(0, 1e7)), max_size=60), st.randoms())
def test_rows_in_any_order_have_one_pace_and_sit_in_as_many_sittings(rows, chance):
    timed = [TimedRow(*row) for row in rows]
    mixed = [*timed]
    chance.shuffle(mixed)
    assert pace(mixed) == pace(timed) or len({row.done_s for row in timed}) < len(timed)
    found = sittings(mixed)
    assert sum(sat.rows for sat in found) == len(timed)
    assert sum(sat.stitches for sat in found) == sum(row.stitches for row in timed)


@pytest.mark.parametrize(("stitches", "said"), [(14_400, "8 to 12 h"), (600, "20 to 30 min"), (0, "1 min")])
def test_the_time_left_is_said_as_a_range(stitches, said):
    assert said_time(Pace(2.0, 2.5, 3.0), stitches) == said


def test_a_pause_that_was_noted_ends_a_sitting():
    rows = [TimedRow(9, at) for at in (0, 60, 120, 180)]
    assert [sat.rows for sat in sittings(rows, pauses_s=[90])] == [2, 2]


@pytest.mark.parametrize(
    ("text", "row", "due"),
    [
        (SHAWL, 11, ("Move the mark up to the newest row.",)),
        (SHAWL, 12, ()),
        ("Cast on 9 sts.\nRow 1: K5, co 3.\nRow 2: Knit.", 1, ("3 stitches are cast on in this row.",)),
        ("Cast on 9 sts.\nRow 1: K6, turn.\nRow 2: K6.", 1, ("Turn before the end of this row.",)),
        (
            "Cast on 9 sts.\nRow 1: K6, place next 3 sts on hold as wing.\nRow 2: Knit.\nReturn wing to needle.\nRow 3: Knit.",
            3,
            ("Put 'wing' back on the needle first: 3 stitches.",),
        ),
    ],
)
def test_what_is_due_at_a_row_is_said_there(text, row, due):
    assert tuple(map(said_reminder, reminders(worked(text), row, Gauge(20, 40)))) == due


def test_a_longer_needle_is_asked_for_in_the_row_in_which_it_gets_crowded():
    """60 cm at 20 stitches to 10 cm, pushed together to 65 %: 60 * 0.95 / (0.5 * 0.65) = 175."""
    piece = worked("Cast on 170 sts.\nRow 1: K1, yo, k to end.\nRepeat row 1, 9 more times.")
    needles, gauge = Needles(60), Gauge(20, 40)
    assert most_on(needles, gauge) == 175
    said = [tuple(map(said_reminder, reminders(piece, row, gauge, needles))) for row in range(1, 11)]
    assert [row for row, due in enumerate(said, start=1) if due] == [6]
    assert said[5] == ("From here on the needle gets crowded (176 stitches): change to one of 80 cm.",)
    assert longer_needle(1000, gauge) is None


def test_the_tail_hangs_right_at_the_start_of_a_right_side_row():
    """Common practice, no source: a tab right of its centre, a long-tail cast-on at the right edge."""
    shawl = worked(
        "Garter tab: cast on 3, knit 7 rows, pick up 3 along the side, pick up 3 from the cast-on. (9 sts)\nRow 1 (RS): Knit.\nRow 2: Knit."
    )
    assert [said_tail(tail(shawl, row)) for row in (8, 9)] == [
        "the cast-on tail hangs right of the centre",
        "the cast-on tail hangs left of the centre",
    ]
    assert [said_tail(tail(worked(SHAWL), row)) for row in (1, 2)] == [
        "the cast-on tail hangs at the right edge",
        "the cast-on tail hangs at the left edge",
    ]
    assert tail(worked("Cast on 9 sts.\nJoin to work in the round.\nRnd 1: Knit."), 1) is None
