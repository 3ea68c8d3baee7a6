"""Things as they are kept: joints that hold or wait, mends, the piece that begins with a pick-up, the file and back."""

import json
from math import ceil

import jsonschema
import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon

from knitting.assembly.joints import OnTop, PickUp, Seam, ease
from knitting.assembly.laid import laid
from knitting.assembly.openings import Head, neck_mends, needed_cm, openings
from knitting.assembly.picked_piece import picked_plan
from knitting.assembly.picking import Picked, corner_gain, picked
from knitting.assembly.ready_made import READY_MADE, assembled, thing_plans
from knitting.assembly.spans import EdgeName, Span
from knitting.assembly.thing import MOST_JOINTS, Thing, edges, matched, standing
from knitting.coding import NotRead
from knitting.compiling import compiled
from knitting.files.schema import thing_schema
from knitting.files.thing_json import thing_from_text, thing_text, thing_to_json
from knitting.forecast.forecast import forecast_of
from knitting.measures import Gauge
from knitting.saying.assemblies import assembly_lines, said_neck_mends, said_openings
from knitting.saying.statements import said, said_refusal
from knitting.statements import Refused
from knitting.words.writer import write
from knitting.working.piece_worker import work_piece
from knitting.written import work_text

GAUGE = Gauge(20, 30)
PONCHO = assembled(READY_MADE["mini-poncho"], {"cast_on": "31", "to": "75", "collar": "round"}, GAUGE)
THING = Thing("Poncho", ("front", "back"), PONCHO.joints)
SMALLER = assembled(READY_MADE["mini-poncho"], {"cast_on": "31", "to": "51"}, GAUGE).pieces["front"]


# -- joints that hold, and those that wait ----------------------------------------------------------------------


def test_with_its_pieces_there_every_joint_holds():
    found = standing(THING, PONCHO.pieces)
    assert found.troubles == {}
    assert found.assembly.joints == THING.joints
    assert len(edges(found)) == 8


def test_a_joint_whose_piece_is_gone_says_so_and_keeps_its_place():
    found = standing(THING, {"front": PONCHO.pieces["front"]})
    assert set(found.troubles) == {0, 1, 2}
    assert said(found.troubles[0]) == (
        "'back' is not there, or its rows do not come out. The joint waits in its place."
    )
    assert found.thing.joints == THING.joints
    assert standing(found.thing, PONCHO.pieces).troubles == {}


def test_edges_that_differ_by_half_are_refused_with_the_share_that_matches():
    found = standing(THING, {"front": PONCHO.pieces["front"], "back": SMALLER})
    seam = THING.joints[0]
    a_cm, b_cm = found.assembly.length_cm(seam.a), found.assembly.length_cm(seam.b)
    assert b_cm < 0.5 * a_cm
    assert f"Along {100 * b_cm / a_cm:.0f} % of the longer edge they match." in said(found.troubles[0])
    mended = matched(found.assembly, seam)
    assert ease(found.assembly.length_cm(mended.a), found.assembly.length_cm(mended.b))[1] < 0.01
    assert 0 not in standing(THING.changed(0, mended), found.assembly.pieces).troubles


def test_of_two_seams_along_one_edge_the_second_is_told():
    again = THING.joined(Seam(Span("front", EdgeName.START), Span("back", EdgeName.FIRST)))
    troubles = standing(again, PONCHO.pieces).troubles
    assert set(troubles) == {3}
    assert said(troubles[3]) == "Two seams hold the same stretch of 'front'."


def test_a_pick_up_on_too_short_an_edge_waits():
    long_repeat = PickUp("frill", (Span("front", EdgeName.FIRST),), 0.5, multiple=400)
    troubles = standing(THING.joined(long_repeat), PONCHO.pieces).troubles
    assert "too few for a multiple of 400" in said(troubles[3])


@pytest.mark.parametrize(
    ("joint", "says"),
    [
        (Seam(Span("front", EdgeName.START), Span("front", EdgeName.START)), "An edge cannot be sewn to itself."),
        (None, f"A thing has {MOST_JOINTS} joints at most."),
    ],
)
def test_what_cannot_be_joined_is_refused(joint, says):
    full = THING
    if joint is None:
        joint = THING.joints[0]
        full = Thing("Full", THING.pieces, (joint,) * MOST_JOINTS)
    with pytest.raises(Refused) as refused:
        full.joined(joint)
    assert says in said_refusal(refused.value)


def test_taking_a_joint_off_leaves_the_others_in_order():
    assert THING.without(1).joints == (THING.joints[0], THING.joints[2])
    assert THING.without(9) == THING.without(-1) == THING


def test_an_edge_that_is_folded_closes_up_and_the_rest_stays_open():
    """A panel whose last row is folded: what stays open is its sides and its first row."""
    panel = {"panel": PONCHO.pieces["front"]}
    folded = Thing("Hood", ("panel",)).folded(Span("panel", EdgeName.LAST))
    found = standing(folded, panel)
    assert found.troubles == {}
    (opening,) = openings(found.assembly)
    assert {span.edge for span in opening.spans} == {EdgeName.START, EdgeName.FIRST, EdgeName.END}
    seam = found.assembly.seams[0]
    assert found.assembly.length_cm(seam.a) == pytest.approx(75 * 0.5 / 2)


# -- necks ---------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("collar_stitches", [15, 21, 27, 33, 39, 45])
def test_the_stitches_that_a_neck_mend_asks_for_let_that_head_through_and_two_fewer_do_not(collar_stitches):
    neck = openings(assembled(READY_MADE["mini-poncho"], {"cast_on": str(collar_stitches), "to": "99"}, GAUGE))[0]
    for mend in neck_mends(neck, GAUGE.stitch_cm):
        assert mend.stitches == ceil(needed_cm(mend.head) / GAUGE.stitch_cm)
        assert mend.stitches * GAUGE.stitch_cm * 1.35 >= {Head.CHILD: 53, Head.ADULT: 60}[mend.head]
        assert (mend.stitches - 2) * GAUGE.stitch_cm * 1.35 < {Head.CHILD: 53, Head.ADULT: 60}[mend.head]
        assert mend.soft == (neck.cm * 1.6 >= {Head.CHILD: 53, Head.ADULT: 60}[mend.head])


def test_a_neck_that_is_too_narrow_says_what_it_needs():
    neck = openings(assembled(READY_MADE["mini-poncho"], {"cast_on": "35", "to": "75"}, GAUGE))[0]
    assert said_neck_mends(neck, GAUGE.stitch_cm) == [
        "A child's head goes through if the edge is stretchy or garter; else it needs 79 stitches round it.",
        "A grown head needs 89 stitches round it.",
    ]


def test_only_openings_for_heads_speak_of_heads():
    loop, other, outside = said_openings(assembled(READY_MADE["looped-cloth"], {}))
    assert loop == "Open along the start edge of the loop: 10 cm."
    assert "head" not in other
    assert outside.startswith("Round the outside it is")
    assert said_openings(assembled(READY_MADE["capelet"], {}))[0].endswith("open in front.")


# -- ready-made things ---------------------------------------------------------------------------------------------


@pytest.mark.parametrize("key", READY_MADE)
def test_every_choice_of_every_ready_made_thing_comes_out_without_a_trouble(key):
    ready = READY_MADE[key]
    for choice in ready.option.keys if ready.option else ("",):
        given = {ready.option.key: choice} if ready.option else {}
        made = assembled(ready, given)
        kept = Thing(key, tuple(made.pieces), made.joints, made.neck)
        assert standing(kept, made.pieces, made.kinds).troubles == {}
        assert set(made.kinds.values() or made.pieces) <= set(thing_plans(ready, given))
        for seam in made.seams:
            assert ease(made.length_cm(seam.a), made.length_cm(seam.b))[1] <= 0.01


def test_a_strip_for_the_neck_is_as_long_as_both_first_rows():
    """62 stitches of 0.5 cm are 31 cm: 93 rows of a third of a centimetre, to the nearest even number of them."""
    made = assembled(READY_MADE["mini-poncho"], {"cast_on": "31", "to": "75", "collar": "strip"}, GAUGE)
    assert len(made.pieces["collar"].worked.rows) in (92, 94)
    assert len(openings(made)) == 2


def test_squares_in_a_line_are_as_long_as_their_sides():
    made = assembled(READY_MADE["square-strip"], {"cast_on": "31", "squares": "5"}, Gauge(20, 40))
    assert len(made.seams) == 4
    for seam in made.seams:
        assert made.length_cm(seam.a) == pytest.approx(15 * 0.5, rel=0.01)


# -- the piece that begins with a pick-up --------------------------------------------------------------------------


def collar(**changes):
    pick_up = PickUp("collar", (Span("front", EdgeName.FIRST), Span("back", EdgeName.FIRST)), 0.5, **changes)
    return pick_up, picked(PONCHO, pick_up)


@pytest.mark.parametrize(("multiple", "plus", "closed", "fabric"), [(4, 0, True, "rib2x2"), (1, 0, False, "garter")])
def test_a_collar_is_a_piece_that_begins_with_its_pick_up(multiple, plus, closed, fabric):
    pick_up, found = collar(multiple=multiple, plus=plus)
    plan = picked_plan(pick_up, found, GAUGE, "along the neck", closed)
    assert {part.fabric for part in plan.parts} == {fabric}
    worked = work_piece(compiled(forecast_of(plan)))
    assert worked.problems == ()
    assert {row.end for row in worked.rows} == {found.total}
    written = write(worked.piece)
    assert f"Pick up and knit {found.total} sts along the neck." in written
    assert [row.end for row in work_text(written).worked.rows] == [row.end for row in worked.rows]


def test_a_border_with_a_corner_gains_two_stitches_there_as_often_as_it_must():
    """Garter at a right angle gains a stitch a row (corner_gain): two every second row."""
    garter = Gauge(20, 40)
    assert corner_gain(garter, 90) == pytest.approx(1.0)
    pick_up = PickUp("border", (Span("front", EdgeName.START), Span("front", EdgeName.LAST)), 0.5, corners=1)
    plan = picked_plan(pick_up, picked(PONCHO, pick_up), garter, "along two edges", closed=False)
    ends = [row.end for row in work_piece(compiled(forecast_of(plan))).rows]
    assert [later - earlier for earlier, later in zip(ends[::2], ends[2::2], strict=False)] == [2] * (
        len(ends) // 2 - 1
    )


@given(st.integers(12, 400), st.integers(1, 4))
def test_parts_of_a_border_are_what_was_picked_up(total, many):
    each = tuple(total // many + (at < total % many) for at in range(many))
    pick_up = PickUp("border", (Span("front", EdgeName.FIRST),) * many, 0.5, corners=1)
    found = Picked("border", total + many - 1, each, ((1,),) * many, float(total))
    plan = picked_plan(pick_up, found, GAUGE, "along the edge", closed=False)
    assert plan.counted == found.total == plan.cast_on


# -- the file ------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("key", READY_MADE)
def test_a_thing_is_written_as_its_schema_says_and_read_again(key):
    made = assembled(READY_MADE[key], {})
    thing = Thing(key, tuple(made.pieces), made.joints, made.neck)
    jsonschema.validate(thing_to_json(thing), thing_schema())
    assert thing_from_text(thing_text(thing)) == thing


BROKEN = [
    ("no JSON", lambda data: "{", "cannot be read as JSON"),
    ("another format", lambda data: json.dumps({**data, "format": "bias-plan"}), "not of the format 'bias-thing'"),
    ("an unknown edge", lambda data: json.dumps(data).replace("start edge", "hem"), "one of start edge, last row"),
    ("shares that are none", lambda data: json.dumps(data).replace('"end edge"', '"end edge", "first": 0.9, "last": 0.2'), "cannot be"),
    ("stitches without a width", lambda data: json.dumps(data).replace('"stitch_cm": 0.5', '"stitch_cm": 0'), "cannot be"),
    ("too many pieces", lambda data: json.dumps({**data, "pieces": ["p"] * 99}), "24"),
]  # fmt: skip


@pytest.mark.parametrize(("name", "breaks", "says"), BROKEN, ids=[name for name, _, _ in BROKEN])
def test_a_file_that_holds_no_thing_is_refused_with_its_reason(name, breaks, says):
    with pytest.raises(NotRead) as refused:
        thing_from_text(breaks(thing_to_json(THING)))
    assert says in said_refusal(refused.value)


# -- one on the other ----------------------------------------------------------------------------------------------


def test_a_loop_lies_over_the_cloth_that_it_is_sewn_on():
    made = assembled(READY_MADE["looped-cloth"], {})
    (joint,) = made.laid_on
    assert made.length_cm(made.under(joint)) == pytest.approx(made.length_cm(joint.a), rel=0.01)
    outlines = laid(made).outlines
    cloth, loop = (Polygon([(at.real, at.imag) for at in outlines[name]]) for name in ("cloth", "loop"))
    assert cloth.intersection(loop).area > 0.9 * loop.area
    assert any(
        line.startswith("Lay the first row of the loop (2.2 cm) on the middle of") for line in assembly_lines(made)
    )


def test_what_is_longer_than_what_it_lies_on_waits_in_its_place():
    made = assembled(READY_MADE["looped-cloth"], {})
    long = OnTop(Span("cloth", EdgeName.START), Span("loop", EdgeName.START))
    found = standing(Thing("turned", tuple(made.pieces), (long,)), made.pieces)
    assert "Choose a longer edge for it" in said(found.troubles[0])
    assert not found.assembly.joints


def test_a_piece_cannot_lie_on_itself():
    thing = Thing("Hood", ("panel",))
    with pytest.raises(Refused) as refused:
        thing.joined(OnTop(Span("panel", EdgeName.FIRST), Span("panel", EdgeName.LAST)))
    assert "lie on itself" in said_refusal(refused.value)
