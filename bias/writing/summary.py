"""What a text was taken for, as one sum: how much is worked, how much is talk, what is asked."""

from __future__ import annotations

from typing import NamedTuple

from bias.results import Results
from knitting.sorting.roles import Role


class Summary(NamedTuple):
    """Lines of the text by what they were taken for, and what is open."""

    worked: int
    talk: int
    questions: int
    problems: int


def summary(found: Results) -> Summary:
    """The sum of a text."""
    lines: dict[Role, set[int]] = {}
    for understood in found.reading.roles:
        lines.setdefault(understood.role, set()).add(understood.where.line)
    worked = lines.get(Role.ROW, set()) | lines.get(Role.ORDER, set())
    talk = lines.get(Role.TALK, set()) - worked
    return Summary(len(worked), len(talk), len(found.questions), len(found.problems))
