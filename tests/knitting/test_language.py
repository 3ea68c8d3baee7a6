"""The command line and its figures in another language."""

import pytest

from knitting.command_line.commands import main
from knitting.measures import said_area, said_length
from knitting.saying.language import catalogue, saying_with
from knitting.saying.statements import said
from knitting.statements import sentence


def test_the_command_line_speaks_the_language_that_is_asked_for(capsys, tmp_path):
    rows = tmp_path / "rows.txt"
    rows.write_text("Cast on 9 sts.\nRow 1: K4, yo, k5. (11 sts)\n")
    assert main(["--language", "it", "check", str(rows)]) == 1
    italian = capsys.readouterr().out
    assert main(["check", str(rows)]) == 1
    english = capsys.readouterr().out
    assert "e il conteggio dice" in italian
    assert "and the count says" in english


def test_its_help_is_said_in_it_too(capsys):
    with pytest.raises(SystemExit):
        main(["--language", "it", "--help"])
    assert "stampa ogni ferro con i suoi conteggi" in capsys.readouterr().out


def test_figures_have_the_signs_of_the_language():
    with saying_with(catalogue("it")):
        assert said_length(7.25) == "7,2 cm"
        assert said_area(12750.0) == "1,27 m²"
        assert (
            said(sentence("The file is larger than {most:,} bytes.", most=200_000)) == "Il file ha più di 200.000 byte."
        )
        assert said(sentence("'{part}' has no stitch for a line.", part="Ala")) == "'Ala' non ha maglie per una linea."
    assert said_length(7.25) == "7.2 cm"


def test_a_language_that_is_not_there_is_english():
    with saying_with(catalogue("xx")):
        assert said(sentence("'{part}' has no stitch for a line.", part="wing")) == "'wing' has no stitch for a line."
