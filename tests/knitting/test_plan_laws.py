"""Laws that hold for any plan."""

import json
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from knitting.compiling import compiled
from knitting.constructions import CONSTRUCTIONS
from knitting.dialects.dialect import dialect
from knitting.files import plan_from_json, plan_to_json
from knitting.forecast.forecast import forecast_of
from knitting.formatter import format_piece
from knitting.measures import Gauge
from knitting.plan.plan import LEFT_EDGE, RIGHT_EDGE, AddedLine, Beside, Line, LineKind, Repeats, Shaping
from knitting.recognise.recognition import recognise
from knitting.saying.statements import said
from knitting.sizing.parameters import following_measures, parameters
from knitting.sizing.rescaled import Scale, near_size
from knitting.sizing.sizes import nearest_sizes
from knitting.stitches import Leaning
from knitting.words.reader import read
from knitting.words.writer import write
from knitting.working.comparison import stitches_of
from knitting.working.piece_worker import work_piece
from knitting.written import work_text
from tests.knitting.asking import work_reading
from tests.knitting.planning import bare, made, plans, staged
from tests.knitting.test_recognise import knitting_of
from tests.searching import searched


@searched(300)
@given(plans())
def test_any_sound_plan_gives_a_pattern_that_adds_up_to_what_was_foreseen(plan):
    forecast = forecast_of(plan)
    piece = compiled(forecast)
    if not forecast.sound:
        return
    worked = work_piece(piece)
    assert not worked.problems, (write(piece), [str(problem) for problem in worked.problems])
    foreseen = [
        total for stage in forecast.stages for total in (*(row.after.total for row in stage.setup), *stage.totals[1:])
    ]
    assert [row.end for row in worked.rows] == foreseen
    assert all(sum(row.parts) == row.end for row in worked.rows)
    for row, parts in zip(worked.rows, _parts_foreseen(forecast), strict=True):
        assert row.after.parts == parts, (write(piece), row.label, row.time)


def test_what_is_made_right_behind_the_last_mark_stands_behind_it():
    """Found by the law above: no stitch stands between the mark and the increase, so the row must pass the mark."""
    centre = AddedLine(line=Line("centre", LineKind.BEFORE, 1, ""), part="part 1", left="new part", after=1)
    lifted = Shaping(at=(RIGHT_EDGE,), side=Beside.BEFORE, work="lifted_pair", rows=(2,), away=1, leaning=Leaning.AWAY)
    plan = staged(bare(4), lifted, until=Repeats(1))
    plan = replace(plan, stages=(replace(plan.stages[0], add_lines=(centre,)),))
    piece = compiled(forecast_of(plan))
    assert [row.parts for row in work_piece(piece).rows] == [(1, 3), (2, 3)]
    assert "sm, k to last st, rli, k1" in write(piece)


def _parts_foreseen(forecast):
    """The counts between marks after every row, put together from the parts and lines of the plan."""
    for stage in forecast.stages:
        splits = [row.after for row in stage.setup]
        splits += [stage.split.with_counts(counts) for counts in stage.counts[1:]]
        for split in splits:
            found = [0]
            for at, part in enumerate(split.parts):
                found[-1] += part.count if at in split.live else 0
                if at < len(split.lines):
                    _past(split, at, found)
            yield tuple(found)


def _past(split, at, found):
    """A line with its own stitches and its marks; a marker beside a held part rests on the holder with it."""
    line, right, left = split.lines[at], at in split.live, at + 1 in split.live
    if line.kind is LineKind.STITCH:
        found += [1, 0]
        return
    if right and (line.kind in (LineKind.BEFORE, LineKind.BOTH) or (line.kind is LineKind.BETWEEN and left)):
        found.append(0)
    found[-1] += line.stitches
    if left and line.kind in (LineKind.AFTER, LineKind.BOTH):
        found.append(0)


@searched(150)
@given(plans())
def test_the_words_of_a_plan_read_back_to_its_rows(plan):
    forecast = forecast_of(plan)
    if not forecast.sound:
        return
    piece = compiled(forecast)
    read_back = work_reading(read(write(piece)))
    assert not read_back.problems, write(piece)
    assert [(row.side, row.parts) for row in read_back.rows] == [
        (row.side, row.parts) for row in work_piece(piece).rows
    ]


@searched(150)
@given(plans())
def test_a_plan_as_json_is_the_same_plan(plan):
    assert plan_from_json(json.loads(json.dumps(plan_to_json(plan)))) == plan


@searched(150)
@given(plans())
def test_every_mend_of_a_trouble_gives_a_plan_without_it_or_with_a_lesser_one(plan):
    forecast = forecast_of(plan)
    for trouble in forecast.troubles:
        for mend in trouble.mends:
            after = forecast_of(mend.plan).troubles
            assert trouble not in after, (trouble, said(mend.says))


@searched(150)
@given(plans())
def test_a_recognised_plan_comes_to_every_row_again(plan):
    forecast = forecast_of(plan)
    if not forecast.sound:
        return
    worked = work_piece(compiled(forecast))
    found = recognise(worked)
    assert found.said
    if found.plan is not None:
        again = work_piece(compiled(forecast_of(found.plan)))
        assert knitting_of(again) == knitting_of(worked)


@searched(80)
@given(plans(), st.sampled_from(["us", "uk", "it"]), st.booleans())
def test_a_plan_in_any_words_is_recognised_as_it_is(plan, code, fair):
    forecast = forecast_of(plan)
    if not forecast.sound:
        return
    piece = compiled(forecast)
    worked = work_piece(piece)
    text = write(format_piece(worked) if fair else piece, dialect(code))
    found = recognise(work_text(text, dialect(code)).worked)
    # Rows without places in a text cannot be told apart by their words, so that words may be told where they are not.
    assert found.plan is not None or recognise(worked).plan is None, text
    if found.plan is not None:
        again = work_piece(compiled(forecast_of(found.plan)))
        assert knitting_of(again) == knitting_of(worked), text


@searched(80)
@given(plans(), st.sampled_from([0.5, 0.8, 1.3, 2.0]))
def test_a_resized_plan_keeps_every_rule(plan, by):
    before = forecast_of(plan)
    other = near_size(before, Scale(by, by, by)) if before.sound else None
    if other is None:
        return
    after = forecast_of(other)
    assert after.sound
    assert len(after.troubles) <= len(before.troubles)
    worked = work_piece(compiled(after))
    assert not worked.problems
    for old, new in zip(before.stages, after.stages, strict=True):
        assert (new.stage.rhythm, len(new.stage.shapings)) == (old.stage.rhythm, len(old.stage.shapings))
        ends = list(zip(old.closing.counts, reversed(old.closing.counts), strict=True))
        now = list(zip(new.closing.counts, reversed(new.closing.counts), strict=True))
        assert all(here[0] == here[1] for was, here in zip(ends, now, strict=True) if was[0] == was[1])


MIRROR = {"m1r": "m1l", "m1l": "m1r", "rli": "lli", "lli": "rli", "k2tog": "ssk", "ssk": "k2tog"}


@searched(120)
@given(
    st.lists(st.integers(4, 12), min_size=1, max_size=3),
    st.sampled_from(["m1_pair", "lifted_pair", "yo", "k2tog_pair"]),
    st.booleans(),
    st.integers(0, 2),
)
def test_pairs_of_a_mirrored_plan_mirror(half, work, towards, away):
    """What the right half does the left half does the other way round, leaning the other way."""
    plan = bare(*half, *reversed(half))
    names = tuple(line.name for line in plan.lines)
    leaning = Leaning.TOWARDS if towards else Leaning.AWAY
    lines = Shaping(names, Beside.BOTH, work, (3,), away, leaning)
    edges = Shaping((RIGHT_EDGE, LEFT_EDGE), Beside.INSIDE, work, (3,), away + 1, leaning)
    forecast = forecast_of(staged(plan, lines, edges, rhythm=4, until=Repeats(1)))
    if forecast.troubles:
        return
    row = work_piece(compiled(forecast)).rows[2]
    stitches = [(kind.key, times) for part in stitches_of(row.work) for kind, times in part]
    assert [(MIRROR.get(key, key), times) for key, times in reversed(stitches)] == stitches


@searched(60)
@given(
    st.sampled_from(sorted(CONSTRUCTIONS)),
    st.integers(0, 2),
    st.floats(8, 220),
    st.sampled_from([(16, 32), (20, 28), (31, 40)]),
)
def test_resizing_keeps_the_rules(name, which, wished, gauge):
    plan = replace(made(name), gauge=Gauge(*gauge))
    stick = following_measures(plan)[which % len(following_measures(plan))]
    knob = next(knob for knob in parameters(plan) if knob.key == stick.knob)
    found = nearest_sizes(knob, stick.of, wished)
    if found is None:
        return
    for size in found.offered:
        assert not size.forecast.troubles
        assert knob.least <= size.value <= knob.most
        assert size.value % 2 == 1 or not knob.odd
        worked = work_piece(compiled(size.forecast))
        assert not worked.problems
        assert len(worked.rows) == size.forecast.rows


def test_recognised_rows_can_be_resized():
    worked = work_reading(read(write(compiled(forecast_of(made("mitre", cast_on=41))))))
    plan = recognise(worked).plan
    knob = next(knob for knob in parameters(plan) if knob.key == "cast_on")
    assert [row.end for row in work_piece(compiled(forecast_of(knob.turned(61)))).rows] == [
        n for n in range(59, 0, -2) for _ in range(2)
    ]
