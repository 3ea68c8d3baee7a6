"""Shared by a link: read by nobody in particular, never more than the piece; taken back, ended, guessed, taken."""

import re
from datetime import timedelta

import pytest
from django.test import Client
from django.utils import timezone
from django.utils.html import escape

from bias.accounts.models import Knitter
from bias.pieces.actions import keep_piece, keep_plan, put_away
from bias.pieces.models import Piece
from bias.results import said_counts
from bias.sharing import remarks
from bias.sharing.models import Remark, SharedLink, TakenPiece
from bias.yarns.actions import keep_whole
from bias.yarns.models import Yarn
from knitting.files import plan_text
from tests.bias.pages import shown
from tests.bias.pressing import SHAWL, press, send
from tests.knitting.planning import made

pytestmark = pytest.mark.usefixtures("no_tries")


@pytest.fixture
def piece(client, knitter):
    client.force_login(knitter)
    return keep_piece(knitter, SHAWL)


@pytest.fixture
def reader(settings, db):
    """A browser that nobody is signed in with."""
    settings.BIAS_HOUSEHOLD = False
    return Client()


def link_of(client, piece, **asked):
    """The address that the page shows once."""
    page = shown(client.post(f"/pieces/{piece.pk}/share/", asked))
    return re.search(r'value="http://[^/]+(/shared/[\w-]{22}/)"', page).group(1)


def test_a_link_is_shown_once_and_its_secret_is_not_kept(client, piece):
    where = link_of(client, piece)
    assert where not in shown(client.get(f"/pieces/{piece.pk}/share/"))
    (link,) = SharedLink.objects.all()
    assert where.strip("/").split("/")[1] not in str(vars(link))


def test_it_is_read_without_an_account_in_the_words_of_its_reader(client, piece, reader):
    where = link_of(client, piece)
    answer = reader.get(f"{where}?dialect=uk")
    page = shown(answer)
    assert answer.status_code == 200
    assert answer["X-Robots-Tag"] == "noindex, nofollow"
    assert "Quay shawl" in page
    assert "Cast on 9 sts." in page
    assert "<svg" in page
    assert "Take it into my basket" not in page  # she has none here
    assert all(escape(line) in page for line in piece.results.written("uk").splitlines())
    assert reader.get(f"{where}words.txt?dialect=it").content.decode().startswith("Titolo: Quay shawl")
    assert reader.get(f"{where}chart.svg")["Content-Type"] == "image/svg+xml"


def test_a_reader_sees_no_log_no_note_and_no_yarn_of_hers(client, knitter, piece, reader):
    send(client, piece, press("row", 1), press("note", 1, data={"text": "a bar of soap for Wren"}))
    yarn = Yarn.objects.create(owner=knitter, name="Secret heather", ball_grams=50, ball_metres=100)
    keep_whole(piece, yarn)
    where = link_of(client, piece)
    for page in ("", "words.txt", "chart.svg"):
        held = reader.get(f"{where}{page}").content.decode()
        assert not re.search("bar of soap|Secret heather|household", held), page
    assert "Shared by household" in shown(reader.get(link_of(client, piece, says_who="1")))


def test_a_link_that_was_renewed_taken_back_or_has_ended_leads_nowhere(client, piece, reader):
    first = link_of(client, piece)
    second = link_of(client, piece, days="7")
    assert reader.get(first).status_code == 404
    assert reader.get(second).status_code == 200
    assert "The link ends on" in shown(client.get(f"/pieces/{piece.pk}/share/"))
    SharedLink.objects.update(ends_at=timezone.now() - timedelta(seconds=1))
    assert "Nothing is shared here" in shown(reader.get(second))
    third = link_of(client, piece)
    client.post(f"/pieces/{piece.pk}/share/", {"do": "take-back"})
    assert reader.get(third).status_code == 404
    fourth = link_of(client, piece)
    put_away(piece)
    assert reader.get(fourth).status_code == 404


@pytest.mark.parametrize("behind", [")", ".", ").", "]", ">", "’", '"'])
def test_a_link_that_was_copied_out_of_a_sentence_still_leads_there(client, piece, reader, behind):
    where = link_of(client, piece)
    for copied in (f"{where.rstrip('/')}{behind}/", f"{where}{behind}"):
        answer = reader.get(copied)
        assert (answer.status_code, answer.get("Location")) == (302, where)
    assert reader.get(f"{where}something{behind}").status_code == 404


@pytest.mark.parametrize("secret", ["a", "a" * 22, "../../etc", "%00" * 22, "a" * 500])
def test_what_is_guessed_leads_nowhere(reader, secret):
    assert reader.get(f"/shared/{secret}/").status_code == 404


def test_who_guesses_is_asked_to_wait_and_others_are_not(client, piece, reader):
    where = link_of(client, piece)
    for at in range(30):
        assert reader.get(f"/shared/{at:022d}/").status_code == 404
    refused = reader.get(where)
    assert (refused.status_code, refused["Retry-After"]) == (429, "300")
    assert reader.get(where, REMOTE_ADDR="203.0.113.9").status_code == 200


def test_a_piece_is_taken_once_and_says_where_it_came_from(client, knitter, settings):
    settings.BIAS_HOUSEHOLD = False
    writer = Knitter.objects.create_user("wren", password="a long pass phrase")
    pattern = keep_plan(writer, plan_text(made("capelet")))
    hers, mine = Client(), Client()
    hers.force_login(writer)
    mine.force_login(knitter)
    where = link_of(hers, pattern, says_who="1")
    assert "Take it into my basket" in shown(mine.get(where))
    first = mine.post(f"{where}take/")
    again = mine.post(f"{where}take/")
    assert first.headers["Location"] == again.headers["Location"]
    taken = TakenPiece.objects.get()
    assert (taken.piece.owner, taken.title, taken.who, taken.revision) == (knitter, "Capelet", "wren", 1)
    assert taken.piece.current.plan == pattern.current.plan
    Piece.objects.filter(pk=pattern.pk).delete()
    page = shown(mine.get(f"/pieces/{taken.piece.pk}/share/"))
    assert "Shared by wren. What it was taken from is gone." in page
    assert hers.post(f"{where}take/").status_code == 404


def test_ones_own_link_leads_to_ones_own_piece(client, piece):
    where = link_of(client, piece)
    assert client.post(f"{where}take/").headers["Location"] == f"/pieces/{piece.pk}/"
    assert not TakenPiece.objects.exists()


def test_taking_needs_an_account(client, piece, reader):
    where = link_of(client, piece)
    assert reader.post(f"{where}take/").headers["Location"].startswith("/sign-in/")
    assert not TakenPiece.objects.exists()


def remark(reader, where, **given):
    return reader.post(where, {"row": "3", "text": "I have one fewer here", **given})


def test_remarks_are_gathered_by_row_and_tried_by_the_finder_of_mistakes(client, piece, reader):
    where = link_of(client, piece)
    right = piece.results.worked.rows[2].after.counts
    fewer = ", ".join(str(each) for each in (right[0] - 1, *right[1:]))
    for name in ("Dunnock", "Wren"):
        answer = remark(reader, where, counts=fewer, name=name)
        assert answer.headers["Location"] == f"{where}?left=1#remarks"
    remark(reader, where, row="", text="A lovely shawl <b>")
    remark(reader, where, row="5", counts="1, 2, 3, 4, 5, 6, 7")
    page = shown(client.get(f"/pieces/{piece.pk}/remarks/"))
    assert "After row 3 (" in page
    assert "2 readers made one mistake:" in page
    assert "Say it in the words." in page
    assert "A lovely shawl &lt;b&gt;" in page
    assert escape(said_counts(piece.results, 5, range(1, 8)).refusal) in page
    assert said_counts(piece.results, 5, range(1, 8)).refusal
    assert "4 remarks of readers wait" in shown(client.get(f"/pieces/{piece.pk}/share/"))


def test_an_answer_stands_where_the_next_reader_sees_it(client, piece, reader):
    where = link_of(client, piece)
    remark(reader, where)
    (left,) = Remark.objects.all()
    assert "I have one fewer here" not in shown(reader.get(where))  # the writer decides what others read
    client.post(
        f"/pieces/{piece.pk}/remarks/", {"remark": left.pk, "answer": "Row 3 has four of them.", "resolved": "1"}
    )
    assert "Row 3 has four of them." in shown(reader.get(where))
    left.refresh_from_db()
    assert left.resolved_at is not None


def test_the_same_remark_sent_twice_is_one(client, piece, reader):
    where = link_of(client, piece)
    remark(reader, where)
    remark(reader, where)
    assert Remark.objects.count() == 1


REFUSED = [
    ({"text": ""}, "This field is required."),
    ({"text": "x" * 601}, "at most 600 characters"),
    ({"row": "99999"}, "and no row &#x27;99999&#x27;."),
    ({"row": "<b>"}, "no row &#x27;&lt;b&gt;&#x27;."),
]


@pytest.mark.parametrize(("given", "why"), REFUSED)
def test_a_remark_that_cannot_be_is_given_back_as_it_was_typed(client, piece, reader, given, why):
    where = link_of(client, piece)
    answer = remark(reader, where, name="Dunnock", **given)
    assert answer.status_code == 422
    assert why in shown(answer)
    assert 'value="Dunnock"' in shown(answer)
    assert not Remark.objects.exists()


def test_who_writes_too_many_is_asked_to_wait(client, piece, reader):
    where = link_of(client, piece)
    answers = [remark(reader, where, text=f"number {at}").status_code for at in range(14)]
    assert answers[:12] == [302] * 12
    assert answers[12:] == [422, 422]
    assert Remark.objects.count() == 12


def test_nobody_answers_remarks_of_anothers_piece(client, piece, reader, django_user_model):
    where = link_of(client, piece)
    remark(reader, where)
    stranger = Client()
    stranger.force_login(django_user_model.objects.create_user("stranger", password="a long enough word"))
    own = keep_piece(django_user_model.objects.get(username="stranger"), SHAWL)
    stranger.post(f"/pieces/{own.pk}/remarks/", {"remark": Remark.objects.get().pk, "answer": "mine now"})
    assert Remark.objects.get().answer == ""


def test_only_so_many_different_counts_are_tried_for_one_page(client, piece, monkeypatch):
    tried = []
    monkeypatch.setattr(remarks, "said_counts", lambda *asked: tried.append(asked) or said_counts(*asked))
    for at in range(40):
        piece.remarks.create(row=3, text="off", counts=f"{at % 20}, 1", revision=1)
    assert client.get(f"/pieces/{piece.pk}/remarks/").status_code == 200
    assert len(tried) == 12
