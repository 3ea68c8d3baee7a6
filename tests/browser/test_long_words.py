"""Every page in words two fifths longer: nothing is cut, lies on anything else or is wider than the page."""

import pytest

from bias.accounts.household import household_knitter
from bias.pieces.actions import keep_plan
from knitting.files import plan_text
from tests.addresses import address, patterns
from tests.browser.conftest import PHONE
from tests.browser.opening import opened
from tests.knitting.planning import made
from tests.pseudo import Longer, spoken_in
from tests.searching import some_of

pytestmark = [pytest.mark.browser, pytest.mark.django_db(transaction=True)]

DESK = {"width": 1280, "height": 800}
FAULTS = """() => {
  const seen = element => {
    const style = getComputedStyle(element), box = element.getBoundingClientRect();
    return style.visibility !== "hidden" && style.display !== "none" && box.width > 1 && box.height > 1
      && !element.closest(".sr, .skip, .only-desk, [hidden], svg, dialog:not([open])")
      && !element.closest("details:not([open]) > :not(summary)");
  };
  const said = element => [...element.childNodes].filter(node => node.nodeType === 3 && node.data.trim())
    .map(node => { const range = document.createRange(); range.selectNodeContents(node); return range; })
    .flatMap(range => [...range.getClientRects()]);
  const name = element => `${element.tagName}.${element.className} '${element.textContent.trim().slice(0, 40)}'`;
  const found = [];
  const wide = document.documentElement.scrollWidth;
  if (wide > innerWidth + 1) found.push(`wider than the page: ${wide}`);
  const texts = [];
  for (const element of document.querySelectorAll("body *")) {
    if (!seen(element) || element.matches("option, textarea, script, style, noscript")) continue;
    const style = getComputedStyle(element);
    const cuts = style.overflowX === "hidden" && style.textOverflow !== "ellipsis" && element.textContent.trim();
    if (cuts && element.scrollWidth > element.clientWidth + 1) found.push(`cut: ${name(element)}`);
    for (const box of said(element)) texts.push([element, box]);
  }
  const scrolled = element => {
    for (let at = element; at; at = at.parentElement) {
      const style = getComputedStyle(at);
      if (style.position === "fixed" || style.position === "sticky") return true;
      if (/(auto|scroll|hidden)/.test(style.overflowX + style.overflowY)) return true;
    }
    return false;
  };
  const free = texts.filter(([element]) => !scrolled(element));
  free.forEach(([a, x], one) => free.slice(one + 1).forEach(([b, y]) => {
    if (a.contains(b) || b.contains(a)) return;
    const across = Math.min(x.right, y.right) - Math.max(x.left, y.left);
    const down = Math.min(x.bottom, y.bottom) - Math.max(x.top, y.top);
    if (across > 3 && down > 5) found.push(`on one another: ${name(a)} and ${name(b)}`);
  }));
  return [...new Set(found)].slice(0, 5);
}"""
"""What is wrong with how a page lies."""


@pytest.mark.timeout(900)
@pytest.mark.parametrize("view", [DESK, PHONE], ids=["desk", "phone"])
def test_no_page_is_cut_or_lies_on_itself_in_longer_words(page, live_server, monkeypatch, view):
    spoken_in(Longer(), monkeypatch)
    piece = keep_plan(household_knitter(), plan_text(made("capelet")))
    page.set_viewport_size(view)
    looked_at, faults = 0, {}
    every = [address(each, {"piece_id": piece.pk, "printing_id": 0}) for each in patterns()]
    for where in opened(page, live_server, some_of(every, 3)):
        looked_at += 1
        found = page.evaluate(FAULTS)
        faults |= {where: found} if found else {}
    assert looked_at > len(some_of(range(40), 3))
    assert not faults, "\n".join(f"{where}: {found}" for where, found in faults.items())
