"""The needle, the map between rows, what each row changes, and the templates of a dialect."""

import pytest

from knitting.cloth.walls import follow, trace_back
from knitting.dialects.dialect import dialect, dialect_codes
from knitting.dialects.spelling import nearest_stitch
from knitting.dialects.templates import compile_template, fill_template
from knitting.dialects.tokens import tokens_of
from knitting.nearest import nearest_word
from knitting.needle.lineage import Link, count_changes, lineage
from knitting.needle.needle import Mark, Needle, from_positions
from tests.knitting.asking import one_row, worked

STITCH, MARKER = Mark(True), Mark(False)


@pytest.mark.parametrize(
    ("needle", "total", "parts", "merged", "positions"),
    [
        (Needle((9,)), 9, (9,), (9,), ()),
        (Needle((4, 4), (STITCH,)), 9, (4, 1, 4), (4, 5), (4.5,)),
        (Needle((4, 5), (MARKER,)), 9, (4, 5), (4, 5), (4.0,)),
        (Needle((0, 8), (STITCH,)), 9, (0, 1, 8), (0, 9), (0.5,)),
        (Needle((3, 0, 5), (MARKER, STITCH)), 9, (3, 0, 1, 5), (3, 0, 6), (3.0, 3.5)),
    ],
)
def test_a_needle_is_counts_between_marks(needle, total, parts, merged, positions):
    assert (needle.total, needle.parts, needle.merged_parts, needle.mark_positions) == (total, parts, merged, positions)
    assert needle.turned().turned() == needle
    assert needle.turned().total == total


def test_marks_are_set_by_the_count_of_stitches():
    assert Needle((9,)).marked((5,)) == Needle((4, 4), (STITCH,))
    assert Needle((4, 4), (STITCH,)).marked((2,)).parts == (1, 1, 2, 1, 4)
    assert Needle((9,)).marked((10,)) is None
    assert Needle((9,)).marked((0,)) is None
    assert Needle((4, 4), (STITCH,)).marked((5,)) is None
    assert from_positions(9, [(6, MARKER), (2, MARKER)]).counts == (2, 4, 3)


def test_a_claimed_total_is_taken_at_the_last_part():
    assert Needle((4, 4), (STITCH,)).with_total(12).parts == (4, 1, 7)
    assert Needle((4, 4), (STITCH,)).with_total(3) == Needle((3,))


LINEAGES = [
    ("5", "Knit.", [Link(0, 0, 1, 1, 5)]),
    ("5", "k2, yo, k3", [Link(0, 0, 1, 1, 2), Link(2, 2, 0, 1, 1), Link(2, 3, 1, 1, 3)]),
    ("5", "k2tog, k3", [Link(0, 0, 2, 1, 1), Link(2, 1, 1, 1, 3)]),
    ("5", "kfb, k4", [Link(0, 0, 1, 2, 1), Link(1, 2, 1, 1, 4)]),
    ("4", "[k1, yo] twice, k2", [Link(0, 0, 1, 1, 1), Link(1, 1, 0, 1, 1), Link(1, 2, 1, 1, 1), Link(2, 3, 0, 1, 1), Link(2, 4, 1, 1, 2)]),
    ("5", "bo 2, k3", [Link(0, 0, 1, 0, 2), Link(2, 0, 1, 1, 3)]),
    ("4", "(k1, yo, k1) in next st, k3", [Link(0, 0, 1, 3, 1), Link(1, 3, 1, 1, 3)]),
    ("2*2", "k1, cdd, k1", [Link(0, 0, 1, 1, 1), Link(1, 1, 3, 1, 1), Link(4, 2, 1, 1, 1)]),
]  # fmt: skip


@pytest.mark.parametrize(("before", "words", "links"), LINEAGES)
def test_lineage_maps_old_stitches_to_new_ones(before, words, links):
    assert list(lineage(one_row(before, words).rows[0])) == links


def test_a_wrong_side_row_is_mapped_from_the_right_side_start():
    row = one_row("5", "Knit.\nRow 2: k1, yo, k4").rows[1]
    assert lineage(row) == (Link(0, 0, 1, 1, 4), Link(4, 4, 0, 1, 1), Link(4, 5, 1, 1, 1))
    (event,) = count_changes(row)
    assert (event.change, event.old, event.new) == (1, 4, 4.5)


def test_a_wale_is_followed_up_and_traced_down():
    links = lineage(one_row("9", "k2, yo, k3, k2tog, k2").rows[0])
    for old, new in ((0.5, 0.5), (1.5, 1.5), (2.5, 3.5), (4.5, 5.5), (8.5, 8.5)):
        assert follow(links, old) == pytest.approx(new)
        assert trace_back(links, new) == pytest.approx(old)
    assert follow(links, 6.0) == pytest.approx(6.5), "both legs of a decrease lead into it"


def test_events_name_stitch_change_and_part():
    row = one_row("4*4", "k1, kfb, k to centre st, yo, k1, yo, k2, k2tog").rows[0]
    assert [(e.stitch.key, e.change, e.part) for e in count_changes(row)] == [
        ("kfb", 1, 0),
        ("yo", 1, 0),
        ("yo", 1, 2),
        ("k2tog", -1, 2),
    ]


CLASSES = {"st": ["sts", "st"], "row": ["rows", "row"]}
CALLED = {"st": "sts", "row": "rows"}
SINGULAR = {"sts": "st", "rows": "row"}


@pytest.mark.parametrize(
    ("template", "values", "said"),
    [
        ("to last {n} <st>", {"n": 3}, "to last 3 sts"),
        ("to last {n} <st>", {"n": 1}, "to last 1 st"),
        ("to [the] marked <st>", {}, "to marked st"),
        ("repeat <row> {rows}", {"rows": "2"}, "repeat row 2"),
        ("repeat <row> {rows}", {"rows": "1-4"}, "repeat rows 1-4"),
        ("repeat <row> {rows}", {"rows": "1 and 4"}, "repeat rows 1 and 4"),
        ("pm [{name}]", {}, "pm"),
        ("pm [{name}]", {"name": "A"}, "pm A"),
        ("in|into next <st> , done", {}, "in next st, done"),
    ],
)
def test_a_template_is_filled(template, values, said):
    assert fill_template(compile_template(template, CLASSES), values, CALLED, SINGULAR) == said


def test_an_unbalanced_template_is_our_own_bug():
    with pytest.raises(ValueError, match="unbalanced"):
        compile_template("to last] {n}", CLASSES)
    with pytest.raises(KeyError):
        compile_template("to last <nothing>", CLASSES)
    with pytest.raises(KeyError, match="no dialect"):
        dialect("klingon")


@pytest.mark.parametrize(
    ("words", "lifted"),
    [
        ("[k1, m1l, k2] 3 times", True),
        ("[k1, [m1l, k1] twice] 3 times", True),
        ("[m1l, k3] 3 times", False),
        ("[k3, m1l] 3 times", False),
        ("k1, [m1l, k2] 4 times", True),
        ("[k2, m1l] 4 times, k1", True),
        ("*k2, m1l, k1; rep from * to end", True),
        ("*k2, k1, m1l; rep from * to end", False),
    ],
)
def test_a_make_one_in_a_repeat_is_at_the_edge_only_where_it_stands_there(words, lifted):
    problems = worked(f"Cast on 9 sts.\nRow 1: Knit.\nRow 2: {words}").problems
    assert [problem.kind.value for problem in problems] == ([] if lifted else ["nothing-to-lift"])


def test_every_stitch_of_the_table_can_be_written_and_read_again():
    from knitting.stitches import STITCHES

    for code in dialect_codes():
        words = dialect(code)
        stitches = words.written["stitches"]
        assert set(stitches) | set(words.worked) == set(STITCHES)
        for key, written in stitches.items():
            tokens = tokens_of(written[0])
            found = words.stitch_at(tokens, 0)
            assert found is not None, key
            assert (found[0].key, found[1]) == (key, len(tokens))


@pytest.mark.parametrize(
    ("slip", "meant"),
    [("k2tgo", "k2tog"), ("ysk", "ssk"), ("k3tgo", "k3tog"), ("knti", "knit"), ("zzzz", ""), ("x" * 99, "")],
)
def test_a_slip_of_the_pen_finds_what_was_meant(slip, meant):
    assert nearest_stitch(slip, dialect()) == meant
    assert nearest_word("rpeat", ["repeat", "row"]) == "repeat"


def test_tokens_keep_their_places_and_fold_what_looks_alike():
    tokens = tokens_of("K2, \N{RIGHT SINGLE QUOTATION MARK}x\N{EN DASH}3 sl2-k1-p2sso 4.5", line=7)
    assert [token.text for token in tokens] == ["k2", ",", "'", "x", "-", "3", "sl2-k1-p2sso", "4.5"]
    assert (tokens[0].line, tokens[5].column, tokens[6].span.length) == (7, 8, 12)
    assert (tokens[5].number, tokens[7].number, tokens_of("٣")[0].number) == (3, None, None)
