"""The command line of the drawings."""

from drawing.cli import main

PATTERN = "Cast on 5 sts.\nRow 1: K2, yo, k to end.\nRepeat row 1 until there are 9 sts."


def test_the_drawing_is_written_to_a_file(tmp_path, capsys):
    pattern, out = tmp_path / "pattern.txt", tmp_path / "cloth.svg"
    pattern.write_text(PATTERN)
    assert main(["cloth", str(pattern), "--svg", str(out)]) == 0
    assert out.read_text("utf-8").startswith("<svg")
    pattern.write_text("Cast on 5 sts.")
    assert main(["cloth", str(pattern), "--svg", str(out)]) == 1
    assert "two rows" in capsys.readouterr().err
    assert main(["cloth", "nothing here", "--svg", str(out)]) == 2


def test_the_chart_is_written_as_the_right_side_is_seen_or_as_worked(tmp_path, capsys):
    pattern, out = tmp_path / "pattern.txt", tmp_path / "chart.svg"
    pattern.write_text(PATTERN)
    assert main(["chart", str(pattern), "--svg", str(out)]) == 0
    seen = out.read_text("utf-8")
    assert seen.startswith("<svg")
    assert main(["chart", str(pattern), "--svg", str(out), "--as-worked"]) == 0
    assert out.read_text("utf-8") != seen
    pattern.write_text("Cast on 5 sts.")
    assert main(["chart", str(pattern), "--svg", str(out)]) == 1
    assert "nothing to chart" in capsys.readouterr().err
