"""Copies of the database: made while it is served, proven before they count, and put back where nothing is served."""

from __future__ import annotations

import fcntl
import os
import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager
from datetime import date, datetime
from pathlib import Path

from django.conf import settings
from django.utils.translation import gettext as _

from bias.databases import sqlite_file
from bias.serving.in_service import LOCK

DAILY, WEEKLY = 7, 4
"""Copies that are kept: of so many last days, and of so many last weeks."""
_NAMED = "bias-%Y-%m-%d-%H%M%S.sqlite3"
_PAGES_AT_ONCE = 200
_TABLES_OF_OURS = ("keeping_piece", "keeping_revision", "making_event", "joining_knitter")


class NotDone(Exception):
    """Why a copy could not be made or put back, in words."""


def database_here() -> Path:
    """The file of this site's database. :class:`NotDone` where its data are with another server."""
    place = sqlite_file(settings.DATABASES)
    if place is None:
        raise NotDone(_("The data are kept by PostgreSQL: copy them with pg_dump, put them back with pg_restore."))
    return place


def back_up(database: Path, to: Path, now: datetime) -> Path:
    """A copy of a database that may be served meanwhile; it has its name only once it is proven.

    :class:`NotDone` where the disk is full or the copy is not sound.
    """
    to.mkdir(parents=True, exist_ok=True, mode=0o700)
    place, unfinished = to / now.strftime(_NAMED), to / f".unfinished-{os.getpid()}"
    try:
        with closing(_opened(database)) as source, closing(sqlite3.connect(unfinished)) as copy:
            source.backup(copy, pages=_PAGES_AT_ONCE, sleep=0.002)  # a press gets its turn between the pages
            copy.execute("PRAGMA journal_mode=DELETE")
        _proven(unfinished)
        with unfinished.open("rb") as written:
            os.fsync(written.fileno())
        unfinished.rename(place)
    except (sqlite3.Error, OSError) as why:
        raise NotDone(_("The copy could not be made: {why}").format(why=why)) from why
    finally:
        unfinished.unlink(missing_ok=True)
    _thinned(to)
    return place


def restore(copy: Path, database: Path, now: datetime) -> Path | None:
    """Put a copy in the place of a database that nobody serves; what was there stays beside it, and is returned.

    :class:`NotDone` where it is served, or the copy is none of ours or not sound.
    """
    with _nobody_serves(database.parent) as alone:
        if not alone:
            raise NotDone(_("Bias is being served from here. End it first: nobody may work while a copy is put back."))
        _proven(copy)
        before = None
        try:
            if database.exists():
                before = database.with_name(f"{database.name}.before-{now:%Y-%m-%d-%H%M%S}")
                with closing(sqlite3.connect(database)) as there, closing(sqlite3.connect(before)) as kept:
                    there.backup(kept)
            fresh = database.with_name(f".restored-{os.getpid()}")
            fresh.write_bytes(copy.read_bytes())
            with fresh.open("rb") as written:
                os.fsync(written.fileno())
            for beside in ("-wal", "-shm"):
                database.with_name(database.name + beside).unlink(missing_ok=True)
            fresh.replace(database)
        except (sqlite3.Error, OSError) as why:
            raise NotDone(_("The copy could not be put back: {why}").format(why=why)) from why
    return before


def counted(database: Path) -> dict[str, int]:
    """How many rows there are in the tables that matter, by table."""
    with closing(_opened(database)) as opened:
        return {table: opened.execute(f"SELECT count(*) FROM {table}").fetchone()[0] for table in _TABLES_OF_OURS}


def _opened(database: Path) -> sqlite3.Connection:
    return sqlite3.connect(f"{database.absolute().as_uri()}?mode=ro", uri=True, timeout=10)


def _proven(copy: Path) -> None:
    """A copy is whole, and one of ours."""
    try:
        with closing(_opened(copy)) as opened:
            sound = opened.execute("PRAGMA integrity_check").fetchone()[0]
            known = {name for (name,) in opened.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
    except sqlite3.Error as why:
        raise NotDone(_("'{name}' is no copy of a Bias, or it is damaged.").format(name=copy.name)) from why
    if sound != "ok" or not known >= set(_TABLES_OF_OURS):
        raise NotDone(_("'{name}' is no copy of a Bias, or it is damaged.").format(name=copy.name))


def _thinned(folder: Path) -> None:
    """The newest copy of each of the last days and weeks stays; the others of ours go."""
    days: dict[date, Path] = {}
    weeks: dict[tuple[int, int], Path] = {}
    ours = []
    for copy in sorted(folder.glob("bias-*.sqlite3"), reverse=True):
        try:
            made = datetime.strptime(copy.name, _NAMED).date()
        except ValueError:
            continue
        ours.append(copy)
        days.setdefault(made, copy)
        weeks.setdefault(made.isocalendar()[:2], copy)
    kept = {*list(days.values())[:DAILY], *list(weeks.values())[:WEEKLY]}
    for copy in ours:
        if copy not in kept:
            copy.unlink()


@contextmanager
def _nobody_serves(folder: Path) -> Iterator[bool]:
    with (folder / LOCK).open("a") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            yield False
            return
        yield True
