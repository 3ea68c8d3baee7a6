"""Typed text is checked, kept as a draft, saved as revisions, and never lost."""

import re
from html import unescape

import pytest

from bias.pieces.models import Piece
from bias.results import results_of_words
from bias.writing.actions import draft_of
from bias.writing.margin import margin
from tests.bias.conftest import WORDS
from tests.bias.long_texts import NONSENSE
from tests.bias.pages import shown


def test_the_margin_counts_every_line_and_marks_where_it_is_wrong(client, knitter):
    page = unescape(
        client.post("/bring-in/check/", {"words": "Cast on 5 sts.\nRow 1: K2, yoo, k to end.\n"}).content.decode()
    )
    assert "<u>yoo</u>" in page
    assert "One place does not add up" in page
    assert "write 'yo'" in page


def test_what_is_typed_is_there_again_after_a_reload(client, knitter):
    client.post("/bring-in/check/", {"words": "Cast on 7"})
    assert "Cast on 7" in client.get("/bring-in/").content.decode()
    client.post("/bring-in/check/", {"words": "Cast on 77"})
    assert draft_of(knitter, None).words == "Cast on 77"


def stamp_of(client, where):
    """What a page of the editor has seen of the draft, and its own name."""
    page = client.get(where).content.decode()
    seen, name = (re.search(rf'id="{each}" value="([^"]*)"', page)[1] for each in ("draft-seen", "page-name"))
    return {"draft_seen": seen, "page_name": name}


@pytest.mark.parametrize("where", ["/bring-in/", "/pieces/{}/words/"])
def test_of_two_tabs_the_one_that_has_not_seen_the_other_is_asked(client, knitter, piece, where):
    where = where.format(piece.pk)
    of = None if where == "/bring-in/" else piece
    one, other = stamp_of(client, where), stamp_of(client, where)
    first = {"words": "Cast on 7 sts.", "started_from": 1}
    client.post(f"{where}check/", {**first, **one})
    said = shown(client.post(f"{where}check/", {"words": "Cast on 9 sts.", "started_from": 1, **other}))
    assert "This text was typed in elsewhere since you opened it" in said
    assert "Cast on 7 sts." in said
    assert draft_of(knitter, of).words == "Cast on 7 sts."
    assert "typed in elsewhere" not in shown(client.post(f"{where}check/", {**first, "words": "Cast on 8 sts.", **one}))
    saved = client.post(where, {"words": "Cast on 9 sts.", "started_from": 1, **other})
    assert saved.status_code == 200
    assert "typed in elsewhere" in shown(saved)
    assert (draft_of(knitter, of).words, piece.current.number) == ("Cast on 8 sts.", 1)
    mine = client.post(f"{where}check/", {"words": "Cast on 9 sts.", "started_from": 1, **other, "draft": "mine"})
    assert "typed in elsewhere" not in shown(mine)
    assert draft_of(knitter, of).words == "Cast on 9 sts."
    assert "typed in elsewhere" in shown(client.post(f"{where}check/", {**first, **one}))


def test_a_draft_that_was_saved_meanwhile_is_no_draft_that_a_page_has_seen(client, knitter, piece):
    where = f"/pieces/{piece.pk}/words/"
    client.post(f"{where}check/", {"words": "Cast on 7 sts.", "started_from": 1, **stamp_of(client, where)})
    stale = stamp_of(client, where)
    client.post(where, {"words": "Cast on 7 sts.", "started_from": 1, **stamp_of(client, where)})
    client.post(f"{where}check/", {"words": "Cast on 8 sts.", "started_from": 2, **stamp_of(client, where)})
    said = shown(client.post(f"{where}check/", {"words": "Cast on 9 sts.", "started_from": 1, **stale}))
    assert "typed in elsewhere" in said
    assert draft_of(knitter, piece).words == "Cast on 8 sts."


def test_a_draft_of_what_is_saved_already_stands_in_nobodys_way(client, knitter, piece):
    """A check that was under way while its page saved comes after it."""
    where = f"/pieces/{piece.pk}/words/"
    stale = stamp_of(client, where)
    client.post(f"{where}check/", {"words": piece.words, "started_from": 1, **stamp_of(client, where)})
    said = shown(client.post(f"{where}check/", {"words": "Cast on 9 sts.", "started_from": 1, **stale}))
    assert "typed in elsewhere" not in said
    assert draft_of(knitter, piece).words == "Cast on 9 sts."


def test_kept_rows_become_a_piece_and_the_draft_goes(client, knitter):
    client.post("/bring-in/check/", {"words": WORDS})
    answer = client.post("/bring-in/", {"words": WORDS})
    piece = Piece.objects.get()
    assert answer["Location"] == f"/pieces/{piece.pk}/"
    assert (piece.title, piece.words) == ("Quay cloth", WORDS)
    assert draft_of(knitter, None) is None


@pytest.mark.parametrize("words", ["", "  \n ", "x" * 200_001])
def test_what_cannot_be_kept_is_refused_with_a_sentence_and_stays_as_a_draft(client, knitter, words):
    answer = client.post("/bring-in/", {"words": words})
    assert 'role="alert"' in answer.content.decode()
    assert not Piece.objects.exists()
    assert draft_of(knitter, None).words == words


@pytest.mark.parametrize("words", NONSENSE, ids=[ascii(words[:24]) for words in NONSENSE])
def test_nonsense_is_answered_and_kept(client, knitter, words):
    client.get("/bring-in/")
    answer = client.post("/bring-in/check/", {"words": words})
    assert answer.status_code == 200
    kept = draft_of(knitter, None).words
    assert kept == words.replace("\r\n", "\n").replace("\r", "\n").replace("\x00", "\ufffd")


def test_the_margin_has_one_entry_for_every_line_that_the_field_shows():
    for text in ("", "\n", "a\nb", "a\nb\n", "\n\na", "a\x0bb\nc", "a\u2028b"):
        assert len(margin(results_of_words(text))) == text.count("\n") + 1, ascii(text)


def test_saving_makes_a_revision_and_the_same_words_make_none(client, piece):
    client.post(f"/pieces/{piece.pk}/words/", {"words": WORDS + "# more\n", "started_from": "1"})
    client.post(f"/pieces/{piece.pk}/words/", {"words": WORDS + "# more\n", "started_from": "1"})
    assert piece.revisions.count() == 2
    assert piece.words.endswith("# more\n")


def test_a_second_tab_gets_a_choice_and_loses_nothing(client, piece, knitter):
    address = f"/pieces/{piece.pk}/words/"
    client.post(address, {"words": WORDS + "# first tab\n", "started_from": "1"})
    answer = client.post(address, {"words": WORDS + "# second tab\n", "started_from": "1"})
    page = answer.content.decode()
    assert "saved elsewhere in the meantime" in page
    assert "# second tab" in page
    assert piece.words.endswith("# first tab\n")
    client.post(address, {"words": WORDS + "# second tab\n", "started_from": "1", "over": "mine", "seen": "2"})
    assert piece.words.endswith("# second tab\n")
    assert piece.revisions.get(number=2).words.endswith("# first tab\n")


def test_the_other_choice_drops_the_draft(client, piece, knitter):
    address = f"/pieces/{piece.pk}/words/"
    client.post(address, {"words": WORDS + "# first tab\n", "started_from": "1"})
    client.post(address, {"words": WORDS + "# second\n", "started_from": "1", "over": "theirs", "seen": "2"})
    assert piece.words.endswith("# first tab\n")
    assert draft_of(knitter, piece) is None


def test_a_draft_of_a_piece_is_restored_with_the_revision_it_started_from(client, piece):
    client.post(f"/pieces/{piece.pk}/words/check/", {"words": "half typed", "started_from": "1"})
    page = client.get(f"/pieces/{piece.pk}/words/").content.decode()
    assert "half typed" in page
    assert "draft kept, not saved yet" in page
