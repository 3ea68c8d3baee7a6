"""The catalogues: every sentence gathered and merged into what is translated, and compiled."""

from __future__ import annotations

from argparse import ArgumentParser
from typing import Any

from babel.messages.catalog import Catalog
from babel.messages.pofile import read_po, write_po
from django.conf import settings
from django.core.management.base import BaseCommand

from bias.home.messages import DOMAINS, ROOT, compile_catalogue, gathered, wrong


class Command(BaseCommand):
    """``manage.py messages [de]``: the catalogues of all languages, or one more, brought up to date and compiled."""

    help = __doc__

    def add_arguments(self, parser: ArgumentParser) -> None:
        """The language."""
        parser.add_argument("language", nargs="*", help="a code such as de; all that there are if none is told")

    def handle(self, *args: Any, **options: Any) -> None:
        """Bring them up to date, and tell what is left to translate."""
        for domain in DOMAINS:
            found = gathered(domain)
            for language in options["language"] or [code for code, _name in settings.LANGUAGES if code != "en"]:
                self._merge(found, domain, language)

    def _merge(self, found: Catalog, domain: str, language: str) -> None:
        path = ROOT / "locale" / language / "LC_MESSAGES" / f"{domain}.po"
        path.parent.mkdir(parents=True, exist_ok=True)
        kept = Catalog(locale=language, domain=domain, project="Bias", version="", fuzzy=False)
        if path.exists():
            kept = read_po(path.open("rb"), locale=language, domain=domain)
        made = kept.creation_date
        kept.update(found, no_fuzzy_matching=True)
        kept.obsolete.clear()
        kept.creation_date = made
        with path.open("wb") as file:
            write_po(file, kept, width=118, no_location=True, sort_output=True)
        compile_catalogue(path)
        left = [message for message in kept if message.id and wrong(message)]
        self.stdout.write(f"{path.relative_to(ROOT)}: {len(kept)} sentences, {len(left)} left to translate")
        for message in left[:20]:
            source = message.id if isinstance(message.id, str) else message.id[0]
            self.stdout.write(f"  '{source[:90]}' {wrong(message)}")
