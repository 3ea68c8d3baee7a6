"""Templates are read by people: their lines are short, and every tag is one that Django sees."""

import re
from pathlib import Path

import pytest

TEMPLATES = sorted(Path(__file__).parent.parent.glob("bias/**/*.html"))
LONGEST = 160


@pytest.mark.parametrize("template", TEMPLATES, ids=lambda path: path.name)
def test_a_template_is_read_without_scrolling(template):
    words = template.read_text()
    assert [line for line in words.splitlines() if len(line) > LONGEST] == []
    # Django reads a tag only if it begins and ends on one line; a broken one is printed as text.
    assert re.findall(r"\{%[^%]*\n[^%]*%\}|\{\{[^}]*\n[^}]*\}\}", words) == []


def test_every_page_says_where_it_is_in_the_same_way():
    assert [path.name for path in TEMPLATES if 'class="crumbs"' in path.read_text()] == ["crumbs.html"]
