"""A piece is given another name: only its title changes, whatever the title looks like."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from knitting.words.titles import with_title
from tests.knitting.asking import worked

CASES = [
    ("none yet", "Cast on 5 sts.\nRow 1: Knit.", "Title: Tern\nCast on 5 sts.\nRow 1: Knit."),
    ("nothing at all", "", "Title: Tern\n"),
    ("a header", "Title: Gull\nCast on 5 sts.", "Title: Tern\nCast on 5 sts."),
    ("a heading", "Gull shawl\nCast on 5 sts.\nRow 1: Knit.", "Tern\nCast on 5 sts.\nRow 1: Knit."),
    ("in another language", "Titolo: Gull\nAvviare 5 maglie.", "Titolo: Tern\nAvviare 5 maglie."),
    ("said again below", "Gull\nCast on 5 sts.\nNote: Gull is a bird.", "Tern\nCast on 5 sts.\nNote: Gull is a bird."),
]


@pytest.mark.parametrize(("was", "text", "now"), CASES, ids=[case[0] for case in CASES])
def test_only_the_title_is_another(was, text, now):
    assert with_title(text, "  Tern ") == now
    assert worked(now).piece.title == "Tern"


def test_an_empty_title_and_the_same_title_change_nothing():
    assert with_title("Title: Gull\nCast on 5 sts.", " \n") == "Title: Gull\nCast on 5 sts."
    assert with_title("Title: Gull\nCast on 5 sts.", "Gull") == "Title: Gull\nCast on 5 sts."


@given(st.text(min_size=1, max_size=40), st.sampled_from([text for _, text, _ in CASES]))
def test_whatever_it_is_called_its_rows_stay(title, text):
    named = with_title(text, title)
    assert [row.parts for row in worked(named).rows] == [row.parts for row in worked(text).rows]
    if title.isprintable() and title.strip():
        assert worked(named).piece.title == " ".join(title.split())
