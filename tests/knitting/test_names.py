"""What a plan calls its parts, lines and stages: given once in the knitter's language, kept whatever is asked anew."""

import re

import pytest

from knitting.compiling import compiled
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered, answers_of
from knitting.forecast.forecast import forecast_of
from knitting.plan.plan import CENTRE
from knitting.plan_editing.edits import Edit, edited
from knitting.plan_editing.names import names_of, renamed
from knitting.plan_editing.structure import bare_parts, with_line, with_stage
from knitting.saying.language import saying_with
from knitting.saying.names import in_language
from knitting.sizing.parameters import parameters
from knitting.working.piece_worker import work_piece


class Otherwise:
    """The catalogue of a language in which every word has an x before it."""

    def gettext(self, text):
        return re.sub(r"(?<![\w{])(\w)", r"x\1", text)


def made(key):
    return answered(CONSTRUCTIONS[key], {}).plan()


def rows_of(plan):
    return [(row.parts, row.work) for row in work_piece(compiled(forecast_of(plan))).rows]


@pytest.mark.parametrize("key", CONSTRUCTIONS)
def test_every_name_that_a_shape_gives_is_said_in_another_language(key):
    plan = made(key)
    with saying_with(Otherwise()):
        said = in_language(plan)
    own, given = names_of(plan), names_of(said)
    structural = {CENTRE, "A", "B"}
    assert [name for name in own.places if name in given.places and name not in structural] == []
    assert [name for name in own.stages if name in given.stages] == []
    assert len(set(given.places)) == len(set(own.places))
    assert rows_of(said) == rows_of(plan)


@pytest.mark.parametrize("key", CONSTRUCTIONS)
def test_a_shape_whose_parts_are_called_otherwise_still_has_its_questions_and_keeps_the_names(key):
    plan = renamed(made(key), lambda name: f"my {name}", lambda name: f"My {name}")
    assert answers_of(plan).plan() == plan
    for knob in parameters(plan):
        other = knob.turned(knob.value)
        assert names_of(other) == names_of(plan), knob.key


def test_a_name_given_by_hand_stays_when_the_size_changes():
    plan = edited(made("triangle"), Edit("parts.1.name", "Edda's wing"))
    knob = next(each for each in parameters(plan) if each.key == "rows")
    larger = knob.turned(knob.value + 4)
    assert larger.parts[1].name == "Edda's wing"
    assert rows_of(larger) != rows_of(plan)


def test_only_what_is_new_in_a_plan_is_said_in_the_language_of_the_moment():
    before = bare_parts()
    with saying_with(Otherwise()):
        after = in_language(with_stage(with_line(before, 0)), before)
    assert [part.name for part in after.parts] == ["cloth", "cloth xleft"]
    assert [stage.name for stage in after.stages] == ["Rows", "xStage 2"]


def test_names_that_would_become_one_stay_two():
    class OneWord:
        def gettext(self, text):
            return "part"

    with saying_with(OneWord()):
        assert in_language(made("triangle")) == made("triangle")
