"""Gauges as they are told, in a header and in a sentence, in every dialect."""

import pytest

from knitting.dialects.dialect import dialect
from knitting.words.gauges import gauge_in_header, gauge_in_prose

HEADERS = [
    ("22 sts x 30 rows = 10 cm", (22, 30), ""),
    ("22 sts and 30 rows = 10 x 10 cm, garter", (22, 30), "garter"),
    ("22 sts and 30 rows over 10cm in stockinette", (22, 30), "stockinette"),
    ("11 sts and 15 rows to 2 in", (21.65, 29.53), ""),
    ("5,5 m x 7,5 f = 2,5 cm", (22, 30), ""),
    ("22 Maschen und 30 Reihen ergeben 10 cm", (22, 30), ""),
    ("22 M x 30 R = 10 cm x 10 cm glatt rechts", (22, 30), "glatt rechts"),
    ("22 m x 30 rgs pour un carré de 10 cm", None, ""),
    ("22 m et 30 rgs sur 10 x 10 cm en jersey", (22, 30), "en jersey"),
    ("22 sts", None, ""),
    ("22 sts x 0 rows = 10 cm", None, ""),
    ("loose", None, ""),
]


@pytest.mark.parametrize(("value", "gauge", "fabric"), HEADERS)
def test_a_header_gives_stitches_and_rows_over_ten_centimetres(value, gauge, fabric):
    found = gauge_in_header(value)
    told = (round(found[0].stitches, 2), round(found[0].rows, 2)) if found else None
    assert (told, found[1] if found else "") == (gauge, fabric)


SENTENCES = [
    ("us", "22 sts and 30 rows to 10 cm over st st, after blocking.", (22, 30)),
    ("us", "5 sts = 1 inch", (19.69, 27.56)),
    ("us", "20 sts and 10 cm of yarn are left.", None),
    ("uk", "22 sts x 30 rows measure 10 cm", (22, 30)),
    ("it", "22 maglie e 30 ferri su 10 x 10 cm", (22, 30)),
    ("de", "22 M und 30 R = 10 x 10 cm glatt rechts.", (22, 30)),
    ("de", "22 Maschen und 30 Reihen ergeben 10 cm.", (22, 30)),
    ("de", "22 sts and 30 rows to 10 cm", None),
    ("fr", "22 mailles et 30 rangs sur 10 cm.", (22, 30)),
    ("fr", "Rabattre 3 m, puis 10 cm en jersey.", None),
]


@pytest.mark.parametrize(("code", "text", "gauge"), SENTENCES)
def test_a_sentence_gives_a_gauge_where_its_words_are_those_of_the_dialect(code, text, gauge):
    found = gauge_in_prose(text, dialect(code))
    assert (found and (round(found.stitches, 2), round(found.rows, 2))) == gauge
