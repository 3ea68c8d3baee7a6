"""Signing in: how often a wrong password may be tried, and what is let go of at the end."""

import pytest
from django.core.cache import cache

from bias.accounts.models import Knitter
from bias.accounts.sign_in import SignInView
from tests.bias.pages import shown

RIGHT = {"login": "wren", "password": "a long pass phrase"}
WRONG = {"login": "wren", "password": "another long phrase"}


@pytest.fixture(autouse=True)
def outside(settings, db):
    """A site that people sign in to, and Wren with a password."""
    settings.BIAS_HOUSEHOLD = False
    cache.clear()
    yield Knitter.objects.create_user(RIGHT["login"], password=RIGHT["password"])
    cache.clear()


def tried(client, word=WRONG, times=1, **more):
    """The status of the last of some tries."""
    return [client.post("/sign-in/", word, **more) for _ in range(times)][-1]


def test_after_five_wrong_passwords_no_other_is_tried(client):
    assert tried(client, times=5).status_code == 200
    refused = tried(client, RIGHT)
    assert (refused.status_code, refused["Retry-After"]) == (429, "300")
    assert "Too many wrong passwords: wait 5 minutes" in shown(refused)


def test_the_right_password_forgives_the_slips_before_it(client):
    tried(client, times=4)
    assert tried(client, RIGHT).status_code == 302
    assert tried(client, times=4).status_code == 200
    assert tried(client, RIGHT).status_code == 302


def test_others_cannot_lock_a_knitter_out_of_her_own_place(client):
    tried(client, times=8, REMOTE_ADDR="203.0.113.9")
    assert tried(client, RIGHT, REMOTE_ADDR="198.51.100.7").status_code == 302


def test_one_place_cannot_try_every_name(client):
    for at in range(20):
        tried(client, {**WRONG, "login": f"knitter {at}"})
    assert tried(client, {**WRONG, "login": "somebody else"}).status_code == 429


def test_behind_a_server_in_front_the_place_is_told_by_it(client, settings):
    settings.BIAS_BEHIND_PROXY = True
    tried(client, times=5, headers={"X-Real-IP": "203.0.113.9"})
    assert tried(client, RIGHT, headers={"X-Real-IP": "198.51.100.7"}).status_code == 302
    assert tried(client, RIGHT, headers={"X-Real-IP": "203.0.113.9"}).status_code == 429


def test_the_line_of_passwords_is_short(client, monkeypatch):
    for _ in range(3):
        assert SignInView.line.acquire(blocking=False)
    try:
        full = tried(client, RIGHT)
    finally:
        for _ in range(3):
            SignInView.line.release()
    assert (full.status_code, full["Retry-After"]) == (429, "5")
    assert tried(client, RIGHT).status_code == 302


def test_at_the_end_the_browser_lets_go_of_what_it_kept(client):
    tried(client, RIGHT)
    answer = client.post("/sign-out/")
    assert answer["Clear-Site-Data"] == '"cache"'
    assert client.get("/").status_code == 302


@pytest.mark.parametrize("address", ["/", "/ways/", "/bring-in/", "/begin/"])
def test_a_page_is_left_in_no_browser(client, address):
    tried(client, RIGHT)
    assert client.get(address)["Cache-Control"] == "private, no-store"
