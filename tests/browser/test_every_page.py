"""Every page of the site, told from its addresses: no barrier in light or dark, nothing wider than a phone."""

import pytest
from axe_playwright_python.sync_playwright import Axe

from bias.pieces.actions import put_away
from bias.things.actions import begin_own
from bias.things.boards import begin_board
from knitting.assembly.board import Turns
from knitting.assembly.board_design import design
from tests.addresses import address, patterns
from tests.browser.conftest import DESK, PHONE
from tests.browser.opening import opened
from tests.searching import WHOLE, some_of

COLOURS = {"runOnly": ["color-contrast"], "resultTypes": ["violations"]}
"""What can differ between the light and the dark."""
ASKED = [
    "words/hand/?increase=m1_pair",
    "words/written/?dialect=it",
    "size/?measure=width_cm&wish=90&knob=to&sizes=141,181",
]
"""Pages of a piece that show more once they are asked something."""
COLOURS_CHANGED = """async () => {
    for (let frames = 0; frames < 2; frames++) await new Promise(requestAnimationFrame);
    await Promise.all(document.getAnimations().map((each) => each.finished.catch(() => null)));
}"""
"""Colours change slowly: however long that takes on this machine."""
PIECES = ["Tideline shawl", "Spinnaker, a draft from the circle"]
"""One that is planned and one that is written, and that has problems."""


def addresses(piece, things, whole_site):
    """Where something of a piece answers; ``whole_site``: what speaks of no piece as well."""
    for pattern in patterns():
        of_piece = "piece_id" in pattern.pattern.converters
        if "printing_id" in pattern.pattern.converters or not (of_piece or whole_site):
            continue
        ready_made = {"key": "mini-poncho"} if pattern.name == "begin-thing" else {}
        thing = things[(pattern.name or "").startswith("thing-board")]
        yield address(pattern, {"piece_id": piece.pk, "thing_id": thing.pk, **ready_made})
    yield from (f"/pieces/{piece.pk}/{asked}" for asked in ASKED)


def barriers(page):
    """What the accessibility rules find, a line each."""
    return lines(Axe().run(page).response["violations"])


def barriers_of_colours(page):
    """The same of the colours alone, by the rules that `barriers` has brought into the page."""
    return lines(page.evaluate("(options) => axe.run(options)", COLOURS)["violations"])


def lines(found):
    return [f"{each['id']}: {node['html'][:160]}" for each in found for node in each["nodes"]]


@pytest.mark.timeout(300)
@pytest.mark.parametrize("title", PIECES if WHOLE else PIECES[:1])
def test_no_page_has_a_barrier_or_is_wider_than_a_phone(page, live_server, demo, title):
    put_away(next(piece for name, piece in demo.items() if name not in PIECES))
    found = {}
    thing = begin_own(demo[title].owner, "Two of one", [demo[PIECES[0]], demo["Harbour corner cloth"]])
    board = begin_board(demo[title].owner, "A board", design(3, 4, 4, Turns.PINWHEEL, ("A", "B", "C"))[0], None)
    every = list(addresses(demo[title], (thing, board), whole_site=title == PIECES[0]))
    assert any("/board/" in where for where in every) is (title == PIECES[0])
    for where in opened(page, live_server, some_of(every, 4)):
        found[where, "light"] = barriers(page)
        page.emulate_media(color_scheme="dark")
        page.evaluate(COLOURS_CHANGED)
        found[where, "dark"] = barriers_of_colours(page)
        page.emulate_media(color_scheme="light")
        page.set_viewport_size(PHONE)
        wide = page.evaluate("document.documentElement.scrollWidth")
        found[where, "phone"] = [f"{wide} wide"] if wide > PHONE["width"] else []
        page.set_viewport_size(DESK)
    assert len(found) > 3 * len(some_of(range(20), 4))
    assert not {key: what for key, what in found.items() if what}
