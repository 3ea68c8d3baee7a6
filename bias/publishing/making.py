"""The PDF of a pattern, made in a process of its own while its page tells how many pages are laid."""

from __future__ import annotations

import logging
from collections.abc import Callable, Iterator
from concurrent.futures import Executor
from concurrent.futures.process import BrokenProcessPool
from contextlib import contextmanager
from datetime import timedelta
from functools import lru_cache
from hashlib import sha256

from django.conf import settings
from django.db import close_old_connections
from django.db.models import Q, QuerySet
from django.template.loader import render_to_string
from django.utils import timezone
from django.utils.translation import get_language
from django.utils.translation import gettext as _

from bias.language import in_language
from bias.printing.pdf import PrintingUnavailable, tagged_pdf
from bias.printing.print_parts import PAPERS
from bias.publishing.models import MadePattern, Publication
from bias.publishing.pattern import Pattern, pattern_of
from bias.serving.page_process import page_process
from knitting.measures import Units, lengths_said_in, said_units

_SILENT_S = 60
"""Seconds after which a maker of which nothing was heard is taken to have ended."""
_LAID = "page"
"""The module of the printer's messages that a page is laid."""
_logger = logging.getLogger(__name__)


def asked(publication: Publication) -> MadePattern:
    """The PDF of a publication as it stands now, made or to be made; those of earlier states go."""
    made, new = MadePattern.objects.get_or_create(publication=publication, key=_key(publication))
    if new:
        MadePattern.objects.filter(publication=publication).exclude(pk=made.pk).delete()
    return made


def go_on(made: MadePattern) -> None:
    """Have a PDF made unless it is whole or somebody makes it."""
    if made.whole is not None or made.refusal or not _idle().filter(pk=made.pk).exists():
        return
    job = (made.pk, get_language() or settings.LANGUAGE_CODE, said_units())
    if settings.BIAS_PRINTS_BESIDE:
        _begin(job)
    else:
        make(*job)
    made.refresh_from_db()


def try_again(made: MadePattern) -> None:
    """Forget why a PDF could not be made: the reason may be gone."""
    MadePattern.objects.filter(pk=made.pk, whole=None).update(refusal="", beat_at=None)
    made.refresh_from_db()


def make(pk: int, language: str, units: Units) -> None:
    """Make a PDF that nobody makes; why it cannot be made is kept with it."""
    if not _idle().filter(pk=pk).update(beat_at=timezone.now(), pages=0):
        return
    made = MadePattern.objects.select_related("publication__piece").get(pk=pk)
    with in_language(language), lengths_said_in(lambda: units):
        try:
            made.whole = whole_pdf(made.publication, lambda pages: _heard_of(pk, pages))
        except PrintingUnavailable as why:
            made.refusal = str(why)
        except Exception:
            _logger.exception("A pattern could not be printed.")
            made.refusal = _("This pattern could not be printed. What happened is in the log of the server.")
    MadePattern.objects.filter(pk=pk).update(whole=made.whole, refusal=made.refusal)


def make_beside(pk: int, language: str, units: Units) -> None:
    """The same in the process for it, whose connection may be old."""
    close_old_connections()
    make(pk, language, units)


def whole_pdf(publication: Publication, heard: Callable[[int], None]) -> bytes:
    """The tagged PDF of a publication; ``heard`` is told how many pages are laid."""
    found = pattern_of(publication, alone=True)
    with _each_page(heard):
        return tagged_pdf(lambda contents: for_paper(found, contents), sheet(found))


def for_paper(found: Pattern, contents: bool) -> str:
    """The text of the paper, with its contents if it is long."""
    about = {"pattern": found, "contents": found.contents if contents else ()}
    return render_to_string("publishing/paper.html", about)


def sheet(found: Pattern) -> str:
    """The style of the paper that was chosen."""
    wide, high = PAPERS[found.publication.paper]
    about = {"wide": wide, "high": high, "points": found.points, "title": found.title}
    return render_to_string("publishing/pattern.css", about)


def _key(publication: Publication) -> str:
    piece = publication.piece
    revision = piece.revisions.order_by("-number").values_list("pk", flat=True).first()
    yarns = list(piece.yarns.values_list("colour", "name", "ball_metres"))
    of = (settings.BIAS_RELEASE, revision, publication.changed_at, yarns, get_language(), said_units())
    return sha256(repr(of).encode()).hexdigest()


def _idle() -> QuerySet[MadePattern]:
    """PDFs that are not there yet and that nobody makes."""
    silent = timezone.now() - timedelta(seconds=_SILENT_S)
    return MadePattern.objects.filter(Q(beat_at=None) | Q(beat_at__lt=silent), whole=None, refusal="")


def _heard_of(pk: int, pages: int) -> None:
    MadePattern.objects.filter(pk=pk).update(beat_at=timezone.now(), pages=pages)


class _Laid(logging.Handler):
    """Counts the pages that the printer tells of."""

    def __init__(self, heard: Callable[[int], None]) -> None:
        super().__init__(logging.INFO)
        self.heard, self.pages = heard, 0

    def emit(self, record: logging.LogRecord) -> None:
        """Tell how many pages there are: some are laid again, where a reference to a page moved another."""
        if record.module == _LAID and isinstance(record.args, tuple) and isinstance(page := record.args[0], int):
            self.pages = max(self.pages, page)
            self.heard(self.pages)


@contextmanager
def _each_page(heard: Callable[[int], None]) -> Iterator[None]:
    logger, handler = logging.getLogger("weasyprint.progress"), _Laid(heard)
    level = logger.level
    logger.addHandler(handler)
    logger.setLevel(logging.INFO)
    try:
        yield
    finally:
        logger.removeHandler(handler)
        logger.setLevel(level)


@lru_cache(maxsize=1)
def _desk() -> Executor:
    """The process in which patterns are printed one after the other; begun with the first."""
    return page_process()


def _begin(job: tuple[int, str, Units]) -> None:
    try:
        _desk().submit(make_beside, *job)
    except BrokenProcessPool:
        _desk.cache_clear()
        _desk().submit(make_beside, *job)
