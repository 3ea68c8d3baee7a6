"""Speed of plans: compiling and working 500 rows, finding a size, redrawing a page after a changed word."""

from __future__ import annotations

from collections.abc import Mapping

import pytest
from django.test import Client

from benchmarks.pace import paced
from benchmarks.test_speed import median
from bias.accounts.household import household_knitter
from bias.pieces.actions import keep_plan
from knitting.compiling import compile_plan
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered
from knitting.files import plan_text
from knitting.plan.plan import Plan
from knitting.sizing.parameters import following_measures, parameters
from knitting.sizing.sizes import nearest_sizes
from knitting.working.piece_worker import work_piece

FIVE_HUNDRED: Mapping[str, Mapping[str, str]] = {
    "triangle": {"to": "985"},
    "corner-cloth": {"to": "255"},
    "asymmetric": {"to": "133", "back_to": "16"},
    "fringe-triangle": {"to": "1008"},
    "mitre": {"cast_on": "501"},
    "zigzag": {"rows": "500"},
    "poncho-panel": {"to": "533"},
    "yoke": {"rounds": "125"},
    "capelet": {"fast": "150", "slow": "49"},
    "disc": {"rounds": "250"},
    "framed-chart": {"times": "250"},
    "sideways-triangle": {"to": "68", "cast_on": "6"},
    "bias-rectangle": {"to": "104", "rows": "300"},
    "bias-scarf": {"rows": "500"},
    "square-from-centre": {"rounds": "250"},
    "wedge-shawl": {"to": "1475"},
    "long-edge-triangle": {"cast_on": "1001"},
    "round-poncho": {"rounds": "250"},
    "crescent": {"to": "1509"},
    "polygon": {"side": "501"},
    "cowl": {"rounds": "250"},
    "doubling-circle": {"doublings": "7", "last": "308"},
    "crown": {"each": "120", "tube": "382"},
    "held-wing": {"cast_on": "401", "rows": "250", "wing_rows": "200", "edge_rows": "46"},
}


def plan(name: str) -> Plan:
    return answered(CONSTRUCTIONS[name], FIVE_HUNDRED[name]).plan()


@pytest.mark.parametrize("name", CONSTRUCTIONS)
def test_compiling_and_working_500_rows(benchmark, name):
    made = plan(name)
    worked = benchmark(lambda: work_piece(compile_plan(made)))
    assert len(worked.rows) == pytest.approx(500, rel=0.03)
    assert not worked.problems
    assert median(lambda: work_piece(compile_plan(made))) < paced(0.060)


@pytest.mark.parametrize("name", CONSTRUCTIONS)
def test_finding_a_size(benchmark, name):
    made = answered(CONSTRUCTIONS[name], {}).plan()
    stick = following_measures(made)[0]
    knob = next(knob for knob in parameters(made) if knob.key == stick.knob)
    found = benchmark(lambda: nearest_sizes(knob, stick.of, 60.0))
    assert found is not None
    assert median(lambda: nearest_sizes(knob, stick.of, 60.0)) < paced(0.100)


@pytest.mark.django_db
def test_a_changed_word_to_the_redrawn_page(benchmark):
    knitter = household_knitter()
    piece = keep_plan(knitter, plan_text(answered(CONSTRUCTIONS["triangle"], {"to": "401"}).plan()))
    client, counts = Client(), iter(range(405, 9_000, 4))
    seen = iter(range(9_000))

    def change() -> None:
        fields = {"seen": next(seen), "page_name": "one", "stages.0.until": str(next(counts))}
        answer = client.post(f"/pieces/{piece.pk}/plan/change/", fields, headers={"HX-Request": "true"})
        assert b'id="desk"' in answer.content

    benchmark.pedantic(change, rounds=12, warmup_rounds=1)
    assert benchmark.stats.stats.median < paced(0.200)
