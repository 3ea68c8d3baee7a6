"""Beginning from a shape, the plan and the size of a piece, through Django's client."""

import io
import re
from dataclasses import replace

import pytest

from bias.pieces.actions import keep_plan
from bias.pieces.models import Piece
from bias.planning import actions
from bias.planning.actions import sketch_state
from bias.planning.models import Sketch
from bias.planning.sentences import fields
from bias.results import results_of_plan
from knitting.constructions import CONSTRUCTIONS
from knitting.files import plan_text
from knitting.plan.plan import Count
from tests.bias.changing import SHAWL, plan_now, send
from tests.bias.pages import shown
from tests.knitting.planning import made


@pytest.fixture
def shawl(knitter):
    return keep_plan(knitter, SHAWL)


def test_what_is_not_drawn_in_time_is_asked_for_shape_by_shape(client, knitter, settings):
    settings.BIAS_CARD_SECONDS = 0
    page = shown(client.get("/begin/"))
    assert page.count('hx-get="/begin/') == len(CONSTRUCTIONS)
    drawn = client.get("/begin/mitre/drawing/").content.decode()
    assert drawn.startswith("<svg")
    assert "silhouette" in drawn
    assert client.get("/begin/nonsense/drawing/").status_code == 404


def test_every_shape_is_offered_with_its_silhouette_and_begins_a_piece(client, knitter):
    page = shown(client.get("/begin/"))
    assert page.count("cloth silhouette") == len(CONSTRUCTIONS)
    for key, construction in CONSTRUCTIONS.items():
        assert construction.title in page
        answer = client.post(f"/begin/{key}/")
        piece = Piece.objects.latest("pk")
        assert answer.headers["Location"] == f"/pieces/{piece.pk}/size/"
        assert (piece.title, plan_now(piece).construction) == (construction.title, key)
        for address in ("plan/", "size/", "", "words/", "words/written/", "needles/"):
            assert client.get(f"/pieces/{piece.pk}/{address}").status_code == 200
    assert client.post("/begin/nonsense/").status_code == 404
    assert client.get("/begin/mitre/").status_code == 405


def test_bare_parts_get_a_centre_line_and_a_shaping(client, knitter):
    client.post("/begin/bare/")
    piece = Piece.objects.get()
    send(client, piece, do="add-line:0")
    answer = send(client, piece, do="add-shaping:0")
    plan = plan_now(piece)
    assert [part.count for part in plan.parts] == [20, 20]
    assert (plan.cast_on, plan.lines[0].name, plan.stages[0].shapings[0].at) == (41, "centre", ("centre",))
    assert "Mark the center stitch." in piece_words(client, piece)
    assert 'id="stages.0.shapings.0.work"' in answer


def piece_words(client, piece):
    send(client, piece, do="save")
    return Piece.objects.get(pk=piece.pk).words


WORDS = [
    ("stages.0.until", "141", lambda plan: plan.stages[0].until, Count(141)),
    ("stages.0.rhythm", "4", lambda plan: plan.stages[0].rhythm, 4),
    ("stages.0.shapings.0.rows", "2", lambda plan: plan.stages[0].shapings[0].rows, (2,)),
    ("stages.0.shapings.1.work", "m1_pair", lambda plan: plan.stages[0].shapings[1].work, "m1_pair"),
    ("stages.0.shapings.1.side", "before", lambda plan: plan.stages[0].shapings[1].side.value, "before"),
    ("stages.0.shapings.1.side", "on", lambda plan: plan.stages[0].shapings[1].work, "cdd"),
    ("stages.0.shapings.1.away", "1", lambda plan: plan.stages[0].shapings[1].away, 1),
    ("stages.0.shapings.0.at", "right edge", lambda plan: plan.stages[0].shapings[0].at, ("right edge",)),
    ("stages.0.name", "Wings", lambda plan: plan.stages[0].name, "Wings"),
    ("stages.0.until_kind", "rows", lambda plan: plan.stages[0].until.rows, 44),
    ("parts.1.fabric", "stockinette", lambda plan: plan.parts[1].fabric, "stockinette"),
    ("parts.1.name", "sea side", lambda plan: plan.parts[1].name, "sea side"),
    ("lines.1.kind", "needle-both", lambda plan: plan.lines[1].kind.value, "needle-both"),
    ("lines.1.name", "spine", lambda plan: plan.stages[0].shapings[1].at, ("spine",)),
    ("tab", "6", lambda plan: [part.count for part in plan.parts], [6, 3, 3, 6]),
    ("finish.manner", "loosely", lambda plan: plan.finish.manner, "loosely"),
]


@pytest.mark.parametrize(("path", "text", "of", "wanted"), WORDS, ids=[f"{case[0]} {case[1]}" for case in WORDS])
def test_a_word_of_a_sentence_changes_the_plan_and_the_page(client, shawl, path, text, of, wanted):
    answer = send(client, shawl, **{path: text})
    assert of(plan_now(shawl)) == wanted
    assert 'id="desk"' in answer
    assert "changed, not saved yet" in answer
    assert shawl.current.plan == SHAWL
    send(client, shawl, do="undo")
    assert plan_now(shawl) == results_of_plan(SHAWL).plan
    send(client, shawl, do="redo")
    assert of(plan_now(shawl)) == wanted


NONSENSE = [
    ("stages.0.until", "many", "The count needs a whole number, not &#x27;many&#x27;."),
    ("stages.0.rhythm", "0", "A rhythm can be 1 to 200, not 0."),
    ("stages.0.shapings.0.rows", "9", "A row can be 1 to 2, not 9."),
    ("stages.0.shapings.0.rows", "", "A shaping needs at least one row of 1 to 2."),
    ("parts.1.count", "-4", "&#x27;right wing&#x27; can be 0 to 10,000, not -4."),
    ("tab", "1", "The tab can be 2 to 60, not 1."),
    ("parts.1.name", "", "A part cannot be called &#x27;&#x27;: a name is letters first"),
    ("parts.1.name", "<b>", "A part cannot be called &#x27;&lt;b&gt;&#x27;"),
    ("parts.1.name", "centre", "The name &#x27;centre&#x27; is taken already."),
    ("stages.0.shapings.0.work", "<script>", "A way of shaping can be"),
]


@pytest.mark.parametrize(("path", "text", "says"), NONSENSE, ids=[f"{case[0]} {case[1]}" for case in NONSENSE])
def test_nonsense_is_answered_with_a_sentence_and_changes_nothing(client, shawl, path, text, says):
    answer = send(client, shawl, **{path: text})
    assert says in answer
    assert "<script>" not in answer
    assert sketch_state(shawl).plan == SHAWL


@pytest.mark.parametrize("name", CONSTRUCTIONS)
def test_the_whole_form_of_every_shape_can_be_sent_and_changes_nothing_by_itself(client, knitter, name):
    piece = keep_plan(knitter, plan_text(made(name)))
    send(client, piece, **fields(piece.current.plan))
    assert sketch_state(piece).plan == piece.current.plan


def test_a_trouble_stands_beside_its_sentence_with_a_mend_to_press(client, shawl):
    answer = send(client, shawl, **{"stages.0.until": "103"})
    assert "steps past 103 stitches" in answer
    do = re.search(r'value="(mend:\d+:\d+)">Until 105 stitches', answer)[1]
    answer = send(client, shawl, do=do)
    assert plan_now(shawl).stages[0].until == Count(105)
    assert "steps past" not in answer


def test_the_end_of_a_stage_that_cannot_be_told_yet_is_said(client, knitter):
    """Two stages of one name, and a name that stands for two things, were found by sending nonsense."""
    piece = keep_plan(knitter, plan_text(made("asymmetric")))
    send(client, piece, **{"stages.1.name": "Set-up"})
    send(client, piece, **{"stages.1.until_kind": "rows"})
    assert plan_now(piece).stages[1].until.rows == 180
    broken = plan_now(piece)
    broken = replace(broken, parts=(replace(broken.parts[0], name="right edge"),))
    other = keep_plan(knitter, plan_text(broken))
    assert "cannot be told yet" in send(client, other, **{"stages.0.until_kind": "rows"})


def test_deeds_that_are_not_there_change_nothing(client, shawl):
    for do in (
        "mend:7:0",
        "mend:x",
        "drop-line:99",
        "drop-stage:0",
        "add-line:-3",
        "explode",
        "drop-shaping:0",
        "add-line:0:1:2",
    ):
        answer = send(client, shawl, do=do)
        assert 'role="alert"' in answer, do
    assert sketch_state(shawl).plan == SHAWL


def test_saving_makes_a_revision_and_the_way_back_stays(client, shawl):
    send(client, shawl, **{"stages.0.until": "121"})
    answer = send(client, shawl, do="save")
    assert "saved, revision 2" in answer
    assert results_of_plan(shawl.current.plan).plan.stages[0].until == Count(121)
    assert "until there are 121 sts" in Piece.objects.get(pk=shawl.pk).words
    send(client, shawl, do="undo")
    assert plan_now(shawl).stages[0].until == Count(101)
    assert shawl.current.number == 2


def test_another_page_does_not_change_a_plan_that_it_has_not_seen(client, shawl):
    send(client, shawl, **{"stages.0.until": "121"})
    stale = client.post(
        f"/pieces/{shawl.pk}/plan/change/",
        {"seen": 0, "page_name": "two", "stages.0.until": "141"},
        headers={"HX-Request": "true"},
    )
    assert "changed in another tab" in shown(stale)
    assert plan_now(shawl).stages[0].until == Count(121)


def test_the_same_page_may_send_words_twice_but_a_deed_only_once(client, shawl):
    address, headers = f"/pieces/{shawl.pk}/plan/change/", {"HX-Request": "true"}
    for _ in range(2):
        client.post(address, {"seen": 0, "page_name": "one", "stages.0.until": "121"}, headers=headers)
    assert plan_now(shawl).stages[0].until == Count(121)
    for _ in range(2):
        client.post(address, {"seen": 1, "page_name": "one", "do": "add-stage"}, headers=headers)
    assert len(plan_now(shawl).stages) == 2


def test_a_piece_saved_elsewhere_meanwhile_gives_a_choice(client, shawl):
    send(client, shawl, **{"stages.0.until": "121"})
    from bias.pieces.actions import revise_plan

    revise_plan(shawl, 1, plan_text(made("triangle", to=141)))
    answer = send(client, shawl, do="save")
    assert "saved elsewhere meanwhile, as revision 2" in answer
    assert shawl.current.number == 2
    send(client, shawl, do="save-over")
    assert results_of_plan(shawl.current.plan).plan.stages[0].until == Count(121)
    assert shawl.current.number == 3


def test_a_plan_becomes_written_rows_and_says_that_it_is_no_plan_then(client, shawl):
    assert "no longer a plan" in shown(client.get(f"/pieces/{shawl.pk}/words/"))
    words = shawl.words
    assert client.post(f"/pieces/{shawl.pk}/plan/words/").headers["Location"] == f"/pieces/{shawl.pk}/words/"
    again = Piece.objects.get(pk=shawl.pk)
    assert (again.is_planned, again.words, again.current.number) == (False, words, 2)
    assert again.revisions.get(number=1).plan == SHAWL
    assert not Sketch.objects.exists()


def test_words_saved_over_a_plan_are_written_rows(client, shawl):
    words = shawl.words.replace("101", "105")
    client.post(f"/pieces/{shawl.pk}/words/", {"words": words, "started_from": 1})
    again = Piece.objects.get(pk=shawl.pk)
    assert (again.is_planned, again.words) == (False, words)


def test_a_trial_piece_is_a_piece_of_its_own(client, shawl):
    answer = client.post(f"/pieces/{shawl.pk}/plan/trial/")
    small = Piece.objects.latest("pk")
    assert answer.headers["Location"] == f"/pieces/{small.pk}/plan/"
    assert small.title == "Centre-out triangle, trial piece"
    assert results_of_plan(small.current.plan).forecast.rows < 20


def test_a_plan_goes_out_as_a_file_and_comes_in_again(client, shawl):
    data = client.get(f"/pieces/{shawl.pk}/plan.json").content
    client.post("/begin/file/", {"file": io.BytesIO(data)})
    assert plan_now(Piece.objects.latest("pk")) == plan_now(shawl)
    for wrong, says in (
        (data.replace(b'"version": 1', b'"version": 9'), "this Bias reads version 1"),
        (data.replace(b'"kind": "tab"', b'"kind": "tub"'), "start.kind: one of cast-on, tab is expected."),
        (b"Cast on 5 sts.", "cannot be read as JSON"),
        (b" " * 200_001, "at most 200 kB"),
    ):
        assert says in shown(client.post("/begin/file/", {"file": io.BytesIO(wrong)}))
    assert "Choose a plan file" in shown(client.post("/begin/file/"))
    assert Piece.objects.count() == 2


def test_plans_of_others_are_not_there(client, django_user_model):
    other = django_user_model.objects.create_user("stranger", password="a long enough word")
    theirs = keep_plan(other, SHAWL)
    for address in ("plan/", "size/", "plan.json", "plan/rows/1/"):
        assert client.get(f"/pieces/{theirs.pk}/{address}").status_code == 404
    for address in ("plan/change/", "plan/words/", "plan/read/", "plan/trial/", "size/"):
        assert client.post(f"/pieces/{theirs.pk}/{address}").status_code == 404


@pytest.mark.parametrize("marking", ["stitch", "needle-before", "needle-after", "needle-both"])
def test_the_strip_calls_parts_by_their_names_however_the_centre_is_marked(client, knitter, marking):
    piece = keep_plan(knitter, plan_text(made("triangle", marking=marking)))
    row = shown(client.get(f"/pieces/{piece.pk}/plan/rows/40/"))
    assert ">right wing<" in row
    assert ">left wing<" in row
    assert (">centre<" in row) is (marking in ("stitch", "needle-both"))


def test_a_row_of_the_plan_is_shown_as_it_stands(client, shawl):
    send(client, shawl, **{"stages.0.until": "29"})
    assert client.get(f"/pieces/{shawl.pk}/plan/rows/12/").status_code == 200
    assert client.get(f"/pieces/{shawl.pk}/plan/rows/60/").status_code == 404


def test_the_mark_of_a_line_that_is_born_later_can_be_chosen(client, knitter):
    piece = keep_plan(knitter, plan_text(made("asymmetric")))
    send(client, piece, **{"stages.1.add_lines.0.kind": "needle-before"})
    assert plan_now(piece).stages[1].add_lines[0].line.kind.value == "needle-before"
    assert "Place a marker before the center stitch." in piece_words(client, piece)


def test_of_two_changes_in_the_same_moment_one_is_told_of_the_other(shawl):
    """Both pages have seen the same plan; the one that writes second writes nothing."""
    first, second = sketch_state(shawl), sketch_state(shawl)
    changed = actions.change(first, plan_text(replace(plan_now(shawl), name="First")))
    with pytest.raises(actions.Overtaken):
        actions.change(second, plan_text(replace(plan_now(shawl), name="Second")))
    again = sketch_state(shawl)
    actions.step(changed, -1)
    with pytest.raises(actions.Overtaken):
        actions.save(again)
    assert shawl.revisions.count() == 1


def test_a_change_reads_sketch_and_revision_once(client, shawl, django_assert_max_num_queries):
    send(client, shawl, **{"stages.0.rhythm": "4"})
    fields = {"seen": 1, "page_name": "one", "stages.0.rhythm": "6"}
    with django_assert_max_num_queries(5):  # session and knitter, the revision with its piece, the sketch, one to write
        client.post(f"/pieces/{shawl.pk}/plan/change/", fields, headers={"HX-Request": "true"})
    assert sketch_state(shawl).changes == 2


def test_the_sentences_beneath_the_cloth_stand_apart(client, knitter):
    piece = keep_plan(knitter, plan_text(made("capelet")))
    assert "stitches. Its parts do not fit flat" in shown(client.get(f"/pieces/{piece.pk}/plan/"))
