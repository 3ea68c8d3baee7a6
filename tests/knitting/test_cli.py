"""The command line: what it prints, to the letter, and its exit codes."""

import io
import json
import subprocess
import sys
from pathlib import Path

import jsonschema
import pytest

from knitting.command_line.commands import main
from knitting.constructions import CONSTRUCTIONS
from knitting.files.yarn_schema import yarn_schema

STRIPED = """Title: Pier cloth
Gauge: 20 sts and 40 rows = 10 cm, garter
Yarn A: one
Yarn B: two
Stripes: 2 rows A, 2 rows B

Cast on 5 sts.
Row 1: Knit. (5 sts)
Row 2: K2, yo, k to end. (6 sts)
Repeat row 2 until there are 8 sts.
Bind off.
"""


@pytest.fixture
def pattern(tmp_path: Path):
    def write(text: str) -> str:
        place = tmp_path / "pattern.txt"
        place.write_text(text, "utf-8")
        return str(place)

    return write


def test_count_prints_the_published_json(pattern, capsys):
    assert main(["count", pattern(STRIPED), "--json"]) == 0
    row = {"section": "", "start": 5, "end": 5, "parts": [5]}
    assert json.loads(capsys.readouterr().out) == {
        "title": "Pier cloth",
        "rows": [
            {"row": "Row 1", "time": 1, "side": "RS", "colour": "A", "line": 8, **row},
            {"row": "Row 2", "time": 1, "side": "WS", "colour": "A", "line": 9, **row, "end": 6, "parts": [6]},
            {
                "row": "Row 2",
                "time": 2,
                "side": "RS",
                "colour": "B",
                "line": 9,
                **row,
                "start": 6,
                "end": 7,
                "parts": [7],
            },
            {
                "row": "Row 2",
                "time": 3,
                "side": "WS",
                "colour": "B",
                "line": 9,
                **row,
                "start": 7,
                "end": 8,
                "parts": [8],
            },
        ],
        "on_needle": 0,
        "bound_off": 8,
        "dropped": 0,
        "held": {},
        "problems": [],
    }


def test_check_prints_a_problem_a_line_and_ends_with_1(pattern, capsys):
    assert main(["check", pattern("Cast on 5 sts.\nRow 1: Knit. (6 sts)")]) == 1
    assert capsys.readouterr().out == (
        "line 2, column 14 · row 1: The row ends with 5, and the count says 6. "
        "That is 1 stitch fewer than stated; 5 would be right.\n"
    )


def test_check_of_a_balanced_pattern_prints_nothing(pattern, capsys):
    assert main(["check", pattern(STRIPED)]) == 0
    assert capsys.readouterr().out == ""


def test_write_prints_what_reads_back_to_the_same_words(pattern, capsys):
    main(["write", pattern(STRIPED)])
    first = capsys.readouterr().out
    main(["write", pattern(first)])
    assert capsys.readouterr().out == first
    assert "Repeat row 2 until there are 8 sts." in first


def test_standard_input_and_a_table(monkeypatch, capsys):
    monkeypatch.setattr(sys, "stdin", io.TextIOWrapper(io.BytesIO(STRIPED.encode())))
    assert main(["count", "-"]) == 0
    out = capsys.readouterr().out
    assert "Row 2" in out
    assert "on the needle 0, bound off 8, dropped 0" in out


def test_shape_takes_another_gauge(pattern, capsys):
    main(["shape", pattern(STRIPED), "--gauge", "10x20"])
    wide = json.loads(capsys.readouterr().out)
    main(["shape", pattern(STRIPED)])
    narrow = json.loads(capsys.readouterr().out)
    assert wide["width_cm"] == pytest.approx(2 * narrow["width_cm"], abs=0.02)
    assert wide["area_cm2"] == pytest.approx(4 * narrow["area_cm2"], abs=0.05)


@pytest.mark.parametrize(
    "call", [["count", "no such file"], ["count", "{}", "--gauge", "tight"], ["count", "{}", "--gauge", "0x0"]]
)
def test_a_wrong_call_ends_with_2(pattern, capsys, call):
    assert main([word.format(pattern(STRIPED)) for word in call]) == 2
    assert capsys.readouterr().err


def test_bytes_that_are_no_text_get_an_answer(tmp_path, capsys):
    place = tmp_path / "binary"
    place.write_bytes(bytes(range(256)) * 40)
    assert main(["check", str(place)]) == 1
    assert "line 1" in capsys.readouterr().out


def test_write_prints_a_fair_copy_in_each_dialect(pattern, capsys):
    text = "Cast on 6 sts.\nRow 1: k1, p1, k1, p1, k1, p1\nRow 2: k2, yo, k4\nBind off."
    for code, lines in {
        "us": ["Cast on 6 sts.", "Row 1: *K1, p1; repeat from * to end.", "Row 2: K2, yo, k4. (7 sts)", "Bind off."],
        "uk": ["Cast on 6 sts.", "Row 1: *K1, p1; repeat from * to end.", "Row 2: K2, yfwd, k4. (7 sts)", "Cast off."],
        "it": ["Avviare 6 m.", "Ferro 1: *1 dir, 1 rov; ripetere da * fino alla fine.", "Ferro 2: 2 dir, gett, 4 dir. (7 m)", "Intrecciare."],
    }.items():  # fmt: skip
        assert main(["write", pattern(text), "--dialect", code]) == 0
        assert capsys.readouterr().out.splitlines() == lines
    assert main(["write", pattern(text), "--as-written"]) == 0
    assert "Row 1: K1, p1, k1, p1, k1, p1." in capsys.readouterr().out


def test_a_file_is_read_in_the_dialect_that_is_set(pattern, capsys):
    assert main(["check", pattern("Avviare 5 m.\nFerro 1: dir"), "--read-as", "us"]) == 1
    assert main(["check", pattern("Avviare 5 m.\nFerro 1: dir")]) == 0
    capsys.readouterr()
    with pytest.raises(SystemExit) as refused:
        main(["write", pattern(STRIPED), "--dialect", "xx"])
    assert refused.value.code == 2


def test_a_piece_goes_out_as_json_and_is_read_again(pattern, tmp_path, capsys):
    main(["count", pattern(STRIPED), "--json"])
    rows = json.loads(capsys.readouterr().out)["rows"]
    assert main(["write", pattern(STRIPED), "--json"]) == 0
    (tmp_path / "piece.json").write_text(capsys.readouterr().out, "utf-8")
    assert main(["count", str(tmp_path / "piece.json"), "--json"]) == 0
    again = json.loads(capsys.readouterr().out)["rows"]
    assert [{**row, "line": 0} for row in again] == [{**row, "line": 0} for row in rows]
    (tmp_path / "piece.json").write_text("{", "utf-8")
    assert main(["count", str(tmp_path / "piece.json")]) == 2
    assert "cannot be read as JSON" in capsys.readouterr().err


def test_count_prints_csv_and_what_is_held(pattern, capsys):
    assert main(["count", pattern(STRIPED), "--csv"]) == 0
    assert capsys.readouterr().out.splitlines()[1] == "1,Row 1,,1,RS,A,8,5,5,0,5,k5"
    main(["count", pattern("Cast on 9 sts.\nRow 1: k4, place next 3 sts on hold as left cuff, k2"), "--json"])
    assert json.loads(capsys.readouterr().out)["held"] == {"left cuff": 3}


def test_write_prints_the_glossary(pattern, capsys):
    assert main(["write", pattern(STRIPED), "--glossary"]) == 0
    assert capsys.readouterr().out == "k: knit\nyo: yarn over\n"


def called(capsys, *arguments):
    code = main(list(arguments))
    out, err = capsys.readouterr()
    return code, out, err


def test_make_prints_the_rows_of_a_construction(capsys):
    code, out, _ = called(capsys, "make", "mitre", "cast_on=9", "--json")
    rows = json.loads(out)["rows"]
    assert code == 0
    assert [row["end"] for row in rows] == [7, 7, 5, 5, 3, 3, 1, 1]
    assert rows[0]["parts"] == [3, 1, 3]
    assert set(rows[0]) == {"row", "section", "time", "side", "colour", "line", "start", "end", "parts"}


def test_make_prints_words_in_a_dialect(capsys):
    code, out, _ = called(capsys, "make", "mitre", "cast_on=9", "fabric.right_side=seed", "--words", "--dialect", "uk")
    assert code == 0
    assert "centre st" in out
    assert "moss stitch" in out


def test_make_takes_a_measure_and_a_gauge_instead_of_a_count(capsys):
    code, out, _ = called(capsys, "make", "zigzag", "length_cm=50", "gauge=20x40", "--json")
    assert code == 0
    assert len(json.loads(out)["rows"]) == 200


WRONG_MAKES = [
    (["make", "sweater"], "There is no construction 'sweater'."),
    (["make", "mitre", "cast_on=48"], "47 or 49"),
    (["make", "mitre", "cast_on"], "'cast_on' is no answer: write it as key=value."),
    (["make", "mitre", "gauge=9000x1"], "A gauge of 9000x1 is not one that hand knitting has."),
    (["make", "mitre", "side_cm=wide"], "'side_cm' needs a length in centimetres, not 'wide'."),
    (["make", "mitre", "side_cm=-4"], "'side_cm' needs a length in centimetres, not '-4'."),
]


@pytest.mark.parametrize(("arguments", "says"), WRONG_MAKES, ids=[case[1] for case in WRONG_MAKES])
def test_a_wrong_make_is_a_wrong_call_with_a_sentence(capsys, arguments, says):
    code, out, err = called(capsys, *arguments)
    assert (code, out) == (2, "")
    assert says in err


def test_what_does_not_come_out_is_said_beside_the_rows(capsys):
    code, out, err = called(capsys, "make", "triangle", "tab=3", "to=60", "--json")
    assert code == 0
    assert "steps past 60 stitches: it comes to 57 and then to 61. 61 is taken, the nearest." in err
    assert json.loads(out)["rows"][-1]["end"] == 61
    code, _, err = called(capsys, "make", "poncho-panel", "cast_on=99", "to=51")
    assert code == 1
    assert "never comes to 51 stitches" in err


def test_constructions_lists_every_one_with_its_questions(capsys):
    code, out, _ = called(capsys, "constructions")
    assert code == 0
    for name, construction in CONSTRUCTIONS.items():
        assert f"{name}: {construction.built}" in out
        assert all(f"  {asked.key}=" in out for asked in construction.asks)


def test_shape_says_how_the_cloth_lies(pattern, capsys):
    """Four leans of atan(0.5 / 0.75): the neck of a triangle from a tab meets at 134.76 degrees."""
    triangle = (
        "Garter tab: cast on 3, knit 7 rows, pick up 3 along the side, pick up 3 from the cast-on. (9 sts)\n"
        "Mark the center stitch.\nRow 1 (RS): K3, yo, k to center st, yo, k1, yo, k to last 3 sts, yo, k3.\n"
        "Row 2: Knit.\nRepeat rows 1 and 2 until there are 61 sts.\n"
    )
    main(["shape", pattern(triangle), "--gauge", "18x24"])
    (found,) = json.loads(capsys.readouterr().out)["flatness"]
    assert set(found) == {"where", "rows", "defect_deg", "says"}
    assert found["defect_deg"] == pytest.approx(45.24, abs=0.5)
    main(["shape", pattern(triangle), "--gauge", "18x36"])
    assert json.loads(capsys.readouterr().out)["flatness"] == []


@pytest.mark.parametrize("call", ["check {file}", "count {file}", "write {file}", "constructions"])
def test_nothing_that_lays_a_cloth_is_loaded_to_count_rows(tmp_path, call):
    file = tmp_path / "piece.txt"
    file.write_text("Cast on 9 sts.\nRow 1: K2, yo, k to end.\n")
    program = (
        "import sys; from knitting.command_line.commands import main; "
        f"code = main({call.format(file=file).split()!r}); "
        "sys.exit(code or ('numpy' in sys.modules) * 3)"
    )
    assert subprocess.run([sys.executable, "-c", program], capture_output=True, check=False).returncode == 0


SHAWL = """Gauge: 20 sts and 40 rows = 10 cm, garter, washed
Yarn A: Kelp, 50 g, 104 m
Cast on 5 sts.
Row 1 (RS): K2, yo, k to last 2 sts, yo, k2. (7 sts)
Row 2 (WS): Knit.
Repeat rows 1 and 2 until there are 121 sts.
Bind off.
"""
YARN_KEYS = ["loop_cm", "colours", "ball_ends", "outlook", "last_safe", "weigh_next", "tails"]


def yarn_of(pattern, capsys, *given):
    assert main(["yarn", pattern(SHAWL), "--json", *given]) == 0
    return json.loads(capsys.readouterr().out)


def test_yarn_prints_the_published_json(pattern, capsys):
    found = yarn_of(pattern, capsys, "--start", "A=92")
    assert list(found) == YARN_KEYS
    assert found["loop_cm"] == pytest.approx(4.1 * 0.5 / 1.03, abs=1e-4)
    assert list(found["colours"]["A"]) == [
        "loops", "metres", "grams", "balls", "cast_on_m", "rows_m", "bind_off_m", "joins_m"
    ]  # fmt: skip
    assert list(found["outlook"][0]) == ["row", "colour", "left_g", "sd_g", "chance"]
    assert [list(end) for end in found["ball_ends"]] == [["colour", "ball", "row"]]
    assert found["last_safe"] is None
    assert found["weigh_next"] > 0
    assert list(found["tails"]) == ["cast_on_cm", "bind_off_cm"]
    jsonschema.validate(found, yarn_schema())
    jsonschema.validate(yarn_of(pattern, capsys, "--start", "A=76", "--weighed", "60:A=57"), yarn_schema())


def test_weighed_it_tells_the_last_safe_row(pattern, capsys):
    found = yarn_of(pattern, capsys, "--start", "A=76", "--weighed", "60:A=57", "90:A=33")
    chances = {stop["row"]: stop["chance"] for stop in found["outlook"]}
    assert found["last_safe"]["chance"] == chances[found["last_safe"]["row"]] >= 0.9
    with_collar = yarn_of(
        pattern, capsys, "--start", "A=76", "--weighed", "60:A=57", "90:A=33", "--reserve", "collar:A=12m"
    )
    assert with_collar["last_safe"]["row"] < found["last_safe"]["row"]
    unwashed = yarn_of(pattern, capsys, "--unwashed")
    assert unwashed["loop_cm"] == pytest.approx(3.8 * 0.5 / 1.03, abs=1e-4)


@pytest.mark.parametrize(
    ("given", "says"),
    [
        (["--start", "A=-5"], "Grams are written as A=100"),
        (["--start", "Q=50"], "How long is a gram of 'Q'?"),
        (["--ball", "A=50"], "A yarn is written as A=50g/92m"),
        (["--start", "A=90", "--weighed", "ten:A=4"], "A weighing is written as ROW:A=GRAMS"),
        (["--start", "A=90", "--weighed", "9999:A=4"], "none is row 9999"),
        (["--reserve", "collar"], "A reserve is written as collar:A=20m"),
        (["--safe", "2"], "between 0.5 and 1"),
    ],
)
def test_what_yarn_cannot_be_told(pattern, capsys, given, says):
    assert main(["yarn", pattern(SHAWL), *given]) == 2
    assert says in capsys.readouterr().err


def test_stripes_are_printed_and_written_into_the_words(pattern, capsys):
    given = ["--yarn", "P=20g/42m", "--yarn", "Q=30g/60m", "R=40g/90m"]
    assert main(["stripes", pattern(SHAWL), *given, "--bands", "free", "--json"]) == 0
    found = json.loads(capsys.readouterr().out)
    assert found["bands"][0]["from"] == 1
    assert set(found["unused_g"]) == {"P", "Q", "R"}
    assert main(["stripes", pattern(SHAWL), *given, "--bands", "order", "--words"]) == 0
    words = capsys.readouterr().out
    assert "Stripes: " in words
    assert main(["check", pattern(words)]) == 0


def test_what_a_yarn_could_become(capsys):
    assert main(["could", "A=100g/210m", "--json"]) == 0
    found = json.loads(capsys.readouterr().out)
    assert {each["construction"] for each in found} == set(CONSTRUCTIONS)
    assert all(0 < each["metres"] <= 210 / 1.19 and each["measures"] for each in found)
    assert main(["could", "A=0.2g/0.3m", "--json"]) == 0
    assert json.loads(capsys.readouterr().out) == []
