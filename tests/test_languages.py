"""Every language is whole: each sentence translated, with the places and tags of its source, none left from before."""

import pytest
from babel.messages.catalog import Message
from babel.messages.pofile import read_po
from django.conf import settings

from bias.home.messages import DOMAINS, ROOT, gathered, wrong
from knitting.saying.language import languages

OTHERS = [code for code, _name in settings.LANGUAGES if code != "en"]
MEND = "Run 'make messages', and translate what it names."


@pytest.fixture(scope="module", params=DOMAINS)
def found(request):
    return gathered(request.param)


@pytest.mark.parametrize("language", OTHERS)
def test_every_sentence_is_translated_and_no_other_is_there(found, language):
    with (ROOT / "locale" / language / "LC_MESSAGES" / f"{found.domain}.po").open("rb") as file:
        kept = read_po(file, locale=language, domain=found.domain)
    assert {message.id for message in kept} == {message.id for message in found}, MEND
    assert not [(message.id, why) for message in kept if message.id and (why := wrong(message))], MEND


def test_sentences_come_from_code_pages_scripts_and_tables(found):
    told = {
        "django": ("Sign in", "Row done", "'{line}' stands at the end of its parts already.", "Draw the yarn through."),
        "djangojs": ("The server could not answer.",),
    }
    sentences = {message.id[0] if isinstance(message.id, tuple) else message.id for message in found}
    assert set(told[found.domain]) <= sentences


def test_the_languages_of_the_site_are_those_of_the_core():
    assert languages() == ["en", *OTHERS]


@pytest.mark.parametrize(
    ("source", "said", "why"),
    [
        ("{count} rows", "{count} ferri", ""),
        ("{count} rows", "ferri", "has other places"),
        ("{count:rows} left", "restano {count}", "has other places"),
        ("%(rows)s rows, %% of all", "%(ferri)s ferri, %% di tutti", "has other places"),
        ("<b>%(count)s</b> there", "%(count)s", "has other tags"),
        ("Row done", "", "is not translated"),
        (("1 row", "{number} rows"), ("1 ferro", "{number} ferri"), ""),
        (("1 row", "{number} rows"), ("{number} ferro", "ferri"), "has other places"),
        (("1 row", "{number} rows"), ("1 ferro", ""), "is not translated"),
    ],
)
def test_what_is_wrong_with_a_translation_is_told(source, said, why):
    assert wrong(Message(source, said)).startswith(why)
    assert bool(wrong(Message(source, said))) == bool(why)


def test_a_guess_is_no_translation():
    assert wrong(Message("Row done", "Ferro fatto", flags=["fuzzy"])) == "was only guessed"
