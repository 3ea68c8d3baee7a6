"""Pieces and ledgers as files that other programs can read: JSON with a published schema, CSV."""

from knitting.coding import NotRead
from knitting.files.ledger_csv import harmless_cell, ledger_csv
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
