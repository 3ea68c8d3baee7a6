"""Making the file: a few pieces with every request, so that no request takes long and the file is never half."""

from __future__ import annotations

import fcntl
import os
import zipfile
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import timedelta
from pathlib import Path
from time import monotonic
from typing import Any

from django.db import transaction
from django.utils import timezone

from bias.archive.contents import Files, files_of_basket, files_of_piece, files_of_thing
from bias.archive.models import Incoming, Outgoing, folder
from bias.pieces.models import Piece
from bias.things.models import Thing

_LONGEST_STEP_S = 0.6
_KEPT_FOR = timedelta(days=1)


def newest(owner: Any) -> Outgoing | None:
    """The file of a knitter that was asked for last."""
    return Outgoing.objects.filter(owner=owner).order_by("-pk").first()


def ask(owner: Any) -> Outgoing:
    """A file of everything as it is now; those of before go, and what lies about for longer than a day."""
    forget(Outgoing.objects.filter(owner=owner))
    forget_old()
    many = Piece.objects.of(owner).count() + Thing.objects.of(owner).count()
    return Outgoing.objects.create(owner=owner, in_all=1 + many)


def go_on(made: Outgoing) -> Outgoing:
    """Put the next into the file for about half a second. One that broke off in the middle is begun anew."""
    begun = monotonic()
    with alone_with(made.path) as alone:
        if not alone or not made.still_there():
            return made
        if not made.ready and not _sound(made):
            made.path.unlink(missing_ok=True)
            made.done = made.entries = 0
        wanted = list(_wanted(made.owner))
        made.in_all = len(wanted)
        while made.done < made.in_all and monotonic() - begun < _LONGEST_STEP_S:
            made.entries += _added(made.path, _files(wanted[made.done]))
            made.done += 1
        made.ready = made.done >= made.in_all
        made.save()
    return made


def _wanted(owner: Any) -> Iterator[tuple[str, Any]]:
    yield "basket", owner
    yield from (("piece", pk) for pk in Piece.objects.of(owner).order_by("pk").values_list("pk", flat=True))
    yield from (("thing", pk) for pk in Thing.objects.of(owner).order_by("pk").values_list("pk", flat=True))


def _files(wanted: tuple[str, Any]) -> list[tuple[str, str]]:
    """The files of one of them, as it is at one moment; none where it is gone meanwhile."""
    kind, which = wanted
    with transaction.atomic():
        files: Files = iter(())
        if kind == "basket":
            files = files_of_basket(which)
        elif kind == "piece" and (piece := Piece.objects.filter(pk=which).first()) is not None:
            files = files_of_piece(piece)
        elif kind == "thing" and (thing := Thing.objects.filter(pk=which).first()) is not None:
            files = files_of_thing(thing)
        return list(files)


def _added(path: Path, files: list[tuple[str, str]]) -> int:
    with zipfile.ZipFile(path, "a", zipfile.ZIP_DEFLATED) as whole:
        for name, text in files:
            whole.writestr(name, text)
    with path.open("rb") as written:
        os.fsync(written.fileno())
    return len(files)


def _sound(made: Outgoing) -> bool:
    """Whether the file holds just what is said to be in it: nothing was being written when the server ended."""
    if not made.done:
        return False
    try:
        with zipfile.ZipFile(made.path) as whole:
            return len(whole.infolist()) == made.entries
    except (OSError, zipfile.BadZipFile):
        return False


@contextmanager
def alone_with(path: Path) -> Iterator[bool]:
    """Whether nobody else works on a file; two pages that go on at once do nothing twice."""
    with path.with_suffix(".lock").open("w") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            yield False
            return
        yield True


def forget(gone: Any) -> None:
    """Archives that go, with their files."""
    for each in gone:
        for suffix in (".zip", ".lock"):
            each.path.with_suffix(suffix).unlink(missing_ok=True)
        each.delete()


def forget_old() -> None:
    """What was asked for more than a day ago goes, and files that belong to nothing."""
    since = timezone.now() - _KEPT_FOR
    for kind in (Outgoing, Incoming):
        forget(kind.objects.filter(asked_at__lt=since))
    known = {str(each) for kind in (Outgoing, Incoming) for each in kind.objects.values_list("file_id", flat=True)}
    for path in folder().iterdir():
        if path.stem not in known and path.stat().st_mtime < since.timestamp():
            path.unlink(missing_ok=True)
