"""What each line of a text was taken for, as a table for the terminal."""

from __future__ import annotations

from knitting.saying.statements import said
from knitting.words.reader import Reading


def roles_table(reading: Reading) -> str:
    """One line for each stretch of the text: its place, its role, and the sense in which it was taken."""
    lines = []
    for each in reading.roles:
        sense = said(each.sense) if each.sense is not None else ""
        lines.append(f"{each.where.line:>4}:{each.where.column:<3} {each.role.value:<8} {sense}".rstrip())
    return "".join(f"{line}\n" for line in lines)
