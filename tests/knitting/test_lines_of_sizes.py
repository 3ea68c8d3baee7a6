"""The lines of several sizes: in one text as far as only figures differ."""

from knitting.dialects.dialect import dialect
from knitting.publishing import lines_of_sizes
from knitting.words.several import side_by_side
from knitting.words.writer import Writer, WrittenKind
from tests.knitting.asking import worked

BODY = "CO {n}\nSection: Body\n# For evenings.\nKnit {rows} rows.\n"
BORDER = "Section: Border\nRow 1 (RS): {border}\nBind off.\n"


def lines(n, rows, border="Knit.", ended=BORDER):
    text = BODY.format(n=n, rows=rows) + ended.format(border=border)
    return tuple(Writer(dialect()).lines(worked(text).piece))


def read(versions):
    return [(block.size, [line.reads for line in block.lines]) for block in lines_of_sizes(versions)]


def test_where_only_figures_differ_there_is_one_text():
    assert read([lines(20, 4), lines(24, 6), lines(28, 8)]) == [
        (None, ["Cast on 20 (24, 28) sts."]),
        (None, ["Body", "For evenings.", "Knit 4 (6, 8) rows."]),
        (None, ["Border", "Row 1 (RS): Knit.", "Bind off."]),
    ]
    kinds = [line.kind for block in lines_of_sizes([lines(20, 4), lines(24, 6)]) for line in block.lines]
    assert kinds[:4] == [WrittenKind.ORDER, WrittenKind.HEADING, WrittenKind.NOTE, WrittenKind.ROWS]


def test_only_the_section_that_differs_is_told_size_by_size():
    assert read([lines(20, 4), lines(24, 6, "K2, purl to end.")])[1:] == [
        (None, ["Body", "For evenings.", "Knit 4 (6) rows."]),
        (0, ["Border", "Row 1 (RS): Knit.", "Bind off."]),
        (1, ["Border", "Row 1 (RS): K2, p to end.", "Bind off."]),
    ]


def test_sizes_with_other_sections_are_told_one_after_the_other():
    found = read([lines(20, 4), lines(24, 6, ended="")])
    assert [size for size, _ in found] == [0, 1]
    assert found[1][1][-1] == "Knit 6 rows."


def test_figures_stand_side_by_side_with_their_unit():
    assert side_by_side(["19.5 m", "1,200 m"]) == "19.5 (1,200) m"
    assert side_by_side(["3", "3", "3"]) == "3"
