"""A pattern that comes part by part, another size for a reader, and what its writer changed taken over."""

import re
from datetime import timedelta

import pytest
from django.test import Client
from django.utils import timezone
from hypothesis import given
from hypothesis import strategies as st

from bias.accounts.models import Knitter
from bias.pieces.actions import keep_piece, keep_plan, revise, revise_plan
from bias.results import parting_places, results_of_words, words_until
from bias.sharing.actions import take_over, waiting_change, with_changes
from bias.sharing.merging import Conflict, merged
from bias.sharing.models import Instalment, TakenPiece
from knitting.files import plan_text
from tests.bias.pages import shown
from tests.bias.pressing import press, send
from tests.bias.test_sharing import link_of
from tests.knitting.planning import made

pytestmark = pytest.mark.usefixtures("no_tries")

PATTERN = """Title: Quay shawl
Gauge: 20 sts x 40 rows = 10 cm
Cast on 9 sts.
Row 1: K1, yo, k to last st, yo, k1. (11 sts)
Row 2: Knit.
Repeat rows 1 and 2, 4 more times. (19 sts)
Section: Border
Row 11: K1, yo, k to last st, yo, k1. (21 sts)
Row 12: Purl.
Row 13: Knit.
Bind off.
"""
YO, M1 = "Row 1: K1, yo, k to last st, yo, k1.", "Row 1: K1, m1, k to last st, m1, k1."
KFB = "Row 1: K1, kfb, k to last 2 sts, kfb, k1."


@pytest.fixture
def piece(client, knitter):
    client.force_login(knitter)
    return keep_piece(knitter, PATTERN)


@pytest.fixture
def tern(settings, db):
    """A reader with a basket of her own."""
    settings.BIAS_HOUSEHOLD = False
    browser = Client()
    browser.force_login(Knitter.objects.create_user("tern"))
    return browser


def parted(piece, *rows, opened=1):
    for at, row in enumerate(rows):
        Instalment.objects.create(piece=piece, until_row=row, opens_at=timezone.now() if at < opened else None)


def taken_by(tern, client, piece):
    """The piece that Tern took by a link, and its address."""
    where = link_of(client, piece)
    tern.post(f"{where}take/")
    return TakenPiece.objects.get().piece, where


def decided(tern, mine, **choices):
    """The answer to what is pressed on the page of what changed."""
    page = shown(tern.get(f"/pieces/{mine.pk}/changes/"))
    seen = dict(re.findall(r'name="(theirs|until|seen)"\s+value="(\d+)"', page))
    return tern.post(f"/pieces/{mine.pk}/changes/", seen | choices)


# -- where a pattern may be parted ----------------------------------------------------------------------------


def test_a_pattern_is_parted_after_lines_and_its_counts_are_told():
    found = results_of_words(PATTERN)
    places = [(place.line, place.row, place.count) for place in parting_places(found)]
    assert places == [(4, 1, 11), (5, 2, 11), (6, 10, 19), (8, 11, 21), (9, 12, 21), (10, 13, 21)]


@pytest.mark.parametrize(("row", "rows"), [(0, 0), (1, 1), (5, 2), (10, 10), (12, 12), (13, 13), (99, 13)])
def test_words_up_to_a_row_are_worked_as_far_as_that(row, rows):
    whole = results_of_words(PATTERN)
    part = results_of_words(words_until(whole, row)).worked
    assert [each.after for each in part.rows] == [each.after for each in whole.worked.rows[:rows]]
    assert bool(part.problems) == bool(whole.worked.problems)


# -- three texts ----------------------------------------------------------------------------------------------

LINES = st.lists(st.sampled_from("abcdef"), max_size=8).map("\n".join)


@given(LINES, LINES)
def test_what_one_alone_changed_is_taken_over(base, other):
    assert merged(base, base, other).text() == other
    assert merged(base, other, base).text() == other
    assert merged(base, other, other).text() == other
    assert not merged(base, other, other).conflicts


@given(LINES, LINES, LINES)
def test_where_both_changed_the_same_each_choice_is_there(base, mine, theirs):
    found = merged(base, mine, theirs)
    if not found.conflicts:
        assert merged(base, theirs, mine).text() == found.text()
    words = "\n".join(
        line for part in found.parts for line in ((*part.mine, *part.theirs) if isinstance(part, Conflict) else part)
    )
    added = set(mine.split("\n")) - set(base.split("\n")) | (set(theirs.split("\n")) - set(base.split("\n")))
    assert added <= set(words.split("\n")), "nothing that either added is lost"


# -- read part by part ----------------------------------------------------------------------------------------


def test_a_reader_sees_what_is_open_and_the_count_there(client, piece, tern):
    where = link_of(client, piece)
    client.post(f"/pieces/{piece.pk}/instalments/", {"do": "part", "row": "10"})
    client.post(f"/pieces/{piece.pk}/instalments/", {"do": "part", "row": "13"})
    assert "Nothing of it is open yet." in shown(tern.get(where))
    assert "yo" not in tern.get(f"{where}words.txt").content.decode()
    client.post(f"/pieces/{piece.pk}/instalments/", {"do": "open", "row": "10"})
    page = shown(tern.get(where))
    assert "Part 1 of 2 is open, up to row 10. You should have <b>19</b> stitches there." in page
    assert "Row 11" not in page
    assert "Row 11" not in tern.get(f"{where}words.txt").content.decode()
    client.post(f"/pieces/{piece.pk}/instalments/", {"do": "close", "row": "10"})
    assert "Nothing of it is open yet." in shown(tern.get(where))


def test_a_part_opens_at_its_time(client, piece, tern):
    where = link_of(client, piece)
    parted(piece, 10, 13, opened=1)
    page = f"/pieces/{piece.pk}/instalments/"
    later = timezone.now() + timedelta(days=2)
    client.post(page, {"do": "time", "row": "13", "at": f"{later:%Y-%m-%dT%H:%M}"})
    assert "The next opens on" in shown(tern.get(where))
    Instalment.objects.filter(until_row=13).update(opens_at=timezone.now() - timedelta(seconds=1))
    assert "Part 2 of 2 is open, up to row 13" in shown(tern.get(where))


NONSENSE = [
    ({"do": "part", "row": "5"}, 422), ({"do": "part", "row": "x"}, 422), ({"do": "part"}, 422),
    ({"do": "time", "row": "10", "at": "soon"}, 422), ({"do": "time", "row": "10", "at": "2026-13-45T99:99"}, 422),
    ({"do": "time", "row": "10", "at": "0001-01-01T00:00"}, 422),
    ({"do": "time", "row": "10", "at": "9999-12-31T23:59"}, 422),
    ({"do": "what"}, 302), ({}, 302), ({"do": "open", "row": "999"}, 302),
]  # fmt: skip


@pytest.mark.parametrize(("given", "status"), NONSENSE)
def test_nonsense_marks_and_opens_nothing(client, piece, given, status):
    parted(piece, 10, opened=0)
    assert client.post(f"/pieces/{piece.pk}/instalments/", given).status_code == status
    assert [(each.until_row, each.is_open) for each in piece.instalments.all()] == [(10, False)]


# -- taken over -----------------------------------------------------------------------------------------------


def test_two_parts_are_followed_with_a_stitch_exchanged(client, piece, tern):
    parted(piece, 2, 10, 13)
    mine, _ = taken_by(tern, client, piece)
    assert "Row 11" not in mine.words
    revise(mine, 1, mine.words.replace(YO, M1))
    send(tern, mine, *[press("row", row, revision=2) for row in (1, 2)])
    for row, last in ((10, "4 more times"), (13, "Bind off")):
        assert not with_changes(mine.owner)
        client.post(f"/pieces/{piece.pk}/instalments/", {"do": "open", "row": str(row)})
        assert [each.piece for each in with_changes(mine.owner)] == [mine]
        assert "changed or added to" in shown(tern.get("/"))
        assert "The 2 rows that you have worked stay as they are." in shown(tern.get(f"/pieces/{mine.pk}/changes/"))
        assert decided(tern, mine).status_code == 302
        assert M1 in mine.words
        assert last in mine.words
    assert "Nothing since you took it" in shown(tern.get(f"/pieces/{mine.pk}/changes/"))
    assert len(mine.results.worked.rows) == 13
    assert not mine.results.worked.problems


def test_what_contradicts_rows_that_are_worked_is_said_and_each_conflict_decided(client, piece, tern):
    mine, _ = taken_by(tern, client, piece)
    revise(mine, 1, mine.words.replace(YO, M1))
    send(tern, mine, *[press("row", row, revision=2) for row in (1, 2, 3)])
    revise(
        piece,
        1,
        PATTERN.replace(YO, "Row 1: K1, kfb, k to last 2 sts, kfb, k1.").replace("Row 12: Purl", "Row 12: Knit"),
    )
    page = shown(tern.get(f"/pieces/{mine.pk}/changes/"))
    assert "Both of you changed this:" in page
    assert decided(tern, mine, **{"conflict-0": "mine"}).status_code == 302
    assert M1 in mine.words
    assert "Row 12: Knit" in mine.words
    revise(
        piece, 2, PATTERN.replace(YO, "Row 1: K1, kfb, k to last 2 sts, kfb, k1.").replace("Row 2: Knit", "Row 2: Purl")
    )
    page = shown(tern.get(f"/pieces/{mine.pk}/changes/"))
    assert "You have worked 3 rows. Row 2 is the first of them that changes" in page
    assert decided(tern, mine, do="leave").status_code == 302
    assert "Row 2: Knit" in mine.words
    assert not with_changes(mine.owner)


def test_the_writers_lines_are_taken_where_they_are_chosen(client, piece, tern):
    mine, _ = taken_by(tern, client, piece)
    revise(mine, 1, mine.words.replace(YO, M1))
    revise(piece, 1, PATTERN.replace(YO, KFB))
    decided(tern, mine, **{"conflict-0": "theirs"})
    assert "kfb" in mine.words
    assert M1 not in mine.words


def test_a_piece_taken_by_an_earlier_release_has_its_revision_as_base(client, piece, tern):
    mine, _ = taken_by(tern, client, piece)
    TakenPiece.objects.update(base="")
    assert "Nothing since you took it" in shown(tern.get(f"/pieces/{mine.pk}/changes/"))
    revise(mine, 1, mine.words.replace(YO, M1))
    revise(piece, 1, PATTERN.replace("Row 12: Purl", "Row 12: Knit"))
    assert "Both of you changed this" not in shown(tern.get(f"/pieces/{mine.pk}/changes/"))
    decided(tern, mine)
    assert M1 in mine.words
    assert "Row 12: Knit" in mine.words


def test_two_who_change_at_once_are_told(client, piece, tern):
    mine, _ = taken_by(tern, client, piece)
    revise(piece, 1, PATTERN.replace("Purl", "Knit"))
    page = shown(tern.get(f"/pieces/{mine.pk}/changes/"))
    seen = dict(re.findall(r'name="(theirs|until|seen)"\s+value="(\d+)"', page))
    revise(piece, 2, PATTERN.replace("Row 12: Purl", "Row 12: K all"))
    late = tern.post(f"/pieces/{mine.pk}/changes/", seen)
    assert (late.status_code, "has changed it once more" in shown(late)) == (409, True)
    page = shown(tern.get(f"/pieces/{mine.pk}/changes/"))
    seen = dict(re.findall(r'name="(theirs|until|seen)"\s+value="(\d+)"', page))
    revise(mine, 1, mine.words.replace(YO, M1))
    late = tern.post(f"/pieces/{mine.pk}/changes/", seen)
    assert (late.status_code, "in another tab" in shown(late)) == (409, True)
    assert mine.revisions.count() == 2


def test_where_its_source_is_gone_the_piece_stays(client, piece, tern):
    mine, _ = taken_by(tern, client, piece)
    revise(piece, 1, PATTERN.replace("Purl", "Knit"))
    client.post(f"/pieces/{piece.pk}/share/", {"do": "take-back"})
    assert "Nothing since you took it" in shown(tern.get(f"/pieces/{mine.pk}/changes/"))
    piece.delete()
    assert "What it was taken from is gone." in shown(tern.get(f"/pieces/{mine.pk}/changes/"))
    assert not with_changes(mine.owner)
    assert mine.words == PATTERN


def test_a_plan_that_was_left_alone_is_taken_over_whole(client, knitter, tern):
    client.force_login(knitter)
    before, after = (plan_text(made("triangle", to=to)) for to in (60, 80))
    piece = keep_plan(knitter, before)
    mine, _ = taken_by(tern, client, piece)
    revise_plan(piece, 1, after)
    change = waiting_change(TakenPiece.objects.get())
    assert take_over(TakenPiece.objects.get(), change, 1, [])
    assert mine.current.plan == after


# -- in another size ------------------------------------------------------------------------------------------


def test_a_reader_sees_another_size_in_her_words_and_takes_it(client, knitter, tern):
    client.force_login(knitter)
    piece = keep_plan(knitter, plan_text(made("triangle")))
    where = link_of(client, piece)
    measures = re.findall(r'<option\s+value="(\w+_cm)"', shown(tern.get(where)))
    asked = {"measure": measures[0], "wish": "90", "unit": "cm", "dialect": "uk"}
    page = shown(tern.get(where, asked))
    said = re.search(r"In the size nearest to that: (\d+) cm", page)
    assert abs(int(said[1]) - 90) <= 2
    assert "Cast off" in page
    assert "Cast off" in tern.get(f"{where}words.txt", asked).content.decode()
    tern.post(f"{where}take/", asked)
    mine = TakenPiece.objects.get().piece
    assert mine.is_planned
    assert len(mine.results.worked.rows) != len(piece.results.worked.rows)


@pytest.mark.parametrize("wish", ["0", "-4", "wide", "1e99", "<b>"])
def test_a_size_that_cannot_be_is_said_and_the_piece_shown_as_it_is(client, knitter, tern, wish):
    client.force_login(knitter)
    where = link_of(client, keep_plan(knitter, plan_text(made("triangle"))))
    page = shown(tern.get(where, {"measure": "width_cm", "wish": wish}))
    assert "No size comes near that" in page
    assert "<b>" not in re.findall(r'name="wish" value="([^"]*)"', page)
