"""Plans changed in one place, and plans read out of rows."""

from dataclasses import replace
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from knitting.compiling import compile_plan
from knitting.constructions import CONSTRUCTIONS
from knitting.files import plan_from_text, plan_text
from knitting.forecast.forecast import forecast_of
from knitting.plan.plan import CENTRE, LEFT_EDGE, RIGHT_EDGE, Beside, Count, LineKind, PartCount, Repeats, Rows
from knitting.plan_editing.edits import Edit, edited
from knitting.plan_editing.refusals import CannotEdit
from knitting.plan_editing.structure import (
    bare_parts,
    moved,
    with_line,
    with_plain_row,
    with_shaping,
    with_stage,
    without,
    without_plain_row,
    without_shaping,
    without_stage,
)
from knitting.recognise.recognition import recognise
from knitting.saying.statements import said, said_refusal
from knitting.words.writer import write
from knitting.working.piece_worker import work_piece
from tests.knitting.asking import worked
from tests.knitting.planning import bare, knitted, made, staged
from tests.searching import searched

DEMO = Path(__file__).resolve().parents[2] / "demo"
MITRE = made("mitre", cast_on=21)

EDITS = [
    ("cast_on", "31", lambda plan: [part.count for part in plan.parts], [15, 15]),
    ("cast_on", "30", lambda plan: (plan.cast_on, plan.counted), (30, 21)),
    ("parts.0.count", "12", lambda plan: plan.cast_on, 23),
    ("parts.1.fabric", "stockinette", lambda plan: plan.parts[1].fabric, "stockinette"),
    ("lines.0.kind", "needle", lambda plan: (plan.lines[0].stitches, plan.counted), (0, 21)),
    ("lines.0.kind", "needle-both", lambda plan: plan.lines[0].kind, LineKind.BOTH),
    ("stages.0.rhythm", "4", lambda plan: forecast_of(plan).rows, 40),
    ("stages.0.until", "5", lambda plan: forecast_of(plan).ends, 5),
    ("stages.0.until_kind", "rows", lambda plan: plan.stages[0].until, Rows(20)),
    ("stages.0.until_kind", "repeats", lambda plan: plan.stages[0].until, Repeats(10)),
    ("stages.0.ending", "1", lambda plan: plan.stages[0].ending, 1),
    ("stages.0.shapings.0.work", "sk2p", lambda plan: plan.stages[0].shapings[0].work, "sk2p"),
    ("stages.0.shapings.0.work", "k2tog_pair", lambda plan: plan.stages[0].shapings[0].side, Beside.BOTH),
    (
        "stages.0.shapings.0.at",
        "right edge + left edge",
        lambda plan: plan.stages[0].shapings[0].at,
        (RIGHT_EDGE, LEFT_EDGE),
    ),
    ("finish.way", "leave on the needle", lambda plan: work_piece(compile_plan(plan)).on_needle, 1),
]


@pytest.mark.parametrize(("path", "text", "of", "wanted"), EDITS, ids=[f"{case[0]} {case[1]}" for case in EDITS])
def test_a_word_changes_what_it_says_and_nothing_else(path, text, of, wanted):
    plan = edited(MITRE, Edit(path, text))
    assert of(plan) == wanted
    assert plan.stages[0].name == MITRE.stages[0].name


CANNOT = [
    ("cast_on", "even", "The cast-on needs a whole number, not 'even'."),
    ("tab", "4", "This piece begins with a cast-on, not with a tab."),
    ("parts.7.count", "4", "That part of the plan is not there any more."),
    ("parts.0.colour", "4", "A part has no 'colour'."),
    (
        "lines.0.kind",
        "glue",
        "A line can be stitch, needle-before, needle-after, needle-both, needle, unmarked, not 'glue'.",
    ),
    ("stages.0.until_kind", "never", "An end can be count, rows, repeats, length, part, yarn, not 'never'."),
    ("stages.0.shapings.0.rows", "0", "A row can be 1 to 2, not 0."),
    ("stages.0.shapings.0.away", "-1", "The plain stitches between can be 0 to 200, not -1."),
    (
        "finish.manner",
        "angrily",
        "The bind-off can be , loosely, knitwise, purlwise, in_pattern, stretchy, not 'angrily'.",
    ),
    ("nothing", "1", "There is nothing to change at 'nothing'."),
]


@pytest.mark.parametrize(("path", "text", "says"), CANNOT, ids=[f"{case[0]} {case[1]}" for case in CANNOT])
def test_a_word_that_cannot_be_says_what_could(path, text, says):
    with pytest.raises(CannotEdit) as refused:
        edited(MITRE, Edit(path, text))
    assert said_refusal(refused.value) == says


FAMILY = "\N{WOMAN}\N{ZERO WIDTH JOINER}\N{GIRL}"
NONSENSE = st.one_of(
    st.text(max_size=80),
    st.lists(
        st.sampled_from(["spine", " + ", "\0", "\t", "\xa0", "\u202e", "\ud800", "\u2028", FAMILY, "4", "a" * 70])
    ).map("".join),
)
PATHS = [
    "name", "cast_on", "parts.0.name", "parts.0.count", "parts.0.fabric", "lines.0.name", "lines.0.kind",
    "stages.0.name", "stages.0.rhythm", "stages.0.ending", "stages.0.until", "stages.0.until_kind", "stages.1.until",
    "stages.1.until_part", "stages.0.shapings.0.at", "stages.0.shapings.0.rows", "stages.0.shapings.0.work",
    "stages.0.shapings.0.away", "stages.0.shapings.0.side", "stages.0.shapings.0.leaning", "finish.way",
    "finish.manner", "finish.dropped",
]  # fmt: skip
TWO_STAGES = replace(MITRE, stages=(*MITRE.stages, replace(MITRE.stages[0], until=PartCount(MITRE.parts[0].name, 3))))


@searched(400)
@given(path=st.sampled_from(PATHS), text=NONSENSE)
def test_whatever_is_typed_is_refused_or_read_back_as_it_was_kept(path, text):
    try:
        plan = edited(TWO_STAGES, Edit(path, text))
    except CannotEdit:
        return
    assert plan_from_text(plan_text(plan)) == plan


@pytest.mark.parametrize(
    ("typed", "kept"),
    [
        (f"{FAMILY} both", f"{FAMILY} both"),
        ("spine\xa0and\ttail", "spine and tail"),
        ("left\0 \u202eedge", "left edge"),
        ("half \ud800", "half"),
    ],
)
def test_a_line_of_text_is_kept_as_it_can_be_read(typed, kept):
    plan = edited(MITRE, Edit("stages.0.name", typed))
    assert plan.stages[0].name == kept
    assert plan_from_text(plan_text(plan)) == plan


@pytest.mark.parametrize(
    ("path", "text", "says"),
    [
        ("stages.0.shapings.0.at", "a" * 4001, "A line or an edge needs a name of 1 to 60 letters."),
        ("stages.0.shapings.0.at", " + ".join("abcdefgh" * 13), "A shaping stands at 100 lines and edges at most."),
        ("name", "\u202e\0", "A piece needs a name of 1 to 60 letters."),
    ],
)
def test_a_name_that_would_not_be_read_back_is_refused(path, text, says):
    with pytest.raises(CannotEdit) as refused:
        edited(MITRE, Edit(path, text))
    assert said_refusal(refused.value) == says


def test_a_renamed_line_is_called_so_wherever_it_is_spoken_of():
    plan = edited(MITRE, Edit("lines.0.name", "spine"))
    assert plan.stages[0].shapings[0].at == ("spine",)
    assert [row.parts for row in knitted(plan).rows] == [row.parts for row in knitted(MITRE).rows]


def test_bare_parts_become_a_shawl_step_by_step():
    plan = with_shaping(with_line(bare_parts(21)), 0)
    assert (plan.lines[0].name, plan.stages[0].shapings[0].at, plan.cast_on) == (CENTRE, (CENTRE,), 21)
    plan = with_shaping(plan, 0)
    assert plan.stages[0].shapings[1].at == (RIGHT_EDGE, LEFT_EDGE)
    assert {row.change for row in knitted(plan).rows} == {0, 4}
    plan = with_stage(plan)
    assert [stage.name for stage in plan.stages] == ["Rows", "Stage 2"]
    assert without_stage(plan, 1).stages == plan.stages[:1]
    assert without_shaping(plan, 0, 0).stages[0].shapings[0].at == (RIGHT_EDGE, LEFT_EDGE)
    plain = with_plain_row(plan, 0)
    assert len(knitted(plain).rows) == len(knitted(plan).rows) + 1
    assert without_plain_row(plain, 0) == plan


def test_a_line_moves_and_goes_with_its_shapings():
    plan = moved(MITRE, 0, 3)
    assert [part.count for part in plan.parts] == [13, 7]
    alone = without(plan, 0)
    assert ([part.count for part in alone.parts], alone.stages[0].shapings) == ([21], ())


@pytest.mark.parametrize(
    "deed",
    [
        lambda: moved(MITRE, 0, 99),
        lambda: moved(MITRE, 4, 1),
        lambda: without(MITRE, 4),
        lambda: without_stage(MITRE, 0),
        lambda: without_shaping(MITRE, 0, 3),
        lambda: without_plain_row(MITRE, 0),
        lambda: with_line(MITRE, 9),
        lambda: with_line(made("triangle"), 1),
    ],
)
def test_a_deed_that_cannot_be_done_is_refused(deed):
    with pytest.raises(CannotEdit):
        deed()


# -- read out of rows ---------------------------------------------------------------------------------------

TOLD = [name for name in CONSTRUCTIONS if name not in ("capelet", "held-wing")]


@pytest.mark.parametrize("name", TOLD)
def test_a_shape_is_recognised_from_its_written_rows(name):
    piece = worked(write(compile_plan(made(name))))
    found = recognise(piece)
    assert found.plan is not None, found.said
    again = knitted(found.plan)
    assert [(row.side, row.colour, row.parts) for row in again.rows] == [
        (row.side, row.colour, row.parts) for row in piece.rows
    ]
    assert (again.bound_off, again.dropped) == (piece.bound_off, piece.dropped)


@pytest.mark.parametrize("name", ["tideline", "harbour", "sash-window", "switchback"])
def test_the_written_pieces_of_the_demo_are_recognised(name):
    assert recognise(worked((DEMO / f"{name}.txt").read_text("utf-8"))).plan is not None


NOT_TOLD = [
    ("Cast on 9 sts.\nRow 1: K8, k2tog.", "The rows do not all add up yet: mend them first."),
    ("Cast on 9 sts.\nRow 1: k5, turn\nRow 2: Knit.\nRow 3: Knit.", "it is not worked from end to end"),
    ("Cast on 9 sts.\nRow 1: K3, pm, k6.\nRow 2: K to m, rm, k to end.", "marks are set, moved or taken off within it"),
    ("Cast on 9 sts.\nRow 1: Place next 3 sts on hold as A, k to end.\nRow 2: Knit.", "Stitches are held that are not the last of their row"),
    ("Cast on 9 sts.\nRow 1: K1, yo, p1, k2tog, p1, k1, p1, k1, p1.\nRow 2: Knit.", "it is worked in a pattern"),
]  # fmt: skip


@pytest.mark.parametrize(("text", "says"), NOT_TOLD, ids=[case[1][:30] for case in NOT_TOLD])
def test_what_is_not_recognised_is_said_with_its_row(text, says):
    found = recognise(worked(text))
    assert found.plan is None
    assert says in said(found.said[0])
    assert any("Recognised: 1 part and 0 marks" in said(line) for line in found.said)


def test_marks_that_a_plain_first_row_sets_are_there_from_the_start():
    text = "Cast on 9 sts.\nRow 1: K4, pm, k5.\nRow 2: Knit.\nRow 3: K to m, m1, sm, k to end.\nRow 4: Knit.\nRepeat rows 3 and 4 5 more times."
    found = recognise(worked(text))
    assert [(part.count) for part in found.plan.parts] == [4, 5]
    assert knitted(found.plan).rows[-1].parts == worked(text).rows[-1].parts == (10, 5)


def test_irregular_rows_are_never_offered_as_another_plan():
    rows = ["k5, yo, k to end", "k", "k2, yo, k to end", "k7, k2tog, k to end", "k", "k3, yo, k4, yo, k to end"]
    piece = worked("Cast on 20 sts.\n" + "".join(f"Row {at}: {row}.\n" for at, row in enumerate(rows, start=1)))
    found = recognise(piece)
    if found.plan is not None:
        assert [row.parts for row in knitted(found.plan).rows] == [row.parts for row in piece.rows]
    assert found.said


def test_a_recognised_rhythm_and_its_end_can_be_changed():
    plan = recognise(worked(write(compile_plan(made("poncho-panel", cast_on=35, to=63))))).plan
    assert (plan.stages[0].rhythm, plan.stages[0].until) == (2, Count(63))
    larger = plan.with_stage(0, replace(plan.stages[0], until=Count(83)))
    assert knitted(larger).rows[-1].end == 83


def test_two_parts_may_not_have_one_name():
    with pytest.raises(CannotEdit, match="taken already"):
        edited(staged(bare(4, 4)), Edit("parts.0.name", "part 2"))
