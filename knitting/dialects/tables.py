"""The tables of the dialects as they are kept: one file each, laid over the one that it is based on."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping
from functools import cache
from importlib.resources import files
from typing import Any

FIRST = "us"


def dialect_codes() -> tuple[str, ...]:
    """The dialects that there are a table for, the one that is taken in doubt first."""
    folder = files("knitting.dialects")
    codes = sorted(entry.name.removesuffix(".toml") for entry in folder.iterdir() if entry.name.endswith(".toml"))
    return (FIRST, *sorted((code for code in codes if code != FIRST), key=lambda code: (code != "uk", code)))


@cache
def table_of(code: str) -> Mapping[str, Any]:
    source = files("knitting.dialects").joinpath(f"{code}.toml")
    if not code.isalnum() or not source.is_file():
        raise KeyError(f"no dialect {code!r}")
    return tomllib.loads(source.read_text("utf-8"))


def whole_table(table: Mapping[str, Any]) -> Mapping[str, Any]:
    return _laid_over(whole_table(table_of(table["based_on"])), table) if "based_on" in table else table


def _laid_over(base: Mapping[str, Any], table: Mapping[str, Any]) -> Mapping[str, Any]:
    """A table over its base: lists of words are put before the base's, single values replace them.

    What a spelling means in the dialect itself wins over what it means in the base.
    """
    merged: dict[str, Any] = dict(base)
    for name, entries in table.items():
        under = base.get(name)
        if not isinstance(entries, Mapping) or not isinstance(under, Mapping):
            merged[name] = entries
            continue
        if name == "heads":
            merged[name] = {**under, **entries}
            continue
        own = {word for words in entries.values() if isinstance(words, list) for word in words}
        merged[name] = {
            key: [*entries.get(key, ()), *(word for word in words if word not in own)]
            if isinstance(words, list)
            else entries.get(key, words)
            for key, words in {**entries, **under}.items()
        }
    return merged
