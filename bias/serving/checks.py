"""What is looked at before anything is served: by ``manage.py check`` and by the server itself."""

from __future__ import annotations

import sys
from typing import Any

from django.conf import settings
from django.core.checks import CheckMessage, Error, Tags, register, run_checks

from bias.databases import sqlite_file
from bias.serving.database_check import database_trouble

REFUSES_TO_START = 3
"""With this the process of a server tells the one that started it not to try again."""


@register(Tags.security)
def database_is_sound(**_: Any) -> list[CheckMessage]:
    """The file of the database is one of Bias, and whole."""
    place = sqlite_file(settings.DATABASES)
    if place is None:
        return []
    what, do = database_trouble(place)
    return [Error(what, hint=do, id="serving.E001")] if what else []


def start_only_sound() -> None:
    """End the process where a check finds an error: nothing is served then."""
    wrong = [each for each in run_checks(tags=[Tags.security]) if each.is_serious()]
    for each in wrong:
        print(f"Bias does not start. {each.msg} {each.hint or ''}", file=sys.stderr)
    if wrong:
        sys.exit(REFUSES_TO_START)
