"""``manage.py demo``: lay the demo pieces into the household's basket."""

from typing import Any

from django.core.management.base import BaseCommand

from bias.accounts.household import household_knitter
from bias.home.demo import load_demo
from bias.home.demo_things import load_demo_things


class Command(BaseCommand):
    """Loads the demo; run again, it adds only what is missing."""

    help = "Lay the demo pieces into the household's basket; safe to run again."

    def handle(self, **options: Any) -> None:
        """Load and say what was added."""
        knitter = household_knitter()
        made = load_demo(knitter)
        load_demo_things(knitter)
        self.stdout.write(f"{len(made)} demo pieces added." if made else "The demo pieces are there already.")
