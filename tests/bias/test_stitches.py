"""The stitches page: fabrics part by part, the growing edge, own fabrics, through Django's client."""

import re

import pytest

from bias.pieces.actions import keep_plan
from bias.planning.actions import sketch_state
from bias.results import results_of_plan
from knitting.fabric import Joins, Pin
from knitting.files import plan_text
from knitting.plan_editing.fabric_use import FabricUse, fabric_of, fabric_use_of
from tests.bias.changing import change, plan_now
from tests.knitting.planning import made


@pytest.fixture
def shawl(knitter):
    return keep_plan(knitter, plan_text(made("asymmetric")))


@pytest.fixture
def capelet(knitter):
    return keep_plan(knitter, plan_text(made("capelet")))


def send(client, piece, **fields):
    return change(client, piece, "stitches", **fields).content.decode()


def test_a_part_is_put_into_a_fabric_and_its_edge_is_shown(client, shawl):
    page = send(client, shawl, do="wear", part="cloth", fabric="rib3x3", joins="at once", pin="right edge", first="1")
    assert fabric_of(plan_now(shawl), "cloth") == "rib3x3"
    assert re.search(r"Row \d+: the new stitch beside the right edge becomes a (knit|purl) stitch in row \d+\.", page)
    assert "The next repeat is whole in" in page
    assert "Undo" in page
    fits = client.get(f"/pieces/{shawl.pk}/stitches/fits/").content.decode()
    row = int(re.search(r"Whole repeats fill it from end to end after row (\d+)\.", fits)[1])
    assert results_of_plan(sketch_state(shawl).plan).edges.part(row - 1, 0).is_whole
    send(client, shawl, do="undo")
    assert fabric_of(plan_now(shawl), "cloth") == "garter"


def test_joins_pin_mirror_and_stage_are_taken(client, capelet):
    worn = {"joins": "whole repeats", "pin": "centre", "first": "3", "mirrored": "on"}
    send(client, capelet, do="wear", part="back", fabric="rib2x2", **worn)
    plan = plan_now(capelet)
    expected = FabricUse("rib2x2", Joins.WHOLE, Pin.CENTRE, 2, mirrored=True)
    assert fabric_use_of(plan, fabric_of(plan, "back")) == expected
    send(client, capelet, do="wear", part="back", fabric="rib3x3", stage="1")
    plan = plan_now(capelet)
    assert fabric_of(plan, "back", 1) == "rib3x3"
    assert fabric_use_of(plan, fabric_of(plan, "back", 0)) == expected
    fits = f"/pieces/{capelet.pk}/stitches/fits/"
    said = client.get(fits).content.decode()
    assert "comes out even with" in said
    send(client, capelet, do="adjust:0:0")
    assert "comes out even with" not in client.get(fits).content.decode()


NONSENSE = [
    ({"do": "wear", "part": "nobody", "fabric": "seed"}, "Choose a part of this plan"),
    ({"do": "wear", "part": "back", "fabric": "brocade"}, "Choose a part of this plan"),
    ({"do": "wear", "part": "back", "fabric": "seed", "first": "9"}, "1 to 2, not with &#x27;9&#x27;"),
    ({"do": "wear", "part": "back", "fabric": "seed", "first": "-1"}, "not with"),
    ({"do": "draw", "own_name": "x", "grid": ""}, "The grid has 0 columns and 0 rows"),
    ({"do": "draw", "own_name": "x", "grid": " ".join(["k"] * 500)}, "The grid has 500 columns and 1 rows"),
    ({"do": "draw", "own_name": "x", "grid": "k yo k / k k k"}, "uses 2 stitches and makes 3"),
    ({"do": "draw", "own_name": "x", "grid": "k k / k"}, "Row 2 of &#x27;x&#x27; has 1 columns, and row 1 has 2."),
    ({"do": "draw", "own_name": "x", "grid": "zork"}, "is no stitch of the grid"),
    ({"do": "draw", "own_name": "", "grid": "k p"}, "Give the fabric a name"),
    ({"do": "draw", "own_name": "seed", "grid": "k p"}, "means something already"),
    ({"do": "draw", "own_name": "<b>", "grid": "k p"}, "cannot be a fabric&#x27;s name"),
    ({"do": "draw", "own_name": "x", "way": "typed", "typed": "k to end"}, "is no row of a repeat"),
    ({"do": "draw", "own_name": "x", "way": "typed", "typed": "k3\nyo, cdd, yo", "typed_as": "flat"}, "wrong-side row"),
    ({"do": "fit:back:many"}, "cannot be done here"),
    ({"do": "adjust:7:7"}, "cannot be done here"),
    ({"do": "drop-fabric:none"}, "cannot be done here"),
    ({"do": ""}, "cannot be done here"),
]


@pytest.mark.parametrize(("fields", "said"), NONSENSE, ids=[case[1][:30] + str(at) for at, case in enumerate(NONSENSE)])
def test_what_cannot_be_is_said_and_changes_nothing(client, capelet, fields, said):
    before = plan_now(capelet)
    page = send(client, capelet, **fields)
    assert said in page
    assert plan_now(capelet) == before
    if fields.get("own_name") == "x":
        assert 'name="own_name" value="x"' in page  # what was typed is not lost


def test_an_own_fabric_is_drawn_worn_changed_and_given_up(client, capelet):
    page = send(client, capelet, do="draw", own_name="Reeds", grid="k k p k k p / k yo k2tog k k k / k k k k k k")
    assert "<b>reeds</b>" in page
    send(client, capelet, do="wear", part="back", fabric="reeds")
    assert fabric_of(plan_now(capelet), "back") == "reeds"
    words = results_of_plan(sketch_state(capelet).plan).text
    assert "Fabric reeds: [k2, p1] twice / k1, yo, k2tog, k3 / k6; in balanced part repeats" in words
    assert "work in reeds to marked st" in words
    send(client, capelet, do="draw", own_name="rushes", instead="reeds", way="typed", typed="k2, p2\nk2, p2")
    assert fabric_of(plan_now(capelet), "back") == "rushes"
    send(client, capelet, do="drop-fabric:rushes")
    assert fabric_of(plan_now(capelet), "back") == "garter"


def test_a_fabric_being_drawn_is_shown_or_refused_at_once(client, capelet):
    def check(**fields):
        return client.post(f"/pieces/{capelet.pk}/stitches/fabric/", fields).content.decode()

    assert "<svg" in check(grid="k p / p k")
    assert "uses 2 stitches and makes 3" in check(grid="k yo k / k k k")
    typed = check(way="typed", typed="Row 1: k4\nRow 2: p4", typed_as="flat")
    assert "shows 4 knit stitches worked flat, and 4 purl stitches in rounds" in typed


def test_fits_are_offered_beside_the_size_and_taken_there(client, capelet):
    send(client, capelet, do="wear", part="back", fabric="rib3x3")
    size = client.get(f"/pieces/{capelet.pk}/size/").content.decode()
    assert re.search(r"&#x27;back&#x27; begins with \d+ whole repeats? and \d over", size)
    do = re.search(r'value="(fit:back:\d+)"', size)[1]
    client.post(f"/pieces/{capelet.pk}/size/", {"do": do, "seen": sketch_state(capelet).changes})
    back = next(part for part in plan_now(capelet).parts if part.name == "back")
    assert back.count == int(do.rpartition(":")[2])
    assert back.fabric == "rib3x3"


def test_another_count_of_a_shape_keeps_what_its_parts_are_in(client, capelet):
    send(client, capelet, do="wear", part="back", fabric="rib3x3", pin="centre")
    client.post(
        f"/pieces/{capelet.pk}/size/", {"do": "answers", "ask.fast": "16", "seen": sketch_state(capelet).changes}
    )
    plan = plan_now(capelet)
    assert dict(plan.answers)["fast"] == "16"
    assert fabric_use_of(plan, fabric_of(plan, "back")).pin is Pin.CENTRE


def test_an_edge_is_seen_at_any_row_and_end_and_at_none_that_there_is_not(client, capelet):
    for query in ("row=1&edge_part=0&end=right", "row=99999&edge_part=99&end=left", "row=x&edge_part=-4&end=up", ""):
        page = client.get(f"/pieces/{capelet.pk}/stitches/edge/?{query}")
        assert page.status_code == 200
        assert "close-up" in page.content.decode()


def test_two_tabs_are_told_of_each_other(client, capelet):
    page = send(client, capelet, seen=7, do="wear", part="back", fabric="seed")
    assert "changed in another tab" in page
    assert fabric_of(plan_now(capelet), "back") == "stockinette"


def test_choices_of_one_page_count_in_whatever_order_they_arrive(client, capelet):
    """A second fabric chosen while the answer to the first is on its way; another page's is told instead."""
    seen = sketch_state(capelet).changes
    for part, fabric in (("back", "seed"), ("left front", "moss"), ("right front", "rib2x2")):
        page = send(client, capelet, seen=seen, page_name="one", do="wear", part=part, fabric=fabric)
        assert "changed in another tab" not in page
    assert "changed in another tab" in send(
        client, capelet, seen=seen, page_name="two", do="wear", part="back", fabric="basket"
    )
    plan = plan_now(capelet)
    assert [fabric_of(plan, part) for part in ("back", "left front", "right front")] == ["seed", "moss", "rib2x2"]


def test_written_rows_and_other_knitters_plans_have_no_stitches_page(client, piece, capelet, django_user_model):
    assert client.get(f"/pieces/{piece.pk}/stitches/").headers["Location"] == f"/pieces/{piece.pk}/plan/"
    assert client.get(f"/pieces/{piece.pk}/stitches/edge/").status_code == 404
    other = keep_plan(django_user_model.objects.create_user("someone else"), plan_text(made("mitre")))
    assert client.get(f"/pieces/{other.pk}/stitches/").status_code == 404
    assert client.post(f"/pieces/{other.pk}/stitches/change/", {"do": "undo"}).status_code == 404
