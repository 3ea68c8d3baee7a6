"""Whether the file of the database is one that Bias can serve from, looked at before it does."""

from __future__ import annotations

import sqlite3
from contextlib import closing
from pathlib import Path

from django.apps import apps
from django.utils.translation import gettext as _

_HEADER = b"SQLite format 3\0"


def database_trouble(path: Path) -> tuple[str, str]:
    """What is wrong with the file of a database, and what to do; nothing of either where it is sound.

    A file that is not there yet, or is empty, is sound: it is made by ``manage.py migrate``.
    """
    if not path.exists() or not path.stat().st_size:
        return "", ""
    move = _("Move it away and put a copy from before in its place, or start with none.")
    try:
        with path.open("rb") as file:
            if file.read(len(_HEADER)) != _HEADER:
                return _("{path} is no database.").format(path=path), move
        with closing(sqlite3.connect(path)) as database:
            found = database.execute("PRAGMA quick_check(1)").fetchone()[0]
            strange = _of_another_program(database)
    except OSError as why:
        said = _("{path} cannot be read: {why}.").format(path=path, why=why.strerror)
        return said, _("Give it to the one who runs Bias, with leave to read and write it.")
    except sqlite3.DatabaseError as why:
        return _damaged(path, str(why)), move
    if found != "ok":
        return _damaged(path, str(found)), move
    if strange:
        said = _("{path} is the database of another program, or of a newer Bias.").format(path=path)
        return said, _("Set BIAS_VAR to the folder of Bias, or move that file away.")
    return "", ""


def _of_another_program(database: sqlite3.Connection) -> bool:
    """Whether it holds tables, and not those that Bias made."""
    tables = {name for (name,) in database.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
    if "django_migrations" not in tables:
        return bool(tables)
    made_by = {app for (app,) in database.execute("SELECT DISTINCT app FROM django_migrations")}
    return not made_by <= {config.label for config in apps.get_app_configs()}


def _damaged(path: Path, why: str) -> str:
    return _("The database {path} is damaged: {why}.").format(path=path, why=why)
