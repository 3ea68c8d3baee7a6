"""What is told from the code: schemas, the forms that are read, the kinds of events. ``make schema`` writes it.

Each stands in a file of its own; a test fails where one is older than the code.
"""

from __future__ import annotations

import json
import os
import re
from collections.abc import Mapping
from pathlib import Path

import django

from docs.forms import forms_page
from knitting.files import SCHEMAS, schema_text
from knitting.log.description import kinds_for_devices

ROOT = Path(__file__).resolve().parent.parent
_LAST = re.compile(r"([^{,\s])(?=\n\s*\})")
"""The end of an object: the formatter wants a comma after what stands last."""
_HEAD = "// Told from the classes of knitting/log/events.py: change those, then run 'make schema'.\n"


def files() -> Mapping[Path, str]:
    """Every file that is told from the code, with what it should hold."""
    found = {ROOT / "docs" / f"{name}.schema.json": schema_text(name) for name in SCHEMAS}
    found[ROOT / "docs" / "basket.schema.json"] = _of_basket()
    found[ROOT / "docs" / "forms.md"] = forms_page()
    kinds = _LAST.sub(r"\1,", json.dumps(kinds_for_devices(), indent=2))
    shape = "/** @type {Record<string, {counts: boolean, lowers: boolean, fields: Record<string, string>}>} */\n"
    found[ROOT / "bias" / "static" / "needles" / "event-kinds.js"] = f"{_HEAD}{shape}export const KINDS = {kinds};\n"
    return found


def _of_basket() -> str:
    """The schema of everything that a knitter has, which is told from the tables of the site."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "bias.settings")
    django.setup()
    from bias.archive.schema import basket_schema

    return json.dumps(basket_schema(), indent=1) + "\n"


if __name__ == "__main__":
    for path, text in files().items():
        path.write_text(text, "utf-8")
        print(f"wrote {path.relative_to(ROOT)}")
