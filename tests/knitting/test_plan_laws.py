"""Laws that hold for any plan."""

import json

from hypothesis import given, settings

from knitting.files import plan_from_json, plan_to_json
from knitting.needle.piece_worker import work_piece, work_reading
from knitting.plan.compiling import compiled
from knitting.plan.foresight import foresee
from knitting.plan.plan import LineKind
from knitting.plan.recognising import recognise
from knitting.words.reader import read
from knitting.words.writer import write
from tests.knitting.planning import plans


@settings(max_examples=300, deadline=None)
@given(plans())
def test_any_sound_plan_gives_a_pattern_that_adds_up_to_what_was_foreseen(plan):
    course = foresee(plan)
    piece = compiled(course)
    if not course.sound:
        return
    worked = work_piece(piece)
    assert not worked.problems, (write(piece), [str(problem) for problem in worked.problems])
    foreseen = [total for stage in course.stages for total in stage.totals[1:]]
    assert [row.end for row in worked.rows] == foreseen
    assert all(sum(row.parts) == row.end for row in worked.rows)
    for row, parts in zip(worked.rows, _parts_foreseen(course), strict=True):
        assert row.after.parts == parts, (write(piece), row.label, row.time)


def _parts_foreseen(course):
    """The counts between marks after every row, put together from the parts and lines of the plan."""
    for stage in course.stages:
        for counts in stage.counts[1:]:
            found = [0]
            for count, line in zip(counts, [*stage.split.lines, None]):
                found[-1] += count
                if line is None or line.kind is LineKind.UNMARKED:
                    found[-1] += line.stitches if line else 0
                elif line.kind is LineKind.STITCH:
                    found += [1, 0]
                elif line.kind is LineKind.BOTH:
                    found += [line.stitches, 0]
                else:
                    found[-1] += line.stitches if line.kind is LineKind.AFTER else 0
                    found.append(line.stitches if line.kind is LineKind.BEFORE else 0)
            yield tuple(found)


@settings(max_examples=150, deadline=None)
@given(plans())
def test_the_words_of_a_plan_read_back_to_its_rows(plan):
    course = foresee(plan)
    if not course.sound:
        return
    piece = compiled(course)
    read_back = work_reading(read(write(piece)))
    assert not read_back.problems, write(piece)
    assert [(row.side, row.parts) for row in read_back.rows] == [
        (row.side, row.parts) for row in work_piece(piece).rows
    ]


@settings(max_examples=150, deadline=None)
@given(plans())
def test_a_plan_as_json_is_the_same_plan(plan):
    assert plan_from_json(json.loads(json.dumps(plan_to_json(plan)))) == plan


@settings(max_examples=150, deadline=None)
@given(plans())
def test_every_mend_of_a_trouble_gives_a_plan_without_it_or_with_a_lesser_one(plan):
    course = foresee(plan)
    for trouble in course.troubles:
        for mend in trouble.mends:
            after = foresee(mend.plan).troubles
            assert trouble not in after, (trouble, mend.says)


@settings(max_examples=150, deadline=None)
@given(plans())
def test_a_recognised_plan_comes_to_every_row_again(plan):
    course = foresee(plan)
    if not course.sound:
        return
    worked = work_piece(compiled(course))
    found = recognise(worked)
    assert found.said
    if found.plan is not None:
        again = work_piece(compiled(foresee(found.plan)))
        assert [(row.side, row.parts) for row in again.rows] == [(row.side, row.parts) for row in worked.rows]
