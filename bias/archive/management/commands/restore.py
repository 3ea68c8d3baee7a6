"""A copy put back in the place of the database."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import connections
from django.utils import timezone

from bias.archive.backup import NotDone, counted, database_here, restore


class Command(BaseCommand):
    """``manage.py restore FILE``."""

    help = "Puts a copy in the place of the database, where it is not served; what was there stays beside it."

    def add_arguments(self, parser: CommandParser) -> None:
        """Which copy."""
        parser.add_argument("file")

    def handle(self, *_args: Any, **options: Any) -> None:
        """Put it back, bring it up to this release, and say what is in it."""
        connections.close_all()
        try:
            database = database_here()
            before = restore(Path(options["file"]), database, timezone.localtime())
        except NotDone as why:
            raise CommandError(str(why)) from why
        call_command("migrate", verbosity=0)
        rows = ", ".join(f"{many} in {table}" for table, many in counted(database).items())
        self.stdout.write(f"{database} is {options['file']} now: {rows}")
        if before is not None:
            self.stdout.write(f"What was there before: {before}")
