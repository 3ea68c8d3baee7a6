"""What cannot be read back is never kept; what was kept and can no longer be read has a page of its own."""

import json

import pytest

from bias.pieces.actions import keep_plan
from bias.planning.actions import sketch_state
from bias.planning.models import Sketch
from bias.results import forget_all
from knitting.files import plan_from_text, plan_text
from tests.bias.changing import SHAWL, change, plan_now
from tests.bias.pages import shown

FAMILY = "\N{WOMAN}\N{ZERO WIDTH JOINER}\N{GIRL}\N{ZERO WIDTH JOINER}\N{BOY}"
POISON = json.dumps({**json.loads(SHAWL), "name": "left\u0007edge"})
GAUGE = {"do": "gauge-from", "row": "9", "from_stitches": "20", "from_rows": "30"}


def size(client, piece, why):
    """The answer of the Size page to a gauge from a row on, and why."""
    seen = {"seen": sketch_state(piece).changes, "page_name": "one"}
    return client.post(f"/pieces/{piece.pk}/size/", {**GAUGE, **seen, "why": why})


@pytest.fixture
def shawl(knitter):
    return keep_plan(knitter, SHAWL)


@pytest.fixture
def sketched(shawl):
    """A shawl whose last change can no longer be read; the one before it can."""
    plans = [SHAWL, SHAWL.replace("101", "99"), POISON]
    Sketch.objects.create(piece=shawl, started_from=1, plans=plans, at=2, changes=2)
    return shawl


@pytest.fixture
def broken(shawl):
    """A shawl whose saved plan can no longer be read."""
    shawl.revisions.create(number=2, plan=POISON)
    return shawl


@pytest.mark.parametrize("why", [FAMILY, "softer\xa0needle", "a\tb", "a\0b", "\u202eback", "a" * 4001])
def test_a_reason_for_a_gauge_is_kept_as_it_can_be_read(client, shawl, why):
    assert size(client, shawl, why).status_code == 302
    kept = plan_now(shawl)
    assert kept.gauges[0].row == 9
    assert plan_from_text(plan_text(kept)) == kept
    for page in ("plan", "size", "stitches", "plan/chart"):
        assert client.get(f"/pieces/{shawl.pk}/{page}/").status_code == 200


def test_the_family_stays_together(client, shawl):
    size(client, shawl, f"{FAMILY} pulls")
    assert plan_now(shawl).gauges[0].why == f"{FAMILY} pulls"


@pytest.mark.parametrize("at", ["left\xa0edge", "left\tedge", "left\0edge", "a" * 4001])
def test_a_made_up_place_of_a_shaping_never_breaks_the_plan(client, shawl, at):
    assert change(client, shawl, "plan", **{"stages.0.shapings.0.at": at}).status_code == 200
    assert plan_from_text(plan_text(plan_now(shawl))) == plan_now(shawl)
    assert client.get(f"/pieces/{shawl.pk}/plan/").status_code == 200


PAGES = ("plan/", "size/", "stitches/", "plan/chart/", "plan/chart.json", "plan.json")


@pytest.mark.parametrize("where", PAGES)
def test_a_sketch_that_cannot_be_read_shows_what_can_be_done(client, sketched, where):
    answer = client.get(f"/pieces/{sketched.pk}/{where}")
    assert answer.status_code == 422
    assert "Your last change of this plan can no longer be read" in shown(answer)
    assert "name: one line of text is expected." in shown(answer)


def test_the_last_change_that_can_be_read_is_gone_back_to(client, sketched):
    answer = client.post(f"/pieces/{sketched.pk}/unreadable/", {"do": "back"}, follow=True)
    assert answer.redirect_chain == [(f"/pieces/{sketched.pk}/plan/", 302)]
    assert answer.status_code == 200
    assert sketch_state(sketched).plan == SHAWL.replace("101", "99")


def test_the_changes_can_be_dropped(client, sketched):
    assert client.post(f"/pieces/{sketched.pk}/unreadable/", {"do": "drop"}, follow=True).status_code == 200
    assert sketch_state(sketched).plan == SHAWL


def test_a_press_on_a_page_from_before_leads_to_the_same_page(client, sketched):
    answer = change(client, sketched, "plan", do="undo", seen=2)
    assert (answer.status_code, answer["HX-Refresh"]) == (204, "true")


def test_a_saved_plan_that_cannot_be_read_offers_the_last_one_that_can(client, broken):
    answer = client.get(f"/pieces/{broken.pk}/")
    assert answer.status_code == 422
    assert "Revision 2 of this piece can no longer be read" in shown(answer)
    assert client.get(f"/pieces/{broken.pk}/unreadable.txt").content.decode() == POISON
    client.post(f"/pieces/{broken.pk}/unreadable/", {"do": "revision"})
    assert broken.current.number == 3
    assert broken.current.plan == SHAWL
    assert client.get(f"/pieces/{broken.pk}/").status_code == 200


def test_one_unreadable_piece_does_not_take_the_basket_down(client, broken, piece):
    page = shown(client.get("/"))
    assert "This piece can no longer be read" in page
    assert piece.title in page


def test_presses_of_an_unreadable_piece_go_on_waiting(client, broken):
    event = {"id": "11111111-1111-4111-8111-111111111111", "kind": "row", "row": 1, "revision": 2}
    answer = client.post(
        f"/pieces/{broken.pk}/needles/events/", json.dumps({"events": [event]}), content_type="application/json"
    )
    assert answer.status_code == 503
    assert "can no longer be read" in answer.json()["why"]


def test_nobody_elses_piece_is_shown_as_unreadable(client, django_user_model):
    other = keep_plan(django_user_model.objects.create(username="other"), SHAWL)
    other.revisions.create(number=2, plan=POISON)
    forget_all()
    assert client.get(f"/pieces/{other.pk}/").status_code == 404
    assert client.post(f"/pieces/{other.pk}/unreadable/", {"do": "drop"}).status_code == 404
    assert client.get(f"/pieces/{other.pk}/unreadable.txt").status_code == 404
