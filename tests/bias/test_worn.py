"""What is worn: worked out in short requests, kept by what it is made of, said where it does not hold."""

import struct

import pytest

from bias.pieces.actions import keep_piece, keep_plan
from bias.results.things import thing_offered
from bias.things.actions import begin_own, begin_ready_made
from bias.worn import actions
from bias.worn.models import KeptWorn, OwnBody
from knitting.assembly.ready_made import READY_MADE
from knitting.files import plan_text
from tests.bias.pages import shown
from tests.knitting.planning import made


@pytest.fixture
def capelet(knitter):
    return keep_plan(knitter, plan_text(made("capelet")))


def at(piece, asked=""):
    return f"/pieces/{piece.pk}/worn/{asked}"


def until_at_rest(client, where, query=""):
    """Ask as the page does until nothing more is asked; the last fragment and how many requests it took."""
    for many in range(1, 600):
        answer = client.post(f"{where}on/{query}", headers={"HX-Request": "true"})
        if b"<progress" not in answer.content:
            return answer, many
    raise AssertionError("it never comes to rest")


def test_a_capelet_falls_into_place_in_short_requests_and_is_kept(client, capelet):
    first = client.get(at(capelet))
    assert "It is put on and falls into place." in shown(first)
    assert not KeptWorn.objects.exists()  # looking writes nothing
    assert client.get(at(capelet, "cloth.bin")).status_code == 404
    answer, many = until_at_rest(client, at(capelet))
    assert many > 1
    page = shown(client.get(at(capelet)))
    for fragment in (shown(answer), page):
        assert "down the back" in fragment
        assert "Stretch, drape and yarn move this by a hand&#x27;s breadth." in fragment
    data = client.get(at(capelet, "cloth.bin")).content
    places, quads, _threads, _bands, last = struct.unpack("<5H", data[:10])
    assert 300 < places < 420
    assert last == len(capelet.results.worked.rows)
    assert len(data) < 15_000
    assert len(data) > 10 + 8 * places + 8 * quads
    assert len(client.get("/worn/body.bin?body=very-large").content) < 45_000
    assert KeptWorn.objects.get().state == b""  # at rest nothing is left of the way


def test_what_is_knitted_otherwise_is_worked_out_anew_and_a_title_is_not(client, knitter, capelet):
    until_at_rest(client, at(capelet))
    larger = keep_plan(knitter, plan_text(made("capelet", slow=7)))
    assert "falls into place" in shown(client.get(at(larger)))
    same = keep_plan(knitter, plan_text(made("capelet")))
    assert "down the back" in shown(client.get(at(same)))


def test_two_tabs_come_to_the_same_rest_and_a_late_one_takes_nothing_back(client, knitter, capelet, monkeypatch):
    until_at_rest(client, at(capelet))
    kept = KeptWorn.objects.get()
    before = bytes(kept.data)
    late = KeptWorn(owner=knitter, key=kept.key)
    monkeypatch.setattr(actions, "kept_worn", lambda *_given: late)
    assert client.post(at(capelet, "on/")).status_code == 200
    assert bytes(KeptWorn.objects.get().data) == before


def test_what_was_left_goes_on_where_it_was(client, capelet):
    client.post(at(capelet, "on/"))
    share = KeptWorn.objects.get().share
    assert 0 < share < 1
    client.post(at(capelet, "on/"))
    assert KeptWorn.objects.get().share > share


def test_only_so_many_are_kept(client, capelet, monkeypatch):
    monkeypatch.setattr(actions, "MOST_KEPT", 2)
    for body in ("child", "small", "medium"):
        client.post(at(capelet, f"on/?body={body}"))
    assert KeptWorn.objects.count() == 2


def test_flat_things_say_that_they_are_not_worn_and_may_be_put_on_all_the_same(client, knitter):
    mitre = keep_plan(knitter, plan_text(made("mitre", cast_on=221)))
    page = shown(client.get(at(mitre)))
    assert "This is not worn: it lies flat, or it sits on a head. You can choose how it is put on all the same." in page
    way = "across-back-first-row"
    assert f'value="{way}"' in page
    assert "falls into place" in shown(client.get(at(mitre, f"?way={way}")))


@pytest.mark.parametrize("way", ["nonsense", "", "<b>"])
def test_a_way_that_there_is_not_is_the_usual_one(client, capelet, way):
    assert 'value="round-neck" checked' in shown(client.get(at(capelet, f"?way={way}")))
    assert "This is not worn" in shown(client.get(at(capelet, "?way=none")))


def test_what_cannot_hold_is_said_and_not_worked_out(client, knitter):
    wide = keep_plan(knitter, plan_text(made("round-poncho", cast_on=200)))
    answer = client.post(at(wide, "on/"))
    assert "it slips off." in shown(answer)
    assert not KeptWorn.objects.exists()


@pytest.mark.parametrize("words", ["Cast on 5 sts.", "Title: Nothing\nCast on 9 sts.\nRow 1: K4.\nRow 2: K9."])
def test_rows_that_do_not_add_up_are_not_worn_yet(client, knitter, words):
    piece = keep_piece(knitter, words)
    assert "It is shown once all its rows add up and can be laid out." in shown(client.get(at(piece)))
    assert client.post(at(piece, "on/")).status_code == 404
    assert "once all its rows add up" in shown(client.get(at(piece, "bodies/")))


def test_every_body_stands_side_by_side(client, capelet):
    page = client.get(at(capelet, "bodies/"))
    assert shown(page).count("not tried yet") == 5
    for _ in range(600):
        page = client.post(at(capelet, "bodies/"))
        if b"<form" not in page.content:
            break
    assert shown(page).count(" cm</td>") >= 15
    depths = [KeptWorn.objects.get(key=kept.key).told["back_cm"] for kept in KeptWorn.objects.order_by("pk")]
    assert depths == sorted(depths, reverse=True)  # the broader the shoulders, the less of it hangs down


MEASURES = [
    ({"bust": "98,5", "neck": "37", "shoulders": "40"}, ""),
    ({"bust": "many", "neck": "37", "shoulders": "40"}, "45 to 170 cm, not &#x27;many&#x27;."),
    ({"bust": "98", "neck": "<b>", "shoulders": "40"}, "22 to 60 cm, not &#x27;&lt;b&gt;&#x27;."),
    ({"bust": "98", "neck": "37", "shoulders": "-3"}, "22 to 60 cm, not &#x27;-3&#x27;."),
    ({"bust": "98", "neck": "37"}, "required"),
]


@pytest.mark.parametrize(("typed", "why"), MEASURES)
def test_her_own_measures_are_kept_or_given_back_with_what_is_wrong(client, capelet, typed, why):
    answer = client.post("/worn/measures/", {**typed, "back": at(capelet)})
    if why:
        assert answer.status_code == 422
        assert why in answer.content.decode()
        assert f'value="{typed["neck"].replace("<b>", "&lt;b&gt;")}"' in answer.content.decode()
        assert not OwnBody.objects.exists()
        return
    assert answer.headers["Location"] == at(capelet, "?body=own")
    assert OwnBody.objects.get().bust_cm == 98.5
    assert "98 cm round the bust" in shown(client.get(at(capelet)))  # hers are chosen from now on


@pytest.mark.parametrize("back", ["https://example.org/", "//example.org/", "0", "", "worn", "/\\example.org"])
def test_measures_never_lead_out_of_the_house(client, knitter, back):
    sizes = {"bust": "98", "neck": "37", "shoulders": "40"}
    answer = client.post("/worn/measures/", {**sizes, "back": back})
    assert answer.headers["Location"] == "/?body=own"


def test_a_poncho_of_two_panels_is_worn_as_a_thing(client, knitter):
    offer = thing_offered(READY_MADE["mini-poncho"], {"cast_on": "41", "to": "121"}, None)
    thing = begin_ready_made(knitter, "Gangway poncho", offer.thing, offer.plans, offer.kinds)
    where = f"/things/{thing.pk}/worn/"
    assert "falls into place" in shown(client.get(where))
    answer, _many = until_at_rest(client, where)
    assert "over the arm" in shown(answer)
    assert client.get(f"{where}cloth.bin").status_code == 200


def test_things_that_nobody_wears_say_so(client, knitter, capelet):
    one = keep_plan(knitter, plan_text(made("mitre")))
    thing = begin_own(knitter, "Two of a kind", [one, capelet])
    assert "This is not worn" in shown(client.get(f"/things/{thing.pk}/worn/"))
