"""How everything is made: what the loops of every step come to is what the table of stitches says. Common practice, no source."""

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from knitting.diagnosis import MistakeKind, OptionKind
from knitting.dialects.dialect import dialect, dialect_codes
from knitting.reminders import ReminderKind
from knitting.stitches import STITCHES, Face, Family, Lean, Look
from knitting.techniques import technique, techniques, techniques_like
from knitting.techniques.movements import NotPossibleError, moved
from knitting.techniques.needles import Into, Needles, Origin
from knitting.techniques.occasions import technique_for
from knitting.techniques.scene import HIGH, WIDE, item_of

NO_HANDS = {"in_pattern", "unworked"}
"""What is no movement of its own: what the pattern asks for, and what is left."""
MOVED = [
    (each.key, at)
    for each in techniques().values()
    for at, school in enumerate(each.schools)
    if school.end is not school.begin
]
SCHOOLS = [(each.key, at) for each in techniques().values() for at, _ in enumerate(each.schools)]
PROCEDURES = (
    "tab", "long_tail", "thumb", "mid_row", "hold_flat", "return_held", "mark_stitch", "mark_needle", "cluster",
    "centred_three_ways", "undo", "rip", "change_colour", "join_ball", "round_begin", "round_join", "bo_purl",
    "bo_pattern", "bo_soft", "bo_two_together", "fringe", "pick_up_ridges", "pick_up_rows", "pick_up_edge", "mattress",
    "whip", "zigzag", "weave_in", "block",
)  # fmt: skip


def school(key, at):
    return techniques()[key].schools[at]


@pytest.mark.parametrize("key", sorted(set(STITCHES) - NO_HANDS))
def test_every_stitch_of_the_table_has_its_steps(key):
    assert technique(key), f"How '{key}' is made is not said: add [{key}] to a table in knitting/techniques."
    assert technique(key).is_stitch


@pytest.mark.parametrize("key", PROCEDURES)
def test_every_procedure_has_its_steps(key):
    assert technique(key)
    assert not technique(key).is_stitch


@pytest.mark.parametrize(("key", "at"), SCHOOLS)
def test_steps_are_few_and_everything_is_said(key, at):
    found = techniques()[key]
    assert 3 <= len(school(key, at).steps) <= 8
    assert bool(school(key, at).name) is (len(found.schools) > 1)
    for told in ("says", "when", "wrong", "tell"):
        assert found.told(told).endswith((".", "!")), told
    for step in school(key, at).steps:
        assert step.said().endswith(".")
        assert step.after is not None or step.finished or step.scene, step.sentence


@pytest.mark.parametrize("key", techniques())
def test_left_and_right_change_places_for_the_other_hand(key):
    """A side of the hands is never written out; the right side of the cloth is the same for both."""
    found = techniques()[key]
    said = [*found.sentences.values(), *(step.sentence for of in found.schools for step in of.steps)]
    for sentence in said:
        assert not re.search(
            r"\b(left|right) (needle|tip|leg|hand|thumb|end)|leans (left|right)|from (left|right)", sentence
        )
    if re.search("{left}|{right}", found.sentences["says"]):
        assert found.told("says", mirrored=True) != found.told("says")


@pytest.mark.parametrize(("key", "at"), MOVED)
def test_the_loops_of_the_steps_are_those_of_the_table(key, at):
    """Stitches that go from the left needle and come to the right one, but for neighbours that are worked along."""
    found, of = techniques()[key], school(key, at)
    if not found.is_stitch or key == "co":
        return
    kind = STITCHES[key]
    assert (of.uses - found.beside, of.makes - found.beside) == (kind.uses, kind.makes)
    numbers = [loop.number for loop in (*of.end.left, *of.end.right, *of.end.aside)]
    assert len(numbers) == len(set(numbers)), "no loop hangs in two places"


def test_a_loop_cast_on_is_one_stitch_more():
    after = next(step.after for step in school("co", 0).steps if step.after)
    assert len(after.right) == len(school("co", 0).begin.right) + 1


@pytest.mark.parametrize(("key", "at"), MOVED)
def test_what_lies_on_top_leans_as_the_table_says(key, at):
    """On the right side the stitch on top leans from the side on which it stood: the leftmost to the right."""
    kind = STITCHES.get(key)
    if kind is None or kind.family is not Family.DECREASE:
        return
    new = school(key, at).end.right[0]
    used = sorted(loop.number for loop in (*new.through, *new.passed))
    assert len(used) == kind.uses
    if kind.face_on_rs is Face.PURL:
        used.reverse()  # worked on the wrong side: what stands at the right there is the leftmost on the right side
    assert {used[0]: Lean.LEFT, used[-1]: Lean.RIGHT}.get(new.on_top.number, Lean.UPRIGHT) is kind.lean


@pytest.mark.parametrize(
    ("key", "lifted_from"), [("m1l", Lean.LEFT), ("m1r", Lean.RIGHT), ("m1lp", Lean.LEFT), ("m1rp", Lean.RIGHT)]
)
def test_a_made_stitch_leans_as_its_bar_was_lifted_and_leaves_no_hole(key, lifted_from):
    for of in technique(key).schools:
        new = of.end.right[0]
        assert new.through[0].origin is Origin.BAR
        assert new.twists, "an open bar leaves a hole"
        assert (Lean.RIGHT if new.through[0].turned else Lean.LEFT) is lifted_from is STITCHES[key].lean


@pytest.mark.parametrize("key", ["ssk", "sssk", "skp", "sk2p", "cdd", "ssp", "k2tog", "p2tog", "k3tog"])
def test_these_decreases_cross_nothing(key):
    assert not technique(key).schools[0].end.right[0].twists


@pytest.mark.parametrize("key", ["k_tbl", "p_tbl", "k2tog_tbl", "p2tog_tbl", "k3tog_tbl"])
def test_through_the_back_they_are_crossed(key):
    assert technique(key).schools[0].end.right[0].twists


def test_a_yarn_over_stands_on_nothing_and_is_the_hole_of_the_table():
    over = technique("yo").schools[0].end.right[1]
    assert over.origin is Origin.YARN_OVER
    assert not over.through
    assert STITCHES["yo"].look is Look.HOLE


def test_three_become_five():
    for of in technique("cluster").schools:
        assert (of.uses, of.makes) == (3, 5)


def test_undoing_gives_back_what_was_there():
    plain, increases, decreases = technique("undo").schools
    assert [loop.number for loop in plain.end.left][:3] == [loop.number for loop in plain.begin.left][:3]
    assert len(increases.end.right) == len(increases.begin.right)
    assert [loop.number for loop in decreases.end.left] == [loop.number for loop in decreases.begin.left]


@given(
    st.lists(
        st.sampled_from(["enter 1 knit; wrap; draw; off", "enter 2 knit; wrap; draw; off", "over", "loop"]), max_size=6
    )
)
def test_undoing_is_the_other_way_round(deeds):
    """Whatever plain was worked, undone one by one the needles are as they were."""
    begun = Needles.begin(left=12, right=2, purl_side=False)
    needles = begun
    for deed in deeds:
        needles = moved(needles, deed)
    for _ in deeds:
        needles = moved(needles, "unwork")
    assert (needles.left, needles.right) == (begun.left, begun.right)


@pytest.mark.parametrize(
    "impossible",
    [
        "enter 9 knit",
        "draw",
        "wrap",
        "off",
        "pass 3",
        "fly",
        "slip 6",
        "take",
        "return 4",
        "drop 7",
        "enter 1 knit; draw",
    ],
)
def test_what_hands_cannot_do_is_refused(impossible):
    with pytest.raises(NotPossibleError):
        moved(Needles.begin(left=5, right=2, purl_side=False), impossible)


def test_through_which_leg_a_loop_is_crossed():
    """A loop stays open through the leg that leads: the front one, or the back one of a loop that was turned."""
    for turned in ("", "slip 1 knit; return 1; "):
        for into in Into:
            needles = moved(
                Needles.begin(left=2, right=0, purl_side=False), f"{turned}enter 1 {into.value}; wrap; draw; off"
            )
            assert needles.right[0].twists is (into.through_back_leg is not bool(turned))


@pytest.mark.parametrize("code", dialect_codes())
def test_any_dialect_finds_its_stitches(code):
    for key, spelled in dialect(code).written["stitches"].items():
        if technique(key) is not None:
            assert key in [found.key for found in techniques_like(spelled[0])], spelled[0]


@pytest.mark.parametrize(
    ("asked", "found"),
    [
        ("tink", "undo"),
        ("lifeline", "rip"),
        ("mattress stitch", "mattress"),
        ("LONG TAIL", "long_tail"),
        ("frog", "rip"),
    ],
)
def test_other_words_find_it_too(asked, found):
    assert techniques_like(asked)[0].key == found


def test_what_is_nothing_finds_nothing_and_nothing_asked_finds_all():
    assert techniques_like("<script>") == techniques_like("qqq") == ()
    assert len(techniques_like("  ")) == len(techniques())


def test_what_helps_is_there():
    for occasion in (*ReminderKind, *MistakeKind, *OptionKind):
        assert technique_for(occasion) == "" or technique(technique_for(occasion))
    assert all(technique_for(kind) for kind in MistakeKind)


def test_a_scene_stays_on_its_sheet():
    """Things may run out of the picture, and nothing begins far outside of it."""
    for key, at in SCHOOLS:
        for step in school(key, at).steps:
            for item in step.scene:
                assert all(-20 <= x <= WIDE + 20 for x, _ in item.places), (key, item)
                assert all(-20 <= y <= HIGH + 40 for _, y in item.places), (key, item)


def test_a_line_of_a_scene_without_a_place_is_refused():
    with pytest.raises(ValueError, match="has no place"):
        item_of("cloth knit")
