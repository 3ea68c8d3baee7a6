"""The film: what the page is sent is what the cloth is, row by row; the same six stills for print."""

import json
from base64 import b64decode
from dataclasses import replace
from xml.etree import ElementTree

import numpy as np
import pytest

from drawing.cloth import lay_out
from drawing.film import STILLS, film_of, stills_svg
from knitting.cloth import Layout, lay_flat
from knitting.constructions import CONSTRUCTIONS
from knitting.measures import Gauge
from tests.knitting.asking import worked
from tests.knitting.planning import knitted, made

TENTH = 0.051
LAID = list(CONSTRUCTIONS)


def film(piece):
    layout = lay_flat(piece)
    assert isinstance(layout, Layout)
    return film_of(lay_out(layout), layout), layout


def opened(data):
    """Places and cloth as the page opens them."""
    pairs = np.frombuffer(b64decode(data["places"]), dtype="<i2").reshape(len(data["rows"]), data["lines"], 2) / 10
    bits = np.unpackbits(np.frombuffer(b64decode(data["alive"]), dtype=np.uint8), bitorder="little")
    shape = (len(data["rows"]) - 1, len(data["columns"]))
    return pairs[..., 0] + 1j * pairs[..., 1], bits[: shape[0] * shape[1]].reshape(shape).astype(bool)


@pytest.mark.parametrize("key", CONSTRUCTIONS)
def test_what_the_page_opens_is_the_cloth(key):
    found, _ = film(knitted(made(key)))
    text = json.dumps(found.as_json())
    assert len(text) < 30_000
    places, alive = opened(json.loads(text))
    assert np.abs(places - found.places).max() < TENTH * 2
    assert (alive == found.alive).all()
    assert found.rows[-1] - found.page.first_row == found.page.boundaries - 1
    assert {stop.row for stop in found.stops} <= set(found.rows)


@pytest.mark.parametrize("key", ["triangle", "corner-cloth", "mitre", "capelet", "asymmetric", "held-wing"])
def test_the_strips_between_its_rows_cover_the_cloth(key):
    """The area that the page paints is that of the cloth, but for what its few lines cut off."""
    found, layout = film(knitted(made(key)))
    scale = found.row_high / layout.gauge.row_cm
    area = 0.0
    for row in range(len(found.rows) - 1):
        for column, (left, right) in enumerate(found.columns):
            if found.alive[row, column]:
                quad = found.places[[row, row, row + 1, row + 1], [left, right, right, left]]
                area += abs(np.imag(np.conjugate(quad) * np.roll(quad, -1)).sum()) / 2
    assert area / scale**2 == pytest.approx(layout.area_cm2, rel=0.03)


@pytest.mark.parametrize(("key", "many"), [("capelet", 5), ("asymmetric", 5), ("triangle", 0), ("mitre", 0)])
def test_relaxed_cloth_is_laid_out_by_itself_on_the_way(key, many):
    """Each such layout has the rows that are there, as wide as they are by themselves, and lies near where it will."""
    found, layout = film(knitted(made(key)))
    assert len(found.keys) == many
    size = abs(complex(np.ptp(found.places.real), np.ptp(found.places.imag)))
    for each in found.keys:
        assert np.abs(each - found.places[: len(each)]).max() < 0.12 * size
        laid = lay_flat(
            replace(layout.worked, rows=layout.worked.rows[: found.rows[len(each) - 1]]), gauge=layout.gauge
        )
        scale = found.row_high / layout.gauge.row_cm
        wide = np.abs(np.diff(each[-1])).sum() / scale
        assert wide == pytest.approx(np.abs(np.diff(laid.points[-1])).sum(), rel=0.03)  # few lines cut corners off


def test_a_row_is_as_wide_as_its_stitches():
    """Of plain cloth at a gauge: what hangs on the needle is counted, not drawn."""
    head = "Gauge: 20 sts and 30 rows to 10 cm\nCast on 40 sts.\n"
    found, _ = film(worked(f"{head}Row 1: Knit.\nRepeat row 1, 29 more times."))
    scale = found.row_high / Gauge(20, 30).row_cm
    assert np.abs(np.diff(found.places, axis=1)).sum(axis=1) / scale == pytest.approx(20.0, rel=0.01)
    assert found.counts == (40,) * len(found.rows)


def test_long_pieces_keep_the_rows_that_are_worth_a_look():
    grows = "Row 1: K1, yo, k to end.\nRepeat row 1, 799 more times.\n"
    shrinks = "Row 801: K2tog, k to end.\nRepeat row 801, 99 more times."
    found, _ = film(worked(f"Cast on 5 sts.\n{grows}{shrinks}"))
    assert len(found.rows) <= 92
    assert {1, 801, 900} <= set(found.rows)


def test_six_stills_end_with_the_whole():
    found, _ = film(knitted(made("triangle")))
    root = ElementTree.fromstring(stills_svg(found))
    said = [text.text for text in root.iter("{http://www.w3.org/2000/svg}text")]
    assert len(said) == STILLS
    assert said[-1] == f"row {found.rows[-1]}"
