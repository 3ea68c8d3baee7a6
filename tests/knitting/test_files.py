"""Pieces as JSON, the published schema, ledgers as CSV, glossaries."""

import csv
import io
import json
from pathlib import Path

import jsonschema
import pytest
from hypothesis import given
from hypothesis import strategies as st

from knitting.dialects.dialect import dialect
from knitting.files import NotRead, ledger_csv, piece_from_json, piece_schema, piece_to_json
from knitting.rows import Piece
from knitting.rows.without_places import without_places
from knitting.saying.statements import said_refusal
from knitting.words.glossary import glossary
from knitting.words.reader import read
from knitting.words.writer import write
from tests.knitting.asking import worked
from tests.knitting.test_laws import patterns
from tests.knitting.test_written_rows import CASES, _set_up
from tests.searching import searched

ROOT = Path(__file__).parents[2]
EVERYTHING = """Title: Quay sampler
Gauge: 20 sts and 40 rows = 10 cm, garter
Yarn A: Slate worsted
Yarn B: Fennel light
Stripes: 2 rows A, 2 rows B
Increase: m1 pair
Size: one

# a note
Garter tab: cast on 3, knit 7 rows, pick up 3 along the side, pick up 3 from the cast-on. (9 sts)
Mark the center stitch.
Row 1 (RS): K3, yo, k to center st, yo, k1, yo, k to last 3 sts, yo, k3. (6-1-6)
Row 2 and all WS rows: Knit.
Row 3: As row 1.
Repeat rows 1 and 2 twice.
Repeat rows 1-2 until there are 33 sts.

Section: Border
Place a marker before sts 5 and 9.
Rnd 1: *k1, (k1, yo, k1) in next st, [k2tog, yo] twice, k1; rep from * to m, sm, work in seed to m, rm, k to end
Next row (WS, B): With A, k2, pm A, k to last 3 sts, turn.
Next row: Inc 1 at each edge.
Row 4: k2, place next 3 sts on hold as cuff, k to end
Return cuff to needle.
Repeat last 2 rows 3 more times, ending with a RS row.
Work 4 rows in pattern.
Remove all markers.
Bind off, knitting two together through the back, to last 3 sts; drop the last 3 sts.
Cast on 4 sts.
Leave sts on hold as end.
Graft.
Fasten off.
"""

VALIDATOR = jsonschema.Draft202012Validator(piece_schema())


def there_and_back(piece: Piece) -> Piece:
    data = json.loads(json.dumps(piece_to_json(piece)))
    VALIDATOR.validate(data)
    return piece_from_json(data)


def test_a_piece_of_everything_goes_out_and_comes_in_as_it_was():
    reading = read(EVERYTHING)
    assert not reading.problems
    assert without_places(there_and_back(reading.piece)) == without_places(reading.piece)
    assert write(there_and_back(reading.piece)).replace("# a note\n", "") == write(reading.piece).replace(
        "# a note\n", ""
    )


@pytest.mark.parametrize(("header", "needle", "words"), [case[:3] for case in CASES[::3]])
def test_every_written_row_keeps_its_count_in_json(header, needle, words):
    text = "\n".join([*([header] if header else []), *_set_up(needle), f"Row 3: {words}"])
    again = worked(write(there_and_back(read(text).piece)))
    assert [row.parts for row in again.rows] == [row.parts for row in worked(text).rows]


@given(patterns())
@searched(60)
def test_a_made_up_piece_goes_out_and_comes_in_as_it_was(text):
    piece = read(text).piece
    assert without_places(there_and_back(piece)) == without_places(piece)


WHOLE = {"format": "bias-piece", "version": 1, "headers": {}, "sections": []}


@pytest.mark.parametrize(
    ("data", "says"),
    [
        ([], "The file holds no object."),
        ({}, "The file is not of the format 'bias-piece', version 1."),
        ({**WHOLE, "version": 2}, "The file is not of the format 'bias-piece', version 1."),
        ({**WHOLE, "sections": {}}, "sections: a list is expected."),
        ({**WHOLE, "colour": 1}, "colour: there is no such thing in piece."),
        ({"format": "bias-piece", "version": 1, "sections": []}, "headers: it is missing."),
        ({**WHOLE, "sections": [{"name": "", "orders": [{"kind": "dance"}]}]}, None),
        ({**WHOLE, "sections": [{"name": "", "orders": [{"kind": "cast-on", "count": "9"}]}]}, "sections[0].orders[0].count: a whole number from 0 up is expected."),
        ({**WHOLE, "sections": [{"name": "", "orders": [{"kind": "cast-on", "count": -1}]}]}, "sections[0].orders[0].count: a whole number from 0 up is expected."),
        ({**WHOLE, "sections": [{"name": "", "orders": [{"kind": "cast-on"}]}]}, "sections[0].orders[0].count: it is missing."),
        (
            {**WHOLE, "sections": [{"name": "", "orders": [{"kind": "row", "name": "Row", "numbers": [1], "steps": [{"kind": "work", "stitch": "zorp", "times": 1}]}]}]},
            "sections[0].orders[0].steps[0].stitch: 'zorp' is no stitch that Bias knows.",
        ),
        ({**WHOLE, "headers": {"title": "two\nlines"}}, "headers.title: one line of text is expected."),
        ({**WHOLE, "headers": {"gauge": {"stitches": float("nan"), "rows": 1.0}}}, "headers.gauge.stitches: a number is expected."),
        ({**WHOLE, "notes": [1]}, "notes: lines of text are expected."),
    ],
)  # fmt: skip
def test_a_file_that_holds_no_piece_is_refused_where_it_is_wrong(data, says):
    with pytest.raises(NotRead) as refused:
        piece_from_json(data)
    assert says is None or said_refusal(refused.value) == says
    assert said_refusal(refused.value).endswith(".")


JSON = st.recursive(
    st.none() | st.booleans() | st.integers(-5, 10**12) | st.floats(allow_nan=True) | st.text(max_size=8),
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.sampled_from(["kind", "name", "orders", "steps", "count", "span", "x"]), inner, max_size=4),
    max_leaves=20,
)  # fmt: skip


@given(JSON, JSON)
@searched(200)
def test_any_json_is_a_piece_or_refused(headers, sections):
    said = ""
    try:
        said = piece_from_json({"format": "bias-piece", "version": 1, "headers": headers, "sections": sections}).title
    except NotRead as refused:
        said = said_refusal(refused)
    assert isinstance(said, str)
    assert len(said) < 500


def test_a_ledger_is_a_table_with_a_line_for_every_row():
    # RFC 4180: lines end in CRLF, cells with commas or quotes stand in quotes.
    piece = worked(
        'Cast on 9 sts.\nMark the center stitch.\nSection: =SUM(1), "x"\nRow 1: k2, yo, k to center st, k1, k to end\nRow 2: Knit.'
    )
    text = ledger_csv(piece)
    assert text.count("\r\n") == 3
    assert "\n" not in text.replace("\r\n", "")
    rows = list(csv.DictReader(io.StringIO(text)))
    assert [
        (row["number"], row["row"], row["side"], row["start"], row["end"], row["change"], row["parts"]) for row in rows
    ] == [
        ("1", "Row 1", "RS", "9", "10", "1", "5 1 4"),
        ("2", "Row 2", "WS", "10", "10", "0", "5 1 4"),
    ]
    assert rows[0]["section"] == '\'=SUM(1), "x"'
    assert rows[0]["work"] == "k2, yo, k2 | k1 | k4"


def test_a_glossary_has_the_abbreviations_that_are_used():
    piece = read(
        "Cast on 9 sts.\nRow 1 (RS): k2, yo, [ssk, sl1 wyif] twice, pm, k1\nRow 2: work in pattern to m, rm, cdd"
    ).piece
    us = {entry.short: entry.meaning for entry in glossary(piece, dialect("us"))}
    assert us["ssk"] == "slip, slip, knit"
    assert us["pm"] == "place a marker on the needle"
    assert us["rm"] == "take the marker off"
    assert us["RS"] == "right side"
    assert "p2tog" not in us
    italian = {entry.short: entry.meaning for entry in glossary(piece, dialect("it"))}
    assert italian["gett"] == "gettato"
    assert "yfwd, yrn, yon" in {entry.short for entry in glossary(piece, dialect("uk"))}
