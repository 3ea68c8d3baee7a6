"""The words of a piece in other ways: own hand, written out, revisions, files; and the editor's answers."""

import csv
import io
import json
from html import unescape

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from bias.pieces.actions import keep_piece, revise
from bias.pieces.differences import line_differences, said_difference
from bias.results import digest, results_of_words
from bias.writing.actions import draft_of
from bias.writing.margin import changed_lines, margin
from tests.bias.long_texts import LONG_TEXTS
from tests.bias.pages import shown

SHAWL = """Title: Skiff shawl
Cast on 11 sts.
Mark the center stitch.
Row 1 (RS): K3, yo, k to center st, yo, k1, yo, k to last 3 sts, yo, k3. (15 sts)
Row 2 (WS): Knit.
Repeat rows 1 and 2 until there are 31 sts.
Bind off.
"""


@pytest.fixture
def shawl(knitter):
    return keep_piece(knitter, SHAWL)


def page_of(answer):
    assert answer.status_code == 200
    return unescape(shown(answer))


def test_only_the_lines_that_changed_are_sent(client, knitter):
    client.post("/bring-in/check/", {"words": SHAWL})
    after = SHAWL.replace("Row 2 (WS): Knit.", "Row 2 (WS): Purl.")
    page = page_of(client.post("/bring-in/check/", {"words": after, "seen": digest(SHAWL)}))
    assert page.count('class="ln') == 1
    assert 'id="ln-5"' in page
    assert digest(after) in page
    assert 'id="beside"' not in page_of(
        client.post("/bring-in/check/", {"words": SHAWL + "# more", "seen": digest(SHAWL)})
    )
    page = page_of(client.post("/bring-in/check/", {"words": after, "seen": "unknown"}))
    assert 'id="beside"' in page
    assert page.count('class="ln') == len(after.split("\n"))


@pytest.mark.parametrize(
    ("change", "numbers"),
    [
        (("Title: Skiff shawl", "Title: Skiff"), [1]),
        (("Row 2 (WS): Knit.\n", "Row 2 (WS): Knit.\n# a note\n"), [6]),
        (("Title: Skiff shawl\n", ""), []),
        (("until there are 31", "until there are 35"), [6]),
    ],
)
def test_lines_are_matched_as_the_page_matches_them(change, numbers):
    old, new = results_of_words(SHAWL), results_of_words(SHAWL.replace(*change))
    assert [line.number for line in changed_lines(old, new)] == numbers


def test_the_margin_says_side_parts_change_fold_and_doubt():
    lines = margin(results_of_words(SHAWL.replace("Row 2 (WS): Knit.", "Row 2 (WS): Sl1, k to end.")))
    assert [(line.side, line.parts, line.change) for line in lines[3:5]] == [("RS", "7-1-7", 4), ("WS", "7-1-7", 0)]
    assert lines[5].row_group == "8 rows, 15 to 31"
    italian = margin(results_of_words("Avviare 5 m.\nFerro 1 (RL): Diritto."))
    assert [line.side for line in italian] == ["", "RL"]
    inks = {stretch.ink for line in lines for stretch in line.marked_text}
    assert inks == {"", "head", "increase", "mark", "count", "repeat"}
    balanced = margin(results_of_words("Cast on 9 sts.\nRow 1: k2, yo, k2tog, k to end"))[1]
    assert balanced.balanced
    assert balanced.misreading == "+1 -1: increases and decreases cancel, and the count stays at 9."


def test_text_is_escaped_wherever_it_is_shown(client, knitter):
    words = '<script>alert("x")</script>\nSection: <b>&\nCast on 5 sts.\nRow 1: <i>k5</i>\n'
    answer = shown(client.post("/bring-in/check/", {"words": words}))
    assert "<script>alert" not in answer
    assert "<i>k5" not in answer


def test_the_needle_of_the_row_under_the_caret(client, shawl):
    page = page_of(client.get(f"/pieces/{shawl.pk}/words/row/", {"line": 6, "time": 8}))
    assert "<b>8</b> of 8" in page
    assert "wrong side" in page
    assert "15" in page
    page = page_of(client.get(f"/pieces/{shawl.pk}/words/row/", {"line": 6, "time": "999"}))
    assert "<b>8</b> of 8" in page
    assert "on the needle after this line: 5-1-5" in page_of(client.get(f"/pieces/{shawl.pk}/words/row/", {"line": 3}))
    for nonsense in ({}, {"line": "x"}, {"line": "-1"}, {"line": 10**12}):
        assert "Put the caret in a row" in page_of(client.get(f"/pieces/{shawl.pk}/words/row/", nonsense))


def test_own_hand_shows_what_changes_and_puts_it_in_the_editor(client, knitter, shawl):
    page = page_of(client.get(f"/pieces/{shawl.pk}/words/hand/", {"increase": "m1_pair", "marking": "needle-before"}))
    assert "2 lines change" in page
    assert "All 10 rows keep their counts." in page
    answer = client.post(f"/pieces/{shawl.pk}/words/hand/", {"increase": "m1_pair", "marking": "needle-before"})
    assert answer.status_code == 302
    words = draft_of(knitter, shawl).words
    assert "Row 1 (RS): K3, m1l, k to m, m1r, sm, k1, m1l, k to last 3 sts, m1r, k3. (15 sts)" in words
    assert [row.end for row in results_of_words(words).worked.rows] == [
        row.end for row in results_of_words(SHAWL).worked.rows
    ]
    assert shawl.revisions.count() == 1


def test_own_hand_says_what_it_cannot_do(client, shawl):
    page = page_of(client.get(f"/pieces/{shawl.pk}/words/hand/", {"leaning": "left"}))
    assert "Nothing changes" in page
    assert "Row 1: 'yo' cannot be made to lean left." in page
    page = page_of(client.get(f"/pieces/{shawl.pk}/words/hand/", {"increase": "../etc", "marking": "<b>"}))
    assert "Nothing exchanged yet" in page


def test_written_out_in_each_dialect(client, knitter, shawl):
    page = page_of(client.get(f"/pieces/{shawl.pk}/words/written/", {"dialect": "it"}))
    assert "Ferro 1 (DL): 3 dir, gett, dir fino alla m centrale" in page
    assert "gettato" in page
    assert client.get(f"/pieces/{shawl.pk}/words/written/", {"dialect": "xx"}).status_code == 404
    client.post(f"/pieces/{shawl.pk}/words/written/", {"dialect": "uk"})
    assert "Cast off." in draft_of(knitter, shawl).words


def test_revisions_show_what_each_changed_and_can_be_taken_up_again(client, knitter, shawl):
    revise(shawl, 1, SHAWL.replace("31", "35"))
    page = page_of(client.get(f"/pieces/{shawl.pk}/words/revisions/"))
    assert "From revision 1 to 2" in page
    assert "<b>31</b>" in page
    assert "<b>35</b>" in page
    assert "10 rows became 12." in page
    assert "how it began" in page_of(client.get(f"/pieces/{shawl.pk}/words/revisions/", {"number": "1"}))
    client.post(f"/pieces/{shawl.pk}/words/revisions/", {"number": "1"})
    assert draft_of(knitter, shawl).words == SHAWL
    assert shawl.revisions.count() == 2


def test_a_difference_names_words_counts_and_what_it_comes_to():
    old, new = results_of_words(SHAWL), results_of_words(SHAWL.replace("(15 sts)", "(16 sts)"))
    lines = [(line.way, line.number, [p.text for p in line.pieces if p.changed]) for line in line_differences(old, new)]
    assert ("out", 4, ["15"]) in lines
    assert ("in", 4, ["16"]) in lines
    assert said_difference(old, new) == (
        "All 10 rows keep their counts; 1 place does not add up, where before none did."
    )


@pytest.mark.parametrize(("old", "new"), LONG_TEXTS)
def test_a_difference_of_long_texts_is_cut_at_600_lines(old, new):
    assert 0 < len(line_differences(results_of_words(old), results_of_words(new))) <= 601


def test_a_difference_leaves_out_what_is_the_same_in_between():
    old = "\n".join(f"# line {n}" for n in range(30))
    new = old.replace("line 5", "line five").replace("line 20", "line twenty")
    ways = [(line.way, line.number) for line in line_differences(results_of_words(old), results_of_words(new))]
    assert ways == [
        ("same", 4), ("same", 5), ("out", 6), ("in", 6), ("same", 7), ("same", 8), ("gap", 0),
        ("same", 19), ("same", 20), ("out", 21), ("in", 21), ("same", 22), ("same", 23),
    ]  # fmt: skip


def test_lines_between_two_changes_stand_once():
    old = "\n".join(f"# line {n}" for n in range(9))
    new = old.replace("line 3", "line three").replace("line 5", "line five")
    ways = [(line.way, line.number) for line in line_differences(results_of_words(old), results_of_words(new))]
    assert ways == [
        ("same", 2), ("same", 3), ("out", 4), ("in", 4), ("same", 5), ("out", 6), ("in", 6), ("same", 7), ("same", 8),
    ]  # fmt: skip


def test_files_go_out_and_come_in_again(client, shawl):
    data = client.get(f"/pieces/{shawl.pk}/words.json")
    words = client.post("/bring-in/file/", {"file": SimpleUploadedFile("piece.json", data.content)}).content.decode()
    assert [row.parts for row in results_of_words(words).worked.rows] == [
        row.parts for row in results_of_words(SHAWL).worked.rows
    ]
    table = list(csv.DictReader(io.StringIO(client.get(f"/pieces/{shawl.pk}/rows.csv").content.decode())))
    assert len(table) == 10
    assert (table[0]["row"], table[0]["end"], table[0]["parts"]) == ("Row 1", "15", "7 1 7")
    text = client.get(f"/pieces/{shawl.pk}/written.txt", {"dialect": "uk"})
    assert text["Content-Disposition"] == f'attachment; filename="piece-{shawl.pk}.txt"'
    assert "Cast off." in shown(text)


@pytest.mark.parametrize(
    "text",
    ["{", "{}", '{"format": "bias-piece"}', "[1]", json.dumps({"format": "bias-piece", "version": 1}), "[" * 9999],
)
def test_a_file_that_holds_no_piece_is_refused_with_a_sentence(client, knitter, text):
    answer = client.post("/bring-in/file/", {"file": SimpleUploadedFile("piece.json", text.encode("utf-8", "replace"))})
    assert answer["X-Refused"] == "1"
    assert shown(answer).endswith(".")


def test_another_knitters_words_are_not_found(client, knitter, django_user_model):
    other = django_user_model.objects.create_user("someone", password="a-long-made-up-phrase")
    piece = keep_piece(other, SHAWL)
    pages = ("words/hand/", "words/written/", "words/revisions/")
    for address in (*pages, "words/row/", "words.json", "rows.csv", "written.txt"):
        assert client.get(f"/pieces/{piece.pk}/{address}").status_code == 404
    for address in pages:
        assert client.post(f"/pieces/{piece.pk}/{address}", {"dialect": "us", "number": "1"}).status_code == 404
