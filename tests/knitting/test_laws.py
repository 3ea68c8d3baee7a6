"""Laws that hold for every pattern, tried on made-up ones."""

from unittest.mock import patch

import networkx as nx
from hypothesis import example, given
from hypothesis import strategies as st

from knitting.needle.lineage import count_changes, lineage
from knitting.words.reader import read
from knitting.words.writer import write
from tests.knitting.asking import worked
from tests.searching import searched

STITCHES = ["k1", "k3", "p2", "yo", "kfb", "k2tog", "ssk", "cdd", "m1l", "yo twice", "(k1, yo, k1) in next st", "sl1"]
ENDS = ["k to end", "k to last 3 sts, yo, k3", "k to last 2 sts, k2tog", "[k2tog] to end"]
LINES = st.lists(st.sampled_from([*STITCHES, "[k1, yo] twice", "pm"]), min_size=1, max_size=6)
ROWS = st.lists(LINES, min_size=1, max_size=5)


@st.composite
def patterns(draw):
    """Rows that begin with drawn steps and end with plain stitches; most can be worked, some cannot."""
    count = draw(st.integers(12, 40))
    text = [f"Cast on {count} sts."]
    if draw(st.booleans()):
        text.append(f"Mark sts {draw(st.integers(1, count))}.")
        text.append("Next row: k to marked st, yo, k1, yo, k to end.")
    for number, steps in enumerate(draw(ROWS), start=1):
        goal = draw(
            st.sampled_from(["k to end", "k to last 3 sts, yo, k3", "k to last 2 sts, k2tog", "[k2tog] to end"])
        )
        text.append(f"Row {number}: {', '.join(steps)}, {goal}.")
    if draw(st.booleans()):
        text.append(f"Repeat rows 1-{number} {draw(st.integers(1, 9))} more times.")
    return "\n".join(text)


def outcome(piece):
    return [(row.label, row.side, row.time, row.parts) for row in piece.rows]


@given(patterns())
@searched(150)
def test_written_back_and_read_again_a_piece_works_to_the_same_rows(text):
    first = read(text)
    again = read(write(first.piece))
    assert not again.problems
    assert outcome(worked(text)) == outcome(worked(write(first.piece)))


@given(patterns())
@searched(150)
def test_parts_sum_to_the_row_and_the_work_to_the_parts(text):
    for row in worked(text).rows:
        assert sum(row.parts) == row.end
        assert sum(part.stitches for part in row.work) == row.end
        assert all(part.stitches >= 0 for part in row.work)


@given(patterns())
@searched(100)
def test_lineage_reaches_every_stitch_once_and_never_crosses(text):
    graph = nx.DiGraph()
    for at, row in enumerate(worked(text).rows):
        if not row.complete:
            break
        links = lineage(row)
        assert sum(link.uses * link.times for link in links) == row.start
        assert sum(link.makes * link.times for link in links) == row.end
        assert [link.old for link in links] == sorted(link.old for link in links)
        assert [link.new for link in links] == sorted(link.new for link in links)
        assert sum(event.change for event in count_changes(row)) == row.change
        for link in links:
            for time in range(link.times):
                for old in range(link.uses):
                    for new in range(link.makes):
                        graph.add_edge(
                            (at, link.old + time * link.uses + old), (at + 1, link.new + time * link.makes + new)
                        )
    assert nx.is_directed_acyclic_graph(graph)


@given(patterns())
@example("Cast on 12 sts.\nRow 1: k4, k to last 2 sts, k2tog.\nRepeat row 1 7 more times.")
@searched(250)
def test_a_rehearsed_row_comes_to_what_working_it_step_by_step_does(text):
    quick = worked(text)
    with patch("knitting.working.piece_state.rehearse", lambda *_: None):
        slow = worked(text)
    assert quick == slow


@given(st.text(max_size=400))
@searched(300)
def test_any_text_gets_an_answer(text):
    piece = worked(text)
    assert len(piece.rows) <= 5_000


@given(patterns(), st.integers(0, 300), st.text(max_size=3))
@searched(200)
def test_a_pattern_with_a_slip_of_the_pen_gets_an_answer(text, at, slip):
    at = min(at, len(text))
    piece = worked(text[:at] + slip + text[at + len(slip) :])
    assert all(problem.message.endswith((".", "?")) for problem in piece.problems)
