"""The log for other programs: one line an event, as CSV (RFC 4180) or JSON."""

from __future__ import annotations

import csv
import io
import json
from typing import Any

from bias.at_needles.worked_copy import WorkedCopy
from knitting.files import harmless_cell
from knitting.log import Event, RowWorked, details

_COLUMNS = ("id", "happened", "kind", "copy", "row", "label", "stitches", "counts", "details")
_PRIVATE = ("device", "epoch")


def log_csv(worked_copy: WorkedCopy) -> str:
    """Every event on a line of its own, in the order in which they happened."""
    out = io.StringIO()
    lines = csv.writer(out)
    lines.writerow(_COLUMNS)
    for event in worked_copy.events:
        about = _about(worked_copy, event)
        details = json.dumps(about["details"], ensure_ascii=False) if about["details"] else ""
        lines.writerow([*(harmless_cell(about[key]) for key in _COLUMNS[:-1]), harmless_cell(details)])
    return out.getvalue()


def log_json(worked_copy: WorkedCopy) -> dict[str, Any]:
    """The log of one copy: where it stands, and every event."""
    row_view = worked_copy.row_view
    return {
        "piece": worked_copy.piece.title,
        "copy": worked_copy.copy,
        "rows_worked": row_view.rows,
        "rows": len(row_view.all_rows),
        "events": [_about(worked_copy, event) for event in worked_copy.events],
    }


def _about(worked_copy: WorkedCopy, event: Event) -> dict[str, Any]:
    rows = worked_copy.on.results.worked.rows
    is_row = isinstance(event, RowWorked) and 1 <= event.row <= len(rows)
    row = rows[event.row - 1] if is_row else None
    return {
        "id": str(event.id),
        "happened": event.happened_at.isoformat(),
        "kind": event.kind,
        "copy": event.copy,
        "row": event.row,
        "label": row.label if row else "",
        "stitches": row.end if row else "",
        "counts": " ".join(map(str, row.parts)) if row else "",
        "details": {key: value for key, value in details(event).items() if key not in _PRIVATE},
    }
