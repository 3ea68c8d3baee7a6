"""What becomes of the log: a changed piece, counts that are left, measures, copies, files, lost and found."""

import csv
import io

import pytest

from bias.accounts.actions import keep_ways
from bias.at_needles.actions import progress_of
from bias.at_needles.models import Event
from bias.at_needles.worked_copy import worked_copy_of
from bias.pieces.actions import keep_piece, revise
from tests.bias.pressing import PHONE, SHAWL, press, send


@pytest.fixture
def shawl(knitter):
    return keep_piece(knitter, SHAWL)


def test_a_piece_changed_while_it_is_knitted_asks_what_counts_and_drops_nothing(client, shawl):
    send(client, shawl, *[press("row", row) for row in range(1, 13)])
    revise(shawl, 1, SHAWL.replace("14 more times", "15 more times"))
    assert "was changed since" not in client.get(f"/pieces/{shawl.pk}/needles/").content.decode()
    revise(shawl, 2, SHAWL.replace("Row 2: Purl.", "Row 2: K1, p to last st, k1."))
    page = client.get(f"/pieces/{shawl.pk}/needles/").content.decode()
    assert "You worked up to row 12 as it was written before. Row 2 is written otherwise now." in page
    assert (progress_of(shawl).rows, Event.objects.count()) == (1, 12)
    send(client, shawl, press("jump", 12, revision=3))
    assert progress_of(shawl).rows == 12
    assert "was changed since" not in client.get(f"/pieces/{shawl.pk}/needles/").content.decode()


def test_a_count_that_is_left_as_it_is_holds_for_every_row_after_it(client, shawl):
    """Row 20 ends with 24-1-24; one stitch fewer on the left stays one fewer."""
    send(client, shawl, *[press("row", row) for row in range(1, 21)])
    left = press("mended", 20, data={"differences": [{"row": 20, "counts": [24, 23]}], "says": "Left as it is."})
    send(client, shawl, left)
    page = client.get(f"/pieces/{shawl.pk}/needles/").content.decode()
    assert "26 · 1 · 25" in page
    assert "Left as it is." in page
    send(client, shawl, press("back", 20, data={"takes_back": [str(left["id"])], "device": PHONE}))
    assert "26 · 1 · 26" in client.get(f"/pieces/{shawl.pk}/needles/").content.decode()


def test_counts_of_another_piece_are_left_out(client, shawl):
    send(client, shawl, press("row", 1), press("mended", 1, data={"differences": [{"row": 1, "counts": [1, 2, 3, 4]}]}))
    assert client.get(f"/pieces/{shawl.pk}/needles/").status_code == 200


def test_a_measurement_moves_every_length_ahead(client, knitter):
    """10 cm are 40 rows at first; after 20 rows measured at 30 to 10 cm, 5 cm done and 5 cm at 3 rows to the cm: 35."""
    piece = keep_piece(
        knitter,
        "Gauge: 20 sts x 40 rows = 10 cm\nCast on 20 sts.\nRow 1: Knit.\nRepeat row 1 until piece measures 10 cm.",
    )
    assert len(worked_copy_of(knitter, piece.pk).row_view.all_rows) == 40
    send(client, piece, *[press("row", row) for row in range(1, 21)])
    send(client, piece, press("measured", 20, data={"stitches": 20, "rows": 30}))
    table = worked_copy_of(knitter, piece.pk)
    assert (len(table.row_view.all_rows), table.progress.rows) == (35, 20)


def test_rows_that_only_the_measurement_asks_for_are_kept(client, knitter):
    """20 rows are 5 cm; the other 5 cm at 60 rows to 10 cm are 30 more, beyond the 40 that were written."""
    words = "Gauge: 20 sts x 40 rows = 10 cm\nCast on 20 sts.\nRow 1: Knit.\nRepeat row 1 until piece measures 10 cm."
    piece = keep_piece(knitter, words)
    send(client, piece, *[press("row", row) for row in range(1, 21)])
    send(client, piece, press("measured", 20, data={"stitches": 20, "rows": 60}))
    assert send(client, piece, press("row", 45))[1]["rows"] == 45


def test_rows_worked_offline_of_a_longer_version_are_kept(client, shawl):
    revise(shawl, 1, SHAWL.replace("14 more times", "4 more times"))
    send(client, shawl, *[press("row", row) for row in range(1, 16)])
    assert Event.objects.count() == 15
    assert "All rows worked" in client.get(f"/pieces/{shawl.pk}/needles/").content.decode()


def test_page_and_answer_number_the_events_of_a_copy_alike(client, shawl):
    """A device tells by it which of them is the newer; what goes back counts as well, what is sent twice does not."""
    row = press("row", 1)
    assert send(client, shawl, row, row)[1]["count"] == 1
    assert (
        send(client, shawl, press("back", 1, data={"takes_back": [row["id"]]}), press("row", 1, copy=2))[1]["count"]
        == 2
    )
    assert '"count": 2' in client.get(f"/pieces/{shawl.pk}/needles/?copy=1").content.decode()
    assert '"count": 1' in client.get(f"/pieces/{shawl.pk}/needles/?copy=2").content.decode()


def test_an_id_that_another_piece_or_copy_has_is_refused_with_the_reason(client, shawl, knitter):
    row, other = press("row", 1), keep_piece(knitter, SHAWL.replace("Quay", "Pier"))
    send(client, shawl, row)
    for piece, copy in ((other, 1), (shawl, 2)):
        status, said = send(client, piece, {**row, "copy": copy}, fresh := press("row", 1, copy=copy))
        assert (status, said["taken"]) == (200, [fresh["id"]])
        assert said["refused"] == [
            {
                "id": row["id"],
                "why": "A press with this id is known of another piece or copy. It was not kept here: press once more.",
            }
        ]
    assert Event.objects.get(pk=row["id"]).piece == shawl


def test_rows_ahead_are_given_as_they_are_shown(client, shawl):
    said = client.get(f"/pieces/{shawl.pk}/needles/rows.json").json()
    assert (said["rows"], said["items"][0]["number"], said["items"][-1]["number"]) == (30, 1, 31)
    assert "All rows worked" in said["items"][-1]["html"]
    assert "11 · 1 · 11" not in said["items"][0]["html"]
    assert "6 · 1 · 6" in said["items"][0]["html"]


def test_the_log_is_a_table_and_a_text_that_other_programs_read(client, shawl):
    send(client, shawl, press("row", 1), press("note", 2, data={"text": '=HYPERLINK("x"), "Ärmel"\nzweite Zeile'}))
    lines = list(csv.DictReader(io.StringIO(client.get(f"/pieces/{shawl.pk}/needles/log.csv").content.decode())))
    assert [line["kind"] for line in lines] == ["row", "note"]
    assert (lines[0]["label"], lines[0]["stitches"], lines[0]["counts"]) == ("Row 1", "13", "6 1 6")
    told = client.get(f"/pieces/{shawl.pk}/needles/log.json").json()
    assert (told["piece"], told["rows_worked"], told["rows"]) == ("Quay shawl", 1, 30)
    assert told["events"][1]["details"]["text"].endswith("zweite Zeile")


def test_a_left_handed_knitter_in_italian_words_reads_her_own(client, shawl, knitter):
    keep_ways(knitter, left_handed=True, dialect="it", size="largest")
    page = client.get(f"/pieces/{shawl.pk}/needles/").content.decode()
    assert "parts, from the left edge" in page
    assert "the cast-on tail hangs at the left edge" in page
    assert "gett" in page
    assert 'class="letters-largest"' in page


@pytest.mark.parametrize(("hers", "said"), [
    ({"marking": "needle-before"}, "6 · 7"), ({"marking": "stitch"}, "6 · 1 · 6"), ({"first_stitch": "sl"}, "sl1"),
])  # fmt: skip
def test_her_way_of_marking_and_of_the_first_stitch_holds_at_the_needles(client, shawl, knitter, hers, said):
    keep_ways(knitter, **hers)
    assert said in client.get(f"/pieces/{shawl.pk}/needles/").content.decode()


@pytest.mark.parametrize("asked", [
    {"counts": "24-1-24"}, {"counts": "49", "facing": "RS"}, {"counts": "49", "tail": "right"}, {"counts": "49, about"},
    {"counts": "<script>"}, {"counts": "1" * 300}, {"about": "20"}, {"facing": "sideways"}, {"colour": "Z"}, {},
])  # fmt: skip
def test_lost_answers_whatever_is_asked(client, shawl, asked):
    send(client, shawl, *[press("row", row) for row in range(1, 26)])
    answer = client.get(f"/pieces/{shawl.pk}/needles/lost/", asked)
    assert answer.status_code == 200
    page = answer.content.decode()
    if asked.get("counts", "") in ("24-1-24", "49") and "sideways" not in str(asked):
        assert "After row 20, Row 2, time 10" in page
    assert "<script>" not in page.replace("<script defer", "").replace("<script src", "").replace('<script id="', "")


def test_ripped_back_with_counts_goes_on_from_there(client, shawl):
    send(client, shawl, *[press("row", row) for row in range(1, 26)])
    page = client.get(
        f"/pieces/{shawl.pk}/needles/lost/", {"ripped": 1, "counts": "16-1-16", "facing": "RS"}
    ).content.decode()
    assert "One row fits" in page
    assert "After row 12" in page
    assert "I ripped back to here" in page
