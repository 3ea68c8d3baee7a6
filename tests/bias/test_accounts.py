"""Accounts: made by invitation, found again by code, link or mail; a second step, devices; a household's knitters."""

import hashlib
import hmac
import io
import re
import struct
import time
from base64 import b32decode
from datetime import timedelta

import pytest
from django.core.cache import cache
from django.core.management import CommandError, call_command
from django.test import Client
from django.utils import timezone

from bias.accounts import recovery
from bias.accounts.invitations import make_invitation
from bias.accounts.models import Invitation, Knitter, RecoveryCode
from bias.pieces.actions import keep_piece
from tests.bias.pages import shown
from tests.bias.pressing import SHAWL

PASSWORD, OTHER = "a long pass phrase", "another long phrase"
SIGN_UP = "/account/sign-up/"
CODE = r"<code>([a-z0-9]{5}-[a-z0-9-]+)</code>"


@pytest.fixture(autouse=True)
def outside(settings, db):
    """A site that people sign in to, where nothing was tried yet."""
    settings.BIAS_HOUSEHOLD = False
    cache.clear()
    yield
    cache.clear()


@pytest.fixture
def wren(django_user_model):
    """A knitter, who keeps the server."""
    return django_user_model.objects.create_user("wren", password=PASSWORD, is_staff=True)


def signed_in(name="wren", password=PASSWORD):
    """A browser of somebody, and the status of her signing in."""
    browser = Client(HTTP_USER_AGENT="a browser (Mobile)")
    return browser, browser.post("/sign-in/", {"login": name, "password": password})


def is_in(browser):
    return browser.get("/").status_code == 200


def test_an_invitation_makes_one_account_and_gives_eight_codes(client, wren):
    keeper, _ = signed_in()
    link = re.search(r'value="http://testserver(/join/[^"]+)"', shown(keeper.post("/account/invite/")))[1]
    assert client.get(link).headers["Location"] == SIGN_UP
    made = client.post(SIGN_UP, {"username": "tern", "password1": PASSWORD})
    assert made.headers["Location"] == "/account/codes/"
    page = shown(client.post("/account/codes/"))
    codes = re.findall(CODE, page)
    assert (len(set(codes)), RecoveryCode.objects.count()) == (8, 8)
    assert Invitation.objects.get().used_by.username == "tern"
    assert "used by" in shown(keeper.get("/account/"))
    assert Client().get(link).status_code == 404


def test_of_two_who_use_one_invitation_at_once_one_makes_an_account(wren):
    link = f"/join/{make_invitation(wren)}/"
    both = [Client(), Client()]
    for browser in both:
        browser.get(link)
    for at, browser in enumerate(both):
        browser.post(SIGN_UP, {"username": f"tern{at}", "password1": PASSWORD})
    assert [each.username for each in Knitter.objects.order_by("pk")] == ["wren", "tern0"]


@pytest.mark.parametrize("secret", ["x", "0" * 22, "%00", "a" * 500])
def test_a_guessed_invitation_leads_nowhere_and_guessing_is_slowed(client, secret):
    for _ in range(30):
        assert client.get(f"/join/{secret}/").status_code == 404
    assert client.get(f"/join/{secret}/").status_code == 429


def test_an_invitation_ends(client, wren):
    link = f"/join/{make_invitation(wren)}/"
    client.get(link)
    Invitation.objects.update(ends_at=timezone.now() - timedelta(seconds=1))
    assert "by invitation" in shown(client.get(SIGN_UP))
    assert client.post(SIGN_UP, {"username": "tern", "password1": PASSWORD}).status_code == 200
    assert Knitter.objects.count() == 1


def test_only_who_keeps_the_server_invites(django_user_model):
    django_user_model.objects.create_user("tern", password=PASSWORD)
    tern, _ = signed_in("tern")
    assert tern.post("/account/invite/").status_code == 403
    assert "Invite somebody" not in shown(tern.get("/account/"))


@pytest.mark.parametrize(("rule", "open_to_all"), [("open", True), ("invited", False), ("closed", False)])
def test_who_may_make_an_account_is_a_setting(client, settings, wren, rule, open_to_all):
    settings.BIAS_SIGN_UP = rule
    client.post(SIGN_UP, {"username": "tern", "password1": PASSWORD})
    assert Knitter.objects.filter(username="tern").exists() == open_to_all
    link = f"/join/{make_invitation(wren)}/"
    assert Client().get(link).status_code == (404 if rule == "closed" else 302)


REFUSED = [
    ({"username": "Wren", "password1": PASSWORD}, "Somebody has that name already"),
    ({"username": "tern", "password1": "short"}, "at least 12 characters"),
    ({"username": "tern/", "password1": PASSWORD}, "A name has letters, figures and @ . + - _ only, and no spaces."),
    ({"username": "t" * 200, "password1": PASSWORD}, "at most 150"),
    ({}, "required"),
]


@pytest.mark.parametrize(("given", "why"), REFUSED)
def test_what_no_account_can_be_is_said(client, settings, wren, given, why):
    settings.BIAS_SIGN_UP = "open"
    assert why in shown(client.post(SIGN_UP, given))
    assert Knitter.objects.count() == 1


def test_a_code_changes_a_forgotten_password_once_and_signs_every_device_out(client, wren):
    code = recovery.new_codes(wren)[3]
    elsewhere, _ = signed_in()
    given = {"username": "wren", "code": code.upper().replace("-", " "), "password1": OTHER}
    assert client.post("/account/forgotten/", given).headers["Location"] == "/sign-in/?changed=1"
    assert not is_in(elsewhere)
    assert signed_in(password=OTHER)[1].status_code == 302
    again = client.post("/account/forgotten/", given | {"password1": PASSWORD})
    assert (again.status_code, "Each is good once" in shown(again)) == (422, True)
    assert "7 of 8 left" in shown(signed_in(password=OTHER)[0].get("/account/"))


def test_codes_are_not_guessed(client, wren):
    code = recovery.new_codes(wren)[0]
    wrong = {"username": "wren", "code": "aaaaa-aaaaa-aaaaa", "password1": OTHER}
    for _ in range(5):
        assert client.post("/account/forgotten/", wrong).status_code == 422
    assert client.post("/account/forgotten/", wrong | {"code": code}).status_code == 429


def test_a_weak_new_password_uses_no_code_up(client, wren):
    code = recovery.new_codes(wren)[0]
    refused = client.post("/account/forgotten/", {"username": "wren", "code": code, "password1": "short"})
    assert (refused.status_code, recovery.codes_left(wren)) == (422, 8)


def test_new_codes_want_the_password_once_more(wren):
    browser, _ = signed_in()
    first = shown(browser.post("/account/codes/"))
    asked = browser.post("/account/codes/")
    assert asked.headers["Location"].startswith("/account/again/")
    refused = browser.post(asked.headers["Location"], {"password": OTHER})
    assert "That is not your password." in shown(refused)
    new = shown(browser.post(asked.headers["Location"], {"password": PASSWORD}))
    assert len(set(re.findall(CODE, first)) | set(re.findall(CODE, new))) == 16


def test_who_keeps_the_server_makes_a_link_that_is_good_once(client, wren):
    said = io.StringIO()
    call_command("forgotten", "wren", stdout=said)
    link = said.getvalue().strip().removeprefix("http://127.0.0.1:8000")
    asked = client.get(link).headers["Location"]
    assert client.post(asked, {"password1": OTHER, "password2": OTHER}).status_code == 302
    assert signed_in(password=OTHER)[1].status_code == 302
    assert "was used already" in shown(Client().get(link))
    with pytest.raises(CommandError, match="no knitter tern"):
        call_command("forgotten", "tern")


def test_mail_brings_a_link_where_it_is_sent(client, settings, wren, mailoutbox):
    assert "e-mail" not in shown(client.get("/account/forgotten/"))
    settings.BIAS_SENDS_MAIL = True
    wren.email = "wren@example.org"
    wren.save()
    assert "/account/password/by-mail/" in shown(client.get("/account/forgotten/"))
    for address in ("nobody@example.org", "wren@example.org"):
        sent = client.post("/account/password/by-mail/", {"email": address})
        assert sent.headers["Location"] == "/account/password/by-mail/sent/"
    [message] = mailoutbox
    assert message.to == ["wren@example.org"]
    link = re.search(r"http://testserver(/account/password/new/\S+)", message.body)[1]
    asked = client.get(link).headers["Location"]
    client.post(asked, {"password1": OTHER, "password2": OTHER})
    assert signed_in(password=OTHER)[1].status_code == 302


def test_an_address_is_confirmed_by_a_link(settings, wren, mailoutbox):
    settings.ACCOUNT_EMAIL_VERIFICATION = "optional"
    browser, _ = signed_in()
    browser.post("/account/e-mail/", {"email": "wren@example.org", "action_add": "1"})
    link = re.search(r"http://testserver(/account/e-mail/\S+)", mailoutbox[0].body)[1]
    assert "wren@example.org is yours?" in shown(browser.get(link))
    browser.post(link)
    wren.refresh_from_db()
    assert wren.email == "wren@example.org"


def app_code(secret, moment=None):
    """The code of an authenticator app, by RFC 6238 (HMAC-SHA-1, 30 seconds, six digits)."""
    counter = struct.pack(">Q", int((moment or time.time()) // 30))
    spread = hmac.new(b32decode(secret), counter, hashlib.sha1).digest()
    at = spread[-1] & 15
    return f"{(struct.unpack('>I', spread[at : at + 4])[0] & 0x7FFFFFFF) % 10**6:06d}"


def test_the_code_of_an_app_is_that_of_the_standard():
    assert app_code("GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ", 59) == "287082", "RFC 6238, appendix B: 94287082"


def test_a_second_step_is_asked_for_and_its_codes_are_not_guessed(wren):
    browser, _ = signed_in()
    browser.post(browser.get("/account/second-step/app/").headers["Location"], {"password": PASSWORD})
    secret = re.search(r"<code>([A-Z2-7]{16,})</code>", shown(browser.get("/account/second-step/app/")))[1]
    wrong = browser.post("/account/second-step/app/", {"code": "000000"})
    assert "That code is not right" in shown(wrong)
    done = browser.post("/account/second-step/app/", {"code": app_code(secret)})
    assert done.headers["Location"] == "/account/second-step/codes/"
    spare = re.search(r"<code>(\d{8})</code>", shown(browser.get("/account/second-step/codes/")))[1]
    fresh, answer = signed_in()
    assert answer.headers["Location"].startswith("/account/second-step/enter/")
    assert not is_in(fresh)
    for _ in range(5):
        assert "not right" in shown(fresh.post("/account/second-step/enter/", {"code": "000000"}))
    assert "Too many" in shown(fresh.post("/account/second-step/enter/", {"code": spare}))
    assert not is_in(fresh)
    cache.clear()
    assert fresh.post("/account/second-step/enter/", {"code": spare}).headers["Location"] == "/"
    assert is_in(fresh)


def test_a_device_is_signed_out_alone_and_all_others_at_a_press(wren):
    here, _ = signed_in()
    there, _ = signed_in()
    untold = Client()
    untold.force_login(wren)
    page = shown(here.get("/account/devices/"))
    assert (page.count("A phone"), page.count("this one")) == (2, 1)
    number = re.search(r'name="device"\s+value="(\d+)"', page)[1]
    here.post("/account/devices/", {"device": number})
    assert (is_in(here), is_in(there), is_in(untold)) == (True, False, True)
    here.post("/account/devices/", {"do": "everywhere"})
    assert (is_in(here), is_in(untold)) == (True, False)
    assert shown(here.get("/account/devices/")).count("A phone") == 1


@pytest.mark.parametrize("nonsense", ["", "x", "-1", "9" * 30, "1' or 1=1"])
def test_a_device_that_is_not_hers_is_not_there(wren, nonsense):
    here, _ = signed_in()
    assert here.post("/account/devices/", {"device": nonsense}).status_code == 404


def test_a_changed_password_signs_other_devices_out(wren):
    here, there = signed_in()[0], signed_in()[0]
    given = {"oldpassword": PASSWORD, "password1": OTHER, "password2": OTHER}
    assert here.post("/account/password/", given).headers["Location"] == "/account/?changed=password"
    assert (is_in(here), is_in(there)) == (True, False)


def test_the_first_knitter_of_a_server_keeps_it(monkeypatch):
    for name in ("wren", "tern"):
        monkeypatch.setattr("sys.stdin", io.StringIO(f"{PASSWORD}\n"))
        call_command("knitter", "add", name, stdout=io.StringIO())
    assert [each.is_keeper for each in Knitter.objects.order_by("pk")] == [True, False]
    call_command("knitter", "keeper", "tern", stdout=io.StringIO())
    assert Knitter.objects.get(username="tern").is_keeper
    said = io.StringIO()
    call_command("knitter", "invite", stdout=said)
    link = said.getvalue().strip().removeprefix("http://127.0.0.1:8000")
    assert Client().get(link).headers["Location"] == SIGN_UP


SECRETS = {"password1": "a pass phrase of " + "many words " * 3, "code": "k" * 40, "credential": "c" * 40}


@pytest.mark.parametrize("field", SECRETS)
def test_the_page_of_an_error_gives_no_secret_back(wren, field):
    browser = Client(enforce_csrf_checks=True)
    page = shown(browser.post("/account/forgotten/", {field: SECRETS[field], "note": "what was typed " * 3}))
    assert "what was typed" in page
    assert SECRETS[field] not in page


ACCOUNT_PAGES = ["", "sign-up/", "codes/", "forgotten/", "devices/", "password/", "e-mail/", "second-step/"]


@pytest.mark.parametrize("page", ACCOUNT_PAGES)
def test_a_household_has_no_accounts(client, settings, page):
    settings.BIAS_HOUSEHOLD = True
    assert client.get(f"/account/{page}").status_code == 404
    assert "/account/" not in shown(client.get("/ways/"))


def test_knitters_of_a_household_have_baskets_of_their_own(client, settings):
    settings.BIAS_HOUSEHOLD = True
    client.get("/")
    keep_piece(Knitter.objects.get(username="household"), SHAWL)
    assert "Quay shawl" in shown(client.get("/"))
    moved = client.post("/who/", {"username": "Tern"})
    assert moved["Clear-Site-Data"] == '"cache"'
    assert "Quay shawl" not in shown(client.get("/"))
    page = shown(client.get("/who/"))
    assert page.index("household") > page.index("Tern") or "knits now" in page
    client.post("/who/", {"knitter": str(Knitter.objects.get(username="household").pk)})
    assert "Quay shawl" in shown(client.get("/"))


def test_who_has_a_password_is_chosen_by_nobody_else(client, settings, wren):
    settings.BIAS_HOUSEHOLD = True
    assert "wren" not in shown(client.get("/who/"))
    assert client.post("/who/", {"knitter": str(wren.pk)}).status_code == 404
    taken = client.post("/who/", {"username": "wren"})
    assert (taken.status_code, "Somebody has that name already" in shown(taken)) == (422, True)
    settings.BIAS_HOUSEHOLD = False
    assert client.post("/who/", {"username": "Tern"}).status_code in (302, 404)
    assert not Knitter.objects.filter(username="Tern").exists()
