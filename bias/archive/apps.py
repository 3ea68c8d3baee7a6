"""Everything a knitter has."""

from django.apps import AppConfig


class ArchiveConfig(AppConfig):
    """The app of everything that a knitter has, in one file."""

    name = "bias.archive"
