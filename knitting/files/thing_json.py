"""Things and boards of squares as JSON and back: names of pieces, joints, what goes round the neck; turns, pairs."""

from __future__ import annotations

import json
from collections.abc import Mapping
from typing import Any

from knitting.assembly.board_design import BoardDesign
from knitting.assembly.joints import Joint
from knitting.assembly.thing import Thing
from knitting.coding import Decoder, NotRead, encoded
from knitting.coding.shapes import options
from knitting.statements import sentence

FORMAT, VERSION = "bias-thing", 1


def is_joint(class_: type) -> bool:
    """Whether a value says in ``kind`` which joint it is."""
    return class_ in options(Joint).values()


def thing_to_json(thing: Thing) -> dict[str, Any]:
    """A thing in the published form (``docs/thing.schema.json``)."""
    return {"format": FORMAT, "version": VERSION, **encoded(thing, is_joint)}


def thing_text(thing: Thing) -> str:
    """A thing as the text that is kept of it."""
    return json.dumps(thing_to_json(thing), ensure_ascii=False)


def board_text(design: BoardDesign) -> str:
    """A designed board as the text that is kept of it."""
    return json.dumps(encoded(design), ensure_ascii=False)


def board_from_text(text: str) -> BoardDesign:
    """The board of a kept text; :class:`NotRead` if it is none."""
    try:
        found = Decoder().value(BoardDesign, json.loads(text), "", 0)
    except (ValueError, RecursionError) as why:
        if isinstance(why, NotRead):
            raise
        raise NotRead(sentence("The file holds no board.")) from None
    assert isinstance(found, BoardDesign)
    return found


def thing_from_text(text: str) -> Thing:
    """The thing of a kept text; :class:`NotRead` if it is none."""
    try:
        data = json.loads(text)
    except (ValueError, RecursionError):
        raise NotRead(sentence("The file cannot be read as JSON.")) from None
    if not isinstance(data, Mapping) or data.get("format") != FORMAT or data.get("version") != VERSION:
        raise NotRead(sentence("The file is not of the format '{format}'.", format=FORMAT))
    rest = {key: value for key, value in data.items() if key not in ("format", "version")}
    try:
        thing = Decoder(is_joint).value(Thing, rest, "", 0)
    except ValueError as why:
        if isinstance(why, NotRead):
            raise
        raise NotRead(sentence("A joint holds a stretch of an edge or a width of stitches that cannot be.")) from None
    assert isinstance(thing, Thing)
    return thing
