"""The shelf as CSV, a line a lot, out and in (RFC 4180)."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Mapping
from decimal import Decimal, InvalidOperation
from typing import Any

from django.core.exceptions import ValidationError
from django.utils.translation import gettext as _

from bias.parsing import decimal, whole_number
from bias.yarns.models import USUAL_COLOUR, Lot, Yarn

COLUMNS = (
    "name", "fibre", "weight", "ball_grams", "ball_metres", "price", "colour", "note", "lot", "whole", "opened_grams",
)  # fmt: skip
MOST_LINES = 2_000
LONGEST_FILE = 500_000
_NO_FORMULA = ("=", "+", "-", "@", "\t", "\r")


def shelf_csv(yarns: Iterable[Yarn]) -> str:
    """Every lot of every yarn; a yarn without one has a line of its own."""
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow(COLUMNS)
    for yarn in yarns:
        for lot in list(yarn.lots.all()) or [Lot(yarn=yarn)]:
            about = [
                yarn.name, yarn.fibre, yarn.weight, yarn.ball_grams, yarn.ball_metres, yarn.price, yarn.colour,
                yarn.note, lot.name, lot.whole, lot.opened_grams,
            ]  # fmt: skip
            writer.writerow([_plain(each) for each in about])
    return out.getvalue()


def as_json(yarn: Yarn) -> dict[str, Any]:
    """A yarn with its lots as plain values."""
    return {
        "name": yarn.name,
        "fibre": yarn.fibre,
        "weight": yarn.weight,
        "ball_grams": yarn.ball_grams,
        "ball_metres": yarn.ball_metres,
        "price": None if yarn.price is None else str(yarn.price),
        "colour": yarn.colour,
        "note": yarn.note,
        "lots": [{"name": lot.name, "whole": lot.whole, "opened_grams": lot.opened_grams} for lot in yarn.lots.all()],
    }


def _plain(value: object) -> object:
    """A value that no table program takes for a formula."""
    if value is None:
        return ""
    return f"'{value}" if isinstance(value, str) and value.startswith(_NO_FORMULA) else value


def rows_of_csv(text: str) -> tuple[list[tuple[Yarn, Lot]], list[str]]:
    """Yarns with their lots out of a file, none of which is saved, and what is wrong with lines that are none."""
    reader = csv.DictReader(io.StringIO(text.lstrip("\ufeff")))
    missing = [name for name in ("name", "ball_grams", "ball_metres") if name not in (reader.fieldnames or ())]
    if missing:
        why = _("The first line has to name the columns; these are missing: {names}.")
        return [], [why.format(names=", ".join(missing))]
    found, wrong = [], []
    try:
        for line, row in enumerate(reader, start=2):
            if line > MOST_LINES:
                wrong.append(_("Only the first {most} lines are read.").format(most=MOST_LINES))
                break
            try:
                found.append(_of_row(row))
            except ValidationError as why:
                wrong.append(_("Line {line}: {why}").format(line=line, why=" ".join(why.messages)))
    except csv.Error as why:
        wrong.append(_("The file cannot be read as CSV: {why}.").format(why=why))
    return found, wrong


def _of_row(row: Mapping[str | Any, Any]) -> tuple[Yarn, Lot]:
    said = {key: value.strip().removeprefix("'") for key, value in row.items() if isinstance(value, str)}
    grams, metres = decimal(said.get("ball_grams")), decimal(said.get("ball_metres"))
    if not grams or not metres:
        raise ValidationError(_("grams and metres of a ball are needed."))
    yarn = Yarn(
        name=said.get("name", ""),
        fibre=said.get("fibre", ""),
        weight=whole_number(said.get("weight")),
        ball_grams=grams,
        ball_metres=metres,
        price=_price(said.get("price", "")),
        colour=said.get("colour", "").lower() or USUAL_COLOUR,
        note=said.get("note", ""),
    )
    whole, opened = whole_number(said.get("whole") or "0"), decimal(said.get("opened_grams") or "0")
    if whole is None or opened is None:
        raise ValidationError(_("whole balls and begun grams are numbers from 0 up."))
    lot = Lot(name=said.get("lot", ""), whole=whole, opened_grams=opened)
    yarn.clean_fields(exclude=["owner"])
    lot.clean_fields(exclude=["yarn"])
    return yarn, lot


def _price(said: str) -> Decimal | None:
    try:
        return Decimal(said.replace(",", ".")) if said else None
    except InvalidOperation:
        raise ValidationError(_("'{said}' is no price.").format(said=said[:20])) from None
