"""Gauges from swatches and guesses, answers to a construction's questions, several sizes in one text."""

from dataclasses import replace

import pytest

from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered
from knitting.fabric import FABRICS
from knitting.gauges import YARN_WEIGHTS, Swatch, YarnGuess, gauge_of, guess
from knitting.measures import Gauge
from knitting.saying.statements import said
from knitting.words.several import in_one


@pytest.mark.parametrize(
    ("weight", "fewest", "most", "thinnest", "thickest"),
    [(3, 21, 24, 3.75, 4.5), (4, 16, 20, 4.5, 5.5), (5, 12, 15, 5.5, 8), (6, 7, 11, 8, 12.75)],
)
def test_a_guess_lies_in_the_stitches_of_its_yarn_weight(weight, fewest, most, thinnest, thickest):
    """Craft Yarn Council, Standard Yarn Weight System (values from memory): stitches to 4 inches, needles in mm."""
    table = YARN_WEIGHTS[weight]
    assert (table.fewest, table.most, table.thinnest_mm, table.thickest_mm) == (fewest, most, thinnest, thickest)
    found = guess(YarnGuess(weight))
    to_ten_cm = 10 / 10.16
    assert found.loosest.stitches == pytest.approx(fewest * to_ten_cm)
    assert found.tightest.stitches == pytest.approx(most * to_ten_cm)
    assert found.loosest.stitches < found.gauge.stitches < found.tightest.stitches
    assert found.gauge.guessed


def test_a_thicker_needle_is_guessed_looser_and_the_needle_narrows_the_range():
    thin, thick = guess(YarnGuess(4, 4.5)), guess(YarnGuess(4, 5.5))
    assert thin.gauge.stitches > thick.gauge.stitches
    assert thin.give < guess(YarnGuess(4)).give


@pytest.mark.parametrize(("fabric", "ratio"), [("garter", 2.0), ("stockinette", 4 / 3)])
def test_rows_of_a_guess_follow_the_fabric(fabric, ratio):
    """Garter: two rows are about as high as a stitch is wide; common practice, no source."""
    found = guess(YarnGuess(4, 5, fabric)).gauge
    assert found.rows / found.stitches == pytest.approx(ratio)


def test_a_washed_swatch_counts_before_an_unwashed_one():
    before, after = Gauge(20, 40), Gauge(19, 36)
    assert gauge_of(Swatch(before, after)) == replace(after, washed=True)
    assert gauge_of(Swatch(before)) == replace(before, washed=False)
    assert gauge_of(Swatch()) is None
    assert gauge_of(None) is None


REFUSED = [
    ("mitre", {"cast_on": "48"}, "'cast on 48' is even, and an odd number is needed: 47 or 49.", 49),
    ("mitre", {"cast_on": "-7"}, "'cast on' can be 3 to 999, not -7.", 3),
    ("mitre", {"cast_on": "many"}, "'cast on' needs a whole number, not 'many'.", 37),
    ("mitre", {"cast_on": "10000"}, "'cast on' can be 3 to 999, not 10,000.", 999),
    ("mitre", {"double": "sideways"}, "'centre decrease' can be cdd, sk2p, k3tog, not 'sideways'.", "cdd"),
    ("mitre", {"sleeves": "2"}, "Mitred square does not ask for 'sleeves': it asks for cast_on, stripe, double, marking.", ""),
    ("mitre", {"fabric.left side": "brocade"}, f"'brocade' is no fabric; there are {', '.join(FABRICS)}.", "garter"),
    ("mitre", {"fabric.sleeve": "seed"}, "There is no part 'sleeve': there are left side, right side.", ""),
    ("capelet", {"parts": "13,1,15,1,14"}, "The parts 13-1-15-1-14 are not the same from both ends.", (13, 1, 15, 1, 13)),
    ("capelet", {"parts": "13,2,13"}, "'parts and lines' needs parts with one stitch for the line between each two: 13,1,15,1,13.", (11, 1, 17, 1, 31, 1, 17, 1, 11)),
    ("capelet", {"parts": "wide"}, "'parts and lines' needs counts with commas between them, such as 13,1,15,1,13.", (11, 1, 17, 1, 31, 1, 17, 1, 11)),
]  # fmt: skip


@pytest.mark.parametrize(("name", "given", "message", "nearest"), REFUSED, ids=[case[2][:40] for case in REFUSED])
def test_an_answer_that_cannot_be_is_refused_with_the_nearest_that_can(name, given, message, nearest):
    found = answered(CONSTRUCTIONS[name], given)
    assert [(said(refusal.why), refusal.nearest) for refusal in found.refusals] == [(message, nearest)]
    assert found.plan().parts


SEVERAL = [
    (["Cast on 25 sts.", "Cast on 27 sts.", "Cast on 31 sts."], "Cast on 25 (27, 31) sts."),
    (["Knit.", "Knit."], "Knit."),
    (["Repeat row 1 once more.", "Repeat row 1 twice more."], "Repeat row 1, 1 (2) more times."),
    (["until 1 st remains.", "until 3 sts remain."], "until 1 (3) sts remain."),
    (["(12-1-12)", "(13-1-13)"], "(12 (13)-1-12 (13))"),
    (["Knit.", "Purl."], None),
    (["Knit.\nKnit.", "Knit."], None),
    ([], None),
]


@pytest.mark.parametrize(("texts", "words"), SEVERAL)
def test_sizes_stand_side_by_side_where_only_figures_differ(texts, words):
    assert in_one(texts) == words
