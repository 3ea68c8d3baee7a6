"""Every kind of problem, at least three ways into each, with its place and what pressing its hint does."""

from collections import Counter

import pytest

from knitting.dialects.tokens import lines_of
from knitting.problems import ProblemKind
from tests.knitting.asking import kinds, worked

C5, C9 = "Cast on 5 sts.\n", "Cast on 9 sts.\n"
PLAIN = C9 + "Row 1: Knit.\nRow 2: Knit.\n"
YARNS = "Yarn A: Slate worsted\nYarn B: Fennel light\n"
CENTRED = "Cast on 9 sts.\nMark the center stitch.\n"

# kind, text, (line, column), whether the first hint mends it
CASES = [
    ("cannot-read", C5 + "Row 1: (k1, k2", (2, 8), True),
    ("cannot-read", C5 + "Rwo 1: Knit.", (2, 1), True),
    ("cannot-read", C5 + "Row 1: wander about for a while", (2, 8), False),
    ("cannot-read", C5 + "Row 1: k3, turn, k2", (2, 18), False),
    ("cannot-read", "Gauge: tight\n" + C5, (1, 1), False),
    ("cannot-read", "Increase: twice as many\n" + C5, (1, 1), False),
    ("unknown-stitch", C5 + "Row 1: k1, k2tgo, k2", (2, 12), True),
    ("unknown-stitch", C5 + "Row 1: k2, yoo, k to end", (2, 12), True),
    ("unknown-stitch", C5 + "Row 1: kk5", (2, 8), False),
    ("unknown-stitch", C5 + "Row 1: k1, zorp, k3", (2, 12), False),
    ("too-few-stitches", C5 + "Row 1: k3, k2tog, k2tog", (2, 19), False),
    ("too-few-stitches", C5 + "Row 1: k9", (2, 8), True),
    ("too-few-stitches", "Cast on 2 sts.\nRow 1: k to last 3 sts, k2", (2, 8), True),
    ("too-few-stitches", C5 + "Mark sts 9.", (2, 1), False),
    ("too-few-stitches", C5 + "Row 1: Knit.\nReturn left wing to needle.", (3, 1), False),
    ("too-few-stitches", C5 + "Row 1: Knit.\nBind off to last 6 sts.", (3, 1), False),
    ("stitches-left-over", C9 + "Row 1: k7", (2, 1), True),
    ("stitches-left-over", C9 + "Row 1: k1, k to last 4 sts, k3", (2, 12), True),
    ("stitches-left-over", C9 + "Row 1: [k2tog] twice, p2", (2, 1), True),
    ("stitches-left-over", CENTRED + "Row 1: k to center st, yo", (3, 1), False),
    ("wrong-count", C9 + "Row 1: k2, yo, k to end. (9 sts)", (2, 26), True),
    ("wrong-count", C9 + "Row 1: Knit - 10 sts", (2, 13), True),
    ("wrong-count", "Cast on 9 sts. (8 sts)", (1, 16), True),
    ("wrong-count", PLAIN + "Repeat rows 1 and 2 once more. (12 sts)", (4, 32), True),
    ("wrong-parts", CENTRED + "Row 1: Knit. (3-1-5)", (3, 14), True),
    ("wrong-parts", C9 + "Row 1: k4, pm, k5. (5-4)", (2, 20), True),
    ("wrong-parts", "Cast on 9 sts (4-1-5).", (1, 15), True),
    ("no-marker", C9 + "Row 1: k4, sm, k5", (2, 12), True),
    ("no-marker", C9 + "Row 1: k to m, yo, k to end", (2, 8), False),
    ("no-marker", CENTRED + "Row 1: k to m, yo, k1, yo, k to end", (3, 8), True),
    ("no-marker", C9 + "Row 1: k to marked st, yo, k to end", (2, 8), False),
    ("no-marker", "Increase: yo\n" + C9 + "Row 1: Inc 1 each side of m.", (3, 8), False),
    ("marker-in-the-way", C9 + "Row 1: k4, pm, k5\nRow 2: k4, k2tog, k3", (3, 12), True),
    ("marker-in-the-way", C9 + "Row 1: k4, pm, k5\nRow 2: k3, cdd, k3", (3, 12), True),
    ("marker-in-the-way", C9 + "Row 1: k4, pm, k5\nRow 2: k4, k3tog, k2", (3, 12), True),
    ("marker-in-the-way", C9 + "Row 1: k1, pm, k8\nRow 2: k1, [k2tog] 4 times", (3, 12), False),
    ("no-centre", "Cast on 8 sts.\nMark the center stitch.", (2, 1), True),
    ("no-centre", "Cast on 8 sts.\nRow 1: k to 1 st before center st, cdd, k to end", (2, 8), False),
    ("no-centre", "Cast on 10 sts.\nPlace a marker before the center stitch.", (2, 1), True),
    ("never-reached", C9 + "Row 1: Knit.\nRepeat row 1 until there are 12 sts.", (3, 14), False),
    ("never-reached", C9 + "Row 1: k2, yo, k to end.\nRepeat row 1 until 4 sts remain.", (3, 14), False),
    ("never-reached", C9 + "Row 1: *yo; rep from * to end", (2, 8), False),
    ("never-reached", C9 + "Row 1: k2tog, yo, k to end.\nRepeat row 1 until there are 20 sts.", (3, 14), False),
    ("stepped-past", C9 + "Row 1: k1, yo, k to last st, yo, k1.\nRepeat row 1 until there are 14 sts.", (3, 14), True),
    ("stepped-past", C9 + "Row 1: k2tog, k to last 2 sts, k2tog.\nRepeat row 1 until 4 sts remain.", (3, 14), True),
    ("stepped-past", C9 + "Row 1: kfb, k to end.\nRow 2: kfb twice, k to end.\nRepeat rows 1 and 2 until there are 16 sts.", (4, 21), True),
    ("wrong-side", C9 + "Row 1 (RS): Knit.\nRow 2 (RS): Knit.", (3, 1), True),
    ("wrong-side", C9 + "Row 1 (WS): Knit.\nRow 2 (WS): Knit.", (3, 1), True),
    ("wrong-side", C9 + "Row 1: Knit.\nRow 2: Knit.\nRow 3 (WS): Knit.", (4, 1), True),
    ("row-twice", C9 + "Row 1: Knit.\nRow 1: Purl.", (3, 1), True),
    ("row-twice", PLAIN + "Row 2: Purl.", (4, 1), True),
    ("row-twice", C9 + "Rows 1 and 2: Knit.\nRow 1: Purl.", (3, 1), True),
    ("row-missing", C9 + "Row 1: Knit.\nRow 4: Knit.", (3, 1), False),
    ("row-missing", PLAIN + "Repeat rows 1-4 twice.", (4, 1), False),
    ("row-missing", C9 + "Row 1: Knit.\nRow 2: As row 7.", (3, 1), False),
    ("row-missing", C9 + "Repeat last 2 rows 5 times more.", (2, 1), False),
    ("no-cast-on", "Row 1: k2, yo, k3", (1, 1), True),
    ("no-cast-on", "Row 1: k2, yo, k to end. (6 sts)", (1, 1), True),
    ("no-cast-on", "Bind off.", (1, 1), False),
    ("no-cast-on", "Title: only\nColour: blue", (2, 1), False),
    ("not-a-multiple", "Cast on 10 sts.\nRow 1: *k2, yo, k2; rep from * to end", (2, 8), True),
    ("not-a-multiple", "Cast on 11 sts.\nRow 1: [k1, p1] to end", (2, 8), True),
    ("not-a-multiple", C9 + "Row 1: Knit.\nRow 2: [k2, p2] to last 2 sts, k2", (3, 8), False),
    ("colour-unknown", YARNS + C5 + "Row 1 (C): Knit.", (4, 1), False),
    ("colour-unknown", YARNS + C5 + "Row 1: with C, k to end", (4, 8), True),
    ("colour-unknown", YARNS + C5 + "Row 1: k2, change to b, k3", (4, 12), True),
    ("colour-unknown", "Yarn A: Slate\nStripes: 2 rows A, 2 rows B\n" + C5, (2, 1), False),
    ("nothing-to-lift", C5 + "Row 1: k2, rli, k3", (2, 12), True),
    ("nothing-to-lift", C5 + "Row 1: Knit.\nRow 2: m1l, k to end", (3, 8), True),
    ("nothing-to-lift", C5 + "Row 1: Knit.\nRow 2: k5, m1r", (3, 12), True),
    ("nothing-to-lift", C5 + "Row 1: [k1, lli] twice, k3", (2, 13), True),
    ("ambiguous", PLAIN + "Row 3: k4, inc 1, k5", (4, 12), True),
    ("ambiguous", PLAIN + "Row 3: k4, dec 1, k3", (4, 12), True),
    ("ambiguous", "Increase: m1 pair\n" + PLAIN + "Row 3: k4, inc 1, k5", (5, 12), True),
    ("ambiguous", "Increase: yo\n" + C9 + "Row 1: k3, pm, k3, pm, k3\nRow 2: Inc 1 each side of m.", (4, 8), True),
    ("cannot-read", PLAIN + "Rows 3-12: Repeat rows 1 and 2 twice.", (4, 1), False),
    ("cannot-read", PLAIN + "Rows 3-5: Repeat rows 1 and 2.", (4, 1), False),
    ("ambiguous", C9 + "Row 1: place next 2 sts on hold as a, place next 2 sts on hold as a, k5", (2, 1), False),
    ("too-long", C9 + "Row 1: Knit.\nRepeat row 1 9000 more times.", (2, 1), False),
    ("too-long", "Cast on 20000 sts.", (1, 1), False),
    ("too-long", C9 + "Row 1: k1, [yo] 20000 times, k8", (2, 12), False),
    ("too-long", C9 + "Row 9000: Knit.", (2, 1), False),
]  # fmt: skip


def pressed(text, mend):
    """The text after a hint was pressed, as the page does it."""
    lines = lines_of(text)
    line = lines[mend.span.line - 1]
    at = mend.span.column - 1
    lines[mend.span.line - 1] = line[:at] + mend.text + line[at + mend.span.length :]
    return "\n".join(lines)


@pytest.mark.parametrize(("kind", "text", "place", "mended"), CASES, ids=[f"{c[0]}: {c[1][-40:]!r}" for c in CASES])
def test_a_problem_has_its_kind_and_place_and_its_hint_mends_it(kind, text, place, mended):
    problems = worked(text).problems
    found = next((problem for problem in problems if problem.kind.value == kind), None)
    assert found is not None, kinds(worked(text))
    assert (found.where.line, found.where.column) == place
    assert found.message.endswith((".", "?"))
    assert bool(found.mends) is mended
    for mend in found.mends:
        after = worked(pressed(text, mend)).problems
        same = [p for p in after if p.kind is found.kind and p.message == found.message]
        assert not same, (mend, [str(problem) for problem in after])
        assert len(after) <= len(problems)


def test_every_kind_has_at_least_three_cases():
    counts = Counter(kind for kind, *_ in CASES)
    assert {kind.value for kind in ProblemKind} == set(counts)
    assert min(counts.values()) >= 3


def test_many_problems_are_said_at_once_each_in_its_place():
    text = (
        C9
        + "Row 1 (RS): k2, yoo, k to end. (10 sts)\nRow 2 (RS): Knit. (11 sts)\nRow 2: Knit.\nRow 6: k to m, k to end"
    )
    assert kinds(worked(text)) == [
        "unknown-stitch", "wrong-side", "wrong-count", "row-twice", "row-missing", "no-marker",
    ]  # fmt: skip
