"""Learning: ten questions are answered, explained and kept once; what was wrong is due again; forgotten at a press."""

import re
from datetime import timedelta

import pytest
from django.utils import timezone

from bias.learning.actions import answer, due_topics
from bias.learning.models import DrillAnswer
from bias.pieces.actions import keep_piece
from bias.results.drills import drills_of_piece
from tests.bias.pages import shown
from tests.bias.pressing import SHAWL


@pytest.fixture
def piece(knitter):
    return keep_piece(knitter, SHAWL)


def ten(client, piece):
    """Where ten questions begin, and the questions."""
    where = client.get(f"/pieces/{piece.pk}/drills/").headers["Location"]
    seed = int(where.split("/")[-3])
    return where.removesuffix("1/"), drills_of_piece(piece.words, seed, tuple(client.session["drills-due"][str(seed)]))


def test_ten_questions_two_of_them_wrong_are_answered_and_explained(client, knitter, piece):
    where, asked = ten(client, piece)
    assert len(asked) == 10
    for number, each in enumerate(asked, start=1):
        page = shown(client.get(f"{where}{number}/"))
        assert f"Question {number} of 10" in page
        assert page.count('name="answer"') == len(each.answers)
        chosen = each.drill.right if number not in (3, 7) else (each.drill.right + 1) % len(each.answers)
        told = shown(client.post(f"{where}{number}/", {"answer": str(chosen)}))
        assert ("Right." in told) is (number not in (3, 7))
        assert ("Next" in told, "Done" in told) == (number < 10, number == 10)
    assert [each.right for each in DrillAnswer.objects.all()].count(False) == 2
    assert "For you alone." in shown(client.get("/learn/"))


def test_an_answer_counts_once_however_often_it_is_sent(client, knitter, piece):
    where, asked = ten(client, piece)
    wrong = (asked[0].drill.right + 1) % len(asked[0].answers)
    for chosen in (wrong, asked[0].drill.right, wrong):
        client.post(f"{where}1/", {"answer": str(chosen)})
    assert [each.right for each in DrillAnswer.objects.all()] == [False]


@pytest.mark.parametrize("nonsense", ["", "x", "-1", "9", "9" * 40])
def test_nonsense_is_no_answer(client, knitter, piece, nonsense):
    where, _ = ten(client, piece)
    assert client.post(f"{where}1/", {"answer": nonsense}).status_code == 422
    assert not DrillAnswer.objects.exists()


@pytest.mark.parametrize("number", ["0", "11", "99999"])
def test_there_is_no_eleventh_question(client, knitter, piece, number):
    where, _ = ten(client, piece)
    assert client.get(f"{where}{number}/").status_code == 404


def test_what_was_wrong_is_due_soon_and_what_was_right_later(knitter, monkeypatch):
    answer(knitter, "a", "which-lean ssk", False)
    answer(knitter, "b", "which-side", True)
    answer(knitter, "c", "which-side", True)
    assert due_topics(knitter) == []
    now = timezone.now()
    for after, due in (
        (timedelta(minutes=2), ["which-lean ssk"]),
        (timedelta(days=60), ["which-lean ssk", "which-side"]),
    ):
        monkeypatch.setattr("bias.learning.actions.timezone.now", lambda at=now + after: at)
        assert due_topics(knitter) == due


def test_what_is_due_is_asked_first(client, knitter, piece):
    DrillAnswer.objects.create(
        owner=knitter, asked="a", topic="which-side", right=False, answered_at=timezone.now() - timedelta(hours=1)
    )
    assert "1 thing that you learned is due again" in shown(client.get("/learn/"))
    _, asked = ten(client, piece)
    assert asked[0].drill.topic == "which-side"


def test_all_of_it_is_forgotten_at_a_press_and_nothing_of_anothers(client, knitter, django_user_model):
    answer(knitter, "a", "which-side", True)
    answer(django_user_model.objects.create_user("stranger"), "a", "which-side", True)
    client.post("/learn/")
    assert [each.owner.username for each in DrillAnswer.objects.all()] == ["stranger"]


ODD = [
    "Cast on 5 sts.",
    "Row 1: K3, yo, k4.\nRow 2: frobnicate.",
    "Cast on 5 sts.\nRow 1: Knit.\nRepeat row 1 4999 more times.",
]


@pytest.mark.parametrize("words", ODD)
def test_of_an_odd_piece_what_can_be_asked_is_asked(client, knitter, words):
    where, asked = ten(client, keep_piece(knitter, words))
    assert asked
    page = shown(client.get(f"{where}1/"))
    assert re.search(r'<h1 class="drill-question">[^<]+\?', page)


def test_a_text_is_no_markup_in_a_question(client, knitter):
    piece = keep_piece(knitter, SHAWL.replace("Quay shawl", "<script>alert(1)</script>"))
    where, asked = ten(client, piece)
    assert not [n for n in range(1, len(asked) + 1) if "<script>alert" in shown(client.get(f"{where}{n}/"))]
