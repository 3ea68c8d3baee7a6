"""A link for a knitter who forgot her password."""

from __future__ import annotations

from typing import Any

from allauth.account.forms import default_token_generator
from allauth.account.utils import user_pk_to_url_str
from django.core.management.base import BaseCommand, CommandParser
from django.urls import reverse

from bias.accounts.management.finding import address_of, known


class Command(BaseCommand):
    """``manage.py forgotten NAME``."""

    help = "Prints a link by which a knitter chooses a new password, once. Give it to her alone."

    def add_arguments(self, parser: CommandParser) -> None:
        """Who forgot it."""
        parser.add_argument("name")

    def handle(self, *_args: Any, **options: Any) -> None:
        """Make the link; nothing changes until it is used."""
        knitter = known(options["name"])
        values = {"uidb36": user_pk_to_url_str(knitter), "key": default_token_generator.make_token(knitter)}
        self.stdout.write(address_of(reverse("account_reset_password_from_key", kwargs=values)))
