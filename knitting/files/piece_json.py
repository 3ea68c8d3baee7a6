"""A piece as JSON and back."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from knitting.coding import Decoder, NotRead, encoded
from knitting.files.tagged import is_tagged
from knitting.problems import NOWHERE
from knitting.rows import Piece
from knitting.statements import sentence

FORMAT, VERSION = "bias-piece", 1


def piece_to_json(piece: Piece) -> dict[str, Any]:
    """A piece in the published form (``docs/piece.schema.json``)."""
    body = encoded(piece, is_tagged)
    return {"format": FORMAT, "version": VERSION, **body, "notes": [text for _, text in piece.notes]}


def piece_from_json(data: object) -> Piece:
    """The piece that a file of the published form holds; :class:`NotRead` if it holds none."""
    if not isinstance(data, Mapping):
        raise NotRead(sentence("The file holds no object."))
    if data.get("format") != FORMAT or data.get("version") != VERSION:
        raise NotRead(
            sentence("The file is not of the format '{format}', version {version}.", format=FORMAT, version=VERSION)
        )
    decoder = Decoder(is_tagged)
    notes = data.get("notes", [])
    if not isinstance(notes, list) or not all(isinstance(note, str) for note in notes):
        raise NotRead(sentence("notes: lines of text are expected."))
    rest = {key: value for key, value in data.items() if key not in ("format", "version", "notes")}
    piece = decoder.value(Piece, {**rest, "notes": []}, "", 0)
    assert isinstance(piece, Piece)
    lines = (" ".join(note.split()) for note in notes)
    kept = tuple((NOWHERE, line if line.startswith("#") else f"# {line}") for line in lines if line)
    return Piece(piece.headers, piece.sections, kept)
