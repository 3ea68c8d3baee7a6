"""What may be wrong with the database or its disk, told from what it says; and what to tell a knitter of it."""

from __future__ import annotations

from enum import Enum, auto
from types import MappingProxyType

from django.utils.translation import gettext as _

from knitting.statements import N_

_PRIMARY = 0xFF
"""The last byte of a code of SQLite is the kind of the fault, those before it say more."""


class DatabaseFault(Enum):
    """Why nothing can be kept at the moment."""

    BUSY = auto()
    READ_ONLY = auto()
    NO_DISK = auto()
    DAMAGED = auto()
    FULL = auto()
    NO_ANSWER = auto()

    @property
    def said(self) -> str:
        """What is wrong, in plain words."""
        return _(_SAID[self])

    @property
    def passes(self) -> bool:
        """Whether it passes by itself, or when somebody makes room."""
        return self is not DatabaseFault.DAMAGED


_SAID = MappingProxyType(
    {
        DatabaseFault.BUSY: N_("Something else is writing to the server's database."),
        DatabaseFault.READ_ONLY: N_("The server's database can only be read at the moment."),
        DatabaseFault.NO_DISK: N_("The server's disk cannot be written or read."),
        DatabaseFault.DAMAGED: N_("The server's database is damaged."),
        DatabaseFault.FULL: N_("The server's disk is full."),
        DatabaseFault.NO_ANSWER: N_("The server's database does not answer."),
    }
)
_OF_SQLITE = MappingProxyType(
    {
        5: DatabaseFault.BUSY,
        6: DatabaseFault.BUSY,
        8: DatabaseFault.READ_ONLY,
        10: DatabaseFault.NO_DISK,
        11: DatabaseFault.DAMAGED,
        13: DatabaseFault.FULL,
        14: DatabaseFault.NO_DISK,
        26: DatabaseFault.DAMAGED,
    }
)
"""Its primary result codes."""
_OF_POSTGRESQL = (
    ("53100", DatabaseFault.FULL),
    ("25006", DatabaseFault.READ_ONLY),
    ("40", DatabaseFault.BUSY),
    ("55P03", DatabaseFault.BUSY),
    ("58", DatabaseFault.NO_DISK),
    ("XX001", DatabaseFault.DAMAGED),
    ("XX002", DatabaseFault.DAMAGED),
    ("53", DatabaseFault.NO_ANSWER),
    ("57P", DatabaseFault.NO_ANSWER),
    ("08", DatabaseFault.NO_ANSWER),
)
"""How its SQLSTATE codes begin; the first that fits."""


def database_fault(exception: BaseException | None) -> DatabaseFault | None:
    """The fault of the database that an exception comes from; ``None`` where it comes from elsewhere."""
    while exception is not None:
        code = getattr(exception, "sqlite_errorcode", None)
        if isinstance(code, int):
            return _OF_SQLITE.get(code & _PRIMARY)
        if hasattr(exception, "sqlstate"):
            return _of_state(exception)
        exception = exception.__cause__ or exception.__context__
    return None


def _of_state(exception: BaseException) -> DatabaseFault | None:
    """A connection that could not be made or broke off has no state of its own."""
    state = getattr(exception, "sqlstate", None)
    if state is None:
        return DatabaseFault.NO_ANSWER if type(exception).__name__ == "OperationalError" else None
    return next((fault for begins, fault in _OF_POSTGRESQL if state.startswith(begins)), None)
