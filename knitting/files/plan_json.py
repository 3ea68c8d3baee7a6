"""A plan as JSON and back."""

from __future__ import annotations

import json
from collections.abc import Mapping
from typing import Any

from knitting.coding import Decoder, NotRead, encoded
from knitting.dialects.dialect import dialect, dialect_codes
from knitting.files.tagged import is_tagged
from knitting.plan.checks import blocking_trouble
from knitting.plan.plan import Plan
from knitting.statements import sentence
from knitting.words.fabric_header import NotAFabric, usable_name

FORMAT, VERSION = "bias-plan", 1


def plan_to_json(plan: Plan) -> dict[str, Any]:
    """A plan in the published form (``docs/plan.schema.json``)."""
    return {"format": FORMAT, "version": VERSION, **encoded(plan, is_tagged)}


def plan_from_json(data: object) -> Plan:
    """The plan that a file of the published form holds; :class:`NotRead` if it holds none."""
    if not isinstance(data, Mapping):
        raise NotRead(sentence("The file holds no object."))
    if data.get("format") != FORMAT:
        raise NotRead(sentence("The file is not of the format '{format}'.", format=FORMAT))
    if data.get("version") != VERSION:
        said = str(data.get("version"))[:20]
        raise NotRead(
            sentence(
                "The plan is of version {other}, and this Bias reads version {version}: another one made it.",
                other=said,
                version=VERSION,
            )
        )
    rest = {key: value for key, value in data.items() if key not in ("format", "version")}
    plan = Decoder(is_tagged).value(Plan, rest, "", 0)
    assert isinstance(plan, Plan)
    why = blocking_trouble(plan)
    if why:
        raise NotRead(why)
    if plan.dialect and plan.dialect not in dialect_codes():
        known = ", ".join(dialect_codes())
        raise NotRead(
            sentence("There are no words '{dialect}'; there are {known}.", dialect=plan.dialect[:20], known=known)
        )
    for fabric in plan.fabrics:
        try:
            usable_name(fabric.key, dialect(plan.dialect))
        except NotAFabric as other:
            raise NotRead(other.why, other.hint) from None
    return plan


def plan_text(plan: Plan) -> str:
    """A plan as the text that is kept of it."""
    return json.dumps(plan_to_json(plan), ensure_ascii=False)


def plan_from_text(text: str) -> Plan:
    """The plan of a kept or brought text; :class:`NotRead` if it is none."""
    try:
        data = json.loads(text)
    except (ValueError, RecursionError):
        raise NotRead(sentence("The file cannot be read as JSON.")) from None
    return plan_from_json(data)
