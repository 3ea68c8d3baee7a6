"""A copy of the database, also while it is served."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils import timezone

from bias.archive.backup import NotDone, back_up, counted, database_here


class Command(BaseCommand):
    """``manage.py backup [FOLDER]``."""

    help = "Copies the database into a folder, also while it is served; keeps seven days and four weeks."

    def add_arguments(self, parser: CommandParser) -> None:
        """Where to."""
        parser.add_argument("folder", nargs="?", default="", help="usually the folder 'backups' beside the database")

    def handle(self, *_args: Any, **options: Any) -> None:
        """Make it, and say what is in it."""
        to = Path(options["folder"]) if options["folder"] else Path(settings.VAR) / "backups"
        try:
            made = back_up(database_here(), to, timezone.localtime())
        except NotDone as why:
            raise CommandError(str(why)) from why
        rows = ", ".join(f"{many} in {table}" for table, many in counted(made).items())
        self.stdout.write(f"{made}: {made.stat().st_size / 1e6:.1f} MB, sound; {rows}")
