"""Which copies of the database stay: the newest of seven days and of four weeks."""

import sqlite3
from contextlib import closing
from datetime import datetime, timedelta

import pytest

from bias.archive.backup import NotDone, back_up

TABLES = ("keeping_piece", "keeping_revision", "making_event", "joining_knitter")


@pytest.fixture
def database(tmp_path):
    place = tmp_path / "bias.sqlite3"
    with closing(sqlite3.connect(place)) as made:
        for table in TABLES:
            made.execute(f"CREATE TABLE {table} (id INTEGER)")
        made.commit()
    return place


def test_seven_days_and_four_weeks_stay(database, tmp_path):
    begun = datetime(2027, 3, 1, 4, 0)
    for hours in range(0, 24 * 40, 12):
        made = back_up(database, tmp_path / "copies", begun + timedelta(hours=hours))
        assert made.exists()
    (tmp_path / "copies" / "bias-of-a-friend.sqlite3").write_text("hers")
    back_up(database, tmp_path / "copies", begun + timedelta(days=40))
    kept = sorted(each.name[5:15] for each in (tmp_path / "copies").glob("bias-2*.sqlite3"))
    assert kept[-7:] == [f"2027-04-{day:02d}" for day in range(4, 11)]
    assert kept[:-7] == ["2027-03-21", "2027-03-28"]  # the last days of the weeks before; two weeks have a day above
    assert (tmp_path / "copies" / "bias-of-a-friend.sqlite3").exists()


def test_what_is_no_database_of_ours_is_not_copied(tmp_path):
    other = tmp_path / "other.sqlite3"
    with closing(sqlite3.connect(other)) as made:
        made.execute("CREATE TABLE something (id INTEGER)")
    with pytest.raises(NotDone, match="no copy of a Bias"):
        back_up(other, tmp_path / "copies", datetime(2027, 3, 1))
    assert not list((tmp_path / "copies").iterdir())
