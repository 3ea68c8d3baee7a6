"""Learning: how soon drills are made, how small a technique's page and a film are, a frame of a film in Chromium."""

from __future__ import annotations

import json
import statistics

import pytest
from django.core.management import call_command
from playwright.sync_api import sync_playwright

from benchmarks.pace import paced
from benchmarks.test_speed import median
from bias.accounts.household import household_knitter
from bias.home.demo import load_demo
from bias.results import forget_all
from drawing.cloth import lay_out
from drawing.film import film_of
from knitting.cloth import lay_flat
from knitting.constructions import CONSTRUCTIONS
from knitting.drills import drills_of
from knitting.techniques import techniques
from tests.browser.chromium import LAUNCH
from tests.knitting.planning import knitted, made

_DRILLS_S, _PAGE_S, _FIRST_MS, _FRAME_MS = 0.3, 0.1, 200, 16
_PAGE_BYTES, _FILM_BYTES = 50_000, 30_000
FRAMES = """async (scrubbed) => {
  const scrub = document.querySelector("[data-scrub]"), taken = [];
  if (!scrubbed) document.querySelector("[data-do=play]").click();
  let last = performance.now();
  for (let at = 0; at < 90; at += 1) {
    if (scrubbed) { scrub.value = String(at % Number(scrub.max)); scrub.dispatchEvent(new Event("input")); }
    await new Promise((done) => requestAnimationFrame(done));
    const now = performance.now(); taken.push(now - last); last = now;
  }
  return taken;
}"""


def test_ten_drills_are_made_at_once():
    worked = knitted(made("triangle"))
    took = median(lambda: drills_of(worked, 10, seed=3))
    print(f"\nten drills: {took * 1000:.0f} ms")
    assert took < paced(_DRILLS_S)


@pytest.mark.django_db
def test_a_techniques_page_is_small_and_there_at_once(client):
    household_knitter()
    sizes, times = {}, {}
    for key in techniques():
        times[key] = median(lambda key=key: (forget_all(), client.get(f"/learn/how/{key}/")), 3)
        sizes[key] = len(client.get(f"/learn/how/{key}/").content)
    slowest, largest = max(times, key=times.__getitem__), max(sizes, key=sizes.__getitem__)
    print(f"\nslowest {slowest}: {times[slowest] * 1000:.0f} ms of 100")
    print(f"largest {largest}: {sizes[largest] / 1000:.1f} kB of 50")
    assert times[slowest] < paced(_PAGE_S)
    assert sizes[largest] < _PAGE_BYTES


def test_a_film_is_small():
    sizes = {}
    for key in CONSTRUCTIONS:
        layout = lay_flat(knitted(made(key)))
        sizes[key] = len(json.dumps(film_of(lay_out(layout), layout).as_json()))
    largest = max(sizes, key=sizes.__getitem__)
    print(f"\nthe largest film, {largest}: {sizes[largest] / 1000:.1f} kB of 30")
    assert sizes[largest] < _FILM_BYTES


@pytest.mark.django_db(transaction=True)
def test_the_first_picture_and_a_frame_of_a_film(live_server):
    call_command("flush", interactive=False, verbosity=0)
    pieces = {piece.title: piece for piece in load_demo(household_knitter())}
    with sync_playwright() as play:
        browser = play.chromium.launch(**LAUNCH)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        for title in ("Tideline shawl", "Gable capelet", "Spinnaker shawl"):
            page.goto(f"{live_server.url}/pieces/{pieces[title].pk}/film/")
            page.wait_for_selector("canvas[data-shown]", timeout=60_000)
            first = page.evaluate(
                """() => { const all = performance.getEntriesByType("resource");
                const data = all.find((one) => one.name.includes("film.json")).responseEnd;
                return performance.getEntriesByName("film-shown")[0].startTime - data; }"""
            )
            played, scrubbed = (statistics.median(page.evaluate(FRAMES, scrubbed)) for scrubbed in (False, True))
            print(f"\n{title}: first {first:.0f} ms of 200")
            print(f"a frame {played:.1f} ms played, {scrubbed:.1f} ms scrubbed, of 16")
            assert first < paced(_FIRST_MS)
            assert max(played, scrubbed) < paced(_FRAME_MS) + 1
        browser.close()
