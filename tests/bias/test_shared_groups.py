"""A chapter or a thing by one link: each piece in it is read by a link of its own, none that is not in it."""

import re
from datetime import timedelta

import pytest
from django.core.cache import cache
from django.test import Client
from django.utils import timezone

from bias.accounts.secrets import derived
from bias.pieces.actions import keep_piece
from bias.sharing.models import SharedGroup, SharedLink
from bias.things.actions import begin_own
from tests.bias.pages import shown
from tests.bias.pressing import SHAWL


@pytest.fixture
def reader(client, knitter, settings):
    """A browser that nobody is signed in with, beside the one of the knitter."""
    cache.clear()
    client.force_login(knitter)
    settings.BIAS_HOUSEHOLD = False
    yield Client()
    cache.clear()


def in_chapter(knitter, *titles):
    pieces = [keep_piece(knitter, SHAWL.replace("Quay shawl", title)) for title in titles]
    for piece in pieces:
        piece.chapter = "For the circle"
        piece.save()
    return pieces


def group_link(client, page):
    return re.search(r'value="http://[^/]+(/shared/several/[\w-]{22}/)"', shown(client.post(page))).group(1)


CHAPTER = "/chapters/share/?chapter=For+the+circle"


def test_a_chapter_is_read_piece_by_piece_and_grows(client, knitter, reader):
    in_chapter(knitter, "Tern", "Gull")
    keep_piece(knitter, SHAWL.replace("Quay shawl", "Secret"))
    where = group_link(client, CHAPTER)
    assert where not in shown(client.get(CHAPTER))
    page = shown(reader.get(where))
    assert "2 pieces." in page
    assert "Secret" not in page
    links = re.findall(r'href="(/shared/[\w-]{22}/)"', page)
    assert ["Gull" in shown(reader.get(links[0])), "Tern" in shown(reader.get(links[1]))] == [True, True]
    in_chapter(knitter, "Skua")
    assert "3 pieces." in shown(reader.get(where))


def test_it_is_taken_back_with_every_piece_and_a_piece_alone_is_not(client, knitter, reader):
    (piece,) = in_chapter(knitter, "Tern")
    alone = re.search(r'value="http://[^/]+(/shared/[\w-]{22}/)"', shown(client.post(f"/pieces/{piece.pk}/share/")))[1]
    where = group_link(client, CHAPTER)
    inside = re.findall(r'href="(/shared/[\w-]{22}/)"', shown(reader.get(where)))[0]
    client.post(f"/pieces/{piece.pk}/share/", {"do": "take-back"})
    assert (reader.get(alone).status_code, reader.get(inside).status_code) == (404, 200)
    client.post(CHAPTER, {"do": "take-back"})
    assert (reader.get(where).status_code, reader.get(inside).status_code) == (404, 404)


def test_it_ends_at_its_time_with_every_piece(client, knitter, reader):
    in_chapter(knitter, "Tern")
    where = group_link(client, CHAPTER)
    inside = re.findall(r'href="(/shared/[\w-]{22}/)"', shown(reader.get(where)))[0]
    for table in (SharedGroup, SharedLink):
        table.objects.update(ends_at=timezone.now() - timedelta(seconds=1))
    assert (reader.get(where).status_code, reader.get(inside).status_code) == (404, 404)


def test_the_link_of_one_piece_tells_nothing_of_the_others():
    secrets = {derived("a secret", str(number)) for number in range(50)}
    assert len(secrets) == 50
    assert {len(each) for each in secrets} == {22}
    assert derived("a secret", "1") != derived("another secret", "1")


def test_a_thing_says_how_its_pieces_meet(client, knitter, reader):
    thing = begin_own(knitter, "Two panels", in_chapter(knitter, "Tern", "Gull"))
    page = shown(reader.get(group_link(client, f"/things/{thing.pk}/share/")))
    assert "Two panels" in page
    assert "2 pieces." in page
    thing.put_away_at = timezone.now()
    thing.save()
    assert reader.get(group_link(client, f"/things/{thing.pk}/share/")).status_code == 404


@pytest.mark.parametrize("chapter", ["", "Another", "<b>", "x" * 500])
def test_a_chapter_that_there_is_not_is_not_shared(client, knitter, reader, chapter):
    in_chapter(knitter, "Tern")
    assert client.post("/chapters/share/", {"chapter": chapter}).status_code == 404
    assert client.get("/chapters/share/", {"chapter": chapter}).status_code == 404
    assert not SharedGroup.objects.exists()


def test_a_guessed_link_leads_nowhere_and_guessing_is_slowed(reader):
    tried = [reader.get(f"/shared/several/{'a' * 22}/").status_code for _ in range(31)]
    assert tried == [404] * 30 + [429]
