"""What may be wrong with the database or its disk, told from what SQLite says; and what to tell a knitter of it."""

from __future__ import annotations

from enum import Enum

from django.utils.translation import gettext as _

from knitting.statements import N_

_PRIMARY = 0xFF
"""The last byte of a code of SQLite is the kind of the fault, those before it say more."""


class DatabaseFault(Enum):
    """Why nothing can be kept at the moment; the code that SQLite gives."""

    BUSY = 5
    LOCKED = 6
    READ_ONLY = 8
    NO_DISK = 10
    DAMAGED = 11
    FULL = 13
    NOT_OPENED = 14
    NO_DATABASE = 26

    @property
    def said(self) -> str:
        """What is wrong, in plain words."""
        return _(_SAID[self])

    @property
    def passes(self) -> bool:
        """Whether it passes by itself, or when somebody makes room."""
        return self not in (DatabaseFault.DAMAGED, DatabaseFault.NO_DATABASE)


_BUSY = N_("Something else is writing to the server's database.")
_DAMAGED = N_("The server's database is damaged.")
_DISK = N_("The server's disk cannot be written or read.")
_SAID = {
    DatabaseFault.BUSY: _BUSY,
    DatabaseFault.LOCKED: _BUSY,
    DatabaseFault.READ_ONLY: N_("The server's database can only be read at the moment."),
    DatabaseFault.NO_DISK: _DISK,
    DatabaseFault.NOT_OPENED: _DISK,
    DatabaseFault.DAMAGED: _DAMAGED,
    DatabaseFault.NO_DATABASE: _DAMAGED,
    DatabaseFault.FULL: N_("The server's disk is full."),
}


def database_fault(exception: BaseException | None) -> DatabaseFault | None:
    """The fault of the database that an exception comes from; ``None`` where it comes from elsewhere."""
    while exception is not None:
        code = getattr(exception, "sqlite_errorcode", None)
        if isinstance(code, int):
            known = [each for each in DatabaseFault if each.value == code & _PRIMARY]
            return known[0] if known else None
        exception = exception.__cause__ or exception.__context__
    return None
