"""Every form that is read, of every dialect, as a page: told from the tables of the dialects."""

from __future__ import annotations

from knitting.dialects.dialect import Dialect, dialect, dialect_codes
from knitting.dialects.tables import table_of, whole_table

_TITLES = {
    "head_forms": "Heads of rows",
    "row_forms": "Rows that point to others",
    "goals": "How far",
    "steps": "Steps with a form of their own",
    "long_stitches": "Stitches told in several words",
    "times": "How often",
    "repeats": "Repeats within a row",
    "until": "Ends of repeats of rows",
    "counts": "Counts",
    "shaping": "Shaping in sentences",
    "orders": "What stands between rows",
    "company": "What keeps others company and asks for nothing by itself",
}
_HEAD = """# Every form that is read
<!-- Told from the tables in knitting/dialects: change those, then run 'make schema'. -->

`[x]` may be left out, `a|b` is either, `{n}` is a number, `<st>` any word of a class. The first of each list is the one
that is written. What a form means is told in [notation.md](notation.md).
"""


def forms_page() -> str:
    """The page, one part a dialect."""
    return _HEAD + "".join(_part(dialect(code)) for code in dialect_codes())


def _part(words: Dialect) -> str:
    table = whole_table(table_of(words.code))
    lines = [f"\n## {words.name}\n", "### Classes of words"]
    lines += [f"- `<{name}>`: {', '.join(found)}" for name, found in table["classes"].items()]
    lines += ["\n### Stitches"]
    lines += [f"- **{key.replace('_', ' ')}**: {', '.join(found)}" for key, found in table["stitches"].items()]
    lines += ["\n### Fabrics"]
    lines += [f"- **{key.replace('_', ' ')}**: {', '.join(found)}" for key, found in table["fabrics"].items()]
    for name, title in _TITLES.items():
        lines += [f"\n### {title}"]
        for form, found in table[name].items():
            said = " · ".join(f"`{each}`" for each in found)
            lines.append(f"- **{form.replace('_', ' ')}**: {said}")
    return "\n".join(lines) + "\n"
