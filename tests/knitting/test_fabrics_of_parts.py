"""Fabrics pinned, mirrored, waiting for whole repeats, of a piece's own: what every stitch shows, written out by hand."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from knitting.compiling import compiled
from knitting.dialects.dialect import dialect
from knitting.fabric import FABRICS, Fabric, Joins, Pin, adapted
from knitting.files import plan_from_text, plan_text
from knitting.forecast.forecast import forecast_of
from knitting.in_pattern.growing_edges import GrowingEdges
from knitting.in_pattern.piece_in_pattern import cells
from knitting.plan_editing.fabric_use import (
    FabricUse,
    fabric_of,
    fabric_use_of,
    in_fabric,
    in_other_fabrics,
    with_fabric,
    without_fabric,
)
from knitting.recognise.recognition import recognise
from knitting.saying.statements import said
from knitting.sizing.repeat_fit import adjustments, nearest_even, repeat_fits, with_count
from knitting.stitches import STITCHES
from knitting.words.fabric_rows import reads_differently, typed_fabric
from knitting.words.reader import read
from knitting.words.writer import write
from knitting.working.piece_worker import counted, work_piece
from tests.knitting.asking import BOTH, END, GROWS, START, kinds, text_of, worked
from tests.knitting.planning import made
from tests.searching import searched

LEFT, CENTRE, FROM_3, MIRRORED = "from the left edge", "from the center", "from st 3", "mirrored"

# How the fabric "own" is worn, the cast-on, the rows, and what the last of them shows from the right.
CASES = [
    # where a repeat is pinned when it begins
    ("3x3 rib", 10, GROWS, "kkkpppkkkp"),
    (f"3x3 rib, {LEFT}", 10, GROWS, "kpppkkkppp"),
    (f"3x3 rib, {CENTRE}", 10, GROWS, "ppkkkpppkk"),
    (f"3x3 rib, {FROM_3}", 10, GROWS, "kpppkkkppp"),
    (f"3x3 rib, {LEFT}, from st 2", 10, GROWS, "pppkkkpppk"),
    (f"2x2 rib, {CENTRE}", 8, GROWS, "ppkkppkk"),
    (f"2x2 rib, {LEFT}", 7, GROWS, "kppkkpp"),
    ("seed, from st 2", 5, ["work in own"], "pkpkp"),
    # mirrored
    (f"3x3 rib, {MIRRORED}", 12, GROWS, "pppkkkpppkkk"),
    (f"3x3 rib, {MIRRORED}, {LEFT}", 10, GROWS, "pkkkpppkkk"),
    (f"gull lace, {MIRRORED}", 8, ["work in own"], "kdokodkk"),
    # growth at the start, the end and both, from a pin
    (f"3x3 rib, {LEFT}", 6, GROWS + BOTH, "pkkkpppk"),
    (f"3x3 rib, {CENTRE}", 8, GROWS, "pkkkpppk"),
    (f"3x3 rib, {CENTRE}", 8, GROWS + BOTH, "ppkkkpppkk"),
    (f"3x3 rib, {CENTRE}", 8, GROWS + START + START, "pppkkkpppk"),
    (f"3x3 rib, {CENTRE}", 8, GROWS + END + END, "pkkkpppkkk"),
    (f"3x3 rib, {MIRRORED}", 6, GROWS + BOTH, "kpppkkkp"),
    # decreases eat into what is pinned
    (f"3x3 rib, {LEFT}", 12, GROWS + ["k2tog, work in own", "work in own"], "kkpppkkkppp"),
    (f"3x3 rib, {CENTRE}", 8, GROWS + ["k2tog, work in own to last 2 sts, ssk", "work in own"], "kkkppp"),
    (f"3x3 rib, {CENTRE}", 8, GROWS + ["ssk, work in own to last 2 sts, k2tog", "work in own"], "pkkppk"),
    # whole repeats, the rest waits plainly
    ("gull lace", 8, ["work in own"], "kkdokodk"),
    ("gull lace", 10, ["work in own"], "kkdokodk" + "kk"),
    (f"gull lace, {LEFT}", 10, ["work in own"], "kk" + "kkdokodk"),
    (f"gull lace, {CENTRE}", 12, ["work in own"], "kk" + "kkdokodk" + "kk"),
    ("gull lace", 7, ["work in own"], "kkkkkkk"),
    ("gull lace", 8, [*GROWS, "yo, work in own, yo"], "o" + "kdokkkod" + "o"),
    ("gull lace", 8, GROWS + BOTH + ["yo, work in own, yo"], "o" + "k" + "kkdokodk" + "k" + "o"),
    ("gull lace", 8, GROWS + BOTH * 7 + ["work in own"], "k" * 7 + "kkdokodk" + "k" * 7),
    ("gull lace", 8, GROWS + BOTH * 8 + ["work in own"], "kdokkkod" * 3),
    ("gull lace", 8, GROWS + START * 8 + ["work in own"], "kdokkkod" * 2),
    ("gull lace", 8, GROWS + END * 9 + ["work in own"], "kkdokodk" * 2 + "k"),
    ("wake lace", 12, [*GROWS, "k2tog, work in own"], "d" + "kkkk" + "kkodok"),
    # balanced part repeats: a yarn over only where its decrease fits too
    ("gull lace, from st 5; in balanced part repeats", 8, ["work in own"], "kodk" + "kkdo"),
    ("gull lace, from st 4; in balanced part repeats", 8, ["work in own"], "k" + "kodk" + "kkk"),
    ("gull lace; in balanced part repeats", 11, ["work in own"], "kkdokodk" + "kkk"),
    # what waits stands in plain stitches of its own choice
    ("gull lace; in whole repeats, the rest in reverse stockinette", 10, ["work in own"], "kkdokodk" + "pp"),
    ("gull lace; in whole repeats, the rest in garter", 10, ["work in own"], "kkdokodk" + "kk"),
    ("gull lace; in whole repeats, the rest in garter", 10, GROWS, "kkkkkkkk" + "pp"),
    ("rope cable; in whole repeats, the rest in reverse stockinette", 6, GROWS, "kkkk" + "pp"),
    # cables want all their columns
    ("rope cable", 7, ["work in own"], "cccc" + "kkk"),
    (f"rope cable, {CENTRE}", 8, ["work in own"], "kk" + "cccc" + "kk"),
    (f"rope cable, {LEFT}", 6, ["work in own"], "kk" + "cccc"),
    ("rope cable", 3, ["work in own"], "kkk"),
    # rows of its own
    ("k2, p1 / k1, p2", 7, ["work in own"], "kkpkkpk"),
    ("k2, p1 / k1, p2", 7, GROWS, "kppkppk"),
    ("k2, p1 / k1, p2", 6, GROWS + BOTH, "p" + "kppkpp" + "k"),
    ("k1, yo, ssk / k3; in whole repeats", 8, ["work in own"], "kodkod" + "kk"),
    ("[k1, p1] twice, k2 / k6", 6, ["work in own"], "kpkpkk"),
]  # fmt: skip


@pytest.mark.parametrize(("own", "cast_on", "lines", "last"), CASES, ids=[f"{c[0]} {c[1]} {len(c[2])}" for c in CASES])
def test_a_fabric_as_it_is_worn_shows_what_was_written_out_by_hand(own, cast_on, lines, last):
    piece = worked(text_of(own, cast_on, lines))
    assert not piece.problems
    assert cells(piece)[-1] == last


def test_motifs_are_mirrored_on_both_sides_of_a_centre_and_grow_towards_it():
    piece = worked(
        "Fabric left half: 3x3 rib, mirrored\nCast on 13 sts.\nMark the center stitch.\n"
        "Row 1: Work in 3x3 rib to center st, yo, k1, yo, work in left half to end.\n"
        "Row 2: Work in left half to center st, p1, work in 3x3 rib to end."
    )
    assert cells(piece) == ["kkkppp" + "oko" + "pppkkk", "kkkpppk" + "k" + "kpppkkk"]


@pytest.mark.parametrize("code", ["us", "uk", "it"])
def test_a_pieces_own_fabrics_are_written_and_read_again_in_every_dialect(code):
    headers = [f"Fabric own {at}: {case[0]}" for at, case in enumerate(CASES[:30])]
    rows = [f"Row {at}: Work in own {at - 1}." for at in range(1, 31)]
    piece = worked("\n".join([*headers, "Cast on 24 sts.", *rows]))
    again = read(write(piece.piece, dialect(code)), dialect(code))
    assert not again.problems
    assert again.piece.headers.fabrics == piece.piece.headers.fabrics
    assert cells(work_piece(again.piece)) == cells(piece)


@pytest.mark.parametrize(
    ("header", "why"),
    [
        ("Fabric own: k1, yo / k2", "uses 1 stitch and makes 2"),
        ("Fabric own: k3 / k2", "Row 2 of 'own' has 2 columns, and row 1 has 3."),
        (f"Fabric own: {'k1, ' * 500}k1", "501 columns and 1 rows: at most 80 columns"),
        ("Fabric own:", "'own' has no stitches"),
        ("Fabric own: k to end", "is no row of a repeat"),
        ("Fabric own: [k2, p2] 99999999 times", "is no row of a repeat"),
        ("Fabric own: gull lace, upside down", "'upside down' does not say how a fabric is used"),
        ("Fabric seed: k1", "'seed' means something already"),
        ("Fabric k2tog: k1", "means something already"),
        ("Fabric 12: k1", "cannot be a fabric's name"),
        ("Fabric own: k1, zork / k2", "cannot be read"),
    ],
)
def test_a_header_that_gives_no_fabric_is_said_with_its_figures(header, why):
    piece = worked(f"{header}\nCast on 4 sts.\nRow 1: Knit.")
    assert kinds(piece)[0] in ("cannot-read", "unknown-stitch")
    assert why in piece.problems[0].message
    assert piece.problems[0].hint


@searched(80)
@given(
    st.sampled_from(["gull", "wake", "rope", "tide", "rib3x3", "basket"]),
    st.sampled_from(list(Joins)),
    st.sampled_from(list(Pin)),
    st.integers(0, 9),
    st.booleans(),
    st.integers(4, 40),
    st.lists(st.sampled_from([BOTH, START, END]), max_size=12),
)
def test_whole_repeats_are_whole_and_no_count_changes(key, joins, pin, first, mirrored, cast_on, growth):
    own = adapted(FABRICS[key], "own", joins, pin, first % FABRICS[key].width, mirrored)
    text = text_of("k1", cast_on, [*GROWS, *(line for rows in growth for line in rows)])
    piece = read(text).piece
    piece = type(piece)(type(piece.headers)(fabrics=(own,)), piece.sections)
    found = work_piece(piece)
    assert not found.problems
    shown = cells(found)
    for at, row in enumerate(map(GrowingEdges(counted(piece)).parts, range(len(found.rows)))):
        (stretch,) = row
        assert len(shown[at]) == found.rows[at].end
        begin, whole = stretch.repeats
        assert sum(stretch.waiting) + whole * own.width == stretch.count
        face = own.faces[at % own.height]
        inside = shown[at][begin - stretch.first :][: whole * own.width]
        if found.rows[at].start != found.rows[at].end:
            continue  # a new stitch takes its place from the next row on
        assert inside == face * whole
        if joins is Joins.WHOLE and not own.plain:
            assert set(shown[at][: begin - stretch.first]) <= {"k"}


# -- plans -----------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("name", ["triangle", "asymmetric", "capelet", "disc", "mitre"])
def test_a_plan_wears_a_fabric_part_by_part_and_its_words_say_so(name):
    plan = made(name)
    wearing = FabricUse("gull", Joins.AT_ONCE, Pin.CENTRE, 1, mirrored=True)
    for part in plan.parts:
        plan = in_fabric(plan, part.name, wearing)
    assert {fabric_use_of(plan, fabric_of(plan, part.name)) for part in plan.parts} == {wearing}
    assert plan_from_text(plan_text(plan)) == plan
    piece = compiled(forecast_of(plan))
    again = read(write(piece))
    assert not again.problems
    assert cells(work_piece(again.piece)) == cells(work_piece(piece))
    assert in_other_fabrics(made(name), plan) == plan


@pytest.mark.parametrize("name", ["triangle", "asymmetric", "mitre", "poncho-panel", "yoke", "disc"])
def test_a_plan_is_read_out_of_rows_in_named_patterns(name):
    plan = made(name)
    for part, key in zip(plan.parts, ["rib3x3", "gull", "seed", "tide", "basket"], strict=False):
        plan = in_fabric(plan, part.name, FabricUse(key, FABRICS[key].joins, Pin.CENTRE))
    piece = worked(write(compiled(forecast_of(plan))))
    found = recognise(piece).plan
    assert found is not None, recognise(piece).said
    assert cells(work_piece(compiled(forecast_of(found)))) == cells(piece)
    assert found.fabrics == plan.fabrics


def test_a_part_that_is_divided_off_later_wears_what_it_is_told_from_there_on():
    plan = in_fabric(made("asymmetric"), "left wing", FabricUse("rib3x3", Joins.AT_ONCE))
    assert fabric_of(plan, "cloth") == "garter"
    assert fabric_of(plan, "left wing") == "rib3x3"
    assert any(("left wing", "rib3x3") in stage.fabrics for stage in plan.stages)


def own(key, *rows):
    return Fabric(key, tuple(tuple(STITCHES[each] for each in row.split()) for row in rows))


def test_a_drawn_fabric_can_be_changed_and_given_up_wherever_it_is_worn():
    plan = with_fabric(made("triangle"), own("reeds", "k k p", "k p p"))
    plan = in_fabric(plan, "right wing", FabricUse("reeds", Joins.AT_ONCE))
    plan = in_fabric(plan, "left wing", FabricUse("reeds", Joins.AT_ONCE, Pin.LEFT))
    assert [each.key for each in plan.fabrics] == ["reeds", "reeds left"]
    changed = with_fabric(plan, own("rushes", "k p", "p k"), "reeds")
    assert fabric_of(changed, "right wing") == "rushes"
    assert next(each for each in changed.fabrics if each.key == "reeds left").rows == changed.fabrics[0].rows
    gone = without_fabric(changed, "rushes")
    assert (gone.fabrics, fabric_of(gone, "right wing"), fabric_of(gone, "left wing")) == ((), "garter", "garter")


def test_a_fabric_that_a_wrong_side_row_cannot_work_is_refused_flat_and_taken_in_rounds():
    lace = own("lace", "k k k", "yo cdd yo")
    flat = in_fabric(with_fabric(made("mitre"), lace), "left side", FabricUse("lace", Joins.AT_ONCE))
    (trouble,) = forecast_of(flat).troubles
    assert "wrong-side row when worked flat" in said(trouble.facts)
    assert not forecast_of(trouble.mends[0].plan).troubles
    disc = in_fabric(with_fabric(made("disc"), lace), "wedge 1", FabricUse("lace", Joins.AT_ONCE))
    assert not forecast_of(disc).troubles


def test_casts_on_that_make_whole_repeats_are_found_for_the_start_the_end_and_both():
    plan = in_fabric(made("mitre"), "right side", FabricUse("rib2x2", Joins.AT_ONCE))
    for fitting in repeat_fits(forecast_of(plan)):
        assert fitting.over == (fitting.begins % 4, fitting.ends % 4)
        for found, at_start, at_end in (
            (fitting.whole_at_start, True, False),
            (fitting.whole_at_end, False, True),
            (fitting.whole_at_both, True, True),
        ):
            assert found
            for count, cast_on in found:
                forecast = forecast_of(with_count(plan, fitting.part, count))
                assert forecast.plan.cast_on == cast_on
                assert not forecast.troubles
                closing = forecast.stages[-1].closing
                ends = closing.parts[closing.part(fitting.part)].count
                assert (count % 4 == 0) >= at_start
                assert (ends % 4 == 0) >= at_end


@pytest.mark.parametrize(
    ("key", "count", "even"),
    [
        ("rib2x2", 31, (30, 32)),
        ("rib2x2", 30, (30,)),
        ("rib3x3", 203, (201, 204)),
        ("rib1x1", 12, (12,)),
        ("seed", 13, (13,)),
        ("gull", 21, (16, 24)),
        ("rope", 3, (4,)),
    ],
)
def test_the_counts_with_which_a_fabric_comes_out_even(key, count, even):
    assert nearest_even(FABRICS[key], count) == even


def test_a_fabric_that_begins_with_a_stage_asks_for_the_smallest_adjustment():
    plan = in_fabric(made("capelet"), "back", FabricUse("rib3x3", Joins.AT_ONCE), 1)
    (found,) = adjustments(forecast_of(plan))
    assert "comes out even with 57 or 60" in said(found.says)
    assert [said(mend.says).split(" of ")[0] for mend in found.mends] == ["decrease 2 stitches", "increase 1 stitch"]
    for mend in found.mends:
        forecast = forecast_of(mend.plan)
        assert not forecast.troubles
        assert list(adjustments(forecast)) == []
        assert not work_piece(compiled(forecast)).problems


# -- typed rows ------------------------------------------------------------------------------------------------


def test_typed_rows_are_read_as_worked_or_as_they_show():
    flat = typed_fabric("own", "Row 1: k2, p1\nRow 2: k1, p2", Joins.AT_ONCE, True, dialect())
    assert flat.faces == ("kkp", "kkp")
    round_ = typed_fabric("own", "k2, p1\nk1, p2", Joins.AT_ONCE, False, dialect())
    assert round_.faces == ("kkp", "kpp")
    differs = reads_differently("Row 1: k6\nRow 2: p6", dialect())
    assert said(differs) == "Row 2 as typed shows 6 knit stitches worked flat, and 6 purl stitches in rounds."
    assert reads_differently("k2, p2", dialect()) is None
