"""The chart's pages and files, charting by hand, and how a cloth lies, through Django's client."""

import json
from dataclasses import replace
from xml.etree import ElementTree

import pytest
from django.test import Client

from bias.accounts.models import Knitter
from bias.pieces.actions import keep_piece, keep_plan
from bias.planning.actions import sketch_state
from bias.results import results_of_plan
from bias.writing.actions import keep_draft
from knitting.files import plan_text
from knitting.measures import Gauge
from tests.bias.changing import SHAWL, change, plan_now
from tests.bias.pages import shown
from tests.knitting.planning import made

STOCKINETTE_SHAWL = plan_text(replace(made("triangle", to=101), gauge=Gauge(18, 24)))


@pytest.fixture
def shawl(knitter):
    return keep_plan(knitter, SHAWL)


def chart_change(client, piece, **fields):
    return change(client, piece, "plan/chart", **fields)


def test_the_chart_of_written_rows_is_sent_whole(client, piece):
    assert "data-url" in shown(client.get(f"/pieces/{piece.pk}/chart/?row=3"))
    data = client.get(f"/pieces/{piece.pk}/chart.json").json()
    assert (data["title"], len(data["rows"]), data["columns"]) == ("Quay cloth", 25, 30)
    assert [entry["said"] for entry in data["entries"]] == ["k", "yo"]
    assert data["slant"]["first"] == 0


@pytest.mark.parametrize(
    ("words", "status"),
    [
        ("Nothing that could be read.", 200),
        ("Cast on 5 sts.", 200),
        ("Cast on 5 sts.\nRow 1: Knit.", 200),
        ("Cast on 9 sts.\nRow 1: Bo 9.", 200),
        ("Cast on 9 sts.\nBind off.", 200),
        ("Gauge: 0 sts x 0 rows = 10 cm\nCast on 9 sts.\nKnit 4 rows.", 200),
        ("Cast on 10,000 sts.\nKnit 3 rows.", 200),
        ("Cast on 9 sts.\nRow 1: k3, place next 3 sts on hold as a, k3\nKnit 4 rows.", 200),
        ("Cast on 9 sts.\nRow 1: K20.\nKnit 4 rows.", 200),
    ],
)
def test_nonsense_and_extremes_are_charted_drawn_or_refused_with_a_sentence(client, knitter, words, status):
    piece = keep_piece(knitter, words)
    for address in ("", "chart/", "chart.json", "print/"):
        assert client.get(f"/pieces/{piece.pk}/{address}").status_code == status
    page = shown(client.get(f"/pieces/{piece.pk}/chart/"))
    assert "chart-box" in page or "No rows to chart" in page
    for name in ("chart.svg", "cloth.svg"):
        answer = client.get(f"/pieces/{piece.pk}/{name}")
        assert answer.status_code in (200, 404)
        if answer.status_code == 200:
            ElementTree.fromstring(answer.content)


@pytest.mark.parametrize("name", ["cloth", "chart"])
def test_drawings_are_taken_as_files_that_stand_alone(client, piece, name):
    answer = client.get(f"/pieces/{piece.pk}/{name}.svg")
    assert answer.headers["Content-Disposition"] == f'attachment; filename="{name}-{piece.pk}.svg"'
    root = ElementTree.fromstring(answer.content)
    assert root.find("{*}style") is not None
    assert b"http" not in answer.content.replace(b"http://www.w3.org/2000/svg", b"")


def test_nobody_elses_chart_or_print_is_found(client, knitter):
    other = keep_plan(Knitter.objects.create_user("somebody-else", password="a long enough pass phrase"), SHAWL)
    for address in (
        "chart/",
        "chart.json",
        "chart.svg",
        "cloth.svg",
        "plan/chart/",
        "plan/chart.json",
        "plan/chart/stitch/",
    ):
        assert client.get(f"/pieces/{other.pk}/{address}").status_code == 404
    for address in ("plan/chart/change/", "print/"):
        assert client.post(f"/pieces/{other.pk}/{address}", {"do": "put:here"}).status_code == 404


def test_the_panel_says_what_can_be_done_at_a_stitch(client, shawl):
    page = shown(client.get(f"/pieces/{shawl.pk}/plan/chart/stitch/?row=24&stitch=12"))
    assert "7 stitches from &#x27;centre&#x27;" in page
    assert "In row 24 only" in page
    page = shown(client.get(f"/pieces/{shawl.pk}/plan/chart/stitch/?row=24&stitch=20&between=0"))
    assert "Leave out in row 24 only" in page
    page = shown(client.get(f"/pieces/{shawl.pk}/plan/chart/stitch/?row=2&stitch=1"))
    assert "The rows of a tab stay as they are." in page
    assert client.get(f"/pieces/{shawl.pk}/plan/chart/stitch/?row=99999&stitch=zz").status_code == 200


def test_a_stitch_is_put_by_hand_and_everything_above_follows_then_undone(client, shawl):
    answer = chart_change(client, shawl, do="put:here", row=24, stitch=12, work="yo")
    assert answer.headers["HX-Trigger-After-Settle"] == "chart-stale"
    data = client.get(f"/pieces/{shawl.pk}/plan/chart.json").json()
    assert data["rows"][23][3:5] == [41, 46]
    assert data["rows"][-1][4] == 102
    assert shawl.current.number == 1, "nothing is saved until it is saved"
    chart_change(client, shawl, do="undo")
    assert plan_now(shawl) == results_of_plan(SHAWL).plan
    chart_change(client, shawl, do="redo")
    chart_change(client, shawl, do="save")
    assert shawl.current.number == 2
    assert "Row 24 by hand" in shawl.words


def test_what_would_break_the_count_is_refused_beside_the_button(client, shawl):
    page = shown(chart_change(client, shawl, do="put:rule", row=24, stitch=12, work="m1"))
    assert "That would break the count. In row 1 of &#x27;Grow&#x27;" in page
    assert not sketch_state(shawl).changed


@pytest.mark.parametrize("do", ["", "put", "put:here", "fly-here", "out:here", "left:rule", "put:here:<b>"])
def test_nonsense_on_the_chart_changes_nothing(client, shawl, do):
    page = chart_change(client, shawl, do=do, row="<b>", stitch="-1", work="<b>")
    assert page.status_code == 200
    assert "<b>" not in shown(page)
    assert not sketch_state(shawl).changed


def test_a_second_tab_is_told_before_it_changes_anything(client, shawl):
    chart_change(client, shawl, do="put:here", row=24, stitch=12, work="yo")
    answer = client.post(
        f"/pieces/{shawl.pk}/plan/chart/change/",
        {"seen": 0, "page_name": "two", "do": "put:here", "row": 26, "stitch": 12, "work": "yo"},
        headers={"HX-Request": "true"},
    )
    page = shown(answer)
    assert "changed in another tab" in page
    assert len(plan_now(shawl).stages) == 2


def test_a_change_by_hand_without_scripts_comes_back_to_the_chart(client, shawl):
    fields = {"seen": 0, "do": "put:here", "row": 24, "stitch": 12, "work": "yo"}
    answer = client.post(f"/pieces/{shawl.pk}/plan/chart/change/", fields)
    assert answer.headers["Location"] == f"/pieces/{shawl.pk}/plan/chart/?row=24"


def test_forms_of_the_chart_carry_their_token(shawl):
    strict = Client(enforce_csrf_checks=True)
    assert strict.post(f"/pieces/{shawl.pk}/plan/chart/change/", {"do": "undo"}).status_code == 403


# -- how it lies ---------------------------------------------------------------------------------------------


def test_a_bent_neck_is_said_and_mended_at_a_press(client, knitter):
    piece = keep_plan(knitter, STOCKINETTE_SHAWL)
    page = shown(client.get(f"/pieces/{piece.pk}/plan/lies/"))
    assert "the top edges meet at 135°, not straight" in page
    assert "Increase at each edge on wrong-side rows too (then 174°)" in page
    answer = client.post(
        f"/pieces/{piece.pk}/plan/change/",
        {"seen": 0, "page_name": "one", "do": "remedy:0:1"},
        headers={"HX-Request": "true"},
    )
    assert answer.status_code == 200
    assert plan_now(piece).stages[0].shapings[0].rows == (1, 2)
    page = shown(client.get(f"/pieces/{piece.pk}/plan/lies/"))
    assert "174°, nearly straight: it should block out" in page


def test_what_takes_long_to_try_is_tried_in_several_requests(client, knitter, settings):
    """Each tries at least one change more; in the end the answer is the one that was had at once."""
    plan = replace(made("triangle", to=77), gauge=Gauge(18, 24))
    piece = keep_plan(knitter, plan_text(plan))
    settings.BIAS_TRY_SECONDS = 0
    pages = []
    while not pages or "Trying" in pages[-1]:
        pages.append(shown(client.get(f"/pieces/{piece.pk}/plan/lies/")))
        assert len(pages) < 50
    assert len(pages) > 1
    assert "work it in garter" in pages[-1].lower()


def test_the_page_of_written_rows_says_how_it_lies(client, knitter, shawl):
    words = results_of_plan(STOCKINETTE_SHAWL).text
    piece = keep_piece(knitter, words)
    assert "the top edges meet at 135°, not straight" in shown(client.get(f"/pieces/{piece.pk}/"))
    assert "should lie as it is drawn" in shown(client.get(f"/pieces/{shawl.pk}/plan/lies/"))


WIDENING = (
    "Gauge: 18 sts and 36 rows to 10 cm\nCast on 8 sts.\nJoin to work in the round.\n"
    "Rnd 1: *K1, pm; rep from * 6 more times, k1.\nRnd 2: *K to m, m1, sm; rep from * 6 more times, k to end, m1.\n"
    "Rnd 3: Knit.\nRepeat rnds 2 and 3 20 more times."
)


def test_written_rows_are_mended_at_a_press_as_a_plan_that_is_not_saved(client, knitter):
    piece = keep_piece(knitter, WIDENING)
    page = shown(client.get(f"/pieces/{piece.pk}/lies/"))
    assert "the edge ruffles" in page
    assert "Increase in 5 of 12 rounds" in page
    answer = client.post(f"/pieces/{piece.pk}/plan/mended/", {"finding": 0, "mend": 0})
    assert answer.headers["Location"] == f"/pieces/{piece.pk}/plan/"
    piece.refresh_from_db()
    assert piece.is_planned
    assert piece.words != WIDENING
    assert plan_now(piece).stages[-1].rhythm == 12
    assert results_of_plan(piece.current.plan).plan.stages[-1].rhythm == 2


EYELETS = (
    "Cast on 42 sts.\nRow 1: K2, *yo, k2tog, k2; rep from * to end.\nRow 2: Purl.\nRow 3: Knit.\nRow 4: Purl.\n"
    "Repeat rows 1-4 11 more times.\nBind off."
)


def test_eyelets_are_turned_at_a_press_as_words_that_are_not_saved(client, knitter):
    piece = keep_piece(knitter, EYELETS)
    assert "Turn their order in every other pattern row" in shown(client.get(f"/pieces/{piece.pk}/lies/"))
    client.post(f"/pieces/{piece.pk}/words/mended/", {"finding": 0, "mend": 0})
    page = shown(client.get(f"/pieces/{piece.pk}/words/"))
    assert "ssk, yo" in page
    assert "Repeat rows 1-8 5 more times" in page
    piece.refresh_from_db()
    assert piece.words == EYELETS


def test_a_mend_does_not_take_the_place_of_words_that_were_typed(client, knitter):
    piece = keep_piece(knitter, EYELETS)
    keep_draft(knitter, piece, "Cast on 7 sts.", 1)
    page = shown(client.post(f"/pieces/{piece.pk}/words/mended/", {"finding": 0, "mend": 0}))
    assert "not saved yet" in page
    assert "Cast on 7 sts." in page


@pytest.mark.parametrize("sent", [{}, {"finding": "x"}, {"finding": "7", "mend": "3"}, {"mend": "-1"}])
def test_a_mend_that_is_not_there_changes_nothing(client, knitter, sent):
    piece = keep_plan(knitter, STOCKINETTE_SHAWL)
    client.post(f"/pieces/{piece.pk}/plan/mended/", sent)
    assert plan_now(piece) == results_of_plan(STOCKINETTE_SHAWL).plan


def test_the_chart_of_a_large_piece_stays_small_over_the_wire(client, knitter):
    """150,000 stitches: the limit is 400 kB."""
    piece = keep_plan(knitter, plan_text(made("triangle", to=773)))
    answer = client.get(f"/pieces/{piece.pk}/chart.json", headers={"Accept-Encoding": "gzip"})
    rows = results_of_plan(piece.current.plan).results.worked.stitches
    assert rows > 149_000
    assert answer.headers["Content-Encoding"] == "gzip"
    assert len(answer.content) < 400_000
    assert json.dumps(client.get(f"/pieces/{piece.pk}/chart.json").json())
