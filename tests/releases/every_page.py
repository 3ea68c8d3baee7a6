"""Opens every page of the site for every piece of a database, and prints those that do not open.

A program of its own, since a process has one database: ``python -m tests.releases.every_page``, with ``BIAS_VAR`` set.
"""

from __future__ import annotations

import os
import sys
from collections.abc import Iterator

import django
from django.conf import settings
from django.core.management import call_command
from django.test import Client

from tests.addresses import address, patterns
from tests.searching import some_of

POSTED = 405
"""What an address answers that is only for presses."""
SHARED = ("shared-pattern", "shared", "shared-words", "shared-chart", "shared-copied", "shared-group")
MISSING = (
    "close-account",
    "changes",
    "drill",
    "errata",
    "share-chapter",
    "join",
    "print-pdf",
    "worn-data",
    "everything-file",
    *SHARED,
    "unreadable-text",
    "yarn",
    "could",
    "could-card",
    "begin-thing",
)
"""A print or an archive that is not whole has no file, what never hung no numbers; no link leads anywhere here; what
can be read has no text that cannot be; a household closes no account; the shelf may be empty, and earlier releases had
no things."""
OF_PLANS = (
    "plan-row", "plan-row-group", "plan-lies", "plan-json", "plan-chart-stitch", "plan-chart-json", "plan-chart-svg",
    "stitches-edge", "stitches-fits",
)  # fmt: skip
"""Addresses that written rows have not."""


def addresses() -> Iterator[tuple[str, bool]]:
    """Every address with values that there are, for every piece and its prints; and whether nothing may be there.

    In the quick search there are only some of the pieces.
    """
    from bias.pieces.models import Piece
    from bias.printing.models import Printing

    prints = {made.revision.piece_id: made.pk for made in Printing.objects.select_related("revision")}
    every = list(Piece.objects.order_by("pk"))
    pieces = {piece.pk: piece for piece in [*some_of(every, 3), *[each for each in every if each.pk in prints][:1]]}
    for pattern in patterns():
        wanted = pattern.pattern.converters
        for piece in pieces.values() if "piece_id" in wanted else [None]:
            if "printing_id" in wanted and (piece is None or piece.pk not in prints):
                continue
            known = {"piece_id": piece.pk if piece else 0, "printing_id": prints.get(piece.pk if piece else 0)}
            written = piece is not None and not piece.is_planned
            missing = (
                pattern.name in MISSING
                or "thing_id" in wanted
                or str(pattern.pattern).startswith("account/")
                or (written and pattern.name in OF_PLANS)
            )
            yield address(pattern, known), missing


def main() -> int:
    """Bring the database up to date and open everything; 1 if something does not open."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "bias.settings_test")
    django.setup()
    settings.DATABASES["default"].pop("TEST", None)
    call_command("migrate", verbosity=0)
    client = Client(HTTP_HOST="127.0.0.1", raise_request_exception=False)
    opened, wrong = 0, []
    for opens, may_be_missing in addresses():
        status = client.get(opens, follow=True).status_code
        opened += status == 200
        if status not in (200, POSTED, 404 if may_be_missing else 200):
            wrong.append(f"{status} {opens}")
    print("\n".join([f"opened {opened}", *wrong]))
    return 1 if wrong else 0


if __name__ == "__main__":
    sys.exit(main())
