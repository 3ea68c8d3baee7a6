"""Pieces and ledgers as files that other programs can read: JSON with a published schema, CSV."""

from knitting.files.ledger_csv import ledger_csv
from knitting.files.piece_json import NotAPiece, piece_from_json, piece_to_json
from knitting.files.schema import piece_schema

__all__ = ["NotAPiece", "ledger_csv", "piece_from_json", "piece_schema", "piece_to_json"]
