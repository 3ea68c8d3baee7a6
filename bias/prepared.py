"""Queries that every press asks: Django makes the SQL of each once, and afterwards only its values change.

Making it takes Django several times as long as the database takes to answer.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Any

from django.db import connection
from django.db.models import QuerySet

_STAND_INS = range(31_001, 31_010)
"""Numbers that stand for the values while the SQL is made: small enough for every column, and found in no query."""


@dataclass(frozen=True, slots=True)
class _Made:
    """The SQL of a query, its values (a place among those that are given, or what is always the same), converters."""

    sql: str
    values: tuple[tuple[int, Any], ...]
    compiler: Any
    converters: Any


class Prepared:
    """A query of rows of values (``values_list``) from one to nine whole numbers."""

    def __init__(self, query: Callable[..., QuerySet[Any, Any]], numbers: int) -> None:
        self._query, self._numbers = query, numbers

    def rows(self, *given: int) -> list[Sequence[Any]]:
        """The rows for some numbers, each with its values as Django would give them."""
        made = self._made
        values = [given[place] if place >= 0 else value for place, value in made.values]
        with connection.cursor() as cursor:
            cursor.execute(made.sql, values)
            found = cursor.fetchall()
        return list(made.compiler.apply_converters(found, made.converters)) if made.converters else found

    @cached_property
    def _made(self) -> _Made:
        stand_ins = _STAND_INS[: self._numbers]
        compiler = self._query(*stand_ins).query.get_compiler(connection=connection)
        sql, values = compiler.as_sql()
        assert sorted(value for value in values if value in stand_ins) == [*stand_ins], "each number stands there once"
        placed = tuple((stand_ins.index(value) if value in stand_ins else -1, value) for value in values)
        return _Made(sql, placed, compiler, compiler.get_converters([column for column, *_ in compiler.select]))
