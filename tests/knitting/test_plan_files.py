"""Plans as JSON: the published schema, and what is said of files that hold none."""

import json
from dataclasses import replace
from pathlib import Path

import jsonschema
import pytest
from hypothesis import given
from hypothesis import strategies as st

from knitting.compiling import compiled
from knitting.constructions import CONSTRUCTIONS
from knitting.files import NotRead, plan_from_json, plan_from_text, plan_schema, plan_text, plan_to_json
from knitting.forecast.forecast import forecast_of
from knitting.saying.statements import said, said_refusal
from knitting.working.piece_worker import work_piece
from tests.knitting.planning import made

ROOT = Path(__file__).resolve().parents[2]
VALIDATOR = jsonschema.Draft202012Validator(plan_schema())


@pytest.mark.parametrize("name", CONSTRUCTIONS)
def test_every_construction_is_the_same_plan_after_its_file(name):
    plan = made(name)
    data = json.loads(plan_text(plan))
    assert not list(VALIDATOR.iter_errors(data))
    assert plan_from_json(data) == plan


WRONG = [
    ("an unknown version", {"version": 7}, "The plan is of version 7, and this Bias reads version 1: another one made it."),
    ("another format", {"format": "bias-piece"}, "The file is not of the format 'bias-plan'."),
    ("an unknown thing", {"colour": "red"}, "colour: there is no such thing in plan."),
    ("a wrong number", {"parts": [{"name": "cloth", "count": "many"}]}, "parts[0].count: a whole number from 0 up is expected."),
    ("a negative number", {"parts": [{"name": "cloth", "count": -4}]}, "parts[0].count: a whole number from 0 up is expected."),
    ("an unknown kind of line", {"lines": [{"name": "A", "kind": "glued"}]},
     "lines[0].kind: one of stitch, needle-before, needle-after, needle-both, needle, unmarked is expected."),
    ("an end that is none", {"stages": [{"name": "G", "rhythm": 2, "shapings": [], "until": {"kind": "forever"}}]},
     "stages[0].until.kind: one of count, rows, repeats, length, part-count, yarn-share is expected."),
]  # fmt: skip


@pytest.mark.parametrize(("says", "other", "message"), WRONG, ids=[case[0] for case in WRONG])
def test_a_file_that_holds_no_plan_is_refused_with_its_place(says, other, message):
    data = {**plan_to_json(made("mitre")), **other}
    with pytest.raises(NotRead) as refused:
        plan_from_json(data)
    assert said_refusal(refused.value) == message
    if says not in ("another format", "an unknown version"):
        assert list(VALIDATOR.iter_errors(data))


def test_text_that_is_no_json_is_said_so():
    with pytest.raises(NotRead, match="The file cannot be read as JSON"):
        plan_from_text("Cast on 5 sts.")


SWATCH = {"kind": "swatch", "after": {"stitches": 900.0, "rows": 2.0}}
IMPOSSIBLE = [
    ({"parts": [], "lines": []}, "A plan has one part and one stage at least."),
    ({"stages": []}, "A plan has one part and one stage at least."),
    ({"lines": []}, "2 parts need 1 line between them."),
    ({"gauge": {"stitches": 0.0, "rows": 30.0}}, "The gauge is not one that hand knitting has"),
    ({"gauges": [{"row": 4, "gauge": {"stitches": 20.0, "rows": 0.0}}]}, "The gauge is not one that hand knitting has"),
    ({"known_from": SWATCH}, "The gauge is not one that hand knitting has"),
    ({"known_from": {"kind": "yarn-guess", "weight": 50}}, "There is no category 50 of yarn: there are 0 to 7."),
    ({"parts": [{"name": "a", "count": 18, "fabric": "brocade"}, {"name": "b", "count": 18}]}, "'brocade' is no fabric"),
]  # fmt: skip


@pytest.mark.parametrize(
    ("other", "message"), IMPOSSIBLE, ids=[case[1][:40] + str(at) for at, case in enumerate(IMPOSSIBLE)]
)
def test_a_file_of_the_right_form_that_no_plan_can_be_is_refused_too(other, message):
    """Found by sending changed files: each of these broke the pages of the piece that was made of it."""
    with pytest.raises(NotRead) as refused:
        plan_from_json({**plan_to_json(made("mitre")), **other})
    assert message in said_refusal(refused.value)


@given(st.data())
def test_a_changed_file_is_refused_or_is_a_plan_with_a_course(data):
    """One figure anywhere in a plan's file replaced by another one."""
    plan = plan_to_json(made(data.draw(st.sampled_from(sorted(CONSTRUCTIONS)))))
    places = [(box, key) for box in _boxes(plan) for key, value in _items(box) if type(value) in (int, float)]
    box, key = data.draw(st.sampled_from(places))
    box[key] = data.draw(st.sampled_from([0, 1, 2, 3, 50, 4_999, 10_001, 10**9]))
    try:
        found = plan_from_json(plan)
    except NotRead:
        return
    forecast = forecast_of(found)
    worked = work_piece(compiled(forecast))
    assert not forecast.sound or not worked.problems


def _items(box):
    return list(box.items()) if isinstance(box, dict) else list(enumerate(box))


def _boxes(value):
    if isinstance(value, dict | list):
        yield value
        for _, inner in _items(value):
            yield from _boxes(inner)


def test_more_stitches_than_are_worked_cannot_be_cast_on_within_a_plan():
    """Found by the law above: such a plan was called sound, and working it broke off."""
    plan = made("held-wing")
    at = next(at for at, stage in enumerate(plan.stages) if any(row.cast_on for row in stage.setup))
    setup = tuple(
        replace(row, cast_on=replace(row.cast_on, count=10_001)) if row.cast_on else row
        for row in plan.stages[at].setup
    )
    forecast = forecast_of(plan.with_stage(at, replace(plan.stages[at], setup=setup)))
    assert not forecast.sound
    assert "at most 10,000 are worked" in said(forecast.troubles[0].facts)
