"""The knitters of a server: who there are, one more, one invited, one closed, one opened again, who keeps it."""

from __future__ import annotations

import sys
from getpass import getpass
from typing import Any

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db.models import Count
from django.urls import reverse

from bias.accounts.closing import KEPT_FOR, close, open_again, sweep
from bias.accounts.invitations import make_invitation
from bias.accounts.management.finding import address_of, known
from bias.accounts.models import Knitter


class Command(BaseCommand):
    """``manage.py knitter add|invite|list|close|open|keeper``."""

    help = (
        "Adds a knitter with a password that is asked for, makes an invitation, lists all, closes an account"
        " or opens it again, makes one a keeper, who may invite others. The first that is added is one."
    )

    def add_arguments(self, parser: CommandParser) -> None:
        """What to do, and with whom."""
        parser.add_argument("do", choices=("add", "invite", "list", "close", "open", "keeper"))
        parser.add_argument("name", nargs="?", default="")

    def handle(self, *_args: Any, **options: Any) -> None:
        """Do it."""
        gone = sweep()
        if gone:
            self.stdout.write(f"Gone for good after {KEPT_FOR.days} days: {', '.join(gone)}")
        if options["do"] == "list":
            self._list()
            return
        if options["do"] == "invite":
            self.stdout.write(address_of(reverse("join", args=[make_invitation(None)])))
            return
        if not options["name"]:
            raise CommandError(f"Whom? manage.py knitter {options['do']} NAME")
        {"add": self._add, "close": self._close, "open": self._open, "keeper": self._keeper}[options["do"]](
            options["name"]
        )

    def _list(self) -> None:
        for each in Knitter.objects.annotate(many=Count("pieces")).order_by("username"):
            last = f"last here {each.last_login:%Y-%m-%d}" if each.last_login else "never here"
            closed = f", closed since {each.closed_at:%Y-%m-%d}" if each.closed_at else ""
            self.stdout.write(f"{each.username}: {each.many} pieces, {last}{closed}")

    def _add(self, name: str) -> None:
        if Knitter.objects.filter(username__iexact=name).exists():
            raise CommandError(f"There is a knitter {name} already.")
        made = Knitter(username=name)
        password = getpass("Password: ") if sys.stdin.isatty() else sys.stdin.readline().rstrip("\n")
        try:
            made.full_clean(exclude=["password"])
            validate_password(password, made)
        except ValidationError as why:
            raise CommandError(" ".join(why.messages)) from why
        made.is_staff = not Knitter.objects.filter(is_staff=True).exists()
        made.set_password(password)
        made.save()
        self.stdout.write(f"{name} can sign in now.")

    def _close(self, name: str) -> None:
        close(known(name))
        self.stdout.write(
            f"{name} is closed, and gone for good in {KEPT_FOR.days} days. Until then: knitter open {name}"
        )

    def _open(self, name: str) -> None:
        open_again(known(name))
        self.stdout.write(f"{name} is open again.")

    def _keeper(self, name: str) -> None:
        keeper = known(name)
        keeper.is_staff = True
        keeper.save(update_fields=["is_staff"])
        self.stdout.write(f"{name} keeps this server: she may invite others.")
