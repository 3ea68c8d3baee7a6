"""What hangs on a body as numbers for the page: read back they are the places, quads, rows and stripes."""

import math
import xml.etree.ElementTree as ET

import numpy as np
import pytest

from drawing.hem_svg import hem_svg
from drawing.worn_data import cloth_data, inks_in, skin_data
from knitting.cloth import lay_flat
from knitting.wearing import PutOn, Wearing
from knitting.worn.body import BODIES, Body
from knitting.worn.body_surface import skin_of
from knitting.worn.garment import garment_of_piece
from knitting.worn.worn import cloth_on, worn_at
from knitting.written import work_text

STRIPED = """Gauge: 20 sts x 30 rows = 10 cm
Yarn A: slate
Yarn B: sand
With A, cast on 100 sts.
Row 1: Knit.
Row 2: Purl.
Repeat rows 1 and 2, 4 more times.
Change to B.
Row 11: Knit.
Row 12: Purl.
Repeat rows 11 and 12, 9 more times."""


def put_on(text):
    layout = lay_flat(work_text(text).worked)
    body = Body()
    cloth = cloth_on(garment_of_piece(layout, Wearing(PutOn.ROUND_NECK)), body)
    return layout, worn_at(cloth, cloth.begun(), body)


def test_the_numbers_of_a_cloth_are_what_was_worked_out():
    layout, found = put_on(STRIPED)
    numbers = np.frombuffer(cloth_data(found, [layout]), dtype="<u2")
    places, quads, threads, bands, last = (int(each) for each in numbers[:5])
    assert (places, quads, last) == (len(found.places), len(found.net.quads), 30)
    at = 5 + 3 * places
    assert numbers[5:at].view("<i2").reshape(-1, 3) == pytest.approx(found.places * 100, abs=0.51)
    assert set(numbers[at : at + places].tolist()) >= {0, 30}
    at += places
    assert (numbers[at : at + 4 * quads].reshape(-1, 4) == found.net.quads).all()
    at += 4 * quads
    for _ in range(threads):
        at += 1 + int(numbers[at])
    assert len(numbers) == at + 2 * bands
    assert numbers[at:].reshape(-1, 2).tolist() == [[0, 0], [10, 1]]
    assert len(inks_in([layout])) == 2


@pytest.mark.parametrize("body", [body for _, body in BODIES.values()])
def test_the_skin_of_a_body_lies_on_its_figure_and_is_closed(body):
    skin = skin_of(body.figure)
    outside, out = body.figure.surface(skin.places)
    assert np.abs(outside).max() < 0.2
    corners = skin.places[skin.quads]
    way = np.cross(corners[:, 2] - corners[:, 0], corners[:, 3] - corners[:, 1])
    assert (np.einsum("ni,ni->n", way, out[skin.quads].mean(axis=1)) > 0).mean() > 0.99
    sides = np.sort(np.concatenate([skin.quads[:, [a, (a + 1) % 4]] for a in range(4)]), axis=1)
    assert set(np.unique(sides, axis=0, return_counts=True)[1].tolist()) <= {2, 4}  # every side is that of two quads
    assert len(skin_data(body)) < 45_000


def test_a_hem_is_drawn_where_there_is_cloth_and_its_depths_are_said():
    hem = [30.0] * 8 + [math.nan] * 8 + [28.0] * 8
    drawn = hem_svg(hem, ("back", "left <arm>", "front", "right arm"), "How deep")
    assert ET.fromstring(drawn) is not None
    assert drawn.count("hem-line") == 2
    assert drawn.count(">30 cm<") == 3  # behind at both ends, and over the left arm
    assert "left &lt;arm&gt;" in drawn
