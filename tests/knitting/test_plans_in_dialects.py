"""The rows of a plan, written in the words that it asks for."""

from dataclasses import replace

import pytest

from knitting.compiling import compiled
from knitting.constructions import CONSTRUCTIONS
from knitting.dialects.dialect import dialect
from knitting.dialects.languages import dialect_of_language
from knitting.dialects.tables import dialect_codes
from knitting.files import NotRead, plan_from_text, plan_text
from knitting.forecast.forecast import forecast_of
from knitting.saying.statements import said_refusal
from knitting.words.reader import read
from knitting.words.writer import write
from tests.knitting.asking import work_reading
from tests.knitting.planning import made


@pytest.mark.parametrize("code", [code for code in dialect_codes() if code != "us"])
@pytest.mark.parametrize("key", CONSTRUCTIONS)
def test_a_plan_comes_to_the_same_in_every_dialect(key, code):
    plan = made(key)
    rows = compiled(forecast_of(plan))
    reading = read(write(rows, dialect(code)))
    worked, wanted = work_reading(reading), work_reading(read(write(rows)))
    assert not worked.problems
    assert [(row.parts, row.end) for row in worked.rows] == [(row.parts, row.end) for row in wanted.rows]
    if code != "uk":  # where no word differs it is read as the first
        assert reading.dialect.code == code


def test_the_words_of_a_plan_are_kept():
    plan = replace(made("triangle"), dialect="it")
    assert plan_from_text(plan_text(plan)) == plan


def test_words_that_there_are_not_are_refused():
    with pytest.raises(NotRead) as refused:
        plan_from_text(plan_text(replace(made("triangle"), dialect="owl")))
    assert said_refusal(refused.value) == "There are no words 'owl'; there are us, uk, de, fr, it."


@pytest.mark.parametrize(
    ("language", "code"), [("it", "it"), ("it-ch", "it"), ("de", "de"), ("en", ""), ("en-gb", ""), ("xx", "")]
)
def test_a_language_has_its_words(language, code):
    assert dialect_of_language(language) == code
