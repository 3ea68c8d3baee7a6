"""What SQLite says when it cannot go on, for the tests of what is told of it and of what then waits."""

import sqlite3

from django.db import OperationalError

FULL = 13


def database_broken(code):
    """Something to stand in for what reads or writes: it meets this fault of SQLite."""

    def break_(*_args, **_kwargs):
        behind = sqlite3.OperationalError("as SQLite has it")
        behind.sqlite_errorcode = code
        raise OperationalError from behind

    return break_
