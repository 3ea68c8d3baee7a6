"""Accounts in the real interface: by invitation into a basket, a passkey at the second step, a device signed out."""

import pytest
from django.core.cache import cache
from playwright.sync_api import expect

from bias.accounts.invitations import make_invitation
from bias.accounts.models import Knitter
from tests.browser.conftest import PHONE

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]

PASSWORD = "a long pass phrase"


@pytest.fixture
def outside(settings, live_server):
    """A site that people sign in to, on this machine without https."""
    settings.BIAS_HOUSEHOLD = False
    settings.MFA_WEBAUTHN_ALLOW_INSECURE_ORIGIN = True
    cache.clear()
    yield live_server.url
    cache.clear()


def fill(page, **fields):
    for label, text in fields.items():
        page.get_by_label(label.replace("_", " ")).fill(text)


def test_by_an_invitation_into_a_basket_and_back_with_a_code(page, outside):
    page.set_viewport_size(PHONE)
    page.goto(f"{outside}/join/{make_invitation(None)}/")
    fill(page, Name="Tern", Password=PASSWORD)
    page.get_by_role("button", name="Make it").click()
    page.get_by_role("button", name="Show me my eight codes").click()
    expect(page.locator(".codes code")).to_have_count(8)
    codes = page.locator(".codes code").all_inner_texts()
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
    page.get_by_role("link", name="I have them").click()
    page.get_by_role("link", name="Your ways").click()
    page.get_by_role("link", name="Account").click()
    expect(page.get_by_text("You are signed in as Tern.")).to_be_visible()
    page.get_by_role("button", name="Sign out").click()
    page.get_by_role("link", name="I forgot my password").click()
    fill(page, Name="Tern", One_of_your_eight_codes=codes[5], A_new_password="another long phrase")
    page.get_by_role("button", name="Change the password").press("Enter")
    fill(page, Name="Tern", Password="another long phrase")
    page.get_by_role("button", name="Sign in").click()
    expect(page.get_by_role("heading", name="Your basket is empty")).to_be_visible()


@pytest.fixture
def device(page):
    """A device that answers with a passkey by itself."""
    key = page.context.new_cdp_session(page)
    key.send("WebAuthn.enable")
    about = {"protocol": "ctap2", "transport": "internal", "hasUserVerification": True, "isUserVerified": True}
    key.send("WebAuthn.addVirtualAuthenticator", {"options": about | {"automaticPresenceSimulation": True}})


def at_a_new_passkey(page, outside):
    Knitter.objects.create_user("wren", password=PASSWORD)
    page.goto(f"{outside}/account/second-step/passkeys/add/")
    fill(page, Name="wren", Password=PASSWORD)
    page.get_by_role("button", name="Sign in").click()
    page.get_by_label("Password").fill(PASSWORD)
    page.get_by_role("button", name="Go on").click()


def test_a_passkey_answers_at_the_second_step(page, outside, device):
    at_a_new_passkey(page, outside)
    page.get_by_role("button", name="Add it").click()
    expect(page.get_by_role("heading", name="Spare codes")).to_be_visible()
    page.goto(f"{outside}/account/")
    page.get_by_role("button", name="Sign out").click()
    fill(page, Name="wren", Password=PASSWORD)
    page.get_by_role("button", name="Sign in").click()
    expect(page.get_by_role("heading", name="The second step")).to_be_visible()
    page.get_by_role("button", name="Use a passkey").click()
    expect(page.get_by_role("link", name="Begin a piece").first).to_be_visible()


def test_a_passkey_takes_no_press_that_would_be_lost(page, outside):
    """Its button waits for the scripts that hear it: on a slow line a press would go nowhere."""
    page.route("**/passkeys.js", lambda route: route.abort())
    page.expected.append("ERR_FAILED")
    at_a_new_passkey(page, outside)
    expect(page.get_by_role("button", name="Add it")).to_be_disabled()


def test_a_passkey_that_does_not_answer_says_why(page, outside, device):
    at_a_new_passkey(page, outside)
    refusal = "() => { throw new DOMException('', 'NotAllowedError'); }"
    expect(page.get_by_role("button", name="Add it")).to_be_enabled()
    page.evaluate(f"() => {{ navigator.credentials.create = {refusal}; }}")
    page.get_by_role("button", name="Add it").click()
    expect(page.get_by_role("alert")).to_contain_text("No passkey answered")
    page.reload()
    page.get_by_label("What it is called").press("Enter")
    expect(page.get_by_role("heading", name="Spare codes")).to_be_visible()
    page.goto(f"{outside}/account/second-step/passkeys/add/")
    page.get_by_role("button", name="Add it").click()
    expect(page.get_by_role("alert")).to_contain_text("This device holds a passkey for you already.")
