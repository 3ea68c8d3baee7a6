"""Pieces and ledgers as files that other programs can read: JSON with a published schema, CSV."""

from importlib import import_module
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from knitting.coding import NotRead
    from knitting.files.csv_ledger import harmless_cell, ledger_csv
    from knitting.files.piece_json import piece_from_json, piece_to_json
    from knitting.files.plan_json import plan_from_json, plan_from_text, plan_text, plan_to_json
    from knitting.files.schema import SCHEMAS, piece_schema, plan_schema, schema_text

__all__ = [
    "SCHEMAS",
    "NotRead",
    "harmless_cell",
    "ledger_csv",
    "piece_from_json",
    "piece_schema",
    "piece_to_json",
    "plan_from_json",
    "plan_from_text",
    "plan_schema",
    "plan_text",
    "plan_to_json",
    "schema_text",
]

_STANDS_IN = {
    "NotRead": "knitting.coding",
    "SCHEMAS": "knitting.files.schema",
    "harmless_cell": "knitting.files.csv_ledger",
    "ledger_csv": "knitting.files.csv_ledger",
    "piece_from_json": "knitting.files.piece_json",
    "piece_schema": "knitting.files.schema",
    "piece_to_json": "knitting.files.piece_json",
    "plan_from_json": "knitting.files.plan_json",
    "plan_from_text": "knitting.files.plan_json",
    "plan_schema": "knitting.files.schema",
    "plan_text": "knitting.files.plan_json",
    "plan_to_json": "knitting.files.plan_json",
    "schema_text": "knitting.files.schema",
}


def __getattr__(name: str) -> object:
    """Each kind of file is loaded when it is asked for: counting rows needs no plans."""
    if name not in _STANDS_IN:
        raise AttributeError(name)
    return getattr(import_module(_STANDS_IN[name]), name)
