"""Drills: of each kind many at random, the answer that is given as right is the engine's, the others are wrong."""

from collections import Counter
from functools import cache
from random import Random

import pytest

from knitting.diagnosis import diagnose, facing_by_tail
from knitting.dialects.dialect import dialect
from knitting.drills import DrillKind, drills_of, kinds_of
from knitting.drills.making import drill
from knitting.drills.said import in_plain_words, said_drill, written
from knitting.in_pattern.piece_in_pattern import cells
from knitting.stitches import STITCHES
from tests.knitting.asking import worked
from tests.knitting.planning import knitted, made
from tests.searching import WHOLE

MANY = 500 if WHOLE else 120
SHAWL = (
    "Cast on 9 sts.\nMark the center stitch.\n"
    "Row 1: K1, yo, k to center st, yo, k1, yo, k to last st, yo, k1.\nRow 2: Purl.\n"
    "Row 3: K1, ssk, yo, k to center st, k1, k to last 3 sts, yo, k2tog, k1.\nRow 4: Purl.\n"
    "Repeat rows 1 to 4, 6 more times."
)
RIB = (
    "Cast on 11 sts.\nRow 1: K1, yo, work in 2x2 rib to last st, yo, k1.\nRow 2: Work in 2x2 rib.\n"
    "Repeat rows 1 and 2, 9 more times."
)
PLAIN = "Cast on 20 sts.\nRow 1: Knit.\nRow 2: Purl.\nRepeat rows 1 and 2, 9 more times."


@cache
def pieces():
    """Pieces of several kinds, worked."""
    shapes = {name: knitted(made(name)) for name in ("triangle", "corner-cloth", "mitre", "asymmetric")}
    rib = worked(RIB)
    return {"a shawl with lace": worked(SHAWL), "plain rows": worked(PLAIN), "a shawl in rib": rib, **shapes}


def made_at_random(kind):
    """So many drills of a kind, of all pieces in turn, each with its piece."""
    chance = Random(7)
    for at in range(MANY):
        piece = list(pieces().values())[at % len(pieces())]
        found = drill(kind, piece, chance)
        if found is not None:
            yield found, piece


def truly(found, piece):
    """The answers of a drill that are right, worked out otherwise than the drill did."""
    row = piece.rows[found.row - 1] if found.row else None
    match found.kind:
        case DrillKind.COUNT_AFTER:
            return [row.after.total]
        case DrillKind.TO_NEXT_MARK:
            parts = row.before.parts if row.side.value == "RS" else row.before.parts[::-1]
            return [parts[found.facts.part - 1]]
        case DrillKind.BECOMES:
            return [cells(piece)[found.row][place_of(found, piece)]]
        case DrillKind.WHICH_ROW:
            return [at for at, each in enumerate(piece.rows, start=1) if each.parts == found.facts.seen]
        case DrillKind.WHICH_SIDE:
            return [facing_by_tail(piece, found.facts.hangs)]
        case DrillKind.WHICH_STITCH:
            return [found.facts.key]
        case DrillKind.WHICH_LEAN:
            return [STITCHES[found.facts.key].lean]
        case DrillKind.DOES_IT_MATTER:
            return [diagnose(piece, found.row, found.facts.seen).verdict.matters]
    return [row.work]


def place_of(found, piece):
    """Where the new stitch stands in the row after: every stitch before it that is made or used moves it."""
    from knitting.needle.lineage import follow, lineage

    before = sum(piece.rows[found.row - 1].after.parts[: found.facts.part - 1])
    return int(follow(lineage(piece.rows[found.row]), before + found.facts.place - 0.5))


@pytest.mark.parametrize("kind", DrillKind)
def test_the_right_answer_is_the_engines_and_the_others_are_wrong(kind):
    asked = list(made_at_random(kind))
    assert len(asked) >= MANY // len(pieces())
    for found, piece in asked:
        right = truly(found, piece)
        assert found.answers[found.right] in right, found
        wrong = [each for at, each in enumerate(found.answers) if at != found.right]
        assert wrong
        assert not [each for each in wrong if each in right], found
        assert len(set(map(repr, found.answers))) == len(found.answers) <= 4


@pytest.mark.parametrize("kind", DrillKind)
def test_it_is_said_in_every_dialect_and_no_two_answers_alike(kind):
    for found, piece in list(made_at_random(kind))[:40]:
        for code in ("us", "it"):
            told = said_drill(found, piece, dialect(code))
            assert told.question.rstrip()[-1] in "?.:"
            assert told.why
            assert len(set(told.answers)) == len(told.answers), (told.answers, found)


def test_the_right_answer_stands_in_every_place():
    places = Counter(found.right for found, _ in made_at_random(DrillKind.COUNT_AFTER))
    assert set(places) == {0, 1, 2, 3}


def test_balanced_rows_are_among_them():
    asked = [found for found, piece in made_at_random(DrillKind.COUNT_AFTER) if piece is pieces()["a shawl with lace"]]
    assert any(found.facts.more == found.facts.fewer > 0 for found in asked)


def test_ten_drills_are_mixed_and_the_same_seed_makes_the_same_ones():
    piece = pieces()["a shawl with lace"]
    ten = drills_of(piece, 10, seed=3)
    assert len(ten) == 10
    assert len({each.kind for each in ten}) >= 7
    assert drills_of(piece, 10, seed=3) == ten != drills_of(piece, 10, seed=4)


def test_what_is_due_comes_first():
    piece = pieces()["a shawl with lace"]
    ten = drills_of(piece, 10, seed=3, due=["which-side", "which-stitch ssk", "no such"])
    assert [each.kind for each in ten[:2]] == [DrillKind.WHICH_SIDE, DrillKind.WHICH_STITCH]


SMALL = {
    "no rows": "Cast on 5 sts.",
    "one plain row": "Cast on 5 sts.\nRow 1: Knit.",
    "rows that do not add up": "Cast on 5 sts.\nRow 1: K3, yo, k4.\nRow 2: Knit.",
    "in rounds": "Cast on 12 sts and join in the round.\nRound 1: K1, yo, k to end.\nRound 2: Knit.",
    "five thousand rows": "Cast on 5 sts.\nRow 1: Knit.\nRepeat row 1 4999 more times.",
}


@pytest.mark.parametrize("words", SMALL.values(), ids=SMALL)
def test_what_can_be_asked_of_a_small_or_odd_piece_is_asked(words):
    piece = worked(words)
    kinds = kinds_of(piece)
    assert DrillKind.WHICH_STITCH in kinds
    for found in drills_of(piece, 10):
        assert found.kind in kinds
        assert said_drill(found, piece, dialect())


def test_of_plain_rows_no_count_is_asked_that_changes():
    assert DrillKind.COUNT_AFTER not in kinds_of(pieces()["plain rows"])
    assert DrillKind.BECOMES not in kinds_of(pieces()["plain rows"])


def test_a_row_in_plain_words_and_as_it_is_written():
    row = worked(
        "Cast on 9 sts.\nMark the center stitch.\nRow 1: K1, yo, k to center st, yo, k1, yo, k to last st, yo, k1."
    ).rows[0]
    assert in_plain_words(row.work) == (
        "knit 1, yarn over, knit 3, yarn over; past the mark: knit 1; past the mark: yarn over, knit 3, yarn over, knit 1"
    )
    assert written(row.work, dialect()) == "k1, yo, k3, yo | k1 | yo, k3, yo, k1"
