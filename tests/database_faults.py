"""What SQLite says when it cannot go on, for the tests of what is told of it and of what then waits."""

import sqlite3

import pytest
from django.conf import settings
from django.db import OperationalError

from bias.databases import sqlite_file

FULL = 13
of_sqlite = pytest.mark.skipif(sqlite_file(settings.DATABASES) is None, reason="it is of SQLite and its file")


def database_broken(code):
    """Something to stand in for what reads or writes: it meets this fault of SQLite."""

    def break_(*_args, **_kwargs):
        behind = sqlite3.OperationalError("as SQLite has it")
        behind.sqlite_errorcode = code
        raise OperationalError from behind

    return break_
