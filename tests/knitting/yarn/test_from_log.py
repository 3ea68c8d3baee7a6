"""Weighings out of the log, and what is due of the yarn at a row."""

from datetime import UTC, datetime, timedelta
from uuid import UUID

import pytest

from knitting.log import BallJoined, OnScale, TakenBack, Weighed
from knitting.reminders import ReminderKind, yarn_reminders
from knitting.saying.reminders import said_reminder
from knitting.saying.statements import said
from knitting.written import work_text
from knitting.yarn.from_log import weighed_yarn
from knitting.yarn.metres import spent
from knitting.yarn.outlook import SAFE
from knitting.yarn.report import yarn_report
from knitting.yarn.weighing import Scale, Weighing, Yarn
from tests.knitting.yarn.test_outlook import report

TWO_BALLS = (Yarn("A", 100.0, 200.0, ball_grams=50.0), Yarn("B", 50.0, 100.0, ball_grams=50.0))
BEGUN = datetime(2026, 3, 1, tzinfo=UTC)


def weighed(number, row, grams, **more):
    return Weighed(id=UUID(int=number), row=row, grams=grams, happened_at=BEGUN + timedelta(hours=number), **more)


def joined(number, row, colour="A"):
    return BallJoined(id=UUID(int=number), row=row, colour=colour, happened_at=BEGUN + timedelta(hours=number))


CASES = [
    ([weighed(1, 10, 80)], [(10, "A", 80, Scale.LEFT)]),
    ([weighed(1, 10, 40, tare=10, colour="B"), weighed(2, 4, 45, colour="B")],
     [(4, "B", 45, Scale.LEFT), (10, "B", 30, Scale.LEFT)]),
    ([weighed(1, 10, 30, of=OnScale.BALL)], [(10, "A", 80, Scale.LEFT)]),
    ([joined(1, 20), weighed(2, 30, 30, of=OnScale.BALL)], [(30, "A", 30, Scale.LEFT)]),
    ([weighed(1, 30, 45, of=OnScale.PIECE, tare=5)], [(30, "A", 40, Scale.PIECE)]),
    ([weighed(1, 10, 80), TakenBack(id=UUID(int=2), row=10, takes_back=(UUID(int=1),), happened_at=BEGUN + timedelta(days=1))], []),
    ([weighed(1, 30, 40), weighed(2, 10, 90)], [(10, "A", 90, Scale.LEFT), (30, "A", 40, Scale.LEFT)]),
]  # fmt: skip


@pytest.mark.parametrize(("events", "expected"), CASES)
def test_weighings_are_read_from_the_log(events, expected):
    found = weighed_yarn(events, TWO_BALLS, 60)
    assert [(each.row, each.colour, each.grams, each.of) for each in found.weighings] == expected


LEFT_OUT = [
    ([weighed(1, 10, 130)], "130 g after row 10 are left out: they are more than the 100 g"),
    ([weighed(1, 10, 70, of=OnScale.BALL)], "more than the 50 g that there were when new"),
    ([weighed(1, 90, 20)], "there are 60 rows now"),
    ([weighed(1, 10, 20, tare=30)], "the tare is more than the whole"),
    ([weighed(1, 10, 60), weighed(2, 20, 70)], "70 g after row 20 are left out: after row 10 there were 60 g."),
]


@pytest.mark.parametrize(("events", "says"), LEFT_OUT)
def test_what_cannot_be_right_is_left_out_and_said(events, says):
    found = weighed_yarn(events, TWO_BALLS, 60)
    assert len(found.weighings) == len(events) - 1
    assert says in said(found.left_out[0])


def test_nothing_is_read_of_yarn_that_is_not_known():
    assert weighed_yarn([weighed(1, 10, 80)], (), 60).weighings == ()
    found = weighed_yarn([weighed(1, 10, 80, colour="Q")], TWO_BALLS, 60)
    assert found.weighings == ()
    assert "A weighing of 'Q' after row 10 is left out" in said(found.left_out[0])


def due(found, row):
    return [each.kind for each in yarn_reminders(found, row)]


def test_weighing_ball_ends_and_the_last_safe_row_are_due_before_the_row_that_follows_them():
    first = report(grams=46)
    assert ReminderKind.WEIGH_NOW in due(first, first.weigh_next + 1)
    assert due(first, first.ball_ends[0].row + 1).count(ReminderKind.BALL_ENDS) == 1
    safe = report(grams=46, weighings=(Weighing(70, "", 21.0),))
    (reminder,) = (each for each in yarn_reminders(safe, safe.last_safe.row + 1) if each.kind is ReminderKind.LAST_SAFE)
    assert reminder.chance >= SAFE
    assert said_reminder(reminder).startswith("Stop here: ")
    assert ReminderKind.LAST_SAFE not in due(safe, safe.last_safe.row)


def test_a_colour_is_taken_from_the_ball_that_is_in_hand():
    """Stripes of A and B; two balls of A, the first of which ends on the way, and one of B."""
    text = "Yarn A: one\nYarn B: two\nStripes: 2 rows A, 2 rows B\nCast on 60 sts.\nRow 1: Knit.\nRepeat row 1 99 more times."
    worked = work_text(text).worked
    half = float(spent(worked).whole[0]) * 0.6
    yarns = (Yarn("A", 100.0, 2 * half, ball_grams=50.0), Yarn("B", 100.0, 4 * half, ball_grams=100.0))
    found = yarn_report(worked, None, yarns)
    (end,) = found.ball_ends
    balls = {}
    for row in range(2, 101):
        for each in yarn_reminders(found, row):
            if each.kind is ReminderKind.FROM_BALL:
                assert said_reminder(each) == f"Take A from its ball {each.ball}."
                balls[row] = each.ball
    assert set(balls) == set(range(5, 101, 4))
    assert all(ball == (2 if end.row < row else 1) for row, ball in balls.items())
    assert set(balls.values()) == {1, 2}
