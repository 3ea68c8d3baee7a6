"""Nonsense in every form and every JSON of the site: an answer that is no fault, and a piece that opens afterwards."""

import json

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tests.attacks.forms import forms_of
from tests.searching import searched

FAULT = 500
WORST = [
    "", " ", "0", "-1", "1e999", "nan", "9" * 400, "\u00b2", "2147483648", "null", "[]", "{}", "true", "1:2:3", ":",
    "a" * 5000, "\0", "\t", "\u202e", "\u2028", "\xa0", "\ud83d\ude00", "\N{WOMAN}\N{ZERO WIDTH JOINER}\N{GIRL}",
    "%s%n", "../../etc/passwd", "'; DROP TABLE keeping_piece; --", "<x-attack>", "k2, yo", "Cast on 5 sts.",
    "stages.0.until", "left edge + ", "wear", "mend:0:0", "undo", "save-over", "take:0:99", "out:here",
]  # fmt: skip
VALUES = st.one_of(st.sampled_from(WORST), st.text(max_size=40), st.integers(-(10**12), 10**12).map(str))
JSON = st.recursive(
    st.none() | st.booleans() | st.integers() | st.floats(allow_nan=False) | st.text(max_size=20),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=8), inner, max_size=3),
    max_leaves=8,
)
PAGES = ("plan/", "words/", "needles/")


@pytest.fixture
def pieces(planned, written):
    return [planned.pk, written.pk]


@pytest.mark.timeout(180)
@settings(parent=searched(100), suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(data=st.data())
def test_no_form_breaks_on_nonsense(client, pieces, offered, data):
    form = data.draw(st.sampled_from(offered), label="form")
    sent = dict(form.fields)
    for name in data.draw(st.lists(st.sampled_from(sorted(sent) or ["do"]), max_size=4), label="changed"):
        sent[name] = data.draw(VALUES, label=name)
    if form.presses:
        name, value = data.draw(st.sampled_from(form.presses), label="press")
        sent[name] = data.draw(st.one_of(st.just(value), VALUES), label="pressed")
    # A browser sends no half of a letter.
    sent = {name: value.encode("utf-8", "replace").decode() for name, value in sent.items()}
    whole = data.draw(st.booleans(), label="whole page")
    answer = client.post(form.to, sent, headers={} if whole else {"HX-Request": "true"})
    assert answer.status_code < FAULT, (form.to, sent)
    for piece in pieces:
        for page in PAGES:
            assert client.get(f"/pieces/{piece}/{page}").status_code < FAULT, (piece, page, form.to, sent)


@pytest.fixture
def offered(client, pieces):
    """The forms of the site but the one that takes a piece out."""
    found = [form for form in forms_of(client, pieces) if "put-away" not in form.to]
    assert len(found) > 20
    return found


EVENT = {"id": "11111111-1111-4111-8111-111111111111", "kind": "row", "row": 1, "revision": 1, "data": {}}


@settings(parent=searched(200), suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(body=st.one_of(JSON.map(json.dumps), st.fixed_dictionaries(dict.fromkeys(EVENT, JSON)).map(
    lambda event: json.dumps({"events": [{**EVENT, **event, "kind": "note"}, event]})
), st.text(max_size=60)))  # fmt: skip
def test_no_event_breaks_on_nonsense(client, written, body):
    where = f"/pieces/{written.pk}/needles/"
    answer = client.post(f"{where}events/", body.encode("utf-8", "surrogatepass"), content_type="application/json")
    assert answer.status_code < FAULT, body
    assert client.get(f"{where}log/").status_code == 200


@pytest.mark.parametrize("note", ["\ud800", "half \udfff pair", "\0", "\u202e", "x" * 100_000])
def test_half_a_letter_in_a_note_is_replaced_and_never_kept(client, written, note):
    event = {**EVENT, "kind": "note", "data": {"text": note}}
    where = f"/pieces/{written.pk}/needles/"
    body = json.dumps({"events": [event]})
    assert client.post(f"{where}events/", body, content_type="application/json").json()["taken"] == [event["id"]]
    kept = written.events.get().data.get("text", "")
    assert kept.encode("utf-8").decode() == kept
    assert "\0" not in kept
    assert len(kept) <= 2000
    assert client.get(f"{where}log/").status_code == 200
    assert client.get(f"{where}log.csv").status_code == 200


@pytest.mark.parametrize(
    "held", [b"", b"\xff\xfe", b"{", b"[" * 5000, b'{"format": "bias-plan", "version": 1}', b"\0" * 900]
)
def test_no_file_breaks_on_nonsense(client, knitter, held):
    upload = SimpleUploadedFile("plan.json", held, "application/json")
    assert client.post("/begin/file/", {"file": upload}).status_code < FAULT
    assert client.post("/bring-in/file/", {"file": SimpleUploadedFile("piece", held)}).status_code < FAULT
