"""Notes on misreadings: where makers stop and wonder, and where they do not."""

import pytest

from knitting.misreadings import MisreadingKind, misreadings
from knitting.saying.misreadings import said_misreading
from tests.knitting.asking import worked

NOTES = [
    ("Cast on 14 sts.\nRow 1: k6, k2tog, k5, kfb", "balanced", "+1 -1: increases and decreases cancel, and the count stays at 14."),
    ("Cast on 9 sts.\nRow 1: k1, kfb, k1, cdd, k1, kfb, k1", "balanced", "+2 -2: increases and decreases cancel, and the count stays at 9."),
    ("Cast on 20 sts.\nRow 1: k3, yo, k to end\nRow 2: Knit.", "one-side", "Only one side grows here, near the right edge seen from the right side: that is meant so."),
    ("Cast on 20 sts.\nRow 1: Knit.\nRow 2: k3, yo, k to end\nRow 3: Knit.", "one-side", "Only one side grows here, near the left edge seen from the right side: that is meant so."),
    ("Cast on 21 sts.\nMark the center stitch.\nRow 1: k to center st, yo, k to end", "one-side", "The increase stands only before the mark: that side alone grows."),
    ("Cast on 21 sts.\nMark the center stitch.\nRow 1: Knit.\nRow 2: k to center st, k1, yo, k to end", "one-side", "The increase stands only after the mark: that side alone grows."),
    ("Cast on 20 sts.\nRow 1: k10, pm, k10\nRow 2: Knit.\nRow 3: k to m, m1r, sm, m1l, k to end", "beside-marker", "'m1r' stands right before the marker: lift the strand between the stitches, not the marker's."),
    ("Cast on 8 sts.\nRow 1: k3, yo, kfb, k to end", "no-plain-between", "Two increases stand side by side with no plain stitch between them."),
    ("Cast on 9 sts.\nMark sts 3 and 5.\nRow 1: k to marked st, k1, kfb, k1, k to end", "no-plain-between", "In this row no plain stitch lies between the increases of two marks yet: they meet."),
    ("Cast on 20 sts.\nRow 1: Knit.\nRow 2: Knit.\nRow 3: Sl1, k to end.", "edge-otherwise", "The row begins with 'sl1', and row 1 began with 'k1'."),
    ("Cast on 20 sts.\nRow 1: k3, yo, k to last 3 sts, yo, k3\nRow 2: Knit.\nRow 3: Knit.\nRow 4: Knit.\nRow 5: As row 1.", "stands-still", "The count stands still at 22 for several rows here."),
    ("Cast on 3 sts.\nRow 1: work in rope cable.\nRow 2: yo, k to end.", "repeat-waits", "A repeat of this pattern takes 4 stitches, and the widest part has 3: plain stitches are worked until a whole one fits."),
]  # fmt: skip


@pytest.mark.parametrize(("text", "kind", "says"), NOTES)
def test_a_place_that_is_misread_has_its_sentence(text, kind, says):
    piece = worked(text)
    assert not piece.problems
    found = {note.kind.value: note for note in misreadings(piece)}
    assert kind in found
    assert said_misreading(found[kind]) == says
    assert found[kind].line == piece.rows[found[kind].row].span.line


def test_every_kind_of_note_has_a_case():
    assert {kind for _, kind, _ in NOTES} == {kind.value for kind in MisreadingKind}


@pytest.mark.parametrize(
    "text",
    [
        "Cast on 20 sts.\nRow 1: Knit.\nRepeat row 1 20 more times.",
        "Cast on 5 sts.\nRow 1: k2, yo, k to end.\nRepeat row 1 until there are 30 sts.",
        "Cast on 20 sts.\nRow 1: k3, yo, k to last 3 sts, yo, k3.\nRow 2: Knit.\nRepeat rows 1 and 2 5 more times.",
        "Cast on 21 sts.\nMark the center stitch.\nRow 1: k to center st, yo, k1, yo, k to end.\nRow 2: Knit.",
        "Cast on 20 sts.\nRow 1: k99",
    ],
)
def test_what_nobody_misreads_has_none(text):
    assert misreadings(worked(text)) == ()
