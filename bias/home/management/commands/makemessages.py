"""The catalogue of sentences, with those that stand in tables and in the core."""

from __future__ import annotations

from django.core.management.commands import makemessages


class Command(makemessages.Command):
    """As Django's own; ``N_`` marks words of a table, ``sentence`` what the core says later, ``_S`` stitches."""

    xgettext_options = [*makemessages.Command.xgettext_options, "--keyword=N_", "--keyword=sentence", "--keyword=_S:2"]
