"""What the apps of the site may know of the core: its values and what is said; all else is behind results."""

from __future__ import annotations

import ast
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[1]
APPS = (
    "accounts",
    "archive",
    "at_needles",
    "charting",
    "finishing",
    "home",
    "learning",
    "pieces",
    "planning",
    "printing",
    "serving",
    "sharing",
    "things",
    "worn",
    "writing",
    "yarn_room",
    "yarns",
)

VALUES = frozenset(
    {
        "knitting.statements", "knitting.figures",
        "knitting.problems", "knitting.rows", "knitting.stitches", "knitting.fabric",
        "knitting.measures", "knitting.gauges", "knitting.needle.worked", "knitting.plan.plan", "knitting.plan.works",
        "knitting.plan.troubles", "knitting.plan.checks", "knitting.log", "knitting.pace", "knitting.reminders",
        "knitting.diagnosis", "knitting.coding.shapes", "knitting.coding.lines",
        "knitting.dialects.tokens", "knitting.dialects.dialect", "knitting.sorting.roles",
        "knitting.substitution", "knitting.yarn.metres", "knitting.yarn.outlook", "knitting.yarn.report",
        "knitting.assembly.board", "knitting.assembly.board_design", "knitting.assembly.joints",
        "knitting.assembly.thing", "knitting.worn.body",
        "knitting.yarn.scale_lines", "knitting.yarn.simulated_scale", "knitting.yarn.stripes", "knitting.yarn.weighing",
    }
)  # fmt: skip
"""Values and the limits of them."""
SAID = "knitting.saying"
ASKED = frozenset(
    {
        "knitting.files", "knitting.files.ledger", "knitting.forecast.forecast", "knitting.forecast.metres",
        "knitting.forecast.stages",
        "knitting.constructions", "knitting.constructions.answers", "knitting.plan_editing", "knitting.sizing",
        "knitting.words.several", "knitting.words.highlights", "knitting.words.fabric_rows",
        "knitting.words.fabric_header", "knitting.yarn.exchange", "knitting.yarn.tails", "knitting.assembly.finishing",
        "knitting.assembly.board_colours", "knitting.assembly.ready_made", "knitting.files.thing_json",
        "drawing.strip", "drawing.signs", "drawing.marks",
    }
)  # fmt: skip
"""Plans and their files are changed by the page of the plan itself: it asks these, which are quick and keep nothing."""


def known_modules(path: Path) -> set[str]:
    """The modules of the core that a file imports from."""
    found = set()
    for node in ast.walk(ast.parse(path.read_text("utf-8"))):
        if isinstance(node, ast.ImportFrom) and node.module and node.module.split(".")[0] in ("knitting", "drawing"):
            whole = node.module in ("knitting", "drawing")
            found |= {f"{node.module}.{each.name}" for each in node.names} if whole else {node.module}
    return found


@pytest.mark.parametrize("app", APPS)
def test_an_app_knows_values_and_asks_the_one_door_for_the_rest(app):
    allowed = VALUES | ASKED
    for path in (ROOT / "bias" / app).rglob("*.py"):
        strange = {
            module
            for module in known_modules(path)
            if module not in allowed and not module.startswith((SAID, "knitting.plan_editing.", "knitting.sizing."))
        }
        assert not strange, f"{path.relative_to(ROOT)} reaches past bias.results: ask it there, or name a value here."
